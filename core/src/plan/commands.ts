import type { Month } from '../calendar/month.ts';
import type { Unit } from '../figure/unit.ts';
import type { Place } from '../formula/syntax.ts';
import type { CalculatorTable } from './calculators.ts';
import type { Stepping } from './carryOn.ts';
import type { Change } from './document.ts';
import type { HighlightSettings } from './highlights.ts';
import type {
  AssumptionRow,
  ChartRow,
  ChartSeriesRow,
  GroupRow,
  LineRow,
  LoanExtraRow,
  PlanRow,
  Rhythm,
  Row,
  SavingsMoveRow,
  Side,
} from './tables.ts';

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

/** What can be set of an assumption. */
export type AssumptionSettings = Pick<
  AssumptionRow,
  'name' | 'unit' | 'value' | 'formula' | 'low' | 'high' | 'section' | 'note'
>;

/** What can be set of a calculator. */
export type CalculatorSettings<T extends CalculatorTable> = Partial<Omit<Row<T>, 'id' | 'position' | 'offerOf'>>;

/** A band as it is given: its figures as numbers or as formulas. */
export type BandEntry = Readonly<Record<'from' | 'rate', number | string>>;

/** `before` names the row to stand in front of; `null` puts it last. */
type Placement = string | null;

/**
 * What someone means to do with a plan. Formulas come with names or with ids in braces, in canonical notation; ids of
 * new rows are made by whoever sends the command.
 */
