import { taxOn } from '../finance/tax.ts';
import type { Expression } from '../formula/syntax.ts';
import { bandsOfYear, inputId, type BandSet } from '../plan/calculators.ts';
import { readerOf, why, without, type Reader } from './kernels.ts';
import { BLANK, ProblemSite } from './problems.ts';
import type { CompileContext } from './vector.ts';

/** What `tax(schedule, income)` is reckoned from. */
interface TaxTerms {
  readonly sets: readonly BandSet[];
  readonly year: Reader;
  readonly income: Reader;
  readonly allowance: Reader;
  readonly rebateLimit: Reader;
}

/**
 * The tax on the income of a month by the bands of its year. Without an income it is empty, without an allowance or
 * rebate limit they are nothing; a year without bands, or limits below zero, have no result.
 */
function taxKernel(terms: TaxTerms, site: ProblemSite): Reader {
  const { sets, year, income, allowance, rebateLimit } = terms;
  const orNothing = (reader: Reader, at: number): number => {
    const value = reader(at);
    return value === value ? value : why.code > BLANK ? NaN : 0;
  };
  const schedules = new Map(sets.map((set) => [set, set.bands.map(({ from, rate }) => ({ from, rate }))]));
  return (at) => {
    const amount = income(at);
    if (amount !== amount) return NaN;
    const free = orNothing(allowance, at);
    if (free !== free) return NaN;
    const limit = orNothing(rebateLimit, at);
    if (limit !== limit) return NaN;
    const set = bandsOfYear(sets, year(at));
    if (!set || free < 0 || limit < 0) return without(site.code('noResult', at));
    return taxOn(amount, { bands: schedules.get(set)!, allowance: free, rebateLimit: limit }).tax;
  };
}

/** The figures of its schedule that `tax` reads. */
export function taxLimits({ args }: Extract<Expression, { kind: 'call' }>): [string, string] {
  const schedule = args[0]?.kind === 'ref' ? args[0].id : '';
  return [inputId(schedule, 'allowance'), inputId(schedule, 'rebateLimit')];
}

/** Reads `tax(schedule, income)` month by month. */
export function taxReader(
  call: Extract<Expression, { kind: 'call' }>,
  income: Reader,
  { operandOf, bandsOf, words, problems, node }: CompileContext,
): Reader {
  const [schedule] = call.args;
  const [allowance, rebateLimit] = taxLimits(call).map((id) => readerOf(operandOf(id))) as [Reader, Reader];
  const sets = schedule?.kind === 'ref' ? bandsOf(schedule.id) : [];
  const terms = { sets, year: readerOf(words.year), income, allowance, rebateLimit };
  return taxKernel(terms, new ProblemSite(problems, node, call));
}
