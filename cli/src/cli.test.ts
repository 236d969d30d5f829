import { spawn, spawnSync } from 'node:child_process';
import { chmodSync, existsSync, mkdirSync, mkdtempSync, readFileSync, utimesSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { fileURLToPath } from 'node:url';
import { describe, expect, it, vi } from 'vitest';
import { newPlan, now } from '@haushalt/core';
import { openStore } from '@haushalt/server';
import { runProgram } from './program.ts';

const path = (relative: string) => fileURLToPath(new URL(relative, import.meta.url));
const PROGRAM = path('../bin/haushalt.js');
const HOUSEHOLD = path('../../demo/household.haushalt.json');
const STALL = path('../../demo/bread-stall.haushalt.json');
const folder = mkdtempSync(join(tmpdir(), 'haushalt-cli-'));

/** Returns what a command prints, and how it ends: the program as it is started, but within this process. */
function run(...args: string[]): Promise<{ code: number; out: string; error: string }> {
  return runTyping('', ...args);
}

/** The same, with something typed into it. */
async function runTyping(text: string, ...args: string[]): Promise<{ code: number; out: string; error: string }> {
  const stdin = Object.getOwnPropertyDescriptor(process, 'stdin')!;
  Object.defineProperty(process, 'stdin', { configurable: true, value: Readable.from([text]) });
  const printed = { out: '', error: '' };
  const take = (into: keyof typeof printed) => (text: unknown) => ((printed[into] += String(text)), true);
  const spies = [
    vi.spyOn(process.stdout, 'write').mockImplementation(take('out')),
    vi.spyOn(process.stderr, 'write').mockImplementation(take('error')),
    vi.spyOn(console, 'log').mockImplementation((text) => void take('out')(`${text}\n`)),
    vi.spyOn(console, 'error').mockImplementation((text) => void take('error')(`${text}\n`)),
  ];
  try {
    await runProgram(args);
    return { code: Number(process.exitCode ?? 0), ...printed };
  } finally {
    Object.defineProperty(process, 'stdin', stdin);
    process.exitCode = undefined;
    for (const spy of spies) spy.mockRestore();
  }
}

function written(content: string): string {
  const file = join(folder, `${crypto.randomUUID()}.haushalt.json`);
  writeFileSync(file, content);
  return file;
}

describe('the language of the command line', () => {
  it('is the one that is named, wherever it is', async () => {
    for (const named of [['--lang', 'de'], ['--lang=de']]) {
      const { out, code } = await run('check', ...named, HOUSEHOLD);
      expect(out).toMatch(/Befunde\.$/m);
      expect(code).toBe(1);
    }
    expect((await run('--lang', 'de', 'calc', STALL)).out).toMatch(/^Ergebnis +Summe/m);
  });

  it('follows the terminal else', async () => {
    vi.stubEnv('LC_ALL', 'de_AT.UTF-8');
    try {
      expect((await run('--help')).out).toContain('Aufruf: haushalt');
      expect((await run('--lang', 'en', '--help')).out).toContain('Usage: haushalt');
    } finally {
      vi.unstubAllEnvs();
    }
  });

  it('is refused where it is not known', async () => {
    expect(await run('--lang', 'fr', 'calc', STALL)).toEqual({
      code: 2,
      out: '',
      error: '--lang fr: Choose one of en, de.\n',
    });
  });

  it.each([
    [['calc'], 'Fehler: Das Argument file fehlt.'],
    [['calc', STALL, '--by'], 'Fehler: Der Option --by <span> fehlt ein Wert.'],
    [['calc', STALL, '--by', 'week'], 'Fehler: week ist für --by <span> nicht gültig. Erlaubt: month, quarter, year.'],
    [['calc', STALL, 'more'], 'Fehler: zu viele Argumente: 1 erwartet, 2 angegeben'],
    [['calc', STALL, '--formt', 'csv'], 'Fehler: unbekannte Option --formt (meinten Sie --format?)'],
    [['chek', STALL], 'Fehler: unbekannter Befehl chek (meinten Sie check?)'],
    [
      ['serve', '--port', 'x'],
      'Fehler: x ist für --port <port> nicht gültig. Ein Port muss eine Zahl von 1 bis 65535 sein.',
    ],
  ])('says what is wrong with %j, with the help below', async (args, sentence) => {
    const { error, code } = await run(...args, '--lang', 'de');
    expect(error).toContain(`${sentence}\n\nAufruf:`);
    expect(code).toBe(2);
  });
});

describe('haushalt calc', () => {
  it('prints every line as a table', async () => {
    const { code, out } = await run('calc', STALL);
    expect(code).toBe(0);
    expect(out).toMatch(/^Saturday bread stall, EUR/);
    expect(out).toMatch(/^Oven +line +1,450\.00$/m);
    expect(out).toMatch(/^Net +total +−1,252\.20/m);
    expect(out).toMatch(/^Flour prices +assumption +3\.0 %/m);
  });

  it('prints the items of a list, with what stands under its columns and what is missing', async () => {
    const { code, out } = await run('calc', HOUSEHOLD, '--list', 'kitchen');
    expect(code).toBe(0);
    expect(out).toMatch(/^Base cabinets +Joiner +6 +240\.00 +1,440\.00 +115\.20 +1,324\.80 +1,324\.80 +on$/m);
    expect(out).toMatch(/^Total .*7,127\.70 +5,155\.12/m);
    const json = JSON.parse((await run('calc', HOUSEHOLD, '--list', 'Day nurseries', '--format', 'json', '--set', 'Nursery fee rise=10%')).out); // prettier-ignore
    expect(json.columns.map(({ name }: { name: string }) => name)).toContain('Next year');
    expect(json.rows[0].slice(0, 6)).toEqual(['Am Mühlbach', 310, 64, 4488, 4488 * 0.1, 4488 + 4488 * 0.1]);
    const none = await run('calc', HOUSEHOLD, '--list', 'Attic');
    expect(none.code).not.toBe(0);
    expect(none.error).toContain('It has Kitchen, Day nurseries.');
  });

  it('prints CSV and JSON, by month, quarter or year', async () => {
    const csv = (await run('calc', STALL, '--format', 'csv', '--by', 'quarter')).out.split('\r\n');
    expect(csv[0]).toBe('Name,Kind,Q1 2026/27,Q2 2026/27,Q3 2026/27,Q4 2026/27');
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
    expect(refused.error).toContain('/entries/1/date: “2027-02-30” is not a valid date');
  });

  it('prints what loans, savings, tax schedules and break-evens give, and why one has no answer', async () => {
    const { out } = await run('calc', HOUSEHOLD, '--by', 'year');
    expect(out).toMatch(/^Cargo bike\.payment +loan +1,426\.20 +1,711\.44/m);
    expect(out).toMatch(/^Kitchen fund\.balance +savings fund +3,547\.55 +6,243\.05 +8,604\.35$/m);
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
      'Van: The yearly rate is empty, so the monthly payment cannot be calculated yet.',
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
    [['calc', HOUSEHOLD, '--set', 'Deflation=3%'], /no assumption named Deflation/],
    [['calc', HOUSEHOLD, '--set', 'Inflation=abc'], /not a valid figure/],
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
    const wrong = await run('calc', HOUSEHOLD, '--by', 'week');
    expect(wrong.error).toMatch(/Allowed: month, quarter, year/);
    expect(wrong.code).toBe(2);
  });

  it.each([[[]], [['dance']], [['calc']], [['calc', HOUSEHOLD, '--colour']], [['serve', '--port']]])(
    'used wrongly (%j) exits with 2',
    async (args) => {
      expect((await run(...args)).code).toBe(2);
    },
  );

  it('reads standard input, UTF-16, and refuses what is in neither', async () => {
    const text = readFileSync(STALL, 'utf8');
    const piped = spawnSync(process.execPath, [PROGRAM, 'calc', '-', '--by', 'year'], {
      input: text,
      encoding: 'utf8',
    });
    expect(piped.stdout).toMatch(/^Saturday bread stall, EUR/);
    const file = join(folder, 'utf16.haushalt.json');
    writeFileSync(file, Buffer.concat([Buffer.from([0xff, 0xfe]), Buffer.from(text, 'utf16le')]));
    expect((await run('calc', file)).out).toMatch(/^Saturday bread stall, EUR/);
    writeFileSync(file, Buffer.from(text.replace('Saturday', 'Samstäg'), 'latin1'));
    const refused = await run('calc', file);
    expect([refused.code, refused.error]).toEqual([2, expect.stringContaining('not encoded in UTF-8')]);
  });

  it('says in one line that the output cannot be written', () => {
    const full = spawnSync('sh', ['-c', `'${process.execPath}' '${PROGRAM}' calc '${STALL}' > /dev/full`], {
      encoding: 'utf8',
    });
    expect(full.status).toBe(1);
    expect(full.stderr).toMatch(/^The output cannot be written: .*\.\n$/);
  });
});

describe('haushalt serve', () => {
  it('says that the port is taken and offers a free one', async () => {
    const other = createServer();
    await new Promise<void>((resolve) => other.listen(0, '127.0.0.1', resolve));
    const { port } = other.address() as AddressInfo;
    const { code, error } = await run('serve', '--port', String(port), '--data', folder);
    expect(code).toBe(2);
    expect(error).toMatch(new RegExp(`Port ${port} is already in use. Port \\d+ is free: add --port \\d+\\.`));
    await new Promise((resolve) => other.close(resolve));
  });

  it('refuses impossible ports, and to remove what is not the demo', async () => {
    expect((await run('serve', '--port', '99999')).error).toMatch(/from 1 to 65535/);
    expect((await run('serve', '--fresh')).error).toMatch(/only be used with --demo/);
    expect((await run('serve', '--demo', '--fresh', '--data', folder)).error).toMatch(/leave out --data/);
  });
});

describe('haushalt serve and backup', () => {
  it('serves other machines only where people sign in, and says what it cannot use in one line', async () => {
    const oneLine = (error: string) => expect(error.trim().split('\n')).toHaveLength(1);
    const beyond = await run('serve', '--port', '0', '--host', '0.0.0.0', '--data', join(folder, 'x'));
    expect([beyond.code, beyond.error]).toEqual([2, expect.stringContaining('haushalt person first')]);
    oneLine(beyond.error);
    const nowhere = await run('serve', '--port', '0', '--host', 'no.such.host.invalid', '--data', join(folder, 'x'));
    expect(nowhere.code).toBe(2);
    oneLine(nowhere.error);
    const asFile = join(folder, 'a-file');
    writeFileSync(asFile, '');
    const file = await run('serve', '--port', '0', '--data', asFile);
    expect([file.code, file.error]).toEqual([2, expect.stringContaining('is a file')]);
    oneLine(file.error);
    mkdirSync(join(folder, 'damaged'));
    writeFileSync(join(folder, 'damaged', 'haushalt.db'), 'no database at all '.repeat(500));
    const damaged = await run('serve', '--port', '0', '--data', join(folder, 'damaged'));
    expect([damaged.code, damaged.error]).toEqual([2, expect.stringContaining('damaged')]);
    oneLine(damaged.error);
  });

  it('copies the database while it is served; a second server on it is refused; a download ends whole', async () => {
    const data = join(folder, 'served');
    const server = spawn(process.execPath, [PROGRAM, 'serve', '--port', '0', '--data', data], {
      stdio: ['ignore', 'pipe', 'pipe'],
    });
    const url = await new Promise<string>((resolve) =>
      server.stdout.on('data', (chunk: Buffer) => resolve(/http:\S+/.exec(chunk.toString())![0])),
    );
    const second = await run('serve', '--port', '0', '--data', data);
    expect([second.code, second.error]).toEqual([2, expect.stringContaining('in use by another Haushalt')]);
    const imported = await fetch(`${url}/api/plans/import?id=home`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: readFileSync(HOUSEHOLD),
    });
    expect(imported.status).toBe(201);
    const copy = join(folder, 'copy.db');
    expect((await run('backup', copy, '--data', data)).code).toBe(0);
    expect(readFileSync(copy).subarray(0, 15).toString()).toBe('SQLite format 3');
    expect((await run('backup', copy, '--data', data)).error).toContain('already exists');
    expect((await run('backup', join(folder, 'y.db'), '--data', join(folder, 'nowhere'))).error).toContain(
      'There is no database',
    );
    const download = fetch(`${url}/api/plans/home/file`).then((response) => response.json());
    const ended = new Promise((resolve) => server.once('exit', resolve));
    await new Promise((resolve) => setTimeout(resolve, 30));
    server.kill('SIGTERM');
    expect((await download) as object).toHaveProperty('plan');
    expect(await ended).toBe(0);
  }, 60_000);
});

