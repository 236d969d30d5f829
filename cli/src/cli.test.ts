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
