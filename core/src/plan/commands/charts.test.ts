import { english } from '../../testing/english.ts';
import { describe, expect, it } from 'vitest';
import { sketch } from '../../testing/plans.ts';
import type { Command } from './commands.ts';
import { decide } from './decide.ts';
import { applyChanges, type Document } from '../document/document.ts';
import { parsePlan } from '../file/file.ts';
import { toPlanFile } from '../file/writeFile.ts';
import { namesOf } from '../document/naming.ts';

const plan = () => sketch({ lines: { income: { Pay: 1000 }, expense: { Rent: 800 } } });
const idOf = (document: Document, name: string) => namesOf(document).find(name)!.id;

function after(document: Document, command: Command): Document {
  const decision = decide(document, command);
  if (!decision.ok) throw new Error(english(decision.refusal.message));
  return applyChanges(document, decision.changes);
}

const chart = (id: string, name: string, ids: readonly string[]): Extract<Command, { kind: 'chart.set' }> => ({
  kind: 'chart.set',
  id,
  settings: { name, form: 'stacked', span: 'quarter', year: 2026, from: null, until: null, axis: '' },
  series: ids.map((each) => ({ of: each, mark: 'bars', scenario: null, projectedFrom: null })),
});

describe('a chart', () => {
  it('is kept with its series in their order, and replaced as a whole', () => {
    const document = plan();
    const [pay, rent] = [idOf(document, 'Pay'), idOf(document, 'Rent')];
    const made = after(document, chart('c', ' Where it goes ', [rent, '@net', pay]));
    const read = parsePlan(JSON.parse(JSON.stringify(toPlanFile(made))));
    expect([...read.charts.values()]).toMatchObject([
      { name: 'Where it goes', form: 'stacked', span: 'quarter', year: 2026 },
    ]);
    expect(toPlanFile(read)).toMatchObject({ chartSeries: [{ of: 'Rent' }, { of: 'Net' }, { of: 'Pay' }] });
    const smaller = after(read, chart('c', 'Where it goes', [idOf(read, 'Pay')]));
    expect([...smaller.chartSeries.values()].map(({ of }) => of)).toEqual([idOf(read, 'Pay')]);
    expect([...after(smaller, { kind: 'chart.delete', id: 'c' }).chartSeries]).toEqual([]);
  });

  it('has a title of its own and series that are there', () => {
    const made = after(plan(), chart('c', 'Net', ['@net']));
    const refusal = (command: Command) => {
      const decision = decide(made, command);
      return decision.ok ? null : decision.refusal.message;
    };
    expect(english(refusal(chart('d', 'net', ['@net'])))).toBe(
      'There is already a chart named Net. Choose another name.',
    );
    expect(english(refusal(chart('d', ' ', ['@net'])))).toBe('Enter a name.');
    expect(english(refusal(chart('d', 'Other', ['nowhere'])))).toBe(
      'The item this refers to is no longer in the plan.',
    );
    expect(english(refusal({ kind: 'chart.delete', id: 'd' }))).toBe('This chart is no longer in the plan.');
  });

  it('loses the series of a line that is deleted, and nothing else', () => {
    const document = plan();
    const rent = idOf(document, 'Rent');
    const made = after(document, chart('c', 'Both', [rent, '@net']));
    const without = after(made, { kind: 'line.delete', line: rent });
    expect([...without.chartSeries.values()].map(({ of }) => of)).toEqual(['@net']);
  });
});