describe('haushalt person', () => {
  const data = join(folder, 'people');
  const typed = (text: string, ...args: string[]) => runTyping(text, ...args, '--data', data);

  it('names the first owner, without whom no other machine is served, and gives new passwords', async () => {
    const nowhere = await typed('', 'person', 'list');
    expect([nowhere.code, nowhere.error, existsSync(data)]).toEqual([
      2,
      expect.stringContaining('There is no database'),
      false,
    ]);
    expect((await typed('', 'person', 'first', 'mara@home.example')).error).toContain('A name cannot contain @');
    expect((await typed('easy\n', 'person', 'first', 'Mara')).error).toContain('The password is too weak');
    const first = await typed('lantern-loaf-canal\n', 'person', 'first', 'Mara', 'mara@home.example');
    expect([first.code, first.out]).toEqual([0, expect.stringContaining('Mara is now the administrator')]);
    expect((await typed('lantern-loaf-canal\n', 'person', 'first', 'Eve')).code).toBe(2);
    expect((await typed('', 'person', 'list')).out.trim()).toBe('Mara <mara@home.example>');
    const server = spawn(process.execPath, [PROGRAM, 'serve', '--port', '0', '--host', '0.0.0.0', '--data', data], {
      stdio: ['ignore', 'pipe', 'pipe'],
    });
    try {
      const url = await new Promise<string>((resolve) =>
        server.stdout.on('data', (chunk: Buffer) => resolve(/http:\S+/.exec(chunk.toString())![0])),
      );
      const address = url.replace('0.0.0.0', '127.0.0.1');
      const signIn = (password: string) =>
        fetch(`${address}/api/session`, {
          method: 'POST',
          headers: { 'content-type': 'application/json' },
          body: JSON.stringify({ who: 'mara', password, stay: false }),
        });
      expect((await fetch(`${address}/api/plans`)).status).toBe(401);
      const signedIn = await signIn('lantern-loaf-canal');
      expect(signedIn.status).toBe(200);
      const cookie = signedIn.headers.getSetCookie()[0]!.split(';')[0]!;
      expect((await fetch(`${address}/api/plans`, { headers: { cookie } })).status).toBe(200);
      // On the machine itself a password is replaced while the server runs; who was signed in is not any more.
      expect((await typed('paper-heron-attic\n', 'person', 'reset', 'mara@home.example')).code).toBe(0);
      expect((await fetch(`${address}/api/plans`, { headers: { cookie } })).status).toBe(401);
      expect((await signIn('lantern-loaf-canal')).status).toBe(401);
      expect((await signIn('paper-heron-attic')).status).toBe(200);
      expect((await typed('x\n', 'person', 'reset', 'Nobody')).error).toContain('There is no person with the name');
    } finally {
      server.kill('SIGKILL');
    }
  }, 60_000);
});

