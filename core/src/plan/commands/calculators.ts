import { LARGEST_FIGURE } from '../../figure/read.ts';
import {
  CALCULATORS,
  bandSetsOf,
  calculatorWith,
  extrasOf,
  movesOf,
  type Calculator,
  type CalculatorTable,
} from '../document/calculators.ts';
import { inOrder, planOf, type DocumentChange } from '../document/document.ts';
import type { Draft } from '../document/draft.ts';
import { MAX_PARTS } from '../document/limits.ts';
import { freeName } from '../document/naming.ts';
import { makeRoom } from '../document/places.ts';
import { readStored } from '../document/storedFormulas.ts';
import { deleteWithAll, lostOutput } from '../../graph/references.ts';
import { tidy } from '../schema/names.ts';
import { refused } from '../schema/refusal.ts';
import { TABLES, taxBandId, type LoanRow, type Row } from '../schema/tables.ts';
import { checkMonth, checkName, checkNewId, checkNote, checkText, checkWhole, existing } from './guards.ts';
import { command, type Words } from './command.ts';
import { all, columns, formula, id, list, name, orNull, yesNo } from './fields.ts';
import { addGroup } from './groups.ts';
import { addLine } from './lines.ts';
import { positionBefore, refuseUsed } from './placing.ts';
import { setRule, storedFormula } from './ruleSteps.ts';
import { messageFor, type Message, listOf } from '../../message.ts';

/** States what is done with calculators of every kind: copying, deleting, putting their lines into the budget. */
export const calculatorCommands = {
  /** Copies a calculator with its parts; as an offer, the copy belongs to the loan it is another offer for. */
  'calculator.copy': command({
    fields: { calculator: id, as: id, name: orNull(name), offer: yesNo },
    label: ({ calculator, offer }, words) =>
      offer
        ? messageFor('change.calculator.addOffer', { calculator: words.name(calculator) })
        : messageFor('change.calculator.duplicate', { calculator: words.name(calculator) }),
    decide(draft, { calculator: id, as, name, offer }) {
      const source = present(draft, id);
      checkNewId(draft, as);
      const { table, row } = source;
      const called = name === null ? freeName(draft.document, row.name) : name;
      checkName(draft, called, null, 'name');
      if (offer && table !== 'loans') throw refused('invalid', messageFor('command.offersOfLoansOnly'), 'offer');
      const rows = inOrder<Calculator['row']>(draft.document[table].values());
      // A copy stands beside what it is a copy of; an offer comes after the others.
      const index = offer ? rows.length : rows.findIndex((other) => other.id === id) + 1;
      const position = makeRoom(rows, index, 1, (other) => draft.set(table, other as never))[0]!;
      const copy = { ...row, id: as, name: tidy(called), position };
      if (table === 'loans')
        draft.set('loans', { ...(copy as LoanRow), offerOf: offer ? (row.offerOf ?? row.id) : row.offerOf });
      else draft.set(table, copy as never);
      copyParts(draft, id, as);
    },
  }),

  /** Takes a calculator away, with its parts and offers; what rules use stays. */
  'calculator.delete': command({
    fields: { calculator: id },
    label: ({ calculator }, words) => messageFor('change.calculator.delete', { calculator: words.name(calculator) }),
    decide(draft, { calculator: id }) {
      const { table, row } = present(draft, id);
      refuseUsed(draft, table, row as never);
      deleteWithAll(draft, table, id);
    },
  }),

  /** Puts lines with rules into a group, all in one step; the group may be new. */
  'lines.place': command({
    fields: {
      group: id,
      newGroup: orNull(all({ name, ...columns('groups', 'side') })),
      lines: list(all({ id, name, ...columns('lines', 'unit'), formula }), 1, 100),
    },
    label: ({ lines }) => messageFor('change.lines.place', { lines: listOf(lines.map((line) => line.name)) }),
    decide(draft, { group, newGroup, lines }) {
      if (newGroup) {
        const rhythm = newGroup.side === 'expense' ? 'fixed' : null;
        addGroup(draft, { ...newGroup, id: group, rhythm, before: null });
      } else existing(draft, 'groups', group, messageFor('command.groupForTheseLines'));
      const { firstMonth } = planOf(draft.document);
      for (const { formula, ...line } of lines) {
        addLine(draft, { ...line, group, before: null });
        setRule(draft, line.id, firstMonth, 'every', null, { amount: null, formula: storedFormula(draft, formula) });
      }
    },
  }),
};

