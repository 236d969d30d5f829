import type { Month } from '../../calendar/month.ts';
import type { PlanModel } from '../../engine/planModel.ts';
import type { Command } from '../../plan/commands/commands.ts';

/** What a careful reviewer looks for. */
export const CHECK_KINDS = [
  'missingFigure',
  'typedNumber',
  'manyExceptions',
  'doubleCount',
  'blankFactor',
  'units',
  'yearInTheRed',
  'monthsInTheRed',
  'sharesOver',
  'outsidePlan',
  'unusedAssumption',
  'idleHighlight',
  'similarNames',
  'setAsideNever',
  'withoutAnswer',
] as const;
export type CheckKind = (typeof CHECK_KINDS)[number];

/** Something about a plan worth a second look. */
export interface Finding {
  /** Stays the same as long as it is the same finding; what is set aside is known by it. */
  readonly key: string;
  readonly kind: CheckKind;
  /** Where: a line, group, total, assumption or calculator, and a month where it is about one. */
  readonly place: { readonly id: string; readonly month: Month | null };
  /** What was found, in a sentence. */
  readonly message: string;
  /** What would put it right, where one thing would. */
  readonly mend: { readonly words: string; readonly command: Command } | null;
}

/** A finding before it has its key: `about` tells it from others of its kind at the same place. */
export type Found = Omit<Finding, 'key' | 'kind'> & { readonly about?: string };

/** One of the things a reviewer looks for. */
export type Check = (model: PlanModel) => Found[];

/** Why each kind of finding matters, in a sentence. */
export const WHY: Readonly<Record<CheckKind, string>> = {
  missingFigure: 'Where there is no figure, whatever is added up from it is missing too.',
  typedNumber: 'When the assumption changes, this number stays behind, silently.',
  manyExceptions:
    'A rule that holds in fewer months than it is broken explains little; its exceptions may be the rule.',
  doubleCount: 'The same money enters a total twice, and the net is wrong by it.',
  blankFactor: 'An empty month is no zero: divided by it there is no figure, multiplied by it there is none either.',
  units: 'A figure in the wrong unit looks like any other and is wrong by a factor.',
  yearInTheRed: 'Over the year more goes out than comes in.',
  monthsInTheRed: 'In these months the money has to come from somewhere else.',
  sharesOver: 'More is given out than there is.',
  outsidePlan: 'It lies in a month in which it can do nothing.',
  unusedAssumption: 'Changing it changes nothing, which surprises whoever tries.',
  idleHighlight: 'It will stay silent, and its silence looks as if all were well.',
  similarNames: 'In a rule, one of them is easily taken for the other.',
  setAsideNever: 'What is set aside is not there to set aside.',
  withoutAnswer: 'Whatever uses its figures has none either.',
};
