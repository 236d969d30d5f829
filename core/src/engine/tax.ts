import { scheduleRefusal, taxOn } from '../finance/tax.ts';
import type { Expression } from '../formula/syntax.ts';
import { bandsOfYear, inputId } from '../plan/document/calculators.ts';
import { readerOf, why, without, type Reader } from './kernels.ts';
import { BLANK, ProblemSite } from './problems.ts';
import type { CompileContext } from './vector.ts';

type TaxCall = Extract<Expression, { kind: 'call' }>;

/** The bands that hold from a year on, to be read month by month. */
interface ReadBands {
  readonly validFrom: number | null;
  readonly bands: readonly { readonly from: Reader; readonly rate: Reader }[];
}

/** What `tax(schedule, income)` is reckoned from. */
interface TaxTerms {
  readonly sets: readonly ReadBands[];
  readonly year: Reader;
  readonly income: Reader;
  readonly allowance: Reader;
  readonly rebateLimit: Reader;
}

/**
 * The tax on the income of a month by the bands of its year. Without an income it is empty, without an allowance or
 * rebate limit they are nothing; a year without bands, and bands or limits that cannot be, have no result.
 */
function taxKernel({ sets, year, income, allowance, rebateLimit }: TaxTerms, site: ProblemSite): Reader {
  const orNothing = (reader: Reader, at: number): number => {
    const value = reader(at);
    return value === value ? value : why.code > BLANK ? NaN : 0;
  };
  return (at) => {
    const amount = income(at);
    if (amount !== amount) return NaN;
    const free = orNothing(allowance, at);
    if (free !== free) return NaN;
    const limit = orNothing(rebateLimit, at);
    if (limit !== limit) return NaN;
    const set = bandsOfYear(sets, year(at));
    if (!set) return without(site.code('noResult', at));
    const bands: { from: number; rate: number }[] = [];
    for (const read of set.bands) {
      const from = read.from(at);
      if (from !== from) return NaN;
      const rate = read.rate(at);
      if (rate !== rate) return NaN;
      bands.push({ from, rate });
    }
    const schedule = { bands, allowance: free, rebateLimit: limit };
    return scheduleRefusal(schedule) === null ? taxOn(amount, schedule).tax : without(site.code('noResult', at));
  };
}

/** The figures of its schedule that a call of `tax` reads. */
export function taxInputs(call: TaxCall, { bandsOf }: Pick<CompileContext, 'bandsOf'>): string[] {
  const schedule = scheduleOf(call);
  const ofBands = bandsOf(schedule).flatMap(({ bands }) =>
    bands.flatMap(({ id }) => [inputId(id, 'from'), inputId(id, 'rate')]),
  );
  return [inputId(schedule, 'allowance'), inputId(schedule, 'rebateLimit'), ...ofBands];
}

function scheduleOf({ args }: TaxCall): string {
  return args[0]?.kind === 'ref' ? args[0].id : '';
}

/** Reads `tax(schedule, income)` month by month. */
export function taxReader(call: TaxCall, income: Reader, context: CompileContext): Reader {
  const { operandOf, bandsOf, words, problems, node } = context;
  const schedule = scheduleOf(call);
  const read = (row: string, column: string) => readerOf(operandOf(inputId(row, column)));
  const sets = bandsOf(schedule).map(({ validFrom, bands }) => ({
    validFrom,
    bands: bands.map(({ id }) => ({ from: read(id, 'from'), rate: read(id, 'rate') })),
  }));
  const terms = {
    sets,
    year: readerOf(words.year),
    income,
    allowance: read(schedule, 'allowance'),
    rebateLimit: read(schedule, 'rebateLimit'),
  };
  return taxKernel(terms, new ProblemSite(problems, node, call));
}
