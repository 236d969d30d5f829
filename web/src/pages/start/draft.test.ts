import { calculate, groupsWithLines, parsePlan, toMonth } from '@haushalt/core';
import { describe, expect, it } from 'vitest';
import { draftLine, draftOf, draftRefusal, inNotation, planFileOf, totalsOf, type DraftGroup } from './draft.ts';
import { READY_MADE } from './readyMade.ts';

const first = toMonth('2027-01');
const settings = { name: 'Ours', currency: 'EUR', locale: 'en-IE', firstMonth: first, months: 12, yearBegins: 1 };
const group = (name: string, side: DraftGroup['side'], ...lines: DraftGroup['lines']): DraftGroup => ({
  name,
  side,
  rhythm: side === 'expense' ? 'fixed' : null,
  lines,
});
const line = (name: string, text: string, part: Partial<DraftGroup['lines'][number]> = {}) => ({
  ...draftLine(name, 'monthly', true, 1),
  text,
  ...part,
});

describe('a ready-made plan', () => {
  it('has the same groups, sides and rhythms in each language', () => {
    const shape = (all: (typeof READY_MADE)['en']) =>
      all.map(({ id, months, groups }) => ({
        id,
        months,
        groups: groups.map(({ side, rhythm, lines }) => [
          side,
          rhythm,
          lines.map(({ comes, usual }) => [comes, usual]),
        ]),
      }));
    expect(shape(READY_MADE.de)).toEqual(shape(READY_MADE.en));
  });

  it.each(
    Object.values(READY_MADE)
      .flat()
      .map((ready) => [ready.name, ready] as const),
  )('%s becomes a plan that can be opened', (_, ready) => {
    const groups = draftOf(ready, first).map((each) => ({
      ...each,
      lines: each.lines.map((own) => ({ ...own, picked: true, text: '10' })),
    }));
    expect(draftRefusal(groups, 'en-IE')).toBeNull();
    const plan = parsePlan(planFileOf({ ...settings, months: ready.months }, groups));
    expect(plan.lines.size).toBe(ready.groups.flatMap((each) => each.lines).length);
    expect(calculate(plan).problems).toEqual([]);
  });
});

describe('figures typed as they are added up', () => {
  it('are what they come to', () => {
    const plan = parsePlan(
      planFileOf(settings, [group('Costs', 'expense', line('Food', '30+30'), line('Rent', '2*400'))]),
    );
    expect([...plan.ruleSteps.values()].map(({ amount }) => amount)).toEqual([60, 800]);
  });
});

describe('figures typed before the notation is chosen', () => {
  it('stay the same figures; what is none stays as typed', () => {
    const line = (text: string) => ({ ...draftLine('A', 'monthly', true, 1), text });
    const groups = [
      { name: 'G', side: 'income', rhythm: null, lines: ['1,200', '250.50', 'soon', ''].map(line) },
    ] as DraftGroup[];
    const german = inNotation(groups, 'en-IE', 'de-DE');
    expect(german[0]!.lines.map(({ text }) => text)).toEqual(['1200', '250,5', 'soon', '']);
    const again = inNotation(german, 'de-DE', 'en-IE');
    const month = toMonth('2026-01');
    expect(totalsOf(german, month, 'de-DE')).toEqual(totalsOf(groups, month, 'en-IE'));
    expect(totalsOf(again, month, 'en-IE')).toEqual(totalsOf(groups, month, 'en-IE'));
  });
});

describe('a draft', () => {
  const groups = [
    group(
      'In',
      'income',
      line('Pay', '2,000'),
      line('Refund', '600', { comes: 'yearly', month: 6 }),
      line('Left out', '999', { picked: false }),
    ),
    group(
      'Out',
      'expense',
      line('Rent', '900'),
      line('Repairs', '300', { comes: 'quarterly' }),
      line('Not a figure', 'x'),
    ),
    group('Aside', 'setAside', line('Fund', '100')),
    group('Notes', 'memo', line('Members', '40')),
  ];

  it('adds up the first month, and an average one', () => {
    expect(totalsOf(groups, first, 'en-IE')).toEqual({
      income: 2000,
      expenses: 1200,
      setAside: 100,
      averageLeft: 2000 + 50 - 900 - 100,
      begun: true,
    });
    expect(totalsOf(groups, toMonth('2027-06'), 'en-IE').income).toBe(2600);
    expect(totalsOf([group('In', 'income', line('Pay', ''))], first, 'en-IE').begun).toBe(false);
  });

  it('says which line cannot be kept as it is', () => {
    expect(draftRefusal(groups, 'en-IE')).toMatchObject({
      key: groups[1]!.lines[2]!.key,
      message: expect.stringContaining('not a valid figure'),
    });
    const twice = [group('In', 'income', line('Pay', '1'), line('pay ', '2'))];
    expect(draftRefusal(twice, 'en-IE')!.message).toMatch(/already a line named pay/);
    expect(draftRefusal([group('Pay', 'income', line('Pay', '1'))], 'en-IE')!.message).toMatch(/a group named Pay/);
    expect(draftRefusal([group('In', 'income', line(' ', '1'))], 'en-IE')!.message).toMatch(/name/);
  });

  it('becomes rules: every month, every quarter from the first month on, or once a year', () => {
    const kept = groups.map((each) => ({ ...each, lines: each.lines.filter((own) => own.name !== 'Not a figure') }));
    const plan = parsePlan(planFileOf(settings, kept));
    const figures = (name: string) =>
      calculate(plan)
        .figures(name)
        .flatMap((figure, index) => (figure === null ? [] : [index]));
    expect(figures('Pay')).toHaveLength(12);
    expect(figures('Repairs')).toEqual([0, 3, 6, 9]);
    expect(figures('Refund')).toEqual([5]);
    expect([...plan.lines.values()].map((own) => own.name)).not.toContain('Left out');
    expect(groupsWithLines(plan).at(-1)!.lines[0]!.unit).toBe('number');
  });

  it('without any line is a plan without groups', () => {
    expect(parsePlan(planFileOf(settings, [group('In', 'income')])).groups.size).toBe(0);
  });
});
