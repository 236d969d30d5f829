import { english } from '../../../../../core/src/testing/english.ts';
import {
  applyChanges,
  decide,
  highlightOn,
  Model,
  now,
  toMonth,
  withScenario,
  type Command,
  type Document,
  type PlanModel,
} from '@haushalt/core';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { sketch } from '../../../../../core/src/testing/plans.ts';
import { extendTo, selectOne } from '../../../grid/selection.ts';
import { asText } from '../../../grid/clipboard.ts';
import { cellText, cellsIn, readPasted, spread, summaryOf } from './blocks.ts';
import { budgetColumns } from '../../../parts/lines/columns.ts';
import { ruleCells } from '../sheet/ruleCells.ts';
import { budgetRows } from '../../../parts/lines/rows.ts';
import { doneSince, momentsOf, trialBefore, trialFromNow } from '../../../parts/trial/trial.ts';
import { USUAL_VIEW } from '../../../parts/lines/view.ts';

const plan = (locale = 'en-IE') =>
  sketch({
    locale,
    units: { Count: 'number' },
    lines: {
      Income: { Pay: 2000 },
      Costs: { Rent: { start: 800, '2026-05': 850 }, Heating: '118 * 1', Empty: null },
      Memo: { Count: 3 },
    },
    exceptions: { Rent: { '2026-03': 1234.5 } },
  });
const parts = (document: Document) => {
  const model = new Model(document);
  const scope = { from: 0, to: 12 };
  const { rows, footer } = budgetRows(model, USUAL_VIEW, scope);
  const all = [...rows, ...footer];
  const columns = budgetColumns(model, USUAL_VIEW, rows, 2026);
  const row = (label: string) => all.findIndex((candidate) => candidate.label === label);
  return { model, scope, all, columns, row };
};
const change = (document: Document, command: Command) => {
  const decision = decide(document, command);
  if (!decision.ok) throw new Error(english(decision.refusal.message));
  return { document: applyChanges(document, decision.changes), changes: decision.changes };
};

describe('a block of figures', () => {
  const { model, scope, all, columns, row } = parts(plan());
  const block = (from: string, to: string, first: number, last: number) =>
    extendTo(selectOne({ row: row(from), column: first }), { row: row(to), column: last });
  const summary = (from: string, to: string, first = 1, last = 3) =>
    summaryOf(block(from, to, first, last), all, columns, model, USUAL_VIEW, scope);

  it('has a sum, an average, a smallest and a largest, empty months passed over', () => {
    expect(summary('Rent', 'Empty')).toEqual({
      count: 6,
      sum: 3188.5,
      average: 3188.5 / 6,
      smallest: 118,
      largest: 1234.5,
      unit: 'money',
    });
    expect(summary('Empty', 'Empty')).toBeNull();
    expect(summary('Rent', 'Count')!.unit).toBeNull();
  });

  it('can be typed into where lines have months', () => {
    expect(cellsIn(block('Rent', 'Costs group, subtotal', 1, 2), all, columns, model).map((cell) => cell.line)).toEqual([
      'line-rent', 'line-rent', 'line-heating', 'line-heating', 'line-empty', 'line-empty',
    ]); // prettier-ignore
    expect(cellsIn(block('Net', 'Net', 1, 2), all, columns, model)).toEqual([]);
  });

  it('goes to the clipboard and back in the plan’s own notation', () => {
    for (const locale of ['en-IE', 'de-DE']) {
      const { model: own, all: rows, columns: cols, row: valueAt, scope: year } = parts(plan(locale));
      const selected = extendTo(selectOne({ row: valueAt('Rent'), column: 2 }), { row: valueAt('Heating'), column: 4 });
      const text = asText(selected, (r, c) => cellText(own, USUAL_VIEW, year, rows[r]!, cols[c]!));
      expect(text).toBe(`800\t${locale === 'de-DE' ? '1234,5' : '1234.5'}\t800\n118\t118\t118`);
      const pasted = readPasted(text, { row: valueAt('Rent'), column: 2 }, rows, cols, own.document);
      expect(pasted.problems).toEqual([]);
      expect(pasted.figures.map(({ figure }) => figure)).toEqual([800, 1234.5, 800, 118, 118, 118]);
    }
  });

  it('says what of a pasted text does not fit, and keeps what does', () => {
    const pasted = readPasted('1\tx\n2\t3\t4\n5', { row: row('Empty'), column: 12 }, all, columns, model.document);
    expect(pasted.problems).toEqual([
      'You are pasting 3 rows, but there are only 2 lines from here on.',
      'You are pasting 3 columns, but there is one month from here on.',
      'The rows you are pasting differ in length.',
      'Row 1, column 2: “x” is not a valid figure. Enter it like 1,234.50.',
    ]);
    expect(pasted.figures).toEqual([
      { line: 'line-empty', month: '2026-12', figure: 1 },
      { line: 'line-count', month: '2026-12', figure: 2 },
    ]);
  });

  it('takes a total by equal parts or in proportion, to the cent', () => {
    const cells = [10, 20, 30].map((value) => ({ line: 'l', month: toMonth('2026-01'), value }));
    expect(spread(100, cells, 'equal', 2)).toEqual([33.33, 33.33, 33.34]);
    expect(spread(100, cells, 'proportion', 2)).toEqual([16.67, 33.33, 50]);
    expect(spread(100, cells.map((cell) => ({ ...cell, value: null })), 'proportion', 2)).toBeNull(); // prettier-ignore
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 500 }), { minLength: 1, maxLength: 30 }), fc.integer({ min: -99999, max: 99999 }), (values, cents) => {
        const result = spread(cents / 100, values.map((value) => ({ ...cells[0]!, value })), 'equal', 2)!;
        expect(Math.round(result.reduce((sum, part) => sum + part, 0) * 100)).toBe(cents);
      }),
    ); // prettier-ignore
  });
});

