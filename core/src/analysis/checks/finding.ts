import type { Document } from '../../plan/document/document.ts';
import { freshName } from '../../plan/document/naming.ts';
import type { Month } from '../../calendar/month.ts';
import type { PlanModel } from '../../engine/planModel.ts';
import type { Command } from '../../plan/commands/commands.ts';
import { messageFor, type Message } from '../../message.ts';

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
  readonly message: Message;
  /** What would put it right, where one thing would. */
  readonly mend: Mend | null;
  /** What else would, where there are two ways. */
  readonly otherMend?: Mend;
}

/** A command that puts something right, and what it is called. */
export interface Mend {
  readonly words: Message;
  readonly command: Command;
  /** What the line it adds is called, in the language of whoever adds it. */
  readonly name?: Message;
}

/** The command that puts something right; a line it adds is called as `write` says it. */
export function commandOf({ command, name }: Mend, document: Document, write: (text: Message) => string): Command {
  if (name === undefined || command.kind !== 'lines.place') return command;
  const called = freshName(document, write(name));
  return { ...command, lines: command.lines.map((line) => ({ ...line, name: called })) };
}

/** A finding before it has its key: `about` tells it from others of its kind at the same place. */
export type Found = Omit<Finding, 'key' | 'kind'> & { readonly about?: string };

/** One of the things a reviewer looks for. */
export type Check = (model: PlanModel) => Found[];

/** Why each kind of finding matters, in a sentence. */
export const WHY: Readonly<Record<CheckKind, Message>> = {
  missingFigure: messageFor('finding.whereThereIsNoFigure'),
  typedNumber: messageFor('finding.whenTheAssumptionChangesThis'),
  manyExceptions: messageFor('finding.aRuleThatHoldsIn'),
  typedOverRule: messageFor('finding.whatIsTypedStays'),
  doubleCount: messageFor('finding.theSameMoneyEntersA'),
  blankFactor: messageFor('finding.anEmptyMonthIsNo'),
  emptyFactor: messageFor('finding.anEmptyItemIsMissing'),
  units: messageFor('finding.aFigureInTheWrongUnit'),
  calendarWord: messageFor('finding.aNameWinsToday'),
  tenfold: messageFor('finding.hardlyMeantTenfold'),
  typedNegative: messageFor('finding.aMinusCountsTheOtherWay'),
  unlikelyRate: messageFor('finding.aRateIsTypedInPercent'),
  yearlyEachMonth: messageFor('finding.aYearTwelveTimes'),
  taxOfMonth: messageFor('finding.bandsAreOfAYear'),
  sumMisses: messageFor('finding.aLineIsLeftOut'),
  leftBehind: messageFor('finding.theRuleWasRaised'),
  itemWithoutMonth: messageFor('finding.whatHasNoMonth'),
  ruleEnds: messageFor('finding.nothingIsPlannedAfter'),
  loanUnpaid: messageFor('finding.whatIsNotInTheBudget'),
  yearInTheRed: messageFor('finding.overTheYearMoreGoes'),
  monthsInTheRed: messageFor('finding.inTheseMonthsTheMoney'),
  sharesOver: messageFor('finding.moreIsGivenOutThan'),
  outsidePlan: messageFor('finding.itLiesInAMonth'),
  unusedAssumption: messageFor('finding.changingItChangesNothingWhich'),
  idleHighlight: messageFor('finding.itWillStaySilentAnd'),
  similarNames: messageFor('finding.inARuleOneOf'),
  setAsideNever: messageFor('finding.whatIsSetAsideIs'),
  withoutAnswer: messageFor('finding.whateverUsesItsFiguresHas'),
  lostFeed: messageFor('finding.whatIsFollowedIsGone'),
  enteredTwice: messageFor('finding.theSameTwice'),
  neverEntered: messageFor('finding.whatIsNeverEntered'),
  belowLimit: messageFor('finding.belowTheLimit'),
  longOverdue: messageFor('finding.expectedLongAgo'),
  unassigned: messageFor('finding.reportsMiss'),
  closingDiffers: messageFor('finding.somethingIsMissing'),
};
