import type { PlanModel } from '../../engine/planModel.ts';
import type { Document } from '../../plan/document/document.ts';
import { withoutAnswer } from './calculators.ts';
import {
  manyExceptions,
  monthsInTheRed,
  outsidePlan,
  setAsideNever,
  sharesOver,
  unusedAssumptions,
  yearsInTheRed,
} from './figures.ts';
import { lostFeeds } from './planLinks.ts';
import { idleHighlights } from './highlights.ts';
import { CHECK_KINDS, type Check, type CheckKind, type Finding, type Found, type LedgerCheckKind } from './finding.ts';
import {
  belowLimit,
  closingDiffers,
  enteredTwice,
  longOverdue,
  neverEntered,
  unassigned,
  type LedgerCheck,
  type LedgerGiven,
} from './ledger.ts';
import { emptyFactors, missingInLists, typedOverRule } from './lists.ts';
import {
  itemsWithoutMonth,
  leftBehind,
  loansNobodyPays,
  rulesThatEnd,
  sumsThatMiss,
  taxOfAMonth,
  tenfold,
  typedNegative,
  unlikelyRates,
  yearlyEachMonth,
} from './slips.ts';
import {
  blankFactors,
  calendarWords,
  doubleCounts,
  missingFigures,
  similarNames,
  typedNumbers,
  unitDoubts,
} from './rules.ts';

const CHECKS: Readonly<Record<Exclude<CheckKind, LedgerCheckKind>, Check>> = {
  missingFigure: (model) => [...missingFigures(model), ...missingInLists(model)],
  typedNumber: typedNumbers,
  manyExceptions,
  typedOverRule,
  doubleCount: doubleCounts,
  blankFactor: blankFactors,
  emptyFactor: emptyFactors,
  units: unitDoubts,
  calendarWord: calendarWords,
  tenfold,
  typedNegative,
  unlikelyRate: unlikelyRates,
  yearlyEachMonth,
  taxOfMonth: taxOfAMonth,
  sumMisses: sumsThatMiss,
  leftBehind,
  itemWithoutMonth: itemsWithoutMonth,
  ruleEnds: rulesThatEnd,
  loanUnpaid: loansNobodyPays,
  yearInTheRed: yearsInTheRed,
  monthsInTheRed,
  sharesOver,
  outsidePlan,
  unusedAssumption: unusedAssumptions,
  idleHighlight: idleHighlights,
  similarNames,
  setAsideNever,
  withoutAnswer,
  lostFeed: lostFeeds,
};

const LEDGER_CHECKS: Readonly<Record<LedgerCheckKind, LedgerCheck>> = {
  enteredTwice,
  neverEntered,
  belowLimit,
  longOverdue,
  unassigned,
  closingDiffers,
};

/** Everything a careful reviewer would find in a plan, whether set aside or not. */
export function findingsOf(model: PlanModel): Finding[] {
  return keyed(CHECKS, (check) => check(model));
}

/** Returns what a careful reviewer would find in what happened, whether set aside or not. */
export function ledgerFindingsOf(model: PlanModel, given: LedgerGiven): Finding[] {
  return keyed(LEDGER_CHECKS, (check) => check(model, given));
}

function keyed<C>(checks: Readonly<Record<string, C>>, find: (check: C) => Found[]): Finding[] {
  const seen = new Set<string>();
  /** Makes a key unlike all before it: a finding is dismissed by its key. */
  const ownKey = (key: string): string => {
    let own = key.slice(0, 200);
    for (let nth = 2; seen.has(own); nth++) own = `${key.slice(0, 195)}|${nth}`;
    seen.add(own);
    return own;
  };
  return CHECK_KINDS.flatMap((kind) => {
    const check = checks[kind];
    if (check === undefined) return [];
    return find(check).map(({ about = '', ...rest }): Finding => ({
      ...rest,
      kind,
      key: ownKey(`${kind}|${rest.place.id}|${about}`),
    }));
  });
}

/** The reason a finding has been set aside with; `null` for one that is open. */
export function reasonOf(document: Document, { key }: Finding): string | null {
  return document.waivedFindings.get(key)?.reason ?? null;
}
