import { randomUUID } from 'node:crypto';
import { request } from 'node:http';
import { beforeEach, describe, expect, it } from 'vitest';
import { base, call, serveEachTest } from './testing/served.ts';

serveEachTest();

const PLAN = {
  version: 1,
  plan: { name: 'Club year', currency: 'EUR', locale: 'en-IE', firstMonth: '2026-01', months: 24 },
  groups: [
    { id: 'in', name: 'Dues', side: 'income' },
    { id: 'costs', name: 'Costs', side: 'expense' },
  ],
  lines: [
    { id: 'dues', group: 'Dues', name: 'Members' },
    { id: 'hall', group: 'Costs', name: 'Hall' },
  ],
  ruleSteps: [
    { line: 'Members', amount: 500 },
    { line: 'Hall', formula: 'Members * 40%' },
  ],
  accounts: [{ id: 'bank', name: 'Bank', opening: 100 }],
  entries: [{ date: '2026-02-03', what: 'Hall', line: 'hall', account: 'bank', amount: 210 }],
};
const PRINT = {
  parts: ['budget'],
  years: [2026],
  span: 'month',
  withNotes: false,
  paper: 'A4',
  orientation: 'across',
  pages: 'one',
  isBlackAndWhite: false,
  isBooklet: false,
  title: '',
  name: 'Treasurer',
};

interface Streamed {
  readonly progress: { done: number; what: string }[];
  readonly end: { done?: { name?: string; bytes: number }; error?: { status: number; message: string } };
  readonly content: Buffer;
}

/** An answer that comes bit by bit. */
async function streamed(path: string, body: unknown): Promise<Streamed> {
  const response = await fetch(base + path, {
    method: 'POST',
    headers: { 'content-type': 'application/json', accept: 'application/x-ndjson' },
    body: JSON.stringify(body),
  });
  expect(response.headers.get('content-type')).toContain('application/x-ndjson');
  let rest = Buffer.from(await response.arrayBuffer());
  const progress: Streamed['progress'] = [];
  for (;;) {
    const end = rest.indexOf(10);
    const line = JSON.parse(rest.subarray(0, end).toString('utf8')) as Streamed['end'] & { progress?: Streamed['progress'][0] }; // prettier-ignore
    rest = rest.subarray(end + 1);
    if (line.progress) progress.push(line.progress);
    else return { progress, end: line, content: rest };
  }
}

const files = (kind: string, more: object = {}) =>
  streamed('/plans/p1/files', { ...PRINT, kind, by: 'year', notation: 'neutral', ...more });

beforeEach(async () => {
  expect((await call('POST', '/plans/import?id=p1', PLAN)).status).toBe(201);
});

describe('pages', () => {
  it('are shown as they will be, with what is known of all', async () => {
    const { status, body } = await call('POST', '/plans/p1/pages', { print: { ...PRINT, years: [] }, from: 1, to: 2 });
    expect(status).toBe(200);
    expect(body).toMatchObject({
      count: 2,
      contents: [
        { title: 'Budget 2026', page: 1 },
        { title: 'Budget 2027', page: 2 },
      ],
      tooSmall: [],
      pages: [{ title: 'Budget 2027' }],
    });
    expect(body.parts).toContain('spending');
    expect(body.parts).not.toContain('loans');
    const texts = body.pages[0].items.map(({ text }: { text?: string }) => text);
    expect(texts).toContain('500.00');
    expect(texts).toContain('200.00');
    expect(texts).toContain('Treasurer · 10 November 2026');
  });

  it('follow what is changed', async () => {
    const figures = async () => {
      const { body } = await call('POST', '/plans/p1/pages', { print: PRINT, from: 0, to: 1 });
      return body.pages[0].items.map(({ text }: { text?: string }) => text);
    };
    expect(await figures()).not.toContain('777.00');
    const command = { kind: 'line.setFigure', line: 'dues', month: '2026-03', reach: 'month', figure: 777 };
    expect((await call('POST', '/plans/p1/commands', { id: randomUUID(), command })).status).toBe(200);
    expect(await figures()).toContain('777.00');
  });

  it('are refused with a sentence where what is sent makes no sense', async () => {
    for (const [part, path] of [
      [{ parts: [] }, 'print.parts'],
      [{ parts: ['budget', 'nothing'] }, 'print.parts.1'],
      [{ paper: 'A0' }, 'print.paper'],
      [{ years: [1] }, 'print.years.0'],
      [{ title: 'x'.repeat(121) }, 'print.title'],
    ] as const) {
      const { status, body } = await call('POST', '/plans/p1/pages', { print: { ...PRINT, ...part }, from: 0, to: 1 });
      expect(status).toBe(422);
      expect(body.error).toMatchObject({ code: 'invalid', path });
      expect(body.error.message).toMatch(/\S\.$/);
    }
    expect((await call('POST', '/plans/none/pages', { print: PRINT, from: 0, to: 1 })).status).toBe(404);
  });
});

