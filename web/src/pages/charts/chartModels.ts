import { Model, PlanProjection, withScenario, yearIn, type Document, type PlanModel } from '@haushalt/core';
import type { ChartSeries } from '../../parts/charts/draft.ts';

/** Gives the model a series takes its figures from. */
export type ModelFor = (series: Pick<ChartSeries, 'scenario' | 'projectedFrom'>) => PlanModel;

/** The models of a plan as it is, as its scenarios have it, and as it would be projected; each is made when first asked for. */
export function chartModels(model: PlanModel, base: Document): ModelFor {
  const made = new Map<string | number, Model>();
  const keep = (key: string | number, make: () => Model): Model => {
    let model = made.get(key);
    if (!model) made.set(key, (model = make()));
    return model;
  };
  return ({ scenario, projectedFrom }) => {
    if (scenario !== null && base.scenarios.has(scenario))
      return keep(scenario, () => new Model(withScenario(base, scenario)));
    if (projectedFrom !== null) {
      const years = yearIn(model.document, model.calendar.months.at(-1)!) - projectedFrom;
      const terms = { baseYear: projectedFrom, years: Math.max(1, years), stepping: 'yearly', deflator: null } as const;
      return keep(projectedFrom, () => new PlanProjection(model, terms).model);
    }
    return model;
  };
}
