import { english } from '../testing/english.ts';
import { describe, expect, it } from 'vitest';
import { rangeOfYear } from '../calendar/calendar.ts';
import { Model } from '../engine/model.ts';
import { decide } from '../plan/commands/decide.ts';
import { applyChanges, type Document } from '../plan/document/document.ts';
import type { HighlightSettings } from '../plan/document/highlights.ts';
import { namesOf } from '../plan/document/naming.ts';
import { NET } from '../plan/schema/totals.ts';
import { sketch } from '../testing/plans.ts';
import { highlightOn, highlightsInOrder, highlightsOf, watchedFigure } from './highlighting.ts';

const plain = sketch({
  months: 24,
  lines: { income: { Pay: 1000 }, expense: { Rent: { start: 600, '2026-07': 1200 } }, memo: { Share: 0.25 } },
});
const idOf = (name: string) => namesOf(plain).find(name)!.id;
const RENT = idOf('Rent');

function watching(...settings: Partial<HighlightSettings>[]): Document {
  const usual = { of: RENT, span: 'month', when: 'above', low: null, high: null, tone: 'caution' } as const;
  return settings.reduce((now: Document, own, index) => {
    const decision = decide(now, {
      kind: 'highlight.set',
      id: `h${index}`,
      settings: { ...usual, word: `word ${index}`, ...own },
    });
    if (!decision.ok) throw new Error(english(decision.refusal.message));
    return applyChanges(now, decision.changes);
  }, plain);
}

const month = (index: number) => ({ from: index, to: index + 1 });
const shows = (document: Document, index: number, id = RENT) =>
  highlightOn(new Model(document), id, month(index), 'month')?.word ?? null;

describe('the highlight on a figure', () => {
  it('shows beyond its limit, and only where it watches', () => {
    const document = watching({ high: 1000 });
    expect(shows(document, 5)).toBeNull();
    expect(shows(document, 6)).toBe('word 0');
    expect(shows(document, 6, idOf('Pay'))).toBeNull();
    expect(highlightOn(new Model(document), RENT, month(6), 'year')).toBeNull();
  });

  it('is the gravest where several would show, and among equals the first', () => {
    const document = watching({ high: 500, tone: 'good' }, { high: 1000 }, { high: 1100 }, { high: 1150, tone: 'alarm' });
    expect(shows(document, 0)).toBe('word 0');
    expect(shows(document, 6)).toBe('word 3');
    expect(highlightsInOrder(document, RENT, 'month').map(({ word }) => word)).toEqual([
      'word 3', 'word 1', 'word 2', 'word 0',
    ]); // prettier-ignore
    // Asking for their order leaves the list itself as it was.
    expect(highlightsOf(document, RENT).map(({ word }) => word)).toEqual(['word 0', 'word 1', 'word 2', 'word 3']);
  }); // prettier-ignore

  it('on a budget shows from the month on in which the year so far passes it', () => {
    const document = watching({ when: 'overBudget', high: 5000 });
    const showing = Array.from({ length: 24 }, (_, index) => index).filter((index) => shows(document, index) !== null);
    // 3,600 by June, 4,800 by July, 6,000 by August; the next year begins anew at 1,200 a month.
    expect(showing).toEqual([7, 8, 9, 10, 11, 16, 17, 18, 19, 20, 21, 22, 23]);
  });

  it('on a budget is silent when the year comes to just that, parts of a cent or not', () => {
    const document = sketch({ months: 12, lines: { expense: { Rent: 0.1 } } });
    const row = { id: 'h', of: namesOf(document).find('Rent')!.id, span: 'month', when: 'overBudget', low: null, high: 0.3, tone: 'alarm', word: 'over' } as const; // prettier-ignore
    const model = new Model({ ...document, highlights: new Map([['h', row]]) });
    expect([2, 3].map((index) => highlightOn(model, row.of, month(index), 'month')?.word ?? null)).toEqual([
      null,
      'over',
    ]);
  });

  it('on totals and years looks at their figures', () => {
    const document = watching(
      { of: NET, when: 'below', low: 0, tone: 'alarm' },
      { of: NET, span: 'year', when: 'between', low: 1000, high: 1300 },
    );
    const model = new Model(document);
    expect(shows(document, 0, NET)).toBeNull();
    expect(shows(document, 8, NET)).toBe('word 0');
    const [first, second] = [2026, 2027].map((year) => rangeOfYear(model.calendar, year));
    // 12,000 less 10,800 in the first year, and less 14,400 in the second.
    expect(highlightOn(model, NET, first!, 'year')?.word).toBe('word 1');
    expect(highlightOn(model, NET, second!, 'year')).toBeNull();
  });

  it('looks at the average of what does not add up', () => {
    const decision = decide(plain, { kind: 'line.set', line: idOf('Share'), settings: { unit: 'percent' } });
    if (!decision.ok) throw new Error(english(decision.refusal.message));
    const model = new Model(applyChanges(plain, decision.changes));
    const row = { id: 'h', of: idOf('Share'), span: 'year', when: 'above', low: null, high: 1, tone: 'alarm', word: 'x' } as const; // prettier-ignore
    expect(watchedFigure(model, row, rangeOfYear(model.calendar, 2026))).toBeCloseTo(0.25, 10);
    const empty = new Model(sketch({ lines: { expense: { Nothing: null } } }));
    const nothing = namesOf(empty.document).find('Nothing')!.id;
    expect(watchedFigure(empty, { ...row, of: nothing }, month(0))).toBeNaN();
  });
});
