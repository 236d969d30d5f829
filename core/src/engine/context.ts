import type { Calendar } from '../calendar/calendar.ts';
import type { CalendarWord } from '../formula/expression/syntax.ts';
import type { BandSet } from '../plan/document/calculators.ts';
import type { Problems } from './problems.ts';
import type { Operand, Range, Series } from './series.ts';

/**
 * One operation of a program. All operations first widen the range to what they must renew, then all compute their results
 * over it: what one of them has to renew, those before it have renewed too.
 */
export interface Operation {
  readonly widen?: (range: Range) => void;
  readonly compute: (range: Range) => void;
}

/** Describes what a formula is compiled against. */
export interface CompileContext {
  /** The line whose rule it is; problems are reported there. */
  readonly node: string;
  readonly calendar: Calendar;
  readonly words: Readonly<Record<CalendarWord, Operand>>;
  readonly problems: Problems;
  readonly operandOf: (id: string) => Operand;
  /** The year each month falls into by a tax schedule. */
  readonly yearsBy: (schedule: string) => Series;
  /** The bands of a tax schedule. */
  readonly bandsOf: (schedule: string) => readonly BandSet[];
}