describe('haushalt restore and doctor', () => {
  it('put a backup back: whole where there is nothing, as copies beside what there is', async () => {
    const from = join(folder, 'restore-from');
    const backup = join(folder, 'restore.db');
    const store = openStore(join(from, 'haushalt.db'));
    store.create(newPlan({ id: 'p', name: 'Kept', currency: 'EUR', locale: 'en-IE', firstMonth: '2026-01', months: 12 }), 'local'); // prettier-ignore
    store.carryOut('p', 'local', 'c', { kind: 'plan.set', settings: { name: 'Kept well' } });
    store.close();
    expect((await run('backup', backup, '--data', from)).code).toBe(0);
    const empty = join(folder, 'restore-empty');
    const whole = await run('restore', backup, '--data', empty);
    expect([whole.code, whole.out]).toEqual([0, expect.stringContaining('is now the database')]);
    const again = await run('restore', backup, '--data', empty);
    expect([again.code, again.out]).toEqual([0, expect.stringContaining('1 plan was restored')]);
    expect((await run('restore', backup, '--data', empty, '--plan', 'Lost')).error).toContain('has no plan named Lost');
    const restored = openStore(join(empty, 'haushalt.db'));
    const plans = restored.plans.listFor('local', null);
    expect(plans.map(({ name, revision }) => [name, revision])).toEqual([
      ['Kept well', 1],
      ['Kept well', 1],
    ]);
    expect(plans.map(({ id }) => restored.log.byCommand(id, 'c')!.label)).toEqual(['Plan settings', 'Plan settings']);
    restored.close();
    writeFileSync(join(folder, 'no.db'), 'no backup at all '.repeat(100));
    const refused = await run('restore', join(folder, 'no.db'), '--data', empty);
    expect([refused.code, refused.error]).toEqual([2, expect.stringContaining('not a Haushalt backup')]);
    expect((await run('restore', '/nowhere.db', '--data', empty)).code).toBe(2);
  }, 60_000);

  it('examine where it lies, and say what is to be mended', async () => {
    const data = join(folder, 'doctor');
    expect(await run('doctor', '--data', data)).toMatchObject({ code: 1, out: expect.stringContaining('There is no database') }); // prettier-ignore
    openStore(join(data, 'haushalt.db')).close();
    const young = await run('doctor', '--data', data);
    expect([young.code, young.out]).toEqual([1, expect.stringMatching(/ok +The database is intact[\s\S]*problem +There is no backup yet/)]); // prettier-ignore
    mkdirSync(join(data, 'backups'));
    const backup = join(data, 'backups', 'haushalt-2026-11-27.db');
    expect((await run('backup', backup, '--data', data)).code).toBe(0);
    // The disk has times of its own.
    utimesSync(backup, now(), now());
    expect(await run('doctor', '--data', data)).toMatchObject({ code: 0 });
    chmodSync(join(data, 'haushalt.db'), 0o644);
    expect(await run('doctor', '--data', data)).toMatchObject({ code: 1, out: expect.stringContaining('Other users of this computer can read') }); // prettier-ignore
  }, 60_000);
});

