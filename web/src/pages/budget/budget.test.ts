import { english } from '../../../../core/src/testing/english.ts';
import { describe, expect, it } from 'vitest';
import { Model, applyChanges, averageIn, decide, toMonth, type Command, type Document } from '@haushalt/core';
import { sketch } from '../../../../core/src/testing/plans.ts';
import { looksLikeFormula, readEntry } from '../../fields/formula/entry.ts';
import { budgetColumns, fittingColumns } from '../../parts/lines/columns.ts';
import { firstReach, reachOf, replacedBy } from './editors/reach.ts';
import { endFigure, monthFigure } from '../../parts/lines/figures.ts';
import { moveGroup, moveLine, moveRowTo } from './actions/moving.ts';
import { budgetRows, type BudgetRow } from '../../parts/lines/rows.ts';
import { NO_FILTER, USUAL_VIEW, linkToView, readView, viewInLink, type BudgetView } from '../../parts/lines/view.ts';
import { startingText } from './editors/startingText.ts';

const plan = (locale = 'en-IE') =>
  sketch({
    locale,
    months: 24,
    assumptions: { Inflation: ['ratePerYear', 0.024] },
    units: { Count: 'number' },
    lines: {
      'Memo one': { Count: 3 },
      Costs: { Rent: { start: 800, '2026-05': 850 }, Heating: 'Rent * (1 + Inflation)', Empty: null },
      'Costs two': { Food: 300 },
      Income: { Pay: 2000 },
      'Set aside': { Fund: 50 },
    },
    exceptions: { Rent: { '2026-03': 700, '2026-08': null }, Heating: { '2026-02': 'Rent / 4' } },
  });

const lineNamed = (document: Document, name: string) =>
  [...document.lines.values()].find((line) => line.name === name)!;
const groupNamed = (document: Document, name: string) =>
  [...document.groups.values()].find((group) => group.name === name)!;
const after = (document: Document, command: Command | null) => {
  const decision = decide(document, command!);
  if (!decision.ok) throw new Error(english(decision.refusal.message));
  return applyChanges(document, decision.changes);
};
const rowsOf = (document: Document, view: Partial<BudgetView> = {}) =>
  budgetRows(new Model(document), { ...USUAL_VIEW, ...view }, { from: 0, to: 12 });
const shape = (document: Document) => rowsOf(document).rows.map((row) => `${row.kind} ${row.label}`);

describe('the rows of the budget', () => {
  it('stand side by side as in an account book, with what closes them', () => {
    const { rows, footer } = rowsOf(plan());
    expect(rows.map((row) => `${row.kind} ${row.label}`)).toEqual([
      'heading Income group',
      'line Pay',
      'subtotal Income group, subtotal',
      'total Total income',
      'heading Costs group',
      'line Rent',
      'line Heating',
      'line Empty',
      'subtotal Costs group, subtotal',
      'heading Costs two group',
      'line Food',
      'subtotal Costs two group, subtotal',
      'total Total expenses',
      'heading Set aside group',
      'line Fund',
      'subtotal Set aside group, subtotal',
      'total Total set aside',
      'total Left over',
      'heading Memo one group',
      'line Count',
    ]);
    expect(footer.map((row) => row.id)).toEqual(['@net', '@cumulativeNet']);
  });

  it('invite to add a line where there is none', () => {
    const bare = after(plan(), {
      kind: 'group.add',
      id: 'g',
      name: 'Bare',
      side: 'income',
      rhythm: null,
      before: null,
    });
    expect(shape(bare)).toContain('invitation Bare has no lines yet');
  });
});

