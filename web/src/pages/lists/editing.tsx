import type { Message } from '@haushalt/language';
import {
  cellOf,
  choicesOf,
  dayInFigures,
  FormulaError,
  groupsWithLines,
  hasFigures,
  nameKey,
  namesInList,
  notationOf,
  planOf,
  readDay,
  readFigure,
  readStored,
  today,
  toShownInList,
  toStored,
  unitOfColumn,
  writeForEntry,
  type CommandOf,
  type Document,
  type ListColumnRow,
  type PlanModel,
  type Refusal,
} from '@haushalt/core';
import { isCalculation, looksLikeFormula } from '../../fields/formula/entry.ts';
import { TextEditor } from '../../grid/TextEditor.tsx';
import type { ColumnEditing, EditorProps, Reading } from '../../grid/editing.ts';
import { t, messageFor } from '../../language/language.ts';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';
import type { PlanSession } from '../../plan-session/session.ts';
import type { ListGridColumn } from './cells.tsx';
import type { ItemRow } from './rows.ts';
import { textIn } from './texts.ts';

/** Describes what is said of an item in a column, as a command takes it. */
export type CellValue = Omit<CommandOf<'listCells.set'>['cells'][number], 'item'>;

/** Returns how the fields of a list are typed into. What is typed in the last row makes a new item. */
export function listEditing(session: PlanSession): ColumnEditing<ItemRow, ListGridColumn> {
  return {
    readOnlyReason(row, { of }) {
      if (row.kind !== 'item' && row.kind !== 'new') return t('lists.readOnly.total');
      if (of.kind === 'status') return t('lists.readOnly.status');
      if (of.kind === 'entries') return t('lists.readOnly.entries');
      if (of.locked) return t('lists.readOnly.locked', { column: of.name });
      return null;
    },
    begin: (row, { of }, asRule) => ({
      text: row.kind === 'item' ? startingText(session.state.document, row.item, of, asRule) : '',
      options: {},
    }),
    read({ row: item, column: columnId }, { text }): Reading {
      const { document, model } = session.state;
      const column = document.listColumns.get(columnId);
      if (!column) return { command: null };
      const read = readCellText(model, column, text);
      if (!read.ok) return { refusal: read.refusal };
      if (document.listItems.has(item)) return { command: { kind: 'listCells.set', cells: [{ item, ...read.cell }] } };
      if (read.cell.value === null && read.cell.formula === undefined) return { command: null };
      const items = [{ id: item, cells: [read.cell] }];
      return { command: { kind: 'listItems.add', list: column.list, items, before: null } };
    },
    Editor: CellEditor,
  };
}

/** Returns what an editor opens with: what was typed, or for a rule the figure, or the rule itself. */
function startingText(document: Document, item: string, column: ListColumnRow, asRule: boolean): string {
  const { locale } = planOf(document);
  const cell = cellOf(document, item, column.id);
  const rule = cell?.formula ?? (asRule && cell?.figure == null ? column.formula : null);
  if (rule != null) return toShownInList(rule, document, column.list, notationOf(locale));
  if (!hasFigures(column)) {
    const text = textIn(document, item, column);
    return column.kind === 'date' && text !== '' ? dayInFigures(text, locale) : text;
  }
  if (cell?.figure == null) return '';
  if (column.kind === 'yesNo') return cell.figure === 0 ? t('lists.no') : t('lists.yes');
  return writeForEntry(cell.figure, unitOfColumn(document, column), locale);
}

type ReadCell = { readonly ok: true; readonly cell: CellValue } | { readonly ok: false; readonly refusal: Refusal };

const refused = (message: Message, place?: Refusal['place']): ReadCell => ({
  ok: false,
  refusal: { code: 'invalid', message, ...(place ? { place } : {}) },
});

/** Reads what is typed or pasted for a column, in the plan's notation. */
export function readCellText(model: PlanModel, column: ListColumnRow, typed: string): ReadCell {
  const { document } = model;
  const text = typed.trim();
  const { locale } = planOf(document);
  const taken = (value: number | string | null): ReadCell => ({ ok: true, cell: { column: column.id, value } });
  if (text === '') return taken(null);
  switch (column.kind) {
    case 'figure':
    case 'rule': {
      if (looksLikeFormula(text) && (column.kind === 'rule' || isCalculation(text)))
        return readRule(model, column, text);
      const read = readFigure(text, locale, column.unit);
      return read.ok ? taken(read.figure) : refused(read.message);
    }
    case 'yesNo': {
      const word = text.toLowerCase();
      if (['y', '1', 'x', '✓', t('lists.yes')].includes(word)) return taken(1);
      return ['n', '0', '–', t('lists.no')].includes(word) ? taken(0) : refused(messageFor('lists.yesOrNoExpected'));
    }
    case 'date': {
      const day = readDay(text, locale, today());
      return day === null ? refused(messageFor('lists.invalidDate', { text })) : taken(day);
    }
    case 'line': {
      const lines = [...document.lines.values()];
      const same = lines.filter(({ name }) => nameKey(name) === nameKey(text));
      const alike = same.length > 0 ? same : lines.filter(({ name }) => nameKey(name).startsWith(nameKey(text)));
      if (alike.length === 1) return taken(alike[0]!.id);
      return refused(
        alike.length === 0 ? messageFor('lists.lineUnknown', { text }) : messageFor('lists.severalLines', { text }),
      );
    }
    case 'status':
    case 'entries':
      return refused(messageFor('lists.readOnly.status'));
    default:
      return taken(text.replace(/\s+/g, ' '));
  }
}

/** A rule of an item's own, or reckoning with figures alone, which stands for one. */
function readRule(model: PlanModel, column: ListColumnRow, text: string): ReadCell {
  const { document } = model;
  const notation = notationOf(planOf(document).locale);
  try {
    const formula = toStored(text, namesInList(document, column.list), notation);
    if (column.kind === 'rule') return { ok: true, cell: { column: column.id, value: null, formula } };
    const { value } = model.evaluate(readStored(formula), '', 0);
    if (value !== value) return refused(messageFor('lists.noFigure'));
    return { ok: true, cell: { column: column.id, value: Number(value.toPrecision(15)) } };
  } catch (error) {
    if (!(error instanceof FormulaError)) throw error;
    return refused(error.problem.message, error.problem.place);
  }
}

function CellEditor(props: EditorProps<ItemRow, ListGridColumn>) {
  const { of } = props.column;
  const { row } = props;
  const { document } = useSessionState();
  return (
    <TextEditor
      {...props}
      label={t('lists.columnOf', { column: of.name, item: row.label })}
      onward="down"
      {...(of.kind === 'text' ? { language: planOf(document).locale } : {})}
      suggestions={suggestionsFor(document, of)}
    />
  );
}

/** Returns what may be meant in a column: its choices, yes or no, the lines of the budget. */
function suggestionsFor(document: Document, column: ListColumnRow): readonly string[] {
  switch (column.kind) {
    case 'choice':
      return choicesOf(column);
    case 'yesNo':
      return [t('lists.yes'), t('lists.no')];
    case 'line':
      return groupsWithLines(document).flatMap(({ lines }) => lines.map(({ name }) => name));
    default:
      return [];
  }
}
