import { LARGEST_FIGURE } from '../figure/read.ts';
import {
  bandSetsOf,
  calculatorWith,
  extrasOf,
  inputWith,
  movesOf,
  ownerOfFigure,
  storedBandsRefusal,
  type Calculator,
  type CalculatorTable,
} from './calculators.ts';
import {
  checkMonth,
  checkName,
  checkNewId,
  checkNote,
  checkText,
  checkUnit,
  existing,
  refused,
  tidy,
} from './checks.ts';
import type { CalculatorSettings, Command } from './commands.ts';
import { inOrder, planOf, type Change, type Document } from './document.ts';
import type { Draft } from './draft.ts';
import { figureAsFormula, readStored } from './storedFormulas.ts';
import { refuseUsed, positionBefore } from './lines.ts';
import { MAX_PARTS } from './limits.ts';
import { freeName } from './naming.ts';
import { positionBetween, positions } from './position.ts';
import { deleteWithAll, lostOutput } from './references.ts';
import { rowsWhere } from './rowTable.ts';
import { setRule, storedFormula } from './rules.ts';
import { TABLES, taxBandId, type LoanRow } from './tables.ts';

/** What is done with calculators: their inputs, extra payments, moves and bands, their copies, their lines in the budget. */

type CommandOf<K extends Command['kind']> = Extract<Command, { kind: K }>;

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
      throw refused('invalid', `This is one of ${spec.column.options.join(', ')}.`, column);
    if (spec.column.kind === 'month') checkMonth(String(value), column);
    if (spec.column.kind === 'text') checkText(String(value), column, spec.column.most);
    if (spec.column.kind === 'input' && column in settings)
      values[column] = storedInput(draft, value as string | null, column);
  }
  draft.set(table, { ...next, name: tidy(next.name) } as never);
  const change = { table, id, before, after: draft.get(table, id) } as Change;
  const lost = before && lostOutput(draft.original, draft.document, [change]);
  if (lost) throw refused('used', lost, 'about');
}

/** A row of a table with nothing said yet. */
function blank(draft: Draft, table: CalculatorTable, id: string): Calculator['row'] {
  const last = inOrder<Calculator['row']>(draft.document[table].values()).at(-1)?.position ?? null;
  const row: Record<string, unknown> = { id };
  for (const [column, spec] of Object.entries(TABLES[table]))
    row[column] = spec.optional ? null : (spec.fallback ?? '');
  if ('first' in row) row.first = planOf(draft.document).firstMonth;
  return { ...row, position: positionBetween(last, null) } as unknown as Calculator['row'];
}

/** An input as it is stored; an empty one is nothing. */
function storedInput(draft: Draft, text: string | null, column: string): string | null {
  if (text === null || text.trim() === '') return null;
  const stored = storedFormula(draft, text, column);
  const expression = readStored(stored);
  const figure = expression.kind === 'negate' ? expression.operand : expression;
  if (figure.kind === 'number' && figure.value > LARGEST_FIGURE)
    throw refused('invalid', 'A figure has to be a number, up to ten trillion.', column);
  return stored;
}

/** The command that gives a calculator another figure or formula for one of its inputs. */
export function commandForInput(document: Document, inputId: string, formula: string | null): Command {
  const found = inputWith(document, inputId);
  if (!found) throw new RangeError('There is no such input in the plan.');
  const { calculator, input } = found;
  const owner = ownerOfFigure(inputId);
  const extra = document.loanExtras.get(owner);
  if (extra) return { kind: 'loan.setExtra', id: owner, settings: withoutId({ ...extra, amount: formula }) };
  const move = document.savingsMoves.get(owner);
  if (move) return { kind: 'pot.setMove', id: owner, settings: withoutId({ ...move, amount: formula }) };
  const band = document.taxBands.get(inputId.slice(0, inputId.lastIndexOf(':')));
  if (band) {
    const { schedule, validFrom } = band;
    const set = bandSetsOf(document, schedule).find((each) => each.validFrom === validFrom)!;
    const bands = set.bands.map(({ id, from, rate }) => ({
      from,
      rate,
      ...(id === band.id ? { [input.column]: formula ?? '' } : {}),
    }));
    return { kind: 'taxSchedule.setBands', schedule, validFrom, bands };
  }
  return commandForSettings(calculator.table, owner, { [input.column]: formula });
}