describe('rules in place of figures', () => {
  it('stand across the months they hold in, parted by exceptions', () => {
    const { model } = parts(plan());
    expect(ruleCells(model, 'line-rent', { from: 0, to: 12 })).toEqual([
      { from: 0, to: 2, text: '800.00', kind: 'step' },
      { from: 2, to: 3, text: '1,234.50', kind: 'exception' },
      { from: 3, to: 4, text: '800.00', kind: 'step' },
      { from: 4, to: 12, text: '850.00', kind: 'step' },
    ]);
    expect(ruleCells(model, 'line-heating', { from: 3, to: 6 })).toEqual([
      { from: 3, to: 6, text: '118 * 1', kind: 'step' },
    ]);
  });
});

describe('highlights', () => {
  const lit = (settings: object) => {
    const command = { kind: 'highlight.set', id: 'h', settings: { of: 'line-rent', span: 'month', low: null, high: null, tone: 'alarm', word: 'look', ...settings } } as Command; // prettier-ignore
    const { document } = change(plan(), command);
    const model = new Model(document);
    return Array.from({ length: 12 }, (_, index) =>
      highlightOn(model, 'line-rent', { from: index, to: index + 1 }, 'month'),
    ).flatMap((row, index) => (row ? [index] : []));
  };

  it('show beyond their limits', () => {
    expect(lit({ when: 'above', high: 850 })).toEqual([2]);
    expect(lit({ when: 'below', low: 850 })).toEqual([0, 1, 3]);
    expect(lit({ when: 'between', low: 840, high: 860 })).toEqual([4, 5, 6, 7, 8, 9, 10, 11]);
  });

  it('show once the year’s running total is over its budget', () => {
    expect(lit({ when: 'overBudget', high: 9000 })).toEqual([10, 11]);
  });
});

describe('a trial', () => {
  const set = (figure: number): Command => ({
    kind: 'line.setFigure',
    line: 'line-rent',
    month: toMonth('2026-01'),
    reach: 'month',
    figure,
  });
  const first = change(plan(), set(1));
  const second = change(first.document, set(2));
  const history = [
    { commandId: 'a', label: 'first', changes: first.changes, state: 'done' as const },
    { commandId: 'b', label: 'second', changes: second.changes, state: 'done' as const },
  ];
  const january = (model: PlanModel) => model.seriesOf('line-rent')!.values[0];

  it('compares with now, or with the moment before a change', () => {
    expect(january(trialBefore(second.document, null, history, 'b').model)).toBe(1);
    expect(january(trialBefore(second.document, null, history, 'a').model)).toBe(800);
    expect(january(trialFromNow(second.document, history, now(), 'en-IE').model)).toBe(2);
  });

  it('compares with what the active scenario was then', () => {
    const base = change(plan(), { kind: 'scenario.set', id: 's', name: 'Hard' }).document;
    const figures = [{ line: 'line-rent', month: toMonth('2026-01'), figure: 5 }];
    const step = change(base, { kind: 'scenario.setFigures', scenario: 's', figures });
    const done = [{ commandId: 'x', label: 'in it', changes: step.changes, state: 'done' as const }];
    expect(january(trialBefore(step.document, 's', done, 'x').model)).toBe(800);
    expect(january(trialFromNow(withScenario(step.document, 's'), done, now(), 'en-IE').model)).toBe(5);
  });

  it('begins only where all that was changed since is at hand', () => {
    const far = { commandId: 'z', label: 'long ago', changes: null, state: 'done' as const };
    expect(momentsOf([far, ...history]).map(({ commandId }) => commandId)).toEqual(['a', 'b']);
    expect(momentsOf([...history, far])).toEqual([]);
  });

  it('knows how much has been done since, and nothing once its moment has been undone', () => {
    expect(doneSince(trialBefore(second.document, null, history, 'a'), history)).toBe(2);
    expect(doneSince(trialFromNow(first.document, history.slice(0, 1), now(), 'en-IE'), history)).toBe(1);
    const undone = [history[0]!, { ...history[1]!, state: 'undone' as const }];
    expect(doneSince(trialFromNow(second.document, history, now(), 'en-IE'), undone)).toBe(0);
  });
});