describe('a view that was kept', () => {
  it('is in a link as it is, whatever it is, and whatever somebody makes of the link', () => {
    const view: BudgetView = {
      ...USUAL_VIEW,
      span: 'quarter',
      sortBy: 'total',
      collapsed: ['a', 'b'],
      filter: { text: 'käse & co', side: 'expense', onlyExceptions: true, onlyInUse: false },
    };
    const query = new URL(linkToView(view, 2027), 'http://x/plans/p/budget?year=2026').searchParams;
    expect([query.get('year'), viewInLink(query.get('view')!)]).toEqual(['2027', view]);
    expect(viewInLink(new URL(linkToView(USUAL_VIEW, 2027), 'http://x/').searchParams.get('view')!)).toEqual(
      USUAL_VIEW,
    );
    for (const broken of ['', '{', '[]', '{"span":7,"filter":{"side":"left","text":1}}'])
      expect(viewInLink(broken)).toEqual(USUAL_VIEW);
  });

  it('is read as far as it can be', () => {
    const { filter: _, ...usual } = USUAL_VIEW;
    for (const nothing of [undefined, null, 'nonsense', 7, []]) expect(readView(nothing)).toEqual(usual);
    const kept = {
      span: 'week',
      show: 'rules',
      ends: ['total', 'median'],
      labelWidth: 9999,
      collapsed: ['a', 7],
      across: 'yes',
    };
    expect(readView(kept)).toEqual({ ...usual, show: 'rules', ends: ['total'], collapsed: ['a'] });
  });
});

describe('a view of the rows', () => {
  const labels = (rows: readonly BudgetRow[]) => rows.filter((row) => row.kind === 'line').map((row) => row.label);
  const lines = (view: Partial<BudgetView>, document = plan()) => labels(rowsOf(document, view).rows);
  const filter = (part: Partial<typeof NO_FILTER>) => lines({ filter: { ...NO_FILTER, ...part } });

  it('finds lines by text, in their name or their group’s, without regard to case and accents', () => {
    expect(filter({ text: 'hEÀt' })).toEqual(['Heating']);
    expect(filter({ text: 'costs two' })).toEqual(['Food']);
    expect(filter({ text: 'nothing like it' })).toEqual([]);
    expect(rowsOf(plan(), { filter: { ...NO_FILTER, text: 'rent' } })).toMatchObject({ shown: 1, lines: 7 });
  });

  it('shows a side, lines with exceptions, lines in use, and hides empty ones', () => {
    expect(filter({ side: 'setAside' })).toEqual(['Fund']);
    expect(filter({ onlyExceptions: true })).toEqual(['Rent', 'Heating']);
    expect(filter({ onlyInUse: true })).not.toContain('Empty');
    expect(lines({ hideEmpty: true })).not.toContain('Empty');
  });

  it('sorts within groups or across them', () => {
    expect(lines({ sortBy: 'name' }).slice(1, 4)).toEqual(['Empty', 'Heating', 'Rent']);
    expect(lines({ sortBy: 'total' }).slice(1, 4)).toEqual(['Rent', 'Heating', 'Empty']);
    const across = rowsOf(plan(), { sortBy: 'total', across: true });
    expect(labels(across.rows).slice(1, 5)).toEqual(['Rent', 'Heating', 'Food', 'Empty']);
    expect(across.rows.filter((row) => row.kind === 'side').map((row) => row.label)).toEqual([
      'Income',
      'Expenses',
      'Set aside',
      'Memo',
    ]);
  });

  it('collapses a group to its heading, which then shows its figures', () => {
    const group = groupNamed(plan(), 'Costs group').id;
    const { rows } = rowsOf(plan(), { collapsed: [group] });
    expect(labels(rows)).not.toContain('Rent');
    expect(rows.find((row) => row.label === 'Costs group')).toMatchObject({ id: group, collapsed: true });
  });

  it('rolls months up to quarters, years and the plan', () => {
    const document = plan();
    const model = new Model(document);
    const headings = (span: BudgetView['span']) =>
      budgetColumns(model, { ...USUAL_VIEW, span }, rowsOf(document).rows, 2026).map((column) => column.heading);
    expect(headings('quarter').slice(1, 5)).toEqual(['Jan – Mar', 'Apr – Jun', 'Jul – Sept', 'Oct – Dec']);
    expect(headings('year').slice(1, 4)).toEqual(['2026', '2027', 'Plan']);
    expect(headings('plan')).toEqual(['The whole plan', 'Jan 2026 – Dec 2027', 'Average', 'Share']);
  });
});

