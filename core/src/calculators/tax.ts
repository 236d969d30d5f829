import type { Calendar } from '../calendar/calendar.ts';
import { yearInWords, yearOf } from '../calendar/month.ts';
import { bandsRefusal, rateOnOneMore, scheduleRefusal, taxOn, type TaxSchedule, setOfYear } from '../finance/tax.ts';
import { inputId, type BandSet } from '../plan/document/calculators.ts';
import type { TaxScheduleRow } from '../plan/schema/tables.ts';
import { NoAnswer, isNoFigure, type Given, type NoFigure, type OutputFigures } from './given.ts';
import { messageFor, type Message } from '../message.ts';

/** Describes what is reckoned in one period: the schedule as it holds then, with the tax on its own income. */
export interface TaxAnswer {
  readonly schedule: TaxSchedule;
  readonly validFrom: number | null;
  /** `null` while no income is given. */
  readonly income: number | null;
  readonly result: ReturnType<typeof taxOn> | null;
  /** The rate one more of income would be taxed at; `null` while no income is given. */
  readonly onOneMore: number | null;
}

/** The schedule of one period, with its allowance and rebate limit, and the tax on its income. Throws `NoAnswer`. */
export function answerTax(
  row: TaxScheduleRow,
  sets: readonly BandSet[],
  given: Given,
  calendar: Calendar,
  period: number,
): TaxAnswer {
  const year = yearOf(calendar.months[period]!, row.yearBegins);
  const set = setOfYear(sets, year);
  if (!set)
    throw new NoAnswer(
      messageFor('calculator.noBands', { setCount: sets.length, year: yearInWords(year, row.yearBegins) }),
    );
  const input = (column: string) => given.at(inputId(row.id, column), period);
  const part = (band: string, column: 'from' | 'rate', words: Message): number => {
    const value = given.at(inputId(band, column), period);
    if (value === null) throw new NoAnswer(words, `${band}:${column}`);
    return value;
  };
  const schedule = {
    bands: set.bands.map(({ id }, index) => ({
      from: part(id, 'from', messageFor('calculator.bandStartMissing', { index: index + 1 })),
      rate: part(id, 'rate', messageFor('calculator.bandRateMissing', { index: index + 1 })),
    })),
    allowance: input('allowance') ?? 0,
    rebateLimit: input('rebateLimit') ?? 0,
  };
  const refusal = scheduleRefusal(schedule);
  if (refusal) {
    const limit = schedule.allowance < 0 ? 'allowance' : schedule.rebateLimit < 0 ? 'rebateLimit' : null;
    throw new NoAnswer(refusal, bandToBlame(set, schedule.bands) ?? limit);
  }
  const income = input('income');
  return {
    schedule,
    validFrom: set.validFrom,
    income,
    result: income === null ? null : taxOn(income, schedule),
    onOneMore: income === null ? null : rateOnOneMore(income, schedule),
  };
}

/** The input of the first band that cannot be: its row and column; `null` when all can. */
function bandToBlame({ bands: rows }: BandSet, bands: TaxSchedule['bands']): string | null {
  const position = bands.findIndex((_, index) => bandsRefusal(bands.slice(0, index + 1)) !== null);
  if (position < 0) return null;
  const { rate } = bands[position]!;
  return `${rows[position]!.id}:${rate >= 0 && rate <= 1 ? 'from' : 'rate'}`;
}

/** The figures of a schedule's outputs over the plan's months. */
export function taxFigures(answers: readonly (TaxAnswer | NoFigure)[]): Record<string, OutputFigures> {
  const each = (select: (answer: TaxAnswer) => number | null | undefined) =>
    answers.map((answer) => (isNoFigure(answer) ? answer : (select(answer) ?? null)));
  return {
    tax: each(({ result }) => result?.tax),
    'marginal rate': each(({ onOneMore }) => onOneMore),
    'effective rate': each(({ result }) => result?.effectiveRate),
  };
}

/**
 * The lowest incomes between `low` and `high` from which on the schedule that takes less is another one, found to the
 * cent; none when one of them never takes more than the other.
 */
export function crossingsOf(a: TaxSchedule, b: TaxSchedule, low: number, high: number): number[] {
  const difference = (income: number) => taxOn(income, a).tax - taxOn(income, b).tax;
  // Between two of these incomes both taxes are straight lines, but for a jump where a rebate ends.
  const corners = new Set([low, high]);
  for (const { bands, allowance = 0, rebateLimit = 0 } of [a, b]) {
    for (const { from } of bands) corners.add(from + allowance);
    corners.add(rebateLimit + allowance);
    corners.add(rebateLimit + allowance + 0.005);
  }
  const sorted = [...corners].filter((income) => income >= low && income <= high).sort((x, y) => x - y);
  const crossings: number[] = [];
  let sign = 0;
  let zeroFrom: number | null = null;
  sorted.forEach((income, index) => {
    const here = Math.sign(Math.round(difference(income) * 1e6));
    if (here === 0) {
      zeroFrom ??= income;
      return;
    }
    if (sign !== 0 && here !== sign) {
      const before = sorted[index - 1]!;
      crossings.push(zeroFrom ?? bisect(difference, before, income));
    }
    sign = here;
    zeroFrom = null;
  });
  return crossings;
}

function bisect(f: (x: number) => number, from: number, to: number): number {
  const rising = f(to) > 0;
  let [low, high] = [from, to];
  while (high - low > 0.001) {
    const middle = (low + high) / 2;
    if (f(middle) > 0 === rising) high = middle;
    else low = middle;
  }
  return Math.round(high * 100) / 100;
}
