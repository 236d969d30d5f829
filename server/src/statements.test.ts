import { english } from '../../core/src/testing/english.ts';
import { randomUUID } from 'node:crypto';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { editFor, type EntryEdit, type PreviewLine } from '@haushalt/core';
import { startStandIns, type Outside } from './stand-ins/standIns.ts';
import { base, call, serveEachTest, start, stop, store } from './testing/served.ts';

serveEachTest();

const PLAN = {
  version: 1,
  plan: { name: 'Test', currency: 'EUR', locale: 'en-IE', firstMonth: '2026-01', months: 24 },
  groups: [{ name: 'Costs', side: 'expense' }, { name: 'Money in', side: 'income' }],
  lines: [{ id: 'food', group: 'Costs', name: 'Food' }, { id: 'rent', group: 'Costs', name: 'Rent' }, { id: 'pay', group: 'Money in', name: 'Pay' }],
  ruleSteps: [{ line: 'Rent', amount: 1140 }],
  accounts: [
    { id: 'joint', name: 'Joint', number: 'XX12 0000 1111 2222 3333 44' },
    { id: 'card', name: 'Card', kind: 'card', number: 'XX12 0000 1111 2222 5555 66' },
    { id: 'purse', name: 'Purse', kind: 'cash' },
    { id: 'other', name: 'Other', number: 'XX99' },
  ],
  standingEntries: [{ id: 's1', what: 'Rent', line: 'Rent', account: 'Joint', from: '2026-11-01' }],
  assignmentRules: [{ text: 'corner', line: 'Food' }],
}; // prettier-ignore

interface Answer {
  readonly status: number;
  // The tests look into answers freely.
  // eslint-disable-next-line @typescript-eslint/no-explicit-any
  readonly body: any;
}

async function preview(file: string | Uint8Array, query = 'account=joint'): Promise<Answer> {
  const response = await fetch(`${base}/plans/p1/statements?${query}`, {
    method: 'POST',
    headers: { 'content-type': 'application/octet-stream' },
    body: file as BodyInit,
  });
  return { status: response.status, body: await response.json() };
}

/** Takes all in that a preview has, as the page does. */
function takeIn({ body }: Answer, from = 'statement') {
  const { document } = store.document('p1');
  const edits: EntryEdit[] = [];
  for (const { account, preview: lines } of body.statements as { account: string; preview: PreviewLine[] }[])
    for (const line of lines) {
      const edit = editFor(line, line.assignment ?? { line: '', toAccount: '' }, account, randomUUID(), document);
      if (edit) edits.push(edit);
    }
  const stated = (body.statements as { account: string; closing: { date: string; amount: number } | null }[]).flatMap(
    ({ account, closing }) => (closing ? [{ account, on: closing.date, balance: closing.amount }] : []),
  );
  return call('POST', '/plans/p1/commands', { id: randomUUID(), command: { kind: 'entries.set', entries: edits, from, stated } }); // prettier-ignore
}
const total = async () => (await call('GET', '/plans/p1/entries')).body.total as number;

beforeEach(async () => {
  expect((await call('POST', '/plans/import?id=p1', PLAN)).status).toBe(201);
});