describe('files', () => {
  it.each([
    ['pdf', '%PDF-1.7'],
    ['ods', 'PK'],
    ['xlsx', 'PK'],
    ['csv', 'Budget 2026'.slice(0, 0)],
  ])('are made as %s, and told how far they are', async (kind, begins) => {
    const { progress, end, content } = await files(kind);
    expect(end.done).toMatchObject({ name: `Club year.${kind}`, bytes: content.byteLength });
    expect(content.byteLength).toBeGreaterThan(100);
    expect(content.subarray(0, begins.length).toString('latin1')).toBe(begins);
    const reported = progress.map(({ done }) => done);
    expect(reported.length).toBeGreaterThan(0);
    expect([...reported].sort((a, b) => a - b)).toEqual(reported);
    for (const { done, what } of progress) {
      expect(done).toBeGreaterThanOrEqual(0);
      expect(done).toBeLessThanOrEqual(1);
      expect(what).toMatch(/\S/);
    }
  });

  it('have the entries of the ledger', async () => {
    const { content } = await files('csv', { parts: ['entries'] });
    expect(content.toString('utf8')).toContain('2026-02-03,Hall,Hall,Bank,-210,');
  });

  it('leave others unhindered, and are given up when nobody waits', async () => {
    const body = JSON.stringify({ ...PRINT, kind: 'pdf', by: 'year', notation: 'neutral', years: [] });
    const given = await new Promise<boolean>((resolve) => {
      const sent = request(`${base}/plans/p1/files`, { method: 'POST', headers: { 'content-type': 'application/json' } }, (response) => {
        response.once('data', () => sent.destroy());
      }); // prettier-ignore
      sent.on('error', () => resolve(true));
      sent.on('close', () => resolve(true));
      sent.end(body);
    });
    expect(given).toBe(true);
    const command = { kind: 'line.setFigure', line: 'dues', month: '2026-03', reach: 'month', figure: 5 };
    expect((await call('POST', '/plans/p1/commands', { id: randomUUID(), command })).status).toBe(200);
    expect((await files('csv')).content.toString('utf8')).toContain('Members,500,500,5,');
  });
});

describe('a statement', () => {
  it('is told how far it is read, and says within the answer what is wrong', async () => {
    const csv = 'Date,Text,Amount\n2026-03-01,Shop,-12.50\n';
    const ask = async (file: string) => {
      const response = await fetch(`${base}/plans/p1/statements?account=bank`, {
        method: 'POST',
        headers: { 'content-type': 'application/octet-stream', accept: 'application/x-ndjson' },
        body: file,
      });
      return (await response.text()).split('\n').filter((line) => line !== '').map((line) => JSON.parse(line)); // prettier-ignore
    };
    const lines = await ask(csv);
    expect(lines.filter((line) => line.progress).map((line) => line.progress.what)).toEqual([
      'Reading the file',
      'Comparing with existing entries',
    ]);
    expect(lines.at(-1)).toMatchObject({ format: 'csv', statements: [{ account: 'bank' }] });
    const [refused] = (await ask('<?xml version="1.0"?><Document>')).filter((line) => line.error);
    expect(refused.error).toMatchObject({ status: 422 });
    expect(refused.error.message).toMatch(/\S/);
  });
});

describe('a workbook from elsewhere', () => {
  it('is audited, becomes a plan file, and stores nothing', async () => {
    const csv = `,Jan,Feb,Mar,Apr\nIncome\nDues,100,100,100,120\nCosts\nHall,40,40,40,40\n`;
    const ask = async (file: string, query = 'title=Club') => {
      const response = await fetch(`${base}/plans/workbooks?${query}`, {
        method: 'POST',
        headers: { 'content-type': 'application/octet-stream' },
        body: file,
      });
      const text = await response.text();
      return { status: response.status, lines: text.split('\n').filter((line) => line !== '').map((line) => JSON.parse(line)) }; // prettier-ignore
    };
    const before = (await call('GET', '/plans')).body.plans.length;
    const audited = (await ask(csv)).lines.at(-1);
    expect(audited).toMatchObject({
      findings: [],
      cells: { compared: 8, equal: 8 },
      reading: {
        sheet: 'Table',
        rows: [{ kind: 'heading' }, { label: 'Dues' }, { kind: 'heading' }, { label: 'Hall' }],
      },
      plan: { plan: { name: 'Club', months: 4 } },
    });
    expect((await call('GET', '/plans')).body.plans).toHaveLength(before);
    expect((await call('POST', '/plans/import?id=club', audited.plan)).status).toBe(201);
    const refused = (await ask('Name,Value\n')).lines.find((line) => line.error);
    expect(refused.error).toMatchObject({ status: 422, message: expect.stringMatching(/no row of months/) });
    expect((await ask(csv, 'title=')).status).toBe(422);
  });

  it('is taken for what somebody says, and its audit comes as pages', async () => {
    const csv = `,Jan,Feb,Mar,Apr\nIncome\nDues,100,100,100,120\nCosts\nHall,40,40,40,40\n`;
    const ask = async (more: Record<string, string>) => {
      const response = await fetch(`${base}/plans/workbooks?${new URLSearchParams({ title: 'Club', ...more })}`, {
        method: 'POST',
        headers: { 'content-type': 'application/octet-stream' },
        body: csv,
      });
      return { status: response.status, text: await response.text() };
    };
    const text = JSON.stringify({ rows: { 5: { kind: 'other' } } });
    expect(JSON.parse((await ask({ said: text })).text.trim().split('\n').at(-1)!).plan.lines).toHaveLength(1);
    expect((await ask({ said: text, as: 'pdf' })).text).toContain('%PDF-1.7');
    for (const wrong of ['{', '{"rows":{"x":{}}}', '{"rows":{"1":{"kind":"sum"}}}', '{"also":1}', '{"tables":{"A!1":"sheet"}}', `{"sheet":"${'x'.repeat(12_000)}"}`])
      expect((await ask({ said: wrong })).status).toBe(422); // prettier-ignore
  });
});
