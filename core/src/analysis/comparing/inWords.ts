import { toMonth } from '../../calendar/month.ts';
import { isDay } from '../../calendar/readDate.ts';
import { notationOf } from '../../figure/notation.ts';
import { writeFigure } from '../../figure/write.ts';
import type { Unit } from '../../figure/unit.ts';
import { minorUnitsIn } from '../../ledger/entries.ts';
import { messageFor, type Message, type Text, isSameText } from '../../message.ts';
import { planOf, type Change, type Document } from '../../plan/document/document.ts';
import { toShown, toShownInList, unitOf } from '../../plan/document/formulas.ts';
import { titleOfItem } from '../../plan/document/lists.ts';
import { nameOf } from '../../plan/document/naming.ts';
import { stepInWords } from '../../plan/patterns/patterns.ts';
import type { ColumnSpec } from '../../plan/schema/columns.ts';
import { ENTRY_COLUMNS } from '../../plan/schema/entries.ts';
import { TABLES, type TableName } from '../../plan/schema/tables.ts';

/** Describes what differs in a row of a plan, or in an entry, as people read it. */
export interface RowDifference {
  readonly table: TableName | 'entries';
  readonly id: string;
  /** The line, assumption, calculator, list or account it belongs to, by id; the row itself where it belongs to none. */
  readonly owner: string;
  /** States what kind of thing it is, in a word. */
  readonly kind: Message;
  readonly name: Text;
  readonly state: 'added' | 'removed' | 'changed';
  readonly fields: readonly FieldDifference[];
}

/** One thing said of a row before and after; `null` where it said nothing, or the row was not there. */
export interface FieldDifference {
  readonly name: Message;
  readonly before: Text | null;
  readonly after: Text | null;
}

type Values = Readonly<Record<string, unknown>>;

/** Columns by which a row belongs to another, the nearest owner first. */
const OWNERS = ['line', 'assumption', 'of', 'loan', 'fund', 'schedule', 'chart', 'item', 'list', 'account', 'standing', 'scenario'] as const; // prettier-ignore
/** States what says where something stands, or is the business of the program alone. */
const UNWRITTEN_FIELDS: ReadonlySet<string> = new Set(['position', 'receipt', 'reference', 'toReference', 'reconciled', 'toReconciled', 'standing', 'due']); // prettier-ignore

/** Returns what a change says to people; nothing where only the order differs. */
export function rowInWords(change: Change, before: Document, after: Document): RowDifference[] {
  const { table, id } = change;
  const row = (change.after ?? change.before) as unknown as Values;
  const document = change.after ? after : before;
  const state = change.before === null ? 'added' : change.after === null ? 'removed' : 'changed';
  const previous = change.before && saidOf(table, change.before as unknown as Values, before);
  const current = change.after && saidOf(table, change.after as unknown as Values, after);
  const names = [...new Set([...(current?.keys() ?? []), ...(previous?.keys() ?? [])])];
  const fields = names
    .map((name) => ({
      name: wordOf('columns', name),
      before: previous?.get(name) ?? null,
      after: current?.get(name) ?? null,
    }))
    .filter(({ before: one, after: other }) => one === null || other === null || !isSameText(one, other));
  if (state === 'changed' && fields.length === 0) return [];
  const owner = ownerOf(table, id, row);
  return [{ table, id, owner, kind: messageFor(`comparison.tables.${table}`), name: titleOf(table, row, owner, document), state, fields }]; // prettier-ignore
}

function ownerOf(table: TableName | 'entries', id: string, row: Values): string {
  if (table === 'entries' || table === 'plan' || 'name' in row) return id;
  for (const column of OWNERS) if (typeof row[column] === 'string' && row[column] !== '') return row[column];
  return id;
}