/** The command that changes what is said of a calculator, or makes one; `decide` checks what it says. */
export function commandForSettings(
  table: CalculatorTable,
  id: string,
  settings: Readonly<Record<string, string | null>>,
): Command {
  switch (table) {
    case 'loans':
      return { kind: 'loan.set', loan: id, settings } as Command;
    case 'savings':
      return { kind: 'pot.set', pot: id, settings } as Command;
    case 'taxSchedules':
      return { kind: 'taxSchedule.set', schedule: id, settings } as Command;
    case 'breakEvens':
      return { kind: 'breakEven.set', breakEven: id, settings } as Command;
  }
}

function withoutId<R extends { readonly id: string }>({ id: _, ...rest }: R): Omit<R, 'id'> {
  return rest;
}

/** An extra payment of a loan; `null` takes it away. */
export function setExtra(draft: Draft, { id, settings }: CommandOf<'loan.setExtra'>): void {
  if (settings === null) {
    existing(draft, 'loanExtras', id, 'This extra payment');
    return draft.delete('loanExtras', id);
  }
  const loan = existing(draft, 'loans', settings.loan, 'The loan');
  if (!draft.get('loanExtras', id)) {
    checkNewId(draft, id);
    refuseMany(extrasOf(draft.document, loan.id).length, 'extra payments');
  }
  checkMonth(settings.from, 'from');
  checkSpan(settings.from, settings.until);
  draft.set('loanExtras', { id, ...settings, amount: storedInput(draft, settings.amount, 'amount') });
}

/** A single deposit, a withdrawal or a pause of a pot; `null` takes it away. */
export function setMove(draft: Draft, { id, settings }: CommandOf<'pot.setMove'>): void {
  if (settings === null) {
    existing(draft, 'savingsMoves', id, 'This entry');
    return draft.delete('savingsMoves', id);
  }
  const pot = existing(draft, 'savings', settings.pot, 'The savings pot');
  if (!draft.get('savingsMoves', id)) {
    checkNewId(draft, id);
    refuseMany(movesOf(draft.document, pot.id).length, 'entries');
  }
  checkMonth(settings.from, 'from');
  checkSpan(settings.from, settings.until);
  draft.set('savingsMoves', { id, ...settings, amount: storedInput(draft, settings.amount, 'amount') });
}

/** The bands of a schedule from a year on, as a whole; none takes that year's bands away. Impossible ones are refused. */
export function setBands(draft: Draft, { schedule, validFrom, bands }: CommandOf<'taxSchedule.setBands'>): void {
  existing(draft, 'taxSchedules', schedule, 'This tax schedule');
  if (bands.length > MAX_PARTS) throw refused('invalid', `A schedule has at most ${MAX_PARTS} bands.`, 'bands');
  const stored = bands.map(({ from, rate }, index) => {
    const part = (given: number | string, words: string): string => {
      const formula = storedInput(draft, typeof given === 'number' ? figureAsFormula(given) : given, 'bands');
      if (formula === null) throw refused('invalid', `Band ${index + 1} needs a ${words}.`, 'bands');
      return formula;
    };
    return { from: part(from, 'beginning'), rate: part(rate, 'rate') };
  });
  const refusal = storedBandsRefusal(stored);
  if (refusal) throw refused('invalid', refusal, 'bands');
  for (const row of rowsWhere(draft.document.taxBands, 'schedule', schedule))
    if (row.validFrom === validFrom) draft.delete('taxBands', row.id);
  const order = positions(stored.length);
  stored.forEach((band, index) => {
    const id = taxBandId(schedule, validFrom, index + 1);
    draft.set('taxBands', { id, schedule, validFrom, ...band, position: order[index]! });
  });
}

/** Copies a calculator with its parts; as an offer, the copy belongs to the loan it is another offer for. */
export function copyCalculator(draft: Draft, { calculator: id, as, name, offer }: CommandOf<'calculator.copy'>): void {
  const source = present(draft, id);
  checkNewId(draft, as);
  const { table, row } = source;
  const called = name === null ? freeName(draft.document, row.name) : name;
  checkName(draft, called, null, 'name');
  if (offer && table !== 'loans') throw refused('invalid', 'Only a loan has other offers.', 'offer');
  const rows = inOrder<Calculator['row']>(draft.document[table].values());
  const after = rows[rows.findIndex((other) => other.id === id) + 1]?.position ?? null;
  // A copy stands beside what it is a copy of; an offer comes after the others.
  const position = offer ? positionBetween(rows.at(-1)!.position, null) : positionBetween(row.position, after);
  const copy = { ...row, id: as, name: tidy(called), position };
  if (table === 'loans')
    draft.set('loans', { ...(copy as LoanRow), offerOf: offer ? (row.offerOf ?? row.id) : row.offerOf });
  else draft.set(table, copy as never);
  copyParts(draft, id, as);
}