describe('a bank’s file', () => {
  const csv = 'Date;Text;Sum\n14/11/2026;Corner shop;-12,30\n15/11/2026;Mystery;-9,99\n02/11/2026;Homes;-1140,00\n';

  it('is previewed without anything being stored, then taken in as one step that can be taken back', async () => {
    const answer = await preview(csv);
    expect(answer).toMatchObject({
      status: 200,
      body: {
        format: 'csv',
        csv: { format: { separator: ';', decimal: ',' }, headings: ['Date', 'Text', 'Sum'] },
        statements: [{ account: 'joint', counts: { new: 2, known: 0, expected: 1, assigned: 1, unassigned: 1 } }],
      },
    });
    expect(await total()).toBe(0);
    const taken = await takeIn(answer, 'May.csv');
    expect(english(taken.body.label)).toBe('3 entries imported from May.csv');
    expect(await total()).toBe(3);
    expect((await call('GET', '/plans/p1/actuals')).body.settled).toEqual(['s1:2026-11-01']);
    // Read again, all of it is there.
    expect((await preview(csv)).body.statements[0].counts).toMatchObject({ new: 0, known: 3, expected: 0 });
    const undo = { id: 'u', command: { kind: 'undo', target: taken.body.commandId } };
    expect((await call('POST', '/plans/p1/commands', undo)).status).toBe(200);
    expect(await total()).toBe(0);
  });

  it('is read as its account’s bank writes, once that was said, and says how it may be read where it cannot', async () => {
    const { format } = (await preview(csv)).body.csv;
    const wrong = { ...format, decimal: '.', dates: 'mdy' };
    const answer = await preview(csv, `account=joint&csv=${encodeURIComponent(JSON.stringify(wrong))}`);
    expect(answer).toMatchObject({ status: 200, body: { problem: expect.stringContaining('Line 2, column “Date”'), statements: [] } }); // prettier-ignore
    expect(answer.body.csv.headings).toEqual(['Date', 'Text', 'Sum']);
    const other = csv.replaceAll('/11/', '/12/');
    await call('POST', '/plans/p1/commands', { id: 'f', command: { kind: 'account.setFormat', account: 'joint', format: { ...format, what: '' } } }); // prettier-ignore
    const remembered = await preview(other);
    expect(remembered.body.csv.format.what).toBe('');
    expect(remembered.body.statements[0].preview[0].line.what).toBe('');
  });

  it.each([
    ['nothing', '', 'The file is empty.'],
    ['a letter', 'Dear customer', 'Choose the column of the date'],
    ['broken XML', '<?xml version="1.0"?><Document><a></Document>', 'Line 1, column'],
    ['another currency', 'OFXHEADER:100\n<OFX><STMTRS><CURDEF>USD<BANKTRANLIST></BANKTRANLIST></STMTRS></OFX>', 'The statement is in USD; this plan is in EUR.'],
  ])('with %s is refused with a sentence, and nothing is stored', async (_, file, words) => {
    const { status, body } = await preview(file);
    expect(status === 422 || body.problem !== null).toBe(true);
    expect(body.problem ? english(body.problem) : body.error.message).toContain(words);
    expect(await total()).toBe(0);
  }); // prettier-ignore

  it('needs someone who may edit, a plan that is there, and a file', async () => {
    expect((await preview(csv, 'account=a%20b')).status).toBe(422);
    expect((await preview(csv, 'csv=x')).status).toBe(422);
    expect((await preview(csv, `csv=${encodeURIComponent('{"separator":"x"}')}`)).status).toBe(422);
    const json = await fetch(`${base}/plans/none/statements`, { method: 'POST', headers: { 'content-type': 'application/octet-stream' }, body: csv }); // prettier-ignore
    expect(json.status).toBe(404);
    const form = await fetch(`${base}/plans/p1/statements`, { method: 'POST', headers: { 'content-type': 'text/plain' }, body: csv }); // prettier-ignore
    expect(form.status).toBe(415);
  });

  it('of accounts nobody has said asks which they are', async () => {
    const { body } = await preview(csv, '');
    expect(body.statements).toMatchObject([{ account: null, preview: [] }]);
  });

  it('is exported as a table again, as it is found', async () => {
    await takeIn(await preview(csv));
    const response = await fetch(`${base}/plans/p1/entries.csv?text=corner`);
    expect(response.headers.get('content-disposition')).toContain('Test.csv');
    const [head, row, ...rest] = (await response.text()).split('\r\n');
    expect(head).toBe('Date,Description,Line,Account,To account,Amount,Note,Reference');
    expect(row).toBe('2026-11-14,Corner shop,Food,Joint,,-12.30,,');
    expect(rest).toEqual(['']);
  });
});

