import { periodOf, rangeAround, unitOf, yearIn, type Command, type Document, type Month } from '@haushalt/core';
import { readEntry } from '../../../fields/formula/entry.ts';
import type { BlockEditing, ColumnEditing, Reading } from '../../../grid/editing.ts';
import type { CellRef, Draft } from '../../../grid/state.ts';
import type { PlanSession } from '../../../plan-session/session.ts';
import { BlockEditor } from './BlockEditor.tsx';
import { readBlockDraft } from './blockDraft.ts';
import type { BlockCell } from '../block/blocks.ts';
import { CellEditor } from './CellEditor.tsx';
import type { BudgetColumn } from '../../../parts/lines/columns.ts';
import { NameEditor } from './NameEditor.tsx';
import { isRule, reachOf } from './reach.ts';
import type { BudgetRow } from '../../../parts/lines/rows.ts';
import { startingText } from './startingText.ts';
import { reasonNotTyped } from './reasonNotTyped.ts';
import { t } from '../../../language/language.ts';

type Editing = ColumnEditing<BudgetRow, BudgetColumn>;

/** Returns how the budget's columns are typed into: the names of lines, and everything else as a figure of its month. */
export function budgetEditing(session: PlanSession): (column: BudgetColumn) => Editing {
  const names = nameEditing(session);
  const figures = figureEditing(session);
  return ({ id }) => (id === 'label' ? names : figures);
}

function nameEditing(session: PlanSession): Editing {
  return {
    readOnlyReason: (row) => (row.kind === 'line' ? null : t('budget.cannotBeRenamedHere', { label: row.label })),
    begin: (row) => ({ text: row.label, options: {} }),
    read({ row: line }, { text }) {
      const present = session.state.document.lines.get(line)?.name;
      const command: Command = { kind: 'line.set', line, settings: { name: text } };
      return { command: text.trim() === present ? null : command };
    },
    Editor: NameEditor,
  };
}

function figureEditing(session: PlanSession): Editing {
  return {
    readOnlyReason: (row, column) =>
      reasonNotTyped(
        row,
        column,
        session.state.document,
        column.month === undefined ? 0 : yearIn(session.state.document, column.month),
      ),
    begin(row, column, asRule) {
      const { model } = session.state;
      const month = column.month!;
      const { to } = rangeAround(model.calendar, periodOf(model.calendar, month), 'year');
      const start = startingText(model, (row as Extract<BudgetRow, { kind: 'line' }>).line, month, asRule);
      return {
        text: start.text,
        options: {
          asRule: start.asRule ? 'yes' : null,
          reach: start.asRule ? 'onward' : null,
          from: month,
          until: model.calendar.months[to - 1]!,
        },
      };
    },
    read: (cell, draft) => readFigureDraft(cell, draft, session.state.document),
    Editor: CellEditor,
  };
}

/** Returns what is typed into a month of a line: a figure or a rule, with its reach. */
function readFigureDraft({ row: line, column }: CellRef, draft: Draft, document: Document): Reading {
  const month = column as Month;
  const { reach, from, until } = reachOf(draft, document, line, month);
  const span = reach === 'until' ? { line, reach, month: from, until } : { line, reach, month };
  const entry = readEntry(draft.text, isRule(draft), unitOf(document, line), document);
  switch (entry.kind) {
    case 'figure':
      return { command: { kind: 'line.setFigure', ...span, figure: entry.figure } };
    case 'formula':
      return { command: { kind: 'line.setFormula', ...span, formula: entry.stored } };
    case 'problem':
      return { refusal: { code: 'invalid', ...entry.problem } };
  }
}

/** Returns how all months of lines in a block are typed into at once. */
export function blockEditing(session: PlanSession, cells: readonly BlockCell[]): BlockEditing<BudgetRow, BudgetColumn> {
  return {
    cells: cells.map(({ line, month }) => ({ row: line, column: month })),
    read: (chosen, draft) => readBlockDraft(chosen, draft, session.state.document),
    Editor: BlockEditor,
  };
}
