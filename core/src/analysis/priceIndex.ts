import { addMonths, beginningOf, type Month } from '../calendar/month.ts';
import { yearsOf, type Calendar } from '../calendar/calendar.ts';

/** A price index of one month. */
export interface IndexValue {
  readonly month: Month;
  readonly value: number;
}

/** Yearly rises as an assumption has them: a value from the plan's start, and later ones from the beginning of a year. */
export interface IndexRates {
  /** As fractions: 0.024 for 2.4 %. */
  readonly value: number;
  readonly steps: readonly { readonly from: Month; readonly value: number }[];
  /** The last month the rises are known from. */
  readonly until: Month;
}

/** States how finely a rise is told: a hundredth of a percent, as offices publish it. */
const FINEST = 1e4;

/**
 * The rises of a price index over twelve months, year by year of a plan: each year has that of its last published month.
 * Years before the index have the first rise there is, years after it go on with the last. `null` where the index does not
 * reach over a year.
 */
export function ratesFromIndex(index: readonly IndexValue[], calendar: Calendar): IndexRates | null {
  const values = new Map(index.map(({ month, value }) => [month, value]));
  const rises = index.flatMap(({ month, value }) => {
    const before = values.get(addMonths(month, -12));
    return before === undefined || before <= 0
      ? []
      : [{ month, rise: Math.round((value / before - 1) * FINEST) / FINEST }];
  });
  const [first, last] = [rises[0], rises.at(-1)];
  if (!first || !last) return null;
  const rates = yearsOf(calendar).map((year) => {
    const next = beginningOf(year + 1, calendar.yearBegins);
    const rise = rises.filter(({ month }) => month < next).at(-1) ?? first;
    return { from: beginningOf(year, calendar.yearBegins), value: rise.rise };
  });
  const steps = rates.filter(({ value }, index) => index > 0 && value !== rates[index - 1]!.value);
  return { value: rates[0]!.value, steps, until: last.month };
}
