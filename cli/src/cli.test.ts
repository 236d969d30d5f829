import { execFile } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { describe, expect, it } from 'vitest';

const path = (relative: string) => fileURLToPath(new URL(relative, import.meta.url));
const PROGRAM = path('../bin/haushalt.js');
const HOUSEHOLD = path('../../demo/household.haushalt.json');
const STALL = path('../../demo/bread-stall.haushalt.json');
const folder = mkdtempSync(join(tmpdir(), 'haushalt-cli-'));

function run(...args: string[]): Promise<{ code: number; out: string; error: string }> {
  return new Promise((resolve) => {
    execFile(process.execPath, [PROGRAM, ...args], (failure, out, error) => {
      resolve({ code: failure ? Number(failure.code) : 0, out, error });
    });
  });
}

function written(content: string): string {
  const file = join(folder, `${crypto.randomUUID()}.haushalt.json`);
  writeFileSync(file, content);
  return file;
}

describe('haushalt calc', () => {
  it('prints every line as a table', async () => {
    const { code, out } = await run('calc', STALL);
    expect(code).toBe(0);
    expect(out).toMatch(/^Saturday bread stall, EUR/);
    expect(out).toMatch(/^Oven +line +1,450\.00$/m);
    expect(out).toMatch(/^Net +total +−1,252\.20/m);
    expect(out).toMatch(/^Flour prices +assumption +3\.0 %/m);
  });

  it('prints CSV and JSON, by month, quarter or year', async () => {
    const csv = (await run('calc', STALL, '--format', 'csv', '--by', 'quarter')).out.split('\r\n');
    expect(csv[0]).toBe('Name,Kind,Q2 2026,Q3 2026,Q4 2026,Q1 2027');
    expect(csv.find((row) => row.startsWith('Oven'))).toBe('Oven,line,1450,,,');
    const json = JSON.parse((await run('calc', HOUSEHOLD, '--format', 'json', '--by', 'year')).out) as {
      columns: string[];
      rows: { name: string; figures: number[] }[];
    };
    expect(json.columns).toEqual(['2026', '2027', '2028']);
    expect(json.rows.find((row) => row.name === 'Rent')!.figures).toEqual([13680, 14040, 14220]);
  });

  it('reads a plan with entries, and names the entry that is wrong', async () => {
    const plan = {
      version: 1,
      plan: { name: 'Small', currency: 'EUR', locale: 'en-IE', firstMonth: '2026-01', months: 2 },
      groups: [{ name: 'Costs', side: 'expense' }],
      lines: [{ group: 'Costs', name: 'Rent' }],
      ruleSteps: [{ line: 'Rent', amount: 800 }],
      entries: [{ date: '2026-01-03', line: 'Rent', amount: 812.5 }],
    };
    const { code, out } = await run('calc', written(JSON.stringify(plan)));
    expect(code).toBe(0);
    // What really happened changes nothing about what is planned.
    expect(out).toMatch(/^Rent +line +800\.00 +800\.00$/m);
    const wrong = { ...plan, entries: [...plan.entries, { date: '2027-02-30', line: 'Rent', amount: 1 }] };
    const refused = await run('calc', written(JSON.stringify(wrong)));
    expect(refused.code).not.toBe(0);
    expect(refused.error).toContain('/entries/1/date: “2027-02-30” is no day of the calendar');
  });

  it('prints what loans, savings, tax schedules and break-evens give, and why one has no answer', async () => {
    const { out } = await run('calc', HOUSEHOLD, '--by', 'year');
    expect(out).toMatch(/^Cargo bike\.payment +loan +1,426\.20 +1,711\.44/m);
    expect(out).toMatch(/^Kitchen fund\.balance +savings pot +3,547\.55 +6,243\.05 +8,604\.35$/m);
    expect(out).toMatch(/^Old bands\.tax +tax schedule +1,248\.80/m);
    const stall = (await run('calc', STALL, '--format', 'csv', '--by', 'quarter')).out.split('\r\n');
    expect(stall.find((row) => row.startsWith('Loaves to break even.whole units'))).toMatch(/,727,727,727,727$/);
    const dearer = await run('calc', HOUSEHOLD, '--by', 'year', '--set', 'Bike loan rate=12');
    expect(dearer.out).toMatch(/^Cargo bike\.regular payment +loan +158\.09/m);
    const plan = { name: 'P', currency: 'EUR', locale: 'en-IE', firstMonth: '2026-01', months: 3 };
    const empty = written(
      JSON.stringify({ version: 1, plan, loans: [{ name: 'Van', first: '2026-01', amount: 100 }] }),
    );
    expect((await run('calc', empty)).error).toContain(
      'Van: The yearly rate is empty, so the monthly payment does not follow yet.',
    );
  });

  it('tries other values', async () => {
    const groceries = async (...args: string[]) => {
      const { out } = await run('calc', HOUSEHOLD, '--format', 'json', '--by', 'year', ...args);
      return (JSON.parse(out) as { rows: { name: string; figures: number[] }[] }).rows.find(
        (row) => row.name === 'Groceries',
      )!.figures;
    };
    expect((await groceries('--set', 'Inflation=10%'))[2]).toBeCloseTo(640 * 1.1 ** 2 * 12, 6);
    expect((await groceries('--set', 'Inflation=0', '--set', 'Pay rise=5'))[2]).toBeCloseTo(640 * 12, 6);
  });

  it.each([
    [['calc', 'nowhere.json'], /cannot be read/],
    [['calc', HOUSEHOLD, '--set', 'Inflation'], /should look like/],
    [['calc', HOUSEHOLD, '--set', 'Deflation=3%'], /no assumption called Deflation/],
    [['calc', HOUSEHOLD, '--set', 'Inflation=abc'], /not a figure/],
  ])('%j is answered with a sentence', async (args, message) => {
    const { code, error } = await run(...args);
    expect(code).toBe(2);
    expect(error).toMatch(message);
    expect(error).not.toMatch(/ at .*:\d/);
  });

  it('says where a file is wrong', async () => {
    expect((await run('calc', written('{ "version": '))).error).toMatch(/not valid JSON/);
    expect((await run('calc', written('{ "version": 1 }'))).error).toMatch(/\/plan: the plan’s settings are missing/);
  });

  it('helps', async () => {
    for (const args of [['--help'], ['calc', '--help'], ['serve', '--help']])
      expect((await run(...args)).out).toMatch(/Usage: haushalt/);
    expect((await run('calc', HOUSEHOLD, '--by', 'week')).error).toMatch(/Allowed choices are month, quarter, year/);
  });
});