describe('services outside', () => {
  let outside: Outside;
  let close: () => Promise<void>;

  beforeEach(async () => {
    ({ outside, close } = await startStandIns({ today: () => '2026-11-10' }));
    await stop();
    await start({ outside, outsideOptions: { longest: 300 } });
  });
  afterEach(() => close());

  const behave = (service: 'bank' | 'statistics', behaviour: object) =>
    fetch(`${outside[service]}/behaviour`, { method: 'PUT', headers: { 'content-type': 'application/json' }, body: JSON.stringify(behaviour) }); // prettier-ignore
  const fetched = (account = 'joint') => call('POST', `/plans/p1/accounts/${account}/fetch`, {});

  it('are a bank that hands out what is new since the last statement, each payment once', async () => {
    const first = await fetched();
    expect(first.status).toBe(200);
    const { preview: lines, closing } = first.body.statements[0];
    expect(first.body.format).toBe('camt.053');
    expect(lines.length).toBeGreaterThan(5);
    expect(lines[0]).toMatchObject({ state: 'expected', line: { amount: -114_000, reference: expect.any(String) } });
    expect(closing.date).toBe('2026-11-10');
    await takeIn(first);
    const account = () => store.document('p1').document.accounts.get('joint')!;
    expect(account()).toMatchObject({ statedOn: '2026-11-10', stated: closing.amount });
    expect((await fetched()).body.statements[0].counts).toMatchObject({ new: 0, expected: 0 });
    await behave('bank', { clock: '2026-11-28' });
    const later = await fetched();
    const counts = later.body.statements[0].counts;
    expect(counts.new).toBeGreaterThan(0);
    // It goes on where it was: what was booked long before is not asked for again.
    expect(later.body.statements[0].preview.every(({ line }: PreviewLine) => line.date >= '2026-11-05')).toBe(true);
    await takeIn(later);
    const sum = (await call('GET', '/plans/p1/entries?accounts=joint&limit=500')).body;
    const begun = 689_798;
    expect(begun + sum.received - sum.paid).toBe(Math.round(account().stated! * 100));
  });

  it('hands out the same as OFX', async () => {
    const text = await (await fetch(`${outside.bank}/accounts/XX12000011112222333344/statement?format=ofx`)).text();
    const [camt, ofx] = [await fetched(), await preview(text, '')];
    const amounts = ({ body }: Answer) => body.statements[0].preview.map(({ line }: PreviewLine) => [line.date, line.amount, line.reference]); // prettier-ignore
    expect(ofx.body.statements[0].account).toBe('joint');
    expect(amounts(ofx)).toEqual(amounts(camt));
  });

  it.each([
    ['is slow', { delay: 2000 }, 503, 'did not answer within 0.3 seconds'],
    ['says nothing', { answer: 'silent' }, 503, 'did not answer within'],
    ['fails', { answer: 'failing' }, 503, 'cannot answer at the moment (503)'],
    ['answers with half a file', { answer: 'malformed' }, 422, 'not well-formed XML'],
  ])('that %s is a sentence, and nothing is stored', async (_, behaviour, status, words) => {
    await behave('bank', behaviour);
    const answer = await fetched();
    expect(answer.status).toBe(status);
    expect(answer.body.error.message).toContain(words);
    expect(await total()).toBe(0);
    await behave('bank', { delay: 0, answer: 'right' });
    expect((await fetched()).status).toBe(200);
  });

  it('that repeats itself brings nothing twice', async () => {
    await behave('bank', { answer: 'repeating' });
    await takeIn(await fetched());
    const { entries } = (await call('GET', '/plans/p1/entries?limit=500')).body as { entries: { reference: string }[] };
    expect(new Set(entries.map(({ reference }) => reference)).size).toBe(entries.length);
  });

  it('are asked for accounts that have a number the bank knows', async () => {
    expect((await fetched('purse')).body.error.message).toContain('no number');
    expect((await fetched('other')).body.error.message).toContain('The bank has no account XX99');
    expect((await fetched('gone')).status).toBe(404);
    expect((await call('GET', '/outside')).body).toEqual({ bank: true, statistics: true });
  });

  it('are a statistics office that publishes price indices', async () => {
    const { indices } = (await call('GET', '/indices')).body;
    expect(indices).toMatchObject([{ id: 'consumer-prices' }, { id: 'household-energy' }]);
    const index = (await call('GET', '/indices/consumer-prices')).body;
    expect(index.values.at(-1).month).toBe('2026-10');
    expect(index.source).toContain('Statistics');
    await behave('statistics', { answer: 'repeating' });
    expect((await call('GET', '/indices/consumer-prices')).body.values).toEqual(index.values);
    await behave('statistics', { answer: 'malformed' });
    expect((await call('GET', '/indices/consumer-prices')).body.error.message).toContain('cannot be read');
    await behave('statistics', { answer: 'failing' });
    expect((await call('GET', '/indices')).status).toBe(503);
    await behave('statistics', { answer: 'right' });
    expect((await call('GET', '/indices/none')).status).toBe(404);
  });

  it('that are gone cannot be reached, and those there are not say so', async () => {
    await close();
    expect((await fetched()).body.error.message).toContain('The bank cannot be reached');
    await stop();
    await start();
    expect((await fetched()).body.error.message).toContain('No bank is set up');
    expect((await call('GET', '/indices')).status).toBe(404);
    ({ outside, close } = await startStandIns());
  });
});