/** Returns what a row is called: by its own name, its owner's with its month, or what it says. */
function titleOf(table: TableName | 'entries', row: Values, owner: string, document: Document): Text {
  if (table === 'entries')
    return messageFor('comparison.entryOf', {
      what: row.what === '' ? messageFor('comparison.tables.entries') : String(row.what),
      day: { day: String(row.date), style: 'short' },
    });
  if (typeof row.name === 'string') return row.name;
  const item = typeof row.item === 'string' ? document.listItems.get(row.item) : table === 'listItems' ? document.listItems.get(String(row.id)) : undefined; // prettier-ignore
  const name = item ? titleOfItem(document, item) : (nameOfAny(document, owner) ?? '');
  if (typeof row.column === 'string') return [name, nameOf(document, row.column)].filter(Boolean).join(', ');
  if (table === 'ruleSteps' || table === 'assumptionSteps') {
    const from = row.from == null ? messageFor('comparison.fromTheStart') : messageFor('comparison.from', { month: { month: toMonth(String(row.from)) } }); // prettier-ignore
    return messageFor('comparison.stepOf', { name, from });
  }
  if (typeof row.month === 'string')
    return messageFor('comparison.monthOf', { name, month: { month: toMonth(row.month) } });
  return name === '' ? String(row.what ?? row.text ?? row.year ?? '') : name;
}

function nameOfAny(document: Document, id: string): string | undefined {
  return (
    nameOf(document, id) ??
    document.accounts.get(id)?.name ??
    document.scenarios.get(id)?.name ??
    document.charts.get(id)?.name ??
    document.standingEntries.get(id)?.what
  );
}

/** All that is said of a row, by what it is said of. */
function saidOf(table: TableName | 'entries', row: Values, document: Document): Map<string, Text> {
  const texts = new Map<string, Text>();
  if ((table === 'ruleSteps' || table === 'exceptions') && document.lines.has(String(row.line))) {
    const { amount, formula } = row as { amount: number | null; formula: string | null };
    texts.set('rule', stepInWords(document, String(row.line), { amount, formula }));
    return texts;
  }
  const spec: Readonly<Record<string, ColumnSpec>> = table === 'entries' ? ENTRY_COLUMNS : TABLES[table];
  for (const [name, { column, fallback }] of Object.entries(spec)) {
    const value = row[name];
    if (UNWRITTEN_FIELDS.has(name) || value === null || value === undefined || value === '') continue;
    // What goes without saying is said only where it differs, and it differs where the other side says it.
    if (value === fallback && column.kind === 'yesNo') continue;
    const text = valueInWords(table, name, column, value, row, document);
    if (text !== '') texts.set(name, text);
  }
  return texts;
}

function valueInWords(
  table: TableName | 'entries',
  name: string,
  column: ColumnSpec['column'],
  value: unknown,
  row: Values,
  document: Document,
): Text {
  const plan = planOf(document);
  const figure = (amount: number, unit: Unit) => writeFigure(amount, unit, plan);
  switch (column.kind) {
    case 'number':
      return figure(value as number, unitOfValue(name, row, document));
    case 'whole':
      return table === 'entries' && name === 'amount'
        ? figure((value as number) / minorUnitsIn(document), 'money')
        : String(value);
    case 'month':
      return messageFor('comparison.month', { month: { month: toMonth(String(value)) } });
    case 'date':
      return isDay(String(value)) ? messageFor('comparison.day', { day: { day: String(value) } }) : String(value);
    case 'formula':
    case 'input':
      return inRules(() =>
        typeof row.list === 'string'
          ? toShownInList(String(value), document, row.list, notationOf(plan.locale))
          : toShown(String(value), document, notationOf(plan.locale)),
      );
    case 'reference':
    case 'bearer':
      return nameOfAny(document, String(value)) ?? '';
    case 'yesNo':
      return value === true ? messageFor('comparison.yes') : messageFor('comparison.no');
    case 'choice':
      return wordOf('choices', String(value));
    case 'position':
      return '';
    default:
      return (name === 'line' || name.toLowerCase().endsWith('account')) && table === 'entries'
        ? (nameOfAny(document, String(value)) ?? '')
        : String(value);
  }
}

/** A rule that names what is gone is said as it is stored. */
function inRules(shown: () => string): string {
  try {
    return shown();
  } catch {
    return '';
  }
}

/** Returns what a number of a row counts: as its own unit says, or that of whose it is. */
function unitOfValue(name: string, row: Values, document: Document): Unit {
  if (name.toLowerCase().endsWith('rate')) return 'ratePerYear';
  if (typeof row.unit === 'string') return row.unit as Unit;
  const owner = row.assumption ?? row.line ?? row.of ?? row.column;
  return typeof owner === 'string' ? unitOf(document, owner) : 'money';
}

/** The word of a column or a choice: the catalogue has one for each of every table, which a test holds. */
const wordOf = (room: 'columns' | 'choices', name: string): Message => ({ id: `comparison.${room}.${name}` });