function copyParts(draft: Draft, from: string, to: string): void {
  const partId = (index: number) => `${to.slice(0, 58)}-${index + 1}`;
  extrasOf(draft.document, from).forEach((extra, index) =>
    draft.set('loanExtras', { ...extra, id: partId(index), loan: to }),
  );
  movesOf(draft.document, from).forEach((move, index) =>
    draft.set('savingsMoves', { ...move, id: partId(index), pot: to }),
  );
  for (const { validFrom, bands } of bandSetsOf(draft.document, from))
    bands.forEach((band, index) =>
      draft.set('taxBands', { ...band, id: taxBandId(to, validFrom, index + 1), schedule: to }),
    );
}

/** Makes an offer the loan itself, and what the loan was an offer in its place: all that uses the loan follows. */
export function takeOffer(draft: Draft, { offer: id }: CommandOf<'loan.takeOffer'>): void {
  const offer = existing(draft, 'loans', id, 'This offer');
  if (offer.offerOf === null) throw refused('invalid', `${offer.name} is no offer for another loan.`, 'offer');
  const loan = existing(draft, 'loans', offer.offerOf, 'The loan');
  const own = ({ id: rowId, name, offerOf, position }: LoanRow) => ({ id: rowId, name, offerOf, position });
  const extras = { loan: extrasOf(draft.document, loan.id), offer: extrasOf(draft.document, offer.id) };
  draft.set('loans', { ...offer, ...own(loan) });
  draft.set('loans', { ...loan, ...own(offer) });
  for (const extra of extras.loan) draft.set('loanExtras', { ...extra, loan: offer.id });
  for (const extra of extras.offer) draft.set('loanExtras', { ...extra, loan: loan.id });
}

/** Takes a calculator away, with its parts and offers; what rules use stays. */
export function deleteCalculator(draft: Draft, id: string): void {
  const { table, row } = present(draft, id);
  refuseUsed(draft, table, row as never);
  deleteWithAll(draft, table, id);
}

/** Puts lines with rules into a group, all in one step; the group may be new. */
export function placeLines(draft: Draft, { group, newGroup, lines }: CommandOf<'lines.place'>): void {
  if (newGroup) {
    checkNewId(draft, group);
    checkName(draft, newGroup.name, null, 'newGroup');
    draft.set('groups', {
      id: group,
      name: tidy(newGroup.name),
      side: newGroup.side,
      rhythm: newGroup.side === 'expense' ? 'fixed' : null,
      projectionRate: null,
      ownRate: null,
      position: positionBefore(draft, 'groups', null, null),
    });
  } else existing(draft, 'groups', group, 'The group these lines should go to');
  const { firstMonth } = planOf(draft.document);
  for (const { id, name, unit, formula } of lines) {
    checkNewId(draft, id);
    checkName(draft, name, null, 'lines');
    checkUnit(unit);
    draft.set('lines', {
      id,
      group,
      name: tidy(name),
      unit,
      rollUp: 'total',
      note: '',
      position: positionBefore(draft, 'lines', null, null, group),
      emphasis: 'none',
      locked: false,
      targetShare: null,
      projectionRate: null,
      ownRate: null,
    });
    setRule(draft, id, firstMonth, 'every', null, { amount: null, formula: storedFormula(draft, formula) });
  }
}

function present(draft: Draft, id: string): Calculator {
  const calculator = calculatorWith(draft.document, id);
  if (!calculator) throw refused('gone', 'This calculator is no longer in the plan.');
  return calculator;
}

function refuseMany(count: number, what: string): void {
  if (count >= MAX_PARTS) throw refused('invalid', `There are at most ${MAX_PARTS} ${what}.`);
}

function checkSpan(from: string, until: string | null): void {
  if (until === null) return;
  checkMonth(until, 'until');
  if (until < from) throw refused('invalid', 'The last month lies before the first.', 'until');
}
