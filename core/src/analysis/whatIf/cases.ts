import { figureOver } from '../../engine/over.ts';
import { Model } from '../../engine/model.ts';
import { applyChanges, type Change, type Document } from '../../plan/document/document.ts';

/** One figure of a plan: of a line, group or total, over a stretch of periods, `to` exclusive. */
export interface FigureOf {
  readonly id: string;
  readonly from: number;
  readonly to: number;
}

/** Describes what an assumption is given in place of its value, in every month. */
export type Values = readonly (readonly [assumption: string, value: number])[];

/**
 * A plan under other values of its assumptions, one case after the other. Each case recomputes only what differs from
 * the case before. Given a value, an assumption has it in all months, whatever its dated values or its formula say.
 */
export class Cases {
  readonly model: Model;
  private document: Document;

  constructor(document: Document) {
    this.document = document;
    this.model = new Model(document);
  }

  /** Puts values in place; assumptions not named keep what they had in the case before. */
  take(values: Values): void {
    const changes: Change[] = [];
    for (const [id, value] of values) {
      const before = this.document.assumptions.get(id);
      if (!before) throw new RangeError('There is no such assumption in the plan.');
      if (before.value !== value || before.formula !== null)
        changes.push({ table: 'assumptions', id, before, after: { ...before, value, formula: null } });
      for (const step of this.document.assumptionSteps.values())
        if (step.assumption === id) changes.push({ table: 'assumptionSteps', id: step.id, before: step, after: null });
    }
    if (changes.length === 0) return;
    this.document = applyChanges(this.document, changes);
    this.model.update(this.document, changes);
  }

  /** A figure in the present case; NaN where there is none. */
  figure({ id, from, to }: FigureOf): number {
    return figureOver(this.model, id, { from, to });
  }
}

/** Values from one to another in equal steps, both included. */
export function valuesBetween(low: number, high: number, count: number): number[] {
  if (count < 2) return [low];
  return Array.from({ length: count }, (_, index) =>
    Number((low + ((high - low) * index) / (count - 1)).toPrecision(12)),
  );
}
