import type { Month } from '../calendar/month.ts';
import type { Unit } from '../figure/unit.ts';
import type { Place } from '../formula/syntax.ts';
import type { Change } from './document.ts';
import type { AssumptionRow, GroupRow, LineRow, PlanRow, Rhythm, Side } from './tables.ts';

/** How far an edit goes: one month, from a month on, or all months. */
export const REACHES = ['month', 'onward', 'every'] as const;
export type Reach = (typeof REACHES)[number];

/** The units a line may count in. */
type FigureUnit = Exclude<Unit, 'date' | 'yesNo'>;

/** `before` names the row to stand in front of; `null` puts it last. */
type Placement = string | null;

/**
 * What someone means to do with a plan. Formulas come with names or with ids in braces, in canonical notation; ids of
 * new rows are made by whoever sends the command.
 */
export type Command =
  | { readonly kind: 'plan.set'; readonly settings: Partial<Omit<PlanRow, 'id'>> }
  | { readonly kind: 'group.add'; readonly id: string; readonly name: string; readonly side: Side; readonly rhythm: Rhythm | null; readonly before: Placement }
  | { readonly kind: 'group.set'; readonly group: string; readonly settings: Partial<Pick<GroupRow, 'name' | 'side' | 'rhythm'>> }
  | { readonly kind: 'group.move'; readonly group: string; readonly before: Placement }
  | { readonly kind: 'group.duplicate'; readonly group: string; readonly id: string }
  | { readonly kind: 'group.delete'; readonly group: string }
  | { readonly kind: 'line.add'; readonly id: string; readonly group: string; readonly name: string; readonly unit: FigureUnit; readonly before: Placement }
  | { readonly kind: 'line.set'; readonly line: string; readonly settings: Partial<Pick<LineRow, 'name' | 'unit' | 'rollUp' | 'note'>> }
  | { readonly kind: 'line.move'; readonly line: string; readonly group: string; readonly before: Placement }
  | { readonly kind: 'line.duplicate'; readonly line: string; readonly id: string }
  | { readonly kind: 'line.delete'; readonly line: string }
  | { readonly kind: 'line.setFigure'; readonly line: string; readonly month: Month; readonly reach: Reach; readonly figure: number | null }
  | { readonly kind: 'line.setFormula'; readonly line: string; readonly month: Month; readonly reach: Reach; readonly formula: string }
  | { readonly kind: 'line.clearException'; readonly line: string; readonly month: Month }
  | { readonly kind: 'line.removeStep'; readonly line: string; readonly from: Month | null }
  | { readonly kind: 'assumption.add'; readonly id: string; readonly name: string; readonly unit: FigureUnit; readonly value: number; readonly note: string; readonly before: Placement }
  | { readonly kind: 'assumption.set'; readonly assumption: string; readonly settings: Partial<Pick<AssumptionRow, 'name' | 'unit' | 'value' | 'note'>> }
  | { readonly kind: 'assumption.setStep'; readonly assumption: string; readonly from: Month; readonly value: number }
  | { readonly kind: 'assumption.removeStep'; readonly assumption: string; readonly from: Month }
  | { readonly kind: 'assumption.move'; readonly assumption: string; readonly before: Placement }
  | { readonly kind: 'assumption.delete'; readonly assumption: string }; // prettier-ignore

export type CommandKind = Command['kind'];

/** Why a command cannot be carried out. */
export interface Refusal {
  /** `gone`: it refers to something that is no longer there. `used`: something else still needs it. */
  readonly code: 'invalid' | 'gone' | 'used' | 'conflict';
  /** A sentence for the person who tried. */
  readonly message: string;
  /** The field of the command that is to blame. */
  readonly field?: string;
  /** For a formula: where in its text. */
  readonly place?: Place;
  readonly suggestions?: readonly string[];
  /** For `used`: who uses it. */
  readonly uses?: readonly { readonly id: string; readonly name: string }[];
}

export type Decision =
  { readonly ok: true; readonly changes: readonly Change[] } | { readonly ok: false; readonly refusal: Refusal };