describe('haushalt serve', () => {
  it('says that the port is taken and offers a free one', async () => {
    const other = createServer();
    await new Promise<void>((resolve) => other.listen(0, '127.0.0.1', resolve));
    const { port } = other.address() as AddressInfo;
    const { code, error } = await run('serve', '--port', String(port), '--data', folder);
    expect(code).toBe(2);
    expect(error).toMatch(new RegExp(`Port ${port} is taken. Port \\d+ is free: add --port \\d+\\.`));
    await new Promise((resolve) => other.close(resolve));
  });

  it('refuses impossible ports, and to remove what is not the demo', async () => {
    expect((await run('serve', '--port', '99999')).error).toMatch(/from 1 to 65535/);
    expect((await run('serve', '--fresh')).error).toMatch(/only taken together with --demo/);
    expect((await run('serve', '--demo', '--fresh', '--data', folder)).error).toMatch(/leave --data out/);
  });
});

describe('haushalt check', () => {
  it('prints what a reviewer would find, why it matters, and exits with 1', async () => {
    const { code, out } = await run('check', STALL);
    expect(code).toBe(1);
    expect(out).toContain('In 2026, expenses exceed income in one month: Apr. [Net, April 2026]');
    expect(out).toContain('  In these months the money has to come from somewhere else.');
    expect(out).toMatch(/1 finding\.\n$/);
  });

  it('is silent about what has been set aside, unless asked, and exits with 0 when nothing is left', async () => {
    const plan = {
      version: 1,
      plan: { name: 'Small', currency: 'EUR', locale: 'en-IE', firstMonth: '2026-01', months: 12 },
      assumptions: [{ id: 'inflation', name: 'Inflation', unit: 'ratePerYear', value: 0.02 }],
      waivedFindings: [{ finding: 'unusedAssumption|inflation|', reason: 'Needed next year.' }],
    };
    const file = written(JSON.stringify(plan));
    expect(await run('check', file)).toMatchObject({ code: 0, out: 'Nothing found, 1 set aside.\n' });
    const { out } = await run('check', file, '--all');
    expect(out).toContain('Nothing uses the assumption Inflation.');
    expect(out).toContain('  Set aside: Needed next year.');
    expect((await run('check', 'missing.json')).code).toBe(2);
  });
});
