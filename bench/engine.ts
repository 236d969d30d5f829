import { Model, type Document } from '@haushalt/core';
import { byHand } from './byHand.ts';
import { byLibrary } from './byLibrary.ts';
import { editsInTurn } from './edits.ts';
import { atLeast, atMost, mediansInTurn, medianOf, type Row } from './measure.ts';
import { drawPlan, monthAt, type BenchPlan } from './plan.ts';
import { randomFrom } from './random.ts';

const SEED = 20260101;

/** The rows of the speed table that concern the engine, each a ratio measured in this run. */
export function engineRows(): Row[] {
  const plan = drawPlan(300, 360, SEED);
  const model = new Model(plan.document);
  const hand = byHand(plan);
  hand.recalculate();
  refuseDifference(plan, model, hand.lines);

  const retryNow = ratesShifted(plan);
  const [engine, loops] = mediansInTurn(41, 20, () => void retryNow(model), 20, hand.recalculate);
  const edit = medianOf(41, 200, figureEdits(plan, model));
  const library = byLibrary(plan);
  const [again, general] = mediansInTurn(5, 20, () => void retryNow(model), 1, library.recalculate);
  return [
    atMost('full recalculation, 300 lines × 360 months, over the hand-written loop', engine / loops, 2, '×'),
    atMost('one figure edited, over the full recalculation', edit / engine, 1 / 20, '×'),
    atLeast('the same formulas through mathjs, over the engine', general / again, 8, '×'),
  ];
}

/** A full recalculation in which figures really change, so that nothing can stop early: all rates move a little. */
function ratesShifted(plan: BenchPlan): (model: Model) => void {
  const documents = [0, 1].map((turn) => {
    const assumptions = [...plan.document.assumptions].map(
      ([id, row]) => [id, { ...row, value: row.value + turn * 1e-6 }] as const,
    );
    return { ...plan.document, assumptions: new Map(assumptions) } as Document;
  });
  const changesTo = documents.map((document, turn) =>
    [...document.assumptions.values()].map((after) => ({
      table: 'assumptions' as const,
      id: after.id,
      before: documents[1 - turn]!.assumptions.get(after.id)!,
      after,
    })),
  );
  let turn = 0;
  return (model) => {
    turn = 1 - turn;
    model.recalculateAll(documents[turn]!, changesTo[turn]!);
  };
}

/** Types a figure into one month of one line after another; the change sets are decided beforehand. */
function figureEdits(plan: BenchPlan, model: Model): () => void {
  const random = randomFrom(SEED + 1);
  const lines = [...plan.document.lines.values()];
  return editsInTurn(model, model.document, 400, () => {
    const line = lines[random.below(lines.length)]!;
    return {
      kind: 'line.setFigure',
      line: line.id,
      month: monthAt(random.below(plan.months)) as never,
      reach: 'month',
      figure: Math.round(random.next() * 100_000) / 100,
    };
  });
}

/** The comparison is void if engine and loops do not compute the same. */
function refuseDifference(plan: BenchPlan, model: Model, lines: readonly Float64Array[]): void {
  [...plan.document.lines.values()].forEach((line, index) => {
    const { values } = model.seriesOf(line.id)!;
    for (let position = 0; position < plan.months; position++) {
      const value = Number.isNaN(values[position]) ? 0 : values[position]!;
      const expected = lines[index]![position]!;
      if (Math.abs(value - expected) > 1e-9 * Math.max(1, Math.abs(expected))) {
        throw new Error(`${line.name} differs in period ${position}: ${value} instead of ${expected}.`);
      }
    }
  });
}