describe('haushalt calc --actual', () => {
  it('has what really happened in the months with entries', async () => {
    const power = async (...more: string[]) =>
      (await run('calc', HOUSEHOLD, '--by', 'year', ...more)).out.split('\n').find((row) => row.startsWith('Power '))!;
    expect(await power()).toContain('888.00');
    expect(await power('--actual')).toContain('951.18');
  });
});

describe('haushalt statement', () => {
  const statement = (text: string) => {
    const file = join(folder, `${crypto.randomUUID()}.csv`);
    writeFileSync(file, text);
    return file;
  };
  const csv = 'Date,Description,Amount\n14/11/2026,Corner shop,-12.30\n15/11/2026,Mystery,-9.99\n02/11/2026,Nursery,-310.00\n27/10/2026,Ward pay,2560.00\n'; // prettier-ignore

  it('prints what is in it, and stores nothing without being asked to', async () => {
    const { code, out } = await run('statement', HOUSEHOLD, statement(csv), '--account', 'Joint account');
    expect(code).toBe(0);
    expect(JSON.parse(out)).toEqual({ new: 2, known: 1, expected: 1, assigned: 1, unassigned: 1 });
    const text = await run('statement', HOUSEHOLD, statement(csv), '--account', 'joint ACCOUNT', '--format', 'text');
    expect(text.out).toMatch(/^2 new entries \(1 assigned by a rule, 1 not assigned\), 1 expected, 1 already entered\. Nothing was stored\./); // prettier-ignore
  });

  it('writes a plan with the entries, in which all of it is there already', async () => {
    const out = join(folder, 'taken.haushalt.json');
    await run('statement', HOUSEHOLD, statement(csv), '--account', 'Joint account', '--out', out);
    const { entries } = JSON.parse(readFileSync(out, 'utf8')) as { entries: { what?: string; line?: string; standing?: string }[] }; // prettier-ignore
    expect(entries.find(({ what }) => what === 'Mystery')).toEqual({ date: '2026-11-15', what: 'Mystery', account: 'Joint account', amount: -9.99 }); // prettier-ignore
    expect(entries.filter(({ standing }) => standing === 'nursery')).toHaveLength(11);
    const again = await run('statement', out, statement(csv), '--account', 'Joint account');
    expect(JSON.parse(again.out)).toEqual({ new: 0, known: 4, expected: 0, assigned: 0, unassigned: 0 });
  });

  it.each([
    ['no account', [], 'say with --account which account it is of. The plan has Joint account, Card, Cash, Savings account.'],
    ['an account there is not', ['--account', 'Purse'], 'the plan has no account named Purse'],
  ])('with %s says what is missing', async (_, more, words) => {
    const { code, error } = await run('statement', HOUSEHOLD, statement(csv), ...more);
    expect(code).toBe(2);
    expect(error).toContain(words);
  }); // prettier-ignore

  it('of several accounts asks for each by its number, and takes several statements of one account as one', async () => {
    const account = (number: string, ...entries: string[]) =>
      `<STMTTRNRS><STMTRS><CURDEF>EUR<BANKACCTFROM><BANKID>1<ACCTID>${number}<ACCTTYPE>CHECKING</BANKACCTFROM><BANKTRANLIST>${entries.join('')}</BANKTRANLIST></STMTRS></STMTTRNRS>`;
    const entry = (day: string, amount: string, id: string) =>
      `<STMTTRN><TRNTYPE>DEBIT<DTPOSTED>${day}<TRNAMT>${amount}<FITID>${id}<NAME>Somebody ${id}</STMTTRN>`;
    const ofx = `OFXHEADER:100\nDATA:OFXSGML\n\n<OFX><BANKMSGSRSV1>${account('7777001', entry('20261114', '-5.00', 'a'))}${account('7777001', entry('20261115', '-6.00', 'b'))}${account('8888002', entry('20261116', '-7.00', 'c'))}</BANKMSGSRSV1></OFX>`;
    const file = statement(ofx);
    const { code, error } = await run('statement', HOUSEHOLD, file, '--account', 'Card');
    expect([code, error]).toEqual([
      2,
      expect.stringContaining('say with --account NUMBER=NAME which 7777001, 8888002 are'),
    ]);
    const one = await run('statement', HOUSEHOLD, file, '--account', '7777001=Card');
    expect(one.error).toContain('which 8888002 is.');
    const out = join(folder, 'several.haushalt.json');
    const both = await run(
      'statement',
      HOUSEHOLD,
      file,
      '--account',
      '7777001=Card',
      '--account',
      '8888 002=Cash',
      '--out',
      out,
    );
    expect(JSON.parse(both.out)).toMatchObject({ new: 3 });
    const { entries } = JSON.parse(readFileSync(out, 'utf8')) as { entries: { what?: string; account?: string }[] };
    const taken = entries.filter(({ what }) => what?.startsWith('Somebody'));
    expect(taken.map(({ account: id }) => id)).toEqual(['Card', 'Card', 'Cash']);
    const alone = statement(ofx.replace(account('8888002', entry('20261116', '-7.00', 'c')), ''));
    expect(JSON.parse((await run('statement', HOUSEHOLD, alone, '--account', 'Card')).out)).toMatchObject({ new: 2 });
    expect((await run('statement', HOUSEHOLD, file, '--account', '7777001=Purse')).error).toContain(
      'no account named Purse',
    );
  });

  it('that cannot be read says where, as does a plan without accounts', async () => {
    const wrong = await run('statement', HOUSEHOLD, statement(csv.replace('-9.99', 'much')), '--account', 'Card');
    expect([wrong.code, wrong.error]).toEqual([2, expect.stringContaining('Line 3, column “Amount”: “much” is not a valid amount.')]); // prettier-ignore
    expect((await run('statement', STALL, statement(csv))).error).toContain('The plan has no accounts');
    expect((await run('statement', HOUSEHOLD, '/nowhere.csv')).error).toContain('cannot be read');
    const full = await run('statement', HOUSEHOLD, statement(csv), '--account', 'Card', '--out', '/nowhere/plan.json');
    expect(full.error).toContain('cannot be written');
  });
});

