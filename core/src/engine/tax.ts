import type { TaxTerms } from '../formula/functions/description.ts';
import type { Call } from '../formula/expression/syntax.ts';
import { inputId } from '../plan/document/calculators.ts';
import type { CompileContext } from './context.ts';
import { readerOf } from './kernels.ts';
import type { Series } from './series.ts';
import type { Reader } from '../formula/expression/evaluation.ts';

/** The figures of its schedule that a call of `tax` reads. */
export function taxInputs(call: Call, { bandsOf }: Pick<CompileContext, 'bandsOf'>): string[] {
  const schedule = scheduleOf(call);
  const ofBands = bandsOf(schedule).flatMap(({ bands }) =>
    bands.flatMap(({ id }) => [inputId(id, 'from'), inputId(id, 'rate')]),
  );
  return [inputId(schedule, 'allowance'), inputId(schedule, 'rebateLimit'), ...ofBands];
}

/** The years a call of `tax` takes the bands of. */
export function taxYears(call: Call, { yearsBy }: Pick<CompileContext, 'yearsBy'>): Series {
  return yearsBy(scheduleOf(call));
}

function scheduleOf({ args }: Call): string {
  return args[0]?.kind === 'ref' ? args[0].id : '';
}

/** Returns what a call of `tax` is reckoned from, read month by month. */
export function taxTerms(call: Call, income: Reader, { operandOf, bandsOf, yearsBy }: CompileContext): TaxTerms {
  const schedule = scheduleOf(call);
  const read = (row: string, column: string) => readerOf(operandOf(inputId(row, column)));
  return {
    sets: bandsOf(schedule).map(({ validFrom, bands }) => ({
      validFrom,
      bands: bands.map(({ id }) => ({ from: read(id, 'from'), rate: read(id, 'rate') })),
    })),
    year: readerOf(yearsBy(schedule)),
    income,
    allowance: read(schedule, 'allowance'),
    rebateLimit: read(schedule, 'rebateLimit'),
  };
}
