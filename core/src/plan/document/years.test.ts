import { english } from '../../testing/english.ts';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { beginningOf, toMonth, yearOf, type Month } from '../../calendar/month.ts';
import { rangesOf, yearsOf } from '../../calendar/calendar.ts';
import { calculate } from '../../engine/results.ts';
import { actualFiguresIn, actualsFrom } from '../../ledger/actuals.ts';
import { planStatus } from '../../analysis/planStatus.ts';
import { yearsInTheRed } from '../../analysis/checks/figures.ts';
import { Model } from '../../engine/model.ts';
import { runs } from '../../testing/setup.ts';
import { sketch } from '../../testing/plans.ts';
import { decide } from '../commands/decide.ts';
import { parsePlan } from '../file/file.ts';
import { toPlanFile } from '../file/writeFile.ts';
import { applyChanges, calendarOf, nameOfYear, planOf, yearIn, type Document } from './document.ts';
import { namesOf } from './naming.ts';
import type { Command } from '../commands/commands.ts';

const idOf = (document: Document, name: string) => namesOf(document).find(name)!.id;
const outcome = (document: Document, command: Command) => {
  const decision = decide(document, command);
  return decision.ok ? applyChanges(document, decision.changes) : decision.refusal;
};
const done = (document: Document, command: Command): Document => {
  const result = outcome(document, command);
  if ('message' in result) throw new Error(english(result.message));
  return result;
};

const club = () =>
  sketch({
    firstMonth: '2026-01',
    months: 27,
    yearBegins: 4,
    lines: { income: { Dues: { start: 100, '2027-04': 130 } }, expense: { Hall: { start: 90, '2027-01': 125 } } },
  });

describe('the years of a plan', () => {
  it('begin in the month chosen, in sums, names and the list of plans', () => {
    const document = club();
    expect(yearsOf(calendarOf(document)).map((year) => nameOfYear(document, year))).toEqual([
      '2025/26',
      '2026/27',
      '2027/28',
    ]);
    expect(
      calculate(document)
        .rollUps('Dues', 'year')
        .map(({ figure }) => figure),
    ).toEqual([300, 1200, 1560]);
    expect(calculate(document).rollUps('Hall', 'quarter')[4]!.figure).toBe(375);
    expect(yearIn(document, toMonth('2027-03'))).toBe(2026);
    expect(planStatus(new Model(document), toMonth('2027-02'))).toMatchObject({
      year: 2026,
      yearBegins: 4,
      netOfYear: 15,
    });
  });

  it('are those of the checks: a year in the red is said by its name', () => {
    const document = done(club(), {
      kind: 'line.setFigure',
      line: idOf(club(), 'Hall'),
      month: toMonth('2027-03'),
      reach: 'month',
      figure: 999,
    });
    expect(yearsInTheRed(new Model(document)).map(({ message }) => message)).toEqual([
      expect.stringMatching(/^In 2026\/27, expenses exceed income by/),
    ]);
  });

  it('are written to a file and read again; January is left out', () => {
    const file = toPlanFile(club()) as { plan: Record<string, unknown> };
    expect(file.plan.yearBegins).toBe(4);
    expect(planOf(parsePlan(JSON.parse(JSON.stringify(file)))).yearBegins).toBe(4);
    const january = done(club(), { kind: 'plan.set', settings: { yearBegins: 1 } });
    expect((toPlanFile(january) as { plan: object }).plan).not.toHaveProperty('yearBegins');
    for (const yearBegins of [0, 13, 1.5])
      expect(outcome(club(), { kind: 'plan.set', settings: { yearBegins } })).toMatchObject({
        code: 'invalid',
      });
  });

  it('are locked as they are, and begin where they do for as long as one is locked', () => {
    const locked = done(club(), { kind: 'year.lock', year: 2026, locked: true });
    const typed = (month: Month) =>
      outcome(locked, { kind: 'line.setFigure', line: idOf(locked, 'Dues'), month, reach: 'month', figure: 1 });
    for (const month of ['2026-04', '2026-12', '2027-03'])
      expect(typed(toMonth(month))).toMatchObject({
        code: 'locked',
        message: expect.stringMatching(/^2026\/27 is locked/),
      });
    for (const month of ['2026-03', '2027-04']) expect(typed(toMonth(month))).not.toHaveProperty('message');
    expect(outcome(locked, { kind: 'plan.set', settings: { yearBegins: 1 } })).toMatchObject({
      message: 'The first month of the year cannot be changed while 2026/27 is locked. Unlock it first.',
    });
    expect(outcome(locked, { kind: 'plan.set', settings: { name: 'Other', yearBegins: 4 } })).not.toHaveProperty(
      'message',
    );
    const free = done(locked, { kind: 'year.lock', year: 2026, locked: false });
    expect(planOf(done(free, { kind: 'plan.set', settings: { yearBegins: 1 } })).yearBegins).toBe(1);
  });

  it('have the actual figures of their months', () => {
    const document = club();
    const line = idOf(document, 'Dues');
    const actuals = actualsFrom(
      (['2026-03', '2026-04', '2027-03', '2027-04'] as Month[]).map((month) => ({
        line,
        account: '',
        month,
        amount: 5000,
        count: 1,
        days: 1,
      })),
    );
    const months = actualFiguresIn(document, actuals, 2026).map(({ month }) => month);
    expect([months[0], months.at(-1), months.length]).toEqual(['2026-04', '2027-03', 12]);
  });

  it('wherever they begin, part the plan: the sums of the years are the sum of the plan, and no month is in two', () => {
    const months = fc.integer({ min: 1, max: 40 });
    const figures = fc.array(fc.integer({ min: -999, max: 999 }), { minLength: 40, maxLength: 40 });
    fc.assert(
      fc.property(months, fc.integer({ min: 1, max: 12 }), figures, (count, yearBegins, typed) => {
        const calendar = calendarOf(sketch({ months: count, yearBegins, lines: {} }));
        const document = sketch({
          months: count,
          yearBegins,
          lines: {
            income: { Pay: Object.fromEntries(calendar.months.map((month, index) => [month, typed[index]!])) },
            memo: { Sum: 'total(Pay, year)', Up: 'running(Pay, year)', Year: 'year' },
          },
          units: { Year: 'number' },
        });
        const results = calculate(document);
        const years = results.rollUps('Pay', 'year');
        expect(years.reduce((sum, { figure }) => sum + figure!, 0)).toBe(results.rollUps('Pay', 'plan')[0]!.figure);
        expect(years.map(({ range }) => range)).toEqual(rangesOf(calendar, 'year'));
        for (const { range, figure } of years) {
          const index = range.to - 1;
          expect([results.figures('Sum')[index], results.figures('Up')[index]]).toEqual([figure, figure]);
          const year = yearOf(calendar.months[index]!, yearBegins);
          expect(
            results
              .figures('Year')
              .slice(range.from, range.to)
              .every((each) => each === year),
          ).toBe(true);
          expect(calendar.months[range.from]! >= beginningOf(year, yearBegins)).toBe(true);
        }
      }),
      runs(60),
    );
  });
});