describe('haushalt check', () => {
  it('prints what a reviewer would find, why it matters, and exits with 1', async () => {
    const { code, out } = await run('check', STALL);
    expect(code).toBe(1);
    expect(out).toContain('In 2026/27, expenses exceed income in one month: Apr. [Net, April 2026]');
    expect(out).toContain('  In these months the money has to come from savings or a loan.');
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
    expect(await run('check', file)).toMatchObject({ code: 0, out: 'No findings, 1 dismissed.\n' });
    const { out } = await run('check', file, '--all');
    expect(out).toContain('Nothing uses the assumption Inflation.');
    expect(out).toContain('  Dismissed: Needed next year.');
    expect((await run('check', 'missing.json')).code).toBe(2);
  });
});

describe('haushalt print', () => {
  it('writes pages, and says when they are hard to read', async () => {
    const out = join(folder, 'budget.pdf');
    const one = await run('print', HOUSEHOLD, out, '--years', '2026,2027', '--name', 'Mara Brandt');
    expect(one).toMatchObject({ code: 0, out: `${out}: 2 pages.\n`, error: '' });
    expect(readFileSync(out).subarray(0, 8).toString()).toBe('%PDF-1.7');
    const small = await run(
      'print',
      HOUSEHOLD,
      out,
      '--what',
      'entries',
      '--orientation',
      'portrait',
      '--pages',
      'one',
    );
    expect(small.code).toBe(0);
    expect(small.error).toMatch(/^Entries is set in [\d.]+ pt to fit on one page, which is hard to read/);
  });

  it('takes the whole plan, and refuses what is none of its parts or years', async () => {
    const out = join(folder, 'plan.pdf');
    expect((await run('print', STALL, out, '--what', 'plan', '--pages', 'many', '--notes', '--black')).code).toBe(0);
    expect((await run('print', STALL, out, '--what', 'budget,pictures')).error).toContain(
      'there is no part named pictures',
    );
    expect((await run('print', STALL, out, '--years', '1999')).error).toContain('the plan has no year 1999');
    expect((await run('print', STALL, join(folder, 'none', 'x.pdf'))).error).toContain('cannot be written');
  });
});

