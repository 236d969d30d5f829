import type { Month } from '../../calendar/month.ts';
import type { PlanModel } from '../../engine/planModel.ts';
import type { Command } from '../../plan/commands/commands.ts';
import { messages } from '../../messages/checks.ts';

/** What a careful reviewer looks for. */
export const CHECK_KINDS = [
  'missingFigure',
  'typedNumber',
  'manyExceptions',
  'typedOverRule',
  'doubleCount',
  'blankFactor',
  'emptyFactor',
  'units',
  'calendarWord',
  'tenfold',
  'typedNegative',
  'unlikelyRate',
  'yearlyEachMonth',
  'taxOfMonth',
  'sumMisses',
  'leftBehind',
  'itemWithoutMonth',
  'ruleEnds',
  'loanUnpaid',
  'yearInTheRed',
  'monthsInTheRed',
  'sharesOver',
  'outsidePlan',
  'unusedAssumption',
  'idleHighlight',
  'similarNames',
  'setAsideNever',
  'withoutAnswer',
  'lostFeed',
  'enteredTwice',
  'neverEntered',
  'belowLimit',
  'longOverdue',
  'unassigned',
  'closingDiffers',
] as const;
export type CheckKind = (typeof CHECK_KINDS)[number];

/** Those that look at what happened, not at the plan alone. */
export type LedgerCheckKind = Extract<
  CheckKind,
  'enteredTwice' | 'neverEntered' | 'belowLimit' | 'longOverdue' | 'unassigned' | 'closingDiffers'
>;

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
  readonly mend: Mend | null;
  /** What else would, where there are two ways. */
  readonly otherMend?: Mend;
}

/** A command that puts something right, and what it is called. */
export interface Mend {
  readonly words: string;
  readonly command: Command;
}

/** A finding before it has its key: `about` tells it from others of its kind at the same place. */
export type Found = Omit<Finding, 'key' | 'kind'> & { readonly about?: string };

/** One of the things a reviewer looks for. */
export type Check = (model: PlanModel) => Found[];

/** Why each kind of finding matters, in a sentence. */
export const WHY: Readonly<Record<CheckKind, string>> = {
  missingFigure: messages.whereThereIsNoFigure,
  typedNumber: messages.whenTheAssumptionChangesThis,
  manyExceptions: messages.aRuleThatHoldsIn,
  typedOverRule: messages.whatIsTypedStays,
  doubleCount: messages.theSameMoneyEntersA,
  blankFactor: messages.anEmptyMonthIsNo,
  emptyFactor: messages.anEmptyItemIsMissing,
  units: messages.aFigureInTheWrongUnit,
  calendarWord: messages.aNameWinsToday,
  tenfold: messages.hardlyMeantTenfold,
  typedNegative: messages.aMinusCountsTheOtherWay,
  unlikelyRate: messages.aRateIsTypedInPercent,
  yearlyEachMonth: messages.aYearTwelveTimes,
  taxOfMonth: messages.bandsAreOfAYear,
  sumMisses: messages.aLineIsLeftOut,
  leftBehind: messages.theRuleWasRaised,
  itemWithoutMonth: messages.whatHasNoMonth,
  ruleEnds: messages.nothingIsPlannedAfter,
  loanUnpaid: messages.whatIsNotInTheBudget,
  yearInTheRed: messages.overTheYearMoreGoes,
  monthsInTheRed: messages.inTheseMonthsTheMoney,
  sharesOver: messages.moreIsGivenOutThan,
  outsidePlan: messages.itLiesInAMonth,
  unusedAssumption: messages.changingItChangesNothingWhich,
  idleHighlight: messages.itWillStaySilentAnd,
  similarNames: messages.inARuleOneOf,
  setAsideNever: messages.whatIsSetAsideIs,
  withoutAnswer: messages.whateverUsesItsFiguresHas,
  lostFeed: messages.whatIsFollowedIsGone,
  enteredTwice: messages.theSameTwice,
  neverEntered: messages.whatIsNeverEntered,
  belowLimit: messages.belowTheLimit,
  longOverdue: messages.expectedLongAgo,
  unassigned: messages.reportsMiss,
  closingDiffers: messages.somethingIsMissing,
};