/** Describes what can be set of a calculator. */
export type CalculatorSettings<T extends CalculatorTable> = Partial<Omit<Row<T>, 'id' | 'position' | 'offerOf'>>;

/** Makes a calculator, or changes what is said of one. A new one needs a name. */
export function setCalculator<T extends CalculatorTable>(
  draft: Draft,
  table: T,
  id: string,
  settings: CalculatorSettings<T>,
): void {
  const before = draft.get(table, id);
  if (!before) checkNewId(draft, id);
  const next = { ...(before ?? blank(draft, table, id)), ...settings } as Calculator['row'];
  if (!before || settings.name !== undefined) checkName(draft, next.name, id, 'name');
  checkNote(next.note);
  const values = next as unknown as Record<string, unknown>;
  for (const [column, spec] of Object.entries(TABLES[table])) {
    const value = values[column];
    if (spec.column.kind === 'choice' && !(spec.column.options as readonly string[]).includes(String(value)))
      throw refused('invalid', messageFor('schema.expectedOneOf', { options: spec.column.options.join(', ') }), column);
    if (spec.column.kind === 'whole' && value !== null) checkWhole(Number(value), column, spec.column);
    if (spec.column.kind === 'month') checkMonth(String(value), column);
    if (spec.column.kind === 'text') checkText(String(value), column, spec.column.most);
    if (spec.column.kind === 'input' && column in settings)
      values[column] = storedInput(draft, value as string | null, column);
  }
  draft.set(table, { ...next, name: tidy(next.name) } as never);
  const change = { table, id, before, after: draft.get(table, id) } as DocumentChange;
  const lost = before && lostOutput(draft.original, draft.document, [change]);
  if (lost) throw refused('used', lost, 'about');
}

/** A row of a table with nothing said yet. */
function blank(draft: Draft, table: CalculatorTable, id: string): Calculator['row'] {
  const row: Record<string, unknown> = { id };
  for (const [column, spec] of Object.entries(TABLES[table]))
    row[column] = spec.optional ? null : (spec.fallback ?? '');
  if ('first' in row) row.first = planOf(draft.document).firstMonth;
  return { ...row, position: positionBefore(draft, table, null, id) } as unknown as Calculator['row'];
}

/** An input as it is stored; an empty one is nothing. */
export function storedInput(draft: Draft, text: string | null, column: string): string | null {
  if (text === null || text.trim() === '') return null;
  const stored = storedFormula(draft, text, column);
  const expression = readStored(stored);
  const figure = expression.kind === 'negate' ? expression.operand : expression;
  if (figure.kind === 'number' && figure.value > LARGEST_FIGURE)
    throw refused('invalid', messageFor('command.numberExpected'), column);
  return stored;
}

function copyParts(draft: Draft, from: string, to: string): void {
  const partId = (index: number) => `${to.slice(0, 58)}-${index + 1}`;
  extrasOf(draft.document, from).forEach((extra, index) =>
    draft.set('loanExtras', { ...extra, id: partId(index), loan: to }),
  );
  movesOf(draft.document, from).forEach((move, index) =>
    draft.set('savingsMoves', { ...move, id: partId(index), fund: to }),
  );
  for (const { validFrom, bands } of bandSetsOf(draft.document, from))
    bands.forEach((band, index) =>
      draft.set('taxBands', { ...band, id: taxBandId(to, validFrom, index + 1), schedule: to }),
    );
}

function present(draft: Draft, id: string): Calculator {
  const calculator = calculatorWith(draft.document, id);
  if (!calculator) throw refused('gone', messageFor('command.calculatorGone'));
  return calculator;
}

/** Refuses one part more than a calculator may have. */
export function refuseMany(count: number, kind: 'singleAmounts' | 'extraPayments'): void {
  if (count >= MAX_PARTS) throw refused('invalid', messageFor('command.tooMany', { most: MAX_PARTS, kind }));
}

/** Checks that a stretch of months ends, if it does, after it begins. */
export function checkSpan(from: string, until: string | null): void {
  if (until === null) return;
  checkMonth(until, 'until');
  if (until < from) throw refused('invalid', messageFor('command.lastMonthBeforeFirstOfRange'), 'until');
}

/** Setting a calculator, or making one, in a few words. */
export function settingInWords(table: CalculatorTable, id: string, name: string | undefined, words: Words): Message {
  const present = words.document[table].get(id)?.name;
  if (present === undefined)
    return messageFor('command.newCalculator', { word: CALCULATORS[table].word, name: name ?? '' });
  return name === undefined || name === present
    ? messageFor('command.changed', { present })
    : messageFor('command.renamed', { present, name });
}