describe('moving', () => {
  const document = plan();
  const { rows } = rowsOf(document);
  const row = (label: string) => rows.find((candidate) => candidate.label === label)!;
  const order = (from: Document) =>
    rowsOf(from).rows.flatMap((candidate) => (candidate.kind === 'line' ? [candidate.label] : []));

  it('takes a line up and down, and over the edge into the next group', () => {
    expect(order(after(document, moveLine(document, rows, lineNamed(document, 'Heating'), -1))).slice(1, 4)).toEqual([
      'Heating',
      'Rent',
      'Empty',
    ]);
    expect(order(after(document, moveLine(document, rows, lineNamed(document, 'Rent'), 1))).slice(1, 4)).toEqual([
      'Heating',
      'Rent',
      'Empty',
    ]);
    const over = after(document, moveLine(document, rows, lineNamed(document, 'Empty'), 1));
    expect(lineNamed(over, 'Empty').group).toBe(groupNamed(document, 'Costs two group').id);
    expect(order(over).slice(3, 5)).toEqual(['Empty', 'Food']);
    expect(moveLine(document, rows, lineNamed(document, 'Count'), 1)).toBeNull();
  });

  it('takes a group past the next one of its side only', () => {
    const moved = after(document, moveGroup(document, groupNamed(document, 'Costs group'), 1));
    expect(shape(moved).filter((label) => label.startsWith('heading Costs'))).toEqual([
      'heading Costs two group',
      'heading Costs group',
    ]);
    expect(moveGroup(document, groupNamed(document, 'Income group'), 1)).toBeNull();
  });

  it('puts what is dragged where it is dropped', () => {
    expect(order(after(document, moveRowTo(document, row('Rent'), row('Empty')))).slice(1, 4)).toEqual([
      'Heating',
      'Empty',
      'Rent',
    ]);
    expect(order(after(document, moveRowTo(document, row('Empty'), row('Rent')))).slice(1, 4)).toEqual([
      'Empty',
      'Rent',
      'Heating',
    ]);
    expect(order(after(document, moveRowTo(document, row('Rent'), row('Costs two group')))).slice(1, 5)).toEqual([
      'Heating',
      'Empty',
      'Rent',
      'Food',
    ]);
    expect(moveRowTo(document, row('Rent'), row('Total income'))).toBeNull();
    expect(moveRowTo(document, row('Costs group'), row('Pay'))).toBeNull();
  });
});

describe('what is typed into a month', () => {
  it.each([
    ['1200', false],
    ['-1,200.50', false],
    ['(12)', false],
    ['€ 12', false],
    ['12 EUR', false],
    ['5 %', false],
    ['12,5,0', false],
    ['1e999', false],
    ['1e', false],
    ['Rent', true],
    ["'Phone & internet'", true],
    ['1200 * 2', true],
    ['12-5', true],
    ['(Rent + 2)', true],
    ['max(1, 2)', true],
    ['12 * ', true],
  ])('%j is a rule: %s', (text, expected) => expect(looksLikeFormula(text)).toBe(expected));

  it('is read in the plan’s notation', () => {
    const german = plan('de-DE');
    const rent = lineNamed(german, 'Rent');
    expect(readEntry('1.234,5', false, rent.unit, german)).toEqual({ kind: 'figure', figure: 1234.5 });
    expect(readEntry('max(Rent; 1,5)', true, rent.unit, german)).toEqual({
      kind: 'formula',
      stored: `max({${rent.id}}, 1.5)`,
    });
    expect(readEntry('1.5', false, rent.unit, german)).toMatchObject({ kind: 'problem' });
    expect(readEntry('Rnt', true, rent.unit, german)).toMatchObject({
      kind: 'problem',
      problem: { place: { from: 0, to: 3 } },
    });
    expect(readEntry('', false, rent.unit, german)).toEqual({ kind: 'figure', figure: null });
  });

  it('begins with the reach people expect', () => {
    const document = plan();
    expect(firstReach(document, lineNamed(document, 'Empty').id, false)).toBe('every');
    expect(firstReach(document, lineNamed(document, 'Rent').id, false)).toBe('month');
    expect(firstReach(document, lineNamed(document, 'Rent').id, true)).toBe('every');
  });

  it.each([
    ['12*3+5', 'month'],
    ['=1200/12', 'month'],
    ['Rent * 2', 'every'],
    ['1200', 'month'],
  ])('takes %s, in a line with a rule, for %s', (text, reach) => {
    const document = plan();
    const { id } = lineNamed(document, 'Rent');
    expect(reachOf({ text, options: {} }, document, id, toMonth('2026-03')).reach).toBe(reach);
  });

  it('says what it would replace', () => {
    const document = plan();
    const rent = lineNamed(document, 'Rent').id;
    expect(replacedBy(document, rent, '2026-03', 'month', '')).toEqual({ steps: 0, exceptions: 0 });
    expect(replacedBy(document, rent, '2026-03', 'onward', '')).toEqual({ steps: 1, exceptions: 2 });
    expect(replacedBy(document, rent, '2026-06', 'onward', '')).toEqual({ steps: 0, exceptions: 1 });
    expect(replacedBy(document, rent, '2026-06', 'every', '')).toEqual({ steps: 1, exceptions: 2 });
    expect(replacedBy(document, rent, '2026-03', 'until', '2026-07')).toEqual({ steps: 1, exceptions: 1 });
  });

  it('starts from what is there: a figure, an exception’s rule, or the line’s rule', () => {
    const document = plan('de-DE');
    const model = new Model(document);
    const text = (name: string, month: string, asRule = false) =>
      startingText(model, lineNamed(document, name), toMonth(month), asRule);
    expect(text('Rent', '2026-05')).toEqual({ text: '850', selected: true, asRule: false });
    expect(text('Heating', '2026-01').text).toBe('819,2');
    expect(text('Heating', '2026-02')).toEqual({ text: 'Rent / 4', selected: true, asRule: true });
    expect(text('Heating', '2026-02', true).text).toBe('Rent * (1 + Inflation)');
    expect(text('Rent', '2026-03', true).text).toBe('800');
    expect(text('Empty', '2026-03').text).toBe('');
  });
});

