import {
  autocompletion,
  completionStatus,
  selectedCompletion,
  startCompletion,
  type Completion,
  type CompletionContext,
} from '@codemirror/autocomplete';
import { defaultKeymap, history, historyKeymap } from '@codemirror/commands';
import { setDiagnostics } from '@codemirror/lint';
import { EditorState, Prec } from '@codemirror/state';
import { EditorView, keymap } from '@codemirror/view';
import { FUNCTIONS, parseFormula, printFormula, quoteName, shapeOf, type Notation } from '@haushalt/core';
import { useLayoutEffect, useRef } from 'react';
import type { FormulaFieldProps } from './types.ts';
import './formula.scss';
import { t, say } from '../../language/language.ts';

const CALENDAR: readonly Completion[] = [
  {
    label: 'month',
    get detail() {
      return t('fields.word.month');
    },
    type: 'keyword',
  },
  {
    label: 'quarter',
    get detail() {
      return t('fields.word.quarter');
    },
    type: 'keyword',
  },
  {
    label: 'year',
    get detail() {
      return t('fields.word.year');
    },
    type: 'keyword',
  },
  {
    label: 'period',
    get detail() {
      return t('fields.word.period');
    },
    type: 'keyword',
  },
  {
    label: 'years',
    get detail() {
      return t('fields.word.years');
    },
    type: 'keyword',
  },
  {
    label: 'days',
    get detail() {
      return t('fields.word.days');
    },
    type: 'keyword',
  },
  {
    label: 'row',
    get detail() {
      return t('fields.word.row');
    },
    type: 'keyword',
  },
];

function completionsFor(names: FormulaFieldProps['names'], notation: Notation) {
  const { separator } = notation;
  const functions = FUNCTIONS.map((description): Completion => ({
    label: description.name,
    apply: `${description.name}(`,
    detail: `(${shapeOf(description).replaceAll(', ', `${separator} `)})`,
    info: t('fields.forExample', {
      summary: description.summary,
      example: printFormula(parseFormula(description.example), { notation }),
    }),
    type: 'function',
  }));
  const things = names.map(({ name, kind, written }): Completion => ({
    label: name,
    apply: written ?? quoteName(name),
    detail: kind,
    type: 'variable',
    boost: 10,
  }));
  // A name comes before the calendar's word, which is offered beside the rule then.
  const called = new Set(names.map(({ name }) => name.toLowerCase()));
  const words = CALENDAR.filter(({ label }) => !called.has(label));
  const options = [...things, ...words, ...functions];
  return (context: CompletionContext) => {
    const before = context.matchBefore(/('[^']*'?|[\p{L}\p{M}][\p{L}\p{M}\p{N} ]*)(\.[\p{L} ]*)?/u);
    if (!before || (before.from === before.to && !context.explicit)) return null;
    return { from: before.from, options, validFor: /^'?[\p{L}\p{M}\p{N} ]*'?(\.[\p{L} ]*)?$/u };
  };
}

/** Returns whether a key is for the open list of completions. Enter is not when there is nothing left to complete. */
function isCompleting({ state }: EditorView, key: string): boolean {
  if (completionStatus(state) !== 'active') return false;
  if (key !== 'Enter') return true;
  const offered = selectedCompletion(state);
  if (!offered) return false;
  const written = typeof offered.apply === 'string' ? offered.apply : offered.label;
  return !state.sliceDoc(0, state.selection.main.head).endsWith(written);
}

/** The one field formulas are written in: completes names and functions, and underlines what is wrong in its place. */
export default function FormulaField({
  value,
  caret,
  isBeingTyped,
  label,
  names,
  notation,
  problem,
  describedBy,
  onChange,
  onKey,
}: FormulaFieldProps) {
  const host = useRef<HTMLDivElement>(null);
  const view = useRef<EditorView | null>(null);
  const latest = useRef({ onChange, onKey });
  useLayoutEffect(() => {
    latest.current = { onChange, onKey };
  });

  useLayoutEffect(() => {
    const keys = (key: string) => ({
      key,
      run: (editor: EditorView) => !isCompleting(editor, key) && latest.current.onKey(key),
    });
    const editor = new EditorView({
      parent: host.current!,
      state: EditorState.create({
        doc: value,
        selection: { anchor: Math.min(caret ?? value.length, value.length) },
        extensions: [
          Prec.highest(
            keymap.of(['Enter', 'Ctrl-Enter', 'Ctrl-Shift-Enter', 'Escape', 'ArrowUp', 'ArrowDown', 'Tab'].map(keys)),
          ),
          history(),
          keymap.of([...defaultKeymap, ...historyKeymap]),
          autocompletion({ override: [completionsFor(names, notation)], icons: false, interactionDelay: 0 }),
          // A rule is one line: what is pasted loses its line breaks.
          EditorState.transactionFilter.of((transaction) =>
            transaction.newDoc.lines > 1
              ? [
                  {
                    changes: {
                      from: 0,
                      to: transaction.startState.doc.length,
                      insert: transaction.newDoc.toString().replace(/\s*\n\s*/g, ' '),
                    },
                  },
                ]
              : transaction,
          ),
          EditorView.contentAttributes.of({
            'aria-label': label,
            ...(describedBy ? { 'aria-describedby': describedBy } : {}),
            spellcheck: 'false',
            autocapitalize: 'off',
          }),
          EditorView.updateListener.of((update) => {
            if (update.docChanged) latest.current.onChange(update.state.doc.toString());
          }),
        ],
      }),
    });
    view.current = editor;
    return () => editor.destroy();
    // The editor keeps its own text; it is made once and only told of problems.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, []);

  useLayoutEffect(() => {
    const editor = view.current;
    if (!editor) return;
    const length = editor.state.doc.length;
    const from = Math.min(problem?.place.from ?? 0, length);
    const to = Math.min(Math.max(problem?.place.to ?? 0, from), length);
    const marks = problem
      ? [
          {
            from: from === to ? Math.max(0, from - 1) : from,
            to,
            severity: 'error' as const,
            message: say(problem.message),
          },
        ]
      : [];
    editor.dispatch(setDiagnostics(editor.state, marks));
  }, [problem]);

  // Last of all: drawing the first problem would put the caret of a field that has focus back to its start.
  useLayoutEffect(() => {
    view.current?.focus();
    if (view.current && isBeingTyped) startCompletion(view.current);
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, []);

  return <div ref={host} className="formula-field" />;
}
