import type { PlanModel } from '../engine/planModel.ts';
import { figuresOf } from '../engine/results.ts';
import { printFormula } from '../formula/print.ts';
import { TOTALS } from '../plan/schema/totals.ts';

/** All figures of a model by id, with the reason where there is none. */
export function allFigures(model: PlanModel): Record<string, unknown> {
  const { document } = model;
  const ids = [
    ...['lines', 'groups', 'assumptions'].flatMap((table) => [...document[table as 'lines'].keys()]),
    ...TOTALS.map((total) => total.id),
    ...model.ids().filter((id) => /[.:]/.test(id)),
  ];
  return Object.fromEntries(
    ids.map((id) => {
      const series = model.seriesOf(id)!;
      const why = (at: number) => {
        const problem = model.problems.get(series.codeAt(at));
        if (!problem) return 'empty';
        const { cause, node, period, subject, detail = '' } = problem;
        return `${cause} of ${node} in ${period}: ${subject ? printFormula(subject) : ''} ${detail}`;
      };
      // Adding nothing makes minus zero zero: the two are one figure.
      return [id, figuresOf(series).map((figure, at) => (figure === null ? why(at) : figure + 0))];
    }),
  );
}
