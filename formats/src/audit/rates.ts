import { allPartsOf } from '../formulaTree.ts';
import { messageFor } from '../message.ts';
import type { RawFormula } from '../read/rawWorkbook.ts';
import type { AssumptionCell } from './assumptionCells.ts';
import type { BlockRow } from './block.ts';
import type { Review } from './review.ts';

/** Reviews a row's formula for rates typed into it, and for yearly ones used as if they were for a month. */
export function reviewRates(review: Review, row: BlockRow, formula: RawFormula, column: number): void {
  const place = { row: row.row, column };
  const typed = typedRateIn(formula);
  if (typed !== null) {
    const shared = [...review.assumptions.values()].find(({ value }) => Math.abs(value - typed) < 1e-9);
    const fix = shared
      ? messageFor('formats.audit.fix.referTo', { label: shared.label })
      : messageFor('formats.audit.fix.ownCell');
    review.say({
      kind: 'typedRate',
      ...place,
      message: messageFor('formats.audit.typedRate', {
        row: row.label,
        rate: `${Number((typed * 100).toPrecision(10))} %`,
      }),
      fix,
      money: null,
    });
  }
  const yearly = yearlyFactorIn(review, formula);
  if (!yearly) return;
  const value = review.cell(row.row, column)?.value;
  review.say({
    kind: 'yearlyAsMonthly',
    ...place,
    message: messageFor('formats.audit.yearlyRate', { row: row.label, rate: yearly.label }),
    fix: messageFor('formats.audit.fix.divideBy12'),
    money: typeof value === 'number' ? (value * 11) / 12 : null,
  });
}

/** A rate typed into a formula: `* 0.05`, `* 1.02`, `* 2.4%`, `* (1 + 0.024)`; `null` when there is none. */
export function typedRateIn(formula: RawFormula): number | null {
  for (const part of allPartsOf(formula)) {
    if (part.kind === 'percent' && part.operand.kind === 'number') return part.operand.value / 100;
    if (part.kind !== 'operation') continue;
    for (const side of [part.left, part.right]) {
      if (side.kind !== 'number') continue;
      const isPart = side.value > 0 && side.value < 1;
      if (part.operator === '*' && isPart) return side.value;
      if (part.operator === '*' && side.value > 1 && side.value < 1.5) return Math.round((side.value - 1) * 1e9) / 1e9;
      const other = side === part.left ? part.right : part.left;
      if (part.operator === '+' && isPart && other.kind === 'number' && other.value === 1) return side.value;
    }
  }
  return null;
}

/** A yearly rate by which a month’s figure is multiplied as it is. */
function yearlyFactorIn(review: Review, formula: RawFormula): AssumptionCell | null {
  if (dividesBy12(formula)) return null;
  for (const part of allPartsOf(formula)) {
    if (part.kind !== 'operation' || part.operator !== '*') continue;
    for (const side of [part.left, part.right]) {
      const rate = review.assumptionAt(side);
      if (rate?.period === 'year' && rate.look === 'percent') return rate;
    }
  }
  return null;
}

const is12 = (part: RawFormula) => part.kind === 'number' && part.value === 12;

/** Returns whether a formula divides by 12, or takes a root with it, as a yearly rate asks for. */
function dividesBy12(formula: RawFormula): boolean {
  return allPartsOf(formula).some(
    (part) =>
      part.kind === 'operation' &&
      (part.operator === '/' || part.operator === '^') &&
      allPartsOf(part.right).some(is12),
  );
}