describe('haushalt convert', () => {
  it('takes a workbook for what is said of it, and writes its audit as pages', async () => {
    const sheet = join(folder, 'club.csv');
    writeFileSync(sheet, ',Jan,Feb,Mar\nIncome\nDues,100,100,120\nCosts\nHall,40,40,40\n');
    const typed = join(folder, 'said.json');
    const [out, pages] = [join(folder, 'club.haushalt.json'), join(folder, 'audit.pdf')];
    writeFileSync(typed, JSON.stringify({ rows: { 3: { side: 'setAside' }, 5: { kind: 'other' } } }));
    expect((await run('convert', sheet, out, '--corrections', typed, '--audit', pages)).code).toBe(0);
    const { groups, lines } = JSON.parse(readFileSync(out, 'utf8')) as { groups: object[]; lines: object[] };
    expect([groups, lines]).toMatchObject([[{ side: 'setAside' }], [{ name: 'Dues' }]]);
    expect(readFileSync(pages).subarray(0, 4).toString()).toBe('%PDF');
    for (const [text, words] of [
      ['{', 'is not valid JSON'],
      ['[]', 'are not valid'],
      ['{"rows":{"3":{"side":"left"}}}', 'are not valid: rows.3'],
      ['{"tables":{"A!1":"sheet"}}', 'are not valid: tables.A!1'],
      ['{"columns":{}}', 'are not valid: columns'],
    ] as const) {
      writeFileSync(typed, text);
      const refused = await run('convert', sheet, join(folder, 'never.haushalt.json'), '--corrections', typed);
      expect([refused.code, refused.error]).toEqual([expect.any(Number), expect.stringContaining(words)]);
      expect(refused.code).not.toBe(0);
    }
    expect((await run('convert', sheet, out, '--said', join(folder, 'gone.json'))).error).toContain('cannot be read');
  });

  it.each(['ods', 'xlsx', 'csv', 'pdf', 'haushalt.json'])('writes a plan as .%s', async (ending) => {
    const out = join(folder, `plan.${ending}`);
    expect(await run('convert', STALL, out)).toMatchObject({ code: 0, error: '' });
    const begins = { ods: 'PK', xlsx: 'PK', csv: '\ufeff,2026-04', pdf: '%PDF', 'haushalt.json': '{' }[ending]!;
    expect(readFileSync(out).toString().slice(0, begins.length)).toBe(begins);
  });

  it('says what it writes, and what it reads', async () => {
    expect((await run('convert', STALL, join(folder, 'plan.doc'))).error).toContain(
      'A plan can be written as .ods, .xlsx',
    );
    expect((await run('convert', join(folder, 'nothing.haushalt.json'), join(folder, 'x.ods'))).error).toContain(
      'cannot be read',
    );
  });
});