export type Command =
  | { readonly kind: 'plan.carryOn'; readonly years: number; readonly stepping: Stepping; readonly rate: string | null; readonly actual?: readonly (Cell & { readonly figure: number })[] }
  | { readonly kind: 'plan.set'; readonly settings: Partial<Omit<PlanRow, 'id'>> }
  | { readonly kind: 'group.add'; readonly id: string; readonly name: string; readonly side: Side; readonly rhythm: Rhythm | null; readonly before: Placement }
  | { readonly kind: 'group.set'; readonly group: string; readonly settings: Partial<Pick<GroupRow, 'name' | 'side' | 'rhythm' | 'projectionRate' | 'ownRate'>> }
  | { readonly kind: 'group.move'; readonly group: string; readonly before: Placement }
  | { readonly kind: 'group.duplicate'; readonly group: string; readonly id: string }
  | { readonly kind: 'group.delete'; readonly group: string }
  | { readonly kind: 'line.add'; readonly id: string; readonly group: string; readonly name: string; readonly unit: FigureUnit; readonly before: Placement }
  | { readonly kind: 'line.set'; readonly line: string; readonly settings: Partial<Pick<LineRow, 'name' | 'unit' | 'rollUp' | 'note' | 'emphasis' | 'locked' | 'targetShare' | 'projectionRate' | 'ownRate'>> }
  | { readonly kind: 'line.move'; readonly line: string; readonly group: string; readonly before: Placement }
  | { readonly kind: 'line.duplicate'; readonly line: string; readonly id: string }
  | { readonly kind: 'line.delete'; readonly line: string }
  | { readonly kind: 'line.setFigure'; readonly line: string; readonly month: Month; readonly reach: Reach; readonly until?: Month | null; readonly figure: number | null }
  | { readonly kind: 'line.setFormula'; readonly line: string; readonly month: Month; readonly reach: Reach; readonly until?: Month | null; readonly formula: string }
  | { readonly kind: 'line.rewriteStep'; readonly line: string; readonly from: Month | null; readonly formula: string }
  | { readonly kind: 'line.clearException'; readonly line: string; readonly month: Month }
  | { readonly kind: 'line.removeStep'; readonly line: string; readonly from: Month | null }
  | { readonly kind: 'line.moveStep'; readonly line: string; readonly from: Month; readonly to: Month }
  | { readonly kind: 'line.moveException'; readonly line: string; readonly month: Month; readonly to: Month }
  | { readonly kind: 'lines.order'; readonly groups: readonly { readonly group: string; readonly lines: readonly string[] }[] }
  | { readonly kind: 'figures.set'; readonly figures: readonly (Cell & { readonly figure: number | null })[]; readonly as: 'exceptions' | 'rule' }
  | { readonly kind: 'figures.clear'; readonly cells: readonly Cell[] }
  | { readonly kind: 'figures.adjust'; readonly cells: readonly Cell[]; readonly by: Adjustment }
  | { readonly kind: 'income.split'; readonly shares: readonly { readonly line: string; readonly share: number | null }[] }
  | { readonly kind: 'year.lock'; readonly year: number; readonly locked: boolean }
  | { readonly kind: 'figureNote.set'; readonly of: string; readonly month: Month; readonly text: string }
  | { readonly kind: 'highlight.set'; readonly id: string; readonly settings: HighlightSettings }
  | { readonly kind: 'highlight.delete'; readonly id: string }
  | { readonly kind: 'scenario.set'; readonly id: string; readonly name: string }
  | { readonly kind: 'scenario.delete'; readonly id: string }
  | { readonly kind: 'scenario.setValues'; readonly scenario: string; readonly values: readonly { readonly assumption: string; readonly value: number | null }[] }
  | { readonly kind: 'scenario.setFigures'; readonly scenario: string; readonly figures: readonly (Cell & { readonly figure: number | null })[] }
  | { readonly kind: 'scenario.clearFigures'; readonly scenario: string; readonly cells: readonly Cell[] }
  | { readonly kind: 'scenario.adopt'; readonly id: string }
  | { readonly kind: 'chart.set'; readonly id: string; readonly settings: Omit<ChartRow, 'id' | 'position'>; readonly series: readonly Omit<ChartSeriesRow, 'id' | 'chart' | 'position'>[] }
  | { readonly kind: 'chart.move'; readonly id: string; readonly before: Placement }
  | { readonly kind: 'chart.delete'; readonly id: string }
  | { readonly kind: 'lines.place'; readonly group: string; readonly newGroup: { readonly name: string; readonly side: Side } | null; readonly lines: readonly { readonly id: string; readonly name: string; readonly unit: FigureUnit; readonly formula: string }[] }
  | { readonly kind: 'loan.set'; readonly loan: string; readonly settings: CalculatorSettings<'loans'> }
  | { readonly kind: 'loan.setExtra'; readonly id: string; readonly settings: Omit<LoanExtraRow, 'id'> | null }
  | { readonly kind: 'loan.takeOffer'; readonly offer: string }
  | { readonly kind: 'pot.set'; readonly pot: string; readonly settings: CalculatorSettings<'savings'> }
  | { readonly kind: 'pot.setMove'; readonly id: string; readonly settings: Omit<SavingsMoveRow, 'id'> | null }
  | { readonly kind: 'taxSchedule.set'; readonly schedule: string; readonly settings: CalculatorSettings<'taxSchedules'> }
  | { readonly kind: 'taxSchedule.setBands'; readonly schedule: string; readonly validFrom: number | null; readonly bands: readonly BandEntry[] }
  | { readonly kind: 'breakEven.set'; readonly breakEven: string; readonly settings: CalculatorSettings<'breakEvens'> }
  | { readonly kind: 'calculator.copy'; readonly calculator: string; readonly as: string; readonly name: string | null; readonly offer: boolean }
  | { readonly kind: 'calculator.delete'; readonly calculator: string }
  | { readonly kind: 'finding.waive'; readonly finding: string; readonly reason: string }
  | { readonly kind: 'finding.takeUp'; readonly finding: string }
  | { readonly kind: 'assumption.add'; readonly id: string; readonly name: string; readonly unit: FigureUnit; readonly value: number; readonly note: string; readonly before: Placement }
  | { readonly kind: 'assumption.set'; readonly assumption: string; readonly settings: Partial<AssumptionSettings> }
  | { readonly kind: 'assumption.fix'; readonly assumption: string; readonly value: number }
  | { readonly kind: 'assumption.setStep'; readonly assumption: string; readonly from: Month; readonly value: number }
  | { readonly kind: 'assumption.moveStep'; readonly assumption: string; readonly from: Month; readonly to: Month }
  | { readonly kind: 'assumption.removeStep'; readonly assumption: string; readonly from: Month }
  | { readonly kind: 'assumption.move'; readonly assumption: string; readonly before: Placement; readonly section?: string }
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
