import { english } from '../../testing/english.ts';
import { readFileSync, readdirSync } from 'node:fs';
import Ajv from 'ajv/dist/2020.js';
import { describe, expect, it } from 'vitest';
import { calculate } from '../../engine/results.ts';
import { sketch } from '../../testing/plans.ts';
import { parsePlan } from './file.ts';
import { PlanFormatError } from './shape.ts';
import { toPlanFile } from './writeFile.ts';
import { planFileSchema } from './jsonSchema.ts';

const root = new URL('../../../../', import.meta.url);
const demos = readdirSync(new URL('demo/', root)).filter((name) => name.endsWith('.haushalt.json'));
const demo = (name: string) =>
  JSON.parse(readFileSync(new URL(`demo/${name}`, root), 'utf8')) as Record<string, unknown>;

const small = () => ({
  version: 1,
  plan: { name: 'Small', currency: 'EUR', locale: 'en-IE', firstMonth: '2026-01', months: 3 },
  groups: [{ name: 'Costs', side: 'expense' }],
  lines: [{ group: 'Costs', name: 'Rent' }],
  ruleSteps: [{ line: 'Rent', amount: 5 }],
});

type Rows = Record<string, unknown>[];

/** A plan file that can be spoilt in any way. */
interface Spoilt {
  [table: string]: unknown;
  version?: unknown;
  plan?: Record<string, unknown>;
  groups: Rows;
  lines: Rows;
  ruleSteps: Rows;
}

function pointerOf(change: (file: Spoilt) => void): [string, string] {
  const file: Spoilt = structuredClone(small());
  change(file);
  try {
    parsePlan(file);
  } catch (error) {
    if (error instanceof PlanFormatError) return [error.pointer, english(error.text)];
    throw error;
  }
  throw new Error('The file was taken.');
}

describe('the plan file', () => {
  it.each(demos)('%s is read, valid by the schema, and the same after being written', (name) => {
    const plan = parsePlan(demo(name));
    const written = toPlanFile(plan);
    expect(toPlanFile(parsePlan(written))).toEqual(written);
    const validate = new Ajv({ strict: false }).compile(planFileSchema());
    for (const file of [demo(name), written]) {
      validate(file);
      expect(validate.errors).toBeNull();
    }
    const [before, after] = [calculate(plan), calculate(parsePlan(written))];
    for (const line of plan.lines.values()) expect(after.figures(line.name)).toEqual(before.figures(line.name));
    expect(before.problems).toEqual([]);
  });

  it('has its schema in the documents', () => {
    expect(JSON.parse(readFileSync(new URL('docs/plan-file.schema.json', root), 'utf8'))).toEqual(planFileSchema());
  });

  it('keeps names that need quotes, dates and blanks', () => {
    const plan = sketch({
      months: 4,
      lines: {
        Costs: {
          'Phone & internet': { start: 10, '2026-03': null },
          Other: "'Phone & internet' * 2 + at(Rent, 2026-02)",
          Rent: 3,
        },
      },
    });
    expect(calculate(parsePlan(toPlanFile(plan))).figures('Other')).toEqual([23, 23, 3, 3]);
  });

  it.each<[string, (file: Spoilt) => void, string, RegExp]>([
    ['another version', (file) => (file.version = 2), '/version', /reads up to 1/],
    ['no version', (file) => delete file.version, '/version', /must state its version/],
    ['no plan', (file) => delete file.plan, '/plan', /missing/],
    ['601 months', (file) => (file.plan!.months = 601), '/plan/months', /from 1 to 600/],
    ['an unknown field', (file) => (file.lines[0]!.colour = 'red'), '/lines/0/colour', /is not known/],
    ['an unknown table', (file) => (file['a/b'] = []), '/a~1b', /not known/],
    [
      'a missing group',
      (file) => (file.lines[0]!.group = 'Nowhere'),
      '/lines/0/group',
      /nothing with the id “Nowhere”/,
    ],
    ['a name twice', (file) => file.lines.push({ group: 'Costs', name: 'rent' }), '/lines/0/name', /already a line/],
    ['a wrong side', (file) => (file.groups[0]!.side = 'outgoing'), '/groups/0/side', /one of income/],
    ['a text for a figure', (file) => (file.ruleSteps[0]!.amount = '5'), '/ruleSteps/0/amount', /a number/],
    ['an endless figure', (file) => (file.ruleSteps[0]!.amount = Infinity), '/ruleSteps/0/amount', /a number/],
    [
      'a bad formula',
      (file) => (file.ruleSteps[0] = { line: 'Rent', formula: '2 * Rnt' }),
      '/ruleSteps/0/formula',
      /column 5/,
    ],
    ['a circle', (file) => (file.ruleSteps[0] = { line: 'Rent', formula: 'Costs' }), '/ruleSteps', /circular/],
    [
      'two figures for a month',
      (file) => file.ruleSteps.push({ line: 'Rent', amount: 6 }),
      '/ruleSteps/1',
      /same month/,
    ],
    ['a figure and a formula', (file) => (file.ruleSteps[0]!.formula = '1'), '/ruleSteps/0', /only one/],
    [
      'a bad month',
      (file) => (file.exceptions = [{ line: 'Rent', month: '2026-3' }]),
      '/exceptions/0/month',
      /not a month/,
    ],
    ['a bad currency', (file) => (file.plan!.currency = 'euro'), '/plan/currency', /currency/],
    ['a list where a row belongs', (file) => (file.lines = [[] as unknown as Rows[number]]), '/lines/0', /JSON object/],
    ['a bad id', (file) => (file.lines[0]!.id = '../x'), '/lines/0/id', /letters/],
    [
      'a rhythm of income',
      (file) => (file.groups[0] = { name: 'Costs', side: 'income', rhythm: 'fixed' }),
      '/groups/0/rhythm',
      /only expenses/,
    ],
  ])('with %s is refused with a pointer', (_what, change, pointer, message) => {
    const [where, why] = pointerOf(change);
    expect(where).toBe(pointer);
    expect(why).toMatch(message);
  });

  it('is read with the names of earlier versions, and written with those of today', () => {
    const json = {
      version: 1,
      plan: { name: 'Old', currency: 'EUR', locale: 'en-IE', firstMonth: '2026-01', months: 12 },
      savings: [{ id: 'kitchen', name: 'Kitchen', deposit: 10, rate: 0, first: '2026-01' }],
      savingsMoves: [{ pot: 'Kitchen', kind: 'deposit', from: '2026-05', amount: 300 }],
    };
    const written = toPlanFile(parsePlan(json));
    expect(written.savingsMoves).toMatchObject([{ fund: 'Kitchen', amount: 300 }]);
    expect(JSON.stringify(written)).not.toContain('pot');
  });

  it('is refused when it is no object at all', () => {
    for (const json of [null, 3, [], 'plan']) expect(() => parsePlan(json)).toThrow(PlanFormatError);
  });
});
