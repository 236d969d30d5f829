import type { Month } from '../calendar/month.ts';
import type { Unit } from '../figure/unit.ts';
import type { Place } from '../formula/syntax.ts';
import type { Change } from './document.ts';
import type { HighlightSettings } from './highlights.ts';
import type { AssumptionRow, GroupRow, LineRow, PlanRow, Rhythm, Side } from './tables.ts';

/** How far an edit goes: one month, from a month on, from a month until another, or all months. */
export const REACHES = ['month', 'onward', 'until', 'every'] as const;
export type Reach = (typeof REACHES)[number];

/** The units a line may count in. */
type FigureUnit = Exclude<Unit, 'date' | 'yesNo'>;

/** A month of a line. */
export interface Cell {
  readonly line: string;
  readonly month: Month;
}

/** By how much figures are raised or lowered: an amount each, or a factor (1.05 for 5 % more). */
export type Adjustment = (
  { readonly kind: 'amount'; readonly amount: number } | { readonly kind: 'factor'; readonly factor: number }
) & {
  /** Whether a figure may not be lowered below nothing. */
  readonly notBelowZero: boolean;
};

/** The most months of lines one command may change. */
export const MAX_CELLS = 10_000;

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
  | { readonly kind: 'line.set'; readonly line: string; readonly settings: Partial<Pick<LineRow, 'name' | 'unit' | 'rollUp' | 'note' | 'emphasis' | 'locked' | 'targetShare'>> }
  | { readonly kind: 'line.move'; readonly line: string; readonly group: string; readonly before: Placement }
  | { readonly kind: 'line.duplicate'; readonly line: string; readonly id: string }
  | { readonly kind: 'line.delete'; readonly line: string }
  | { readonly kind: 'line.setFigure'; readonly line: string; readonly month: Month; readonly reach: Reach; readonly until?: Month | null; readonly figure: number | null }
  | { readonly kind: 'line.setFormula'; readonly line: string; readonly month: Month; readonly reach: Reach; readonly until?: Month | null; readonly formula: string }
  | { readonly kind: 'line.clearException'; readonly line: string; readonly month: Month }
  | { readonly kind: 'line.removeStep'; readonly line: string; readonly from: Month | null }
  | { readonly kind: 'line.moveStep'; readonly line: string; readonly from: Month; readonly to: Month }
  | { readonly kind: 'line.moveException'; readonly line: string; readonly month: Month; readonly to: Month }
  | { readonly kind: 'lines.order'; readonly groups: readonly { readonly group: string; readonly lines: readonly string[] }[] }
  | { readonly kind: 'figures.set'; readonly figures: readonly (Cell & { readonly figure: number | null })[]; readonly as: 'exceptions' | 'rule' }
  | { readonly kind: 'figures.clear'; readonly cells: readonly Cell[] }
  | { readonly kind: 'figures.adjust'; readonly cells: readonly Cell[]; readonly by: Adjustment }
  | { readonly kind: 'income.split'; readonly shares: readonly { readonly line: string; readonly share: number }[] }
  | { readonly kind: 'year.lock'; readonly year: number; readonly locked: boolean }
  | { readonly kind: 'figureNote.set'; readonly of: string; readonly month: Month; readonly text: string }
  | { readonly kind: 'highlight.set'; readonly id: string; readonly settings: HighlightSettings }
  | { readonly kind: 'highlight.delete'; readonly id: string }
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
  readonly code: 'invalid' | 'gone' | 'used' | 'conflict' | 'locked';
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
