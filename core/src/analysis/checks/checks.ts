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
import { idleHighlights } from './highlights.ts';
import { CHECK_KINDS, type Check, type CheckKind, type Finding } from './finding.ts';
import { blankFactors, doubleCounts, missingFigures, similarNames, typedNumbers, unitDoubts } from './rules.ts';

const CHECKS: Readonly<Record<CheckKind, Check>> = {
  missingFigure: missingFigures,
  typedNumber: typedNumbers,
  manyExceptions,
  doubleCount: doubleCounts,
  blankFactor: blankFactors,
  units: unitDoubts,
  yearInTheRed: yearsInTheRed,
  monthsInTheRed,
  sharesOver,
  outsidePlan,
  unusedAssumption: unusedAssumptions,
  idleHighlight: idleHighlights,
  similarNames,
  setAsideNever,
  withoutAnswer,
};

/** Everything a careful reviewer would find in a plan, whether set aside or not. */
export function findingsOf(model: PlanModel): Finding[] {
  return CHECK_KINDS.flatMap((kind) =>
    CHECKS[kind](model).map(({ about = '', ...found }): Finding => ({
      ...found,
      kind,
      key: `${kind}|${found.place.id}|${about}`.slice(0, 200),
    })),
  );
}

/** The reason a finding has been set aside with; `null` for one that is open. */
export function reasonOf(document: Document, { key }: Finding): string | null {
  return document.waivedFindings.get(key)?.reason ?? null;
}
