import type { Document } from '../../plan/document/document.ts';
import { freshName } from '../../plan/document/naming.ts';
import type { Month } from '../../calendar/month.ts';
import type { PlanModel } from '../../engine/planModel.ts';
import type { Command } from '../../plan/commands/commands.ts';
import { messageFor, type Message } from '../../message.ts';

/** States what a careful reviewer looks for. */
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
  /** States what was found, in a sentence. */
  readonly message: Message;
  /** States what would put it right, where one thing would. */
  readonly fix: Fix | null;
  /** States what else would, where there are two ways. */
  readonly otherFix?: Fix;
}

/** A command that puts something right, and what it is called. */
export interface Fix {
  readonly words: Message;
  readonly command: Command;
  /** States what the line it adds is called, in the language of whoever adds it. */
  readonly name?: Message;
}

/** The command that puts something right; a line it adds is called as `write` says it. */
export function commandOf({ command, name }: Fix, document: Document, write: (text: Message) => string): Command {
  if (name === undefined || command.kind !== 'lines.place') return command;
  const called = freshName(document, write(name));
  return { ...command, lines: command.lines.map((line) => ({ ...line, name: called })) };
}

/** A finding before it has its key: `about` tells it from others of its kind at the same place. */
export type Found = Omit<Finding, 'key' | 'kind'> & { readonly about?: string };

/** One of the things a reviewer looks for. */
export type Check = (model: PlanModel) => Found[];

/** Why each kind of finding matters, in a sentence. */
export const CONSEQUENCES: Readonly<Record<CheckKind, Message>> = {
  missingFigure: messageFor('finding.noFigure.consequence'),
  typedNumber: messageFor('finding.typedNumber.consequence'),
  manyExceptions: messageFor('finding.manyExceptions.consequence'),
  typedOverRule: messageFor('finding.itemExceptions.consequence'),
  doubleCount: messageFor('finding.countedTwice.consequence'),
  blankFactor: messageFor('finding.emptyFactor.consequence'),
  emptyFactor: messageFor('finding.itemFactorMissing.consequence'),
  units: messageFor('finding.unitMismatch.consequence'),
  calendarWord: messageFor('finding.calendarWord.consequence'),
  tenfold: messageFor('finding.monthStandsOut.consequence'),
  typedNegative: messageFor('finding.minusTyped.consequence'),
  unlikelyRate: messageFor('finding.unlikelyRate.consequence'),
  yearlyEachMonth: messageFor('finding.yearlyEachMonth.consequence'),
  taxOfMonth: messageFor('finding.taxOfMonth.consequence'),
  sumMisses: messageFor('finding.sumLeavesOut.consequence'),
  leftBehind: messageFor('finding.exceptionUnchanged.consequence'),
  itemWithoutMonth: messageFor('finding.itemsOutside.consequence'),
  ruleEnds: messageFor('finding.endsAlone.consequence'),
  loanUnpaid: messageFor('finding.loanWithoutLine.consequence'),
  yearInTheRed: messageFor('finding.yearExceeds.consequence'),
  monthsInTheRed: messageFor('finding.monthsExceed.consequence'),
  sharesOver: messageFor('finding.sharesExceed.consequence'),
  outsidePlan: messageFor('finding.outsideMonths.consequence'),
  unusedAssumption: messageFor('finding.unusedAssumption.consequence'),
  idleHighlight: messageFor('finding.highlightNeverShown.consequence'),
  similarNames: messageFor('finding.similarNames.consequence'),
  setAsideNever: messageFor('finding.savingsNotCovered.consequence'),
  withoutAnswer: messageFor('finding.noResult.consequence'),
  lostFeed: messageFor('finding.linkLost.consequence'),
  enteredTwice: messageFor('finding.duplicateEntry.consequence'),
  neverEntered: messageFor('finding.noEntries.consequence'),
  belowLimit: messageFor('finding.belowLimit.consequence'),
  longOverdue: messageFor('finding.longOverdue.consequence'),
  unassigned: messageFor('finding.unassigned.consequence'),
  closingDiffers: messageFor('finding.closingBalanceDiffers.consequence'),
};
