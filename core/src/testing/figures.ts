import { english } from './english.ts';
import type { PlanModel } from '../engine/planModel.ts';
import { figuresOf } from '../engine/results.ts';
import type { Series } from '../engine/series.ts';
import { outputId } from '../plan/document/calculators.ts';
import { hasFigures } from '../plan/document/lists.ts';
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
  const described = (series: Series) => {
    const why = (index: number) => {
      const problem = model.problems.get(series.codeAt(index));
      if (!problem) return 'empty';
      const { cause, node, period, subject, detail = '' } = problem;
      return `${cause} of ${node} in ${period}: ${subject ? printFormula(subject) : ''} ${english(detail)}`;
    };
    // Adding nothing makes minus zero zero: the two are one figure.
    return figuresOf(series).map((figure, index) => (figure === null ? why(index) : figure + 0));
  };
  return Object.fromEntries(ids.map((id) => [id, described(model.seriesOf(id)!)]));
}

/** All figures of a model's lists by column, along the items, and the totals of columns by month. */
export function allListFigures(model: PlanModel): Record<string, unknown> {
  const columns = [...model.document.listColumns.values()].filter(hasFigures);
  return Object.fromEntries(
    columns.flatMap(({ id, list }) => [
      [id, figuresOf(model.listOf(list)!.seriesOf(id)!)],
      [outputId(list, id), figuresOf(model.seriesOf(outputId(list, id))!)],
    ]),
  );
}