const YEAR = { from: 0, to: 12 };

describe('the figures shown', () => {
  const document = plan();
  const model = new Model(document);
  const id = (name: string) => lineNamed(document, name).id;

  it('are written for the plan, with the reason where there is none', () => {
    expect(monthFigure(model, id('Rent'), 0).text).toBe('800.00');
    expect(monthFigure(model, id('Rent'), 7)).toEqual({ text: '', value: null, problem: null });
    expect(monthFigure(model, id('Count'), 0).text).toBe('3');
    const broken = sketch({ lines: { Costs: { A: '1 / B', B: null } } });
    expect(monthFigure(new Model(broken), 'line-a', 0)).toMatchObject({
      text: '',
      problem: 'B is empty in January 2026, so A has no figure.',
    });
  });

  it('of the year are total, average per month, and share of income', () => {
    const end = (id: string, what: Parameters<typeof endFigure>[3]) => endFigure(model, id, YEAR, what).text;
    expect([end(id('Rent'), 'total'), end(id('Rent'), 'average'), end(id('Rent'), 'ofIncome')]).toEqual([
      '9,050.00',
      '754.17',
      '37.7\u00a0%',
    ]);
    expect(end(id('Rent'), 'ofGroup')).toBe('51.1\u00a0%');
    expect(end(id('Rent'), 'ofExpenses')).toBe('42.5\u00a0%');
    expect(end(id('Count'), 'ofIncome')).toBe('');
    expect(end(id('Pay'), 'ofExpenses')).toBe('');
    expect(end(id('Rent'), 'ownAverage')).toBe('822.73');
    expect(end('@cumulativeNet', 'average')).toBe('');
    expect(endFigure(model, id('Pay'), { from: 12, to: 24 }, 'running').text).toBe('48,000.00');
  });

  it('of lines, averaged per month, add up to those of their group and total', () => {
    const few = (figure: number, every: number) => `if(mod(month, ${every}) = 0, ${figure})`;
    const document = sketch({ lines: { expense: { Rent: 800, Repairs: few(90, 3), Insurance: few(400, 12) } } });
    const model = new Model(document);
    const average = (which: string) => averageIn(model, which, YEAR);
    const lines = [...document.lines.values()];
    const sum = lines.reduce((total, line) => total + average(line.id), 0);
    expect(average(lines[0]!.group)).toBeCloseTo(sum, 9);
    expect(sum).toBeCloseTo(800 + 30 + 400 / 12, 9);
  });

  it('say that there is no share where there is no income', () => {
    const poor = new Model(sketch({ lines: { Costs: { Rent: 5 } } }));
    expect(endFigure(poor, 'line-rent', YEAR, 'ofIncome')).toMatchObject({
      text: '–',
      problem: null,
      note: expect.stringContaining('no income'),
    });
    expect(endFigure(poor, '@income', YEAR, 'ofIncome').text).toBe('');
  });

  it('make columns as wide as the widest of them, with the year pinned at the end', () => {
    const { rows } = rowsOf(document);
    const narrow = budgetColumns(model, USUAL_VIEW, rows, 2026);
    expect(narrow.map((column) => column.pin).filter(Boolean)).toEqual(['start', 'end', 'end', 'end']);
    expect(narrow.filter((column) => column.month)).toHaveLength(12);
    const command: Command = {
      kind: 'line.setFigure',
      line: id('Rent'),
      month: toMonth('2026-02'),
      reach: 'month',
      figure: -1234567890.12,
    };
    const rich = after(document, command);
    const wide = budgetColumns(new Model(rich), USUAL_VIEW, rows, 2026);
    expect(wide[1]!.width).toBeGreaterThan(narrow[1]!.width + 25);
  });

  it('are set in narrower type where a year of large figures has room only then', () => {
    const columnsOf = (wage: number) => {
      const document = sketch({ lines: { income: { Wage: wage }, expense: { Rent: wage / 2 } } });
      const source = rowsOf(document);
      return fittingColumns(budgetColumns(new Model(document), USUAL_VIEW, source.rows, 2026), 1172);
    };
    const width = (columns: readonly { width: number }[]) => columns.reduce((sum, column) => sum + column.width, 0);
    expect(columnsOf(2400)[0]!.isNarrow).toBeUndefined();
    // A year of 999,999.96.
    const large = columnsOf(83_333.33);
    expect(large.every(({ isNarrow }) => isNarrow)).toBe(true);
    expect(width(large)).toBeLessThanOrEqual(1172);
    expect(large[0]!.width).toBeGreaterThanOrEqual(140);
    // What fits in no type is left to be scrolled.
    expect(columnsOf(83_333_333_333.33)[0]!.isNarrow).toBeUndefined();
  });
});

