import { Model, NET, sweepTwo, uncertainty, valuesBetween } from '@haushalt/core';
import { atMost, medianOf, type Row } from './measure.ts';
import { drawPlan } from './plan.ts';

const SEED = 20260202;
const SIDE = 50;
const RUNS = 2000;

/** The rows about trying many cases of a plan of 60 lines × 120 months. */
export function whatIfRows(): Row[] {
  const { document } = drawPlan(60, 120, SEED);
  const [down, across] = [...document.assumptions.values()].filter(({ formula }) => formula === null);
  const side = (assumption: string, value: number) => ({
    assumption,
    values: valuesBetween(value * 0.5, value * 1.5 + 0.01, SIDE),
  });
  const figure = { id: NET, from: 0, to: 120 };
  const seconds = (work: () => void) => medianOf(3, 1, work) / 1e6;
  const swept = seconds(
    () => void sweepTwo(document, side(down!.id, down!.value), side(across!.id, across!.value), figure),
  );
  const drawn = seconds(
    () =>
      void uncertainty(document, {
        draws: [{ assumption: down!.id, spread: 'uniform', low: 0, high: down!.value * 2 + 0.01 }],
        runs: RUNS,
        seed: 1,
        limits: [0.1, 0.9],
      }),
  );
  const model = new Model(document);
  const full = seconds(() => void model.recalculateAll());
  return [
    atMost(`sweep over two assumptions, ${SIDE} × ${SIDE}, 60 lines × 120 months`, swept, 1.5, 's'),
    atMost('the same against as many full recalculations', swept / (full * SIDE * SIDE), 1, '×'),
    atMost(`uncertainty, ${RUNS} cases, against as many full recalculations`, drawn / (full * RUNS), 2, '×'),
  ];
}