describe('a year that begins in April', () => {
  const document = sketch({
    firstMonth: '2026-04',
    months: 24,
    yearBegins: 4,
    lines: {
      Costs: { Flour: { start: 60, '2026-05': 30 } },
      Memo: { Loaves: { start: 20, '2026-05': 30 }, 'Unit cost': 'Flour / Loaves' },
    },
    units: { Loaves: 'number' },
  });
  const model = new Model(document);
  const headings = (view: Partial<BudgetView>) =>
    budgetColumns(model, { ...USUAL_VIEW, ...view }, rowsOf(document).rows, 2026).map(({ heading }) => heading);

  it('stands from April to March, under its name, in quarters and among the years', () => {
    expect(headings({}).slice(0, 13).map(String)).toEqual([
      '2026/27', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sept', 'Oct', 'Nov', 'Dec', 'Jan', 'Feb', 'Mar',
    ]); // prettier-ignore
    expect(headings({ span: 'quarter' }).slice(1, 5)).toEqual(['Apr – Jun', 'Jul – Sept', 'Oct – Dec', 'Jan – Mar']);
    expect(headings({ span: 'year' }).slice(1, 3)).toEqual(['2026/27', '2027/28']);
  });

  it('has a quotient’s total and average from its totals, its own average from its months, and no running total', () => {
    const { id } = lineNamed(document, 'Unit cost');
    const year = { from: 0, to: 12 };
    const totals = (60 + 11 * 30) / (20 + 11 * 30);
    expect(endFigure(model, id, year, 'total').value).toBeCloseTo(totals, 10);
    expect(averageIn(model, id, year)).toBeCloseTo(totals, 10);
    expect(averageIn(model, id, year, 'ownAverage')).toBeCloseTo((3 + 11) / 12, 10);
    expect(endFigure(model, id, year, 'running').value).toBeNull();
    expect(monthFigure(model, id, 0).value).toBe(3);
  });
});
