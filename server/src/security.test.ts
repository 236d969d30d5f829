import { connect, type Socket } from 'node:net';
import { request as send } from 'node:http';
import { setTimeout as pause } from 'node:timers/promises';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { networkOf } from './http/attempts.ts';
import { startStandIns } from './stand-ins/standIns.ts';
import { Browser, NEW_PLAN, PASSWORDS, firstPerson, joined } from './testing/people.ts';
import { base, listening, serveEachTest, start, stop, store } from './testing/served.ts';

serveEachTest();

type StandIns = Awaited<ReturnType<typeof startStandIns>>;
let standIns: StandIns;

beforeEach(async () => {
  standIns = await startStandIns();
});
afterEach(() => standIns.close());

/** Starts the server again with a mail box. */
async function withMail(options: Parameters<typeof start>[0] = {}): Promise<void> {
  await stop();
  await start({ outside: standIns.outside, ...options });
}
const mails = async () =>
  ((await (await fetch(`${standIns.outside.mail}/messages`)).json()) as { messages: { to: string; text: string }[] })
    .messages;
/** Returns what the newest mail to an address holds after a path. */
async function mailed(to: string, path: string): Promise<string> {
  let token: string | undefined;
  await expect
    .poll(async () => {
      const mail = (await mails()).find((each) => each.to === to && each.text.includes(`/${path}/`));
      return (token = new RegExp(`/${path}/([\\w-]+)`).exec(mail?.text ?? '')?.[1]);
    })
    .toBeDefined();
  return token!;
}
/** A request with whatever headers, as no browser would send it. */
const raw = (path: string, headers: Record<string, string>, body: unknown) =>
  new Promise<number>((resolve, reject) => {
    const { hostname, port } = new URL(base);
    const request = send(
      {
        hostname,
        port,
        path: `/api${path}`,
        method: 'POST',
        headers: { 'content-type': 'application/json', ...headers },
      },
      (answer) => {
        // prettier-ignore
        answer.resume();
        resolve(answer.statusCode!);
      },
    );
    request.on('error', reject);
    request.end(JSON.stringify(body));
  });

describe('links in mails', () => {
  it('lead to the one address the server was given, whatever a request says of itself', async () => {
    await withMail({ publicUrl: () => 'https://plans.example.org', proxies: ['127.0.0.1'] });
    const mara = await firstPerson();
    store.people.change('local', 'Mara', 'mara@home.example');
    await mara.ask('POST', '/plans', NEW_PLAN);
    const { host } = new URL(base);
    for (const headers of [
      { origin: `http://${host}/ or rather http://evil.example/?x=` },
      { host: 'evil.example', 'x-forwarded-host': 'plans.example.org' },
      { host: 'evil.example:666' },
      { 'x-forwarded-proto': 'foo' },
    ] as Record<string, string>[])
      await raw('/resets', headers, { who: 'Mara' });
    await mara.ask('POST', '/plans/home/people', { address: 'new@home.example', role: 'viewer' });
    await mailed('mara@home.example', 'reset');
    await mailed('new@home.example', 'join');
    for (const { text } of await mails()) {
      expect(text).not.toContain('evil');
      for (const [url] of text.matchAll(/\S+:\/\/\S+/g))
        expect(url).toMatch(/^https:\/\/plans\.example\.org\/\w+\/[\w-]+$/);
    }
  });

  it('the name a server is called by is the one asked for, not what a proxy was told', async () => {
    await stop();
    await start({ names: new Set(['plans.example.org']), proxies: ['127.0.0.1'] });
    expect(await raw('/resets', { host: 'evil.example', 'x-forwarded-host': 'plans.example.org' }, {})).toBe(403);
    expect(await raw('/session', { host: 'plans.example.org:443', 'x-forwarded-host': 'evil.example' }, {})).not.toBe(
      403,
    );
  });
});

describe('who a person is', () => {
  it('nobody is called by an address, and signs in by one that is confirmed alone', async () => {
    await withMail();
    const mara = await firstPerson();
    await mara.ask('POST', '/plans', NEW_PLAN);
    const eve = await joined(mara, 'home', 'ines', 'viewer');
    const named = await eve.ask('PATCH', '/me', { name: 'anna@example.org', address: '' });
    expect([named.status, named.body.error.path]).toEqual([422, 'name']);
    // Whoever wants an address somebody else has or wants is answered the same as for any other.
    for (const address of ['mara@home.example', 'nobody@home.example']) {
      const wanted = await eve.ask('PATCH', '/me', { name: 'Eve', address, password: PASSWORDS.ines });
      expect([wanted.status, wanted.body.address, wanted.body.wantedAddress]).toEqual([200, '', address]);
    }
    await eve.ask('PATCH', '/me', { name: 'Eve', address: 'mara@home.example', password: PASSWORDS.ines });
    const signIn = (who: string, password: string) => new Browser().ask('POST', '/session', { who, password, stay: false }); // prettier-ignore
    expect((await signIn('mara@home.example', PASSWORDS.ines)).status).toBe(401);
    // Mara confirms hers by the link that was mailed to it when she named it.
    const first = (await mails()).filter(({ to }) => to === 'mara@home.example').at(-1)!;
    const token = /\/confirm\/([\w-]+)/.exec(first.text)![1]!;
    expect((await new Browser().ask('POST', `/confirmations/${token}`, {})).status).toBe(204);
    expect((await signIn('mara@home.example', PASSWORDS.mara)).status).toBe(200);
    expect((await new Browser().ask('POST', `/confirmations/${token}`, {})).status).toBe(404);
    // What is somebody's is nobody else's, even by a link that was mailed to it.
    const second = await mailed('mara@home.example', 'confirm');
    expect((await eve.ask('POST', `/confirmations/${second}`, {})).status).toBe(409);
    expect((await signIn('mara@home.example', PASSWORDS.mara)).status).toBe(200);
  });

  it('whoever comes by a link that was mailed to their address has confirmed it by that', async () => {
    await withMail();
    const mara = await firstPerson();
    await mara.ask('POST', '/plans', NEW_PLAN);
    await mara.ask('POST', '/plans/home/people', { address: 'Anna@Example.org', role: 'viewer' });
    const token = await mailed('Anna@Example.org', 'join');
    const anna = new Browser();
    expect((await anna.ask('POST', `/links/${token}/person`, { name: 'Anna', address: 'anna@example.org', password: PASSWORDS.ines, stay: true })).status).toBe(201); // prettier-ignore
    expect((await anna.ask('GET', '/me')).body.person).toMatchObject({
      address: 'anna@example.org',
      wantedAddress: '',
    });
  });

  it('another address takes the password, and ends the links to a new password that were mailed', async () => {
    await withMail();
    const mara = await firstPerson();
    store.people.change('local', 'Mara', 'mara@home.example');
    await new Browser().ask('POST', '/resets', { who: 'Mara' });
    const token = await mailed('mara@home.example', 'reset');
    const change = (password?: string) => mara.ask('PATCH', '/me', { name: 'Mara', address: 'other@home.example', ...(password ? { password } : {}) }); // prettier-ignore
    expect((await change()).status).toBe(422);
    expect((await change('guess-it-once')).status).toBe(422);
    expect((await change(PASSWORDS.mara)).status).toBe(200);
    expect((await new Browser().ask('POST', `/resets/${token}`, { password: PASSWORDS.kofi })).status).toBe(404);
    // Until it is confirmed the old one stays theirs.
    expect((await mara.ask('GET', '/me')).body.person).toMatchObject({ address: 'mara@home.example', wantedAddress: 'other@home.example' }); // prettier-ignore
  });

  it('all links to a new password end with the first that is used, and with a new password', async () => {
    await withMail();
    const mara = await firstPerson();
    store.people.change('local', 'Mara', 'mara@home.example');
    const token: string[] = [];
    for (let nth = 0; nth < 3; nth++) token.push(store.people.beginReset('local', '2030-01-01T00:00:00Z'));
    expect((await new Browser().ask('POST', `/resets/${token[0]}`, { password: PASSWORDS.kofi })).status).toBe(200);
    expect((await new Browser().ask('POST', `/resets/${token[1]}`, { password: PASSWORDS.ines })).status).toBe(404);
    const later = store.people.beginReset('local', '2030-01-01T00:00:00Z');
    await mara.ask('POST', '/session', { who: 'Mara', password: PASSWORDS.kofi, stay: false });
    await mara.ask('PUT', '/me/password', { now: PASSWORDS.kofi, password: PASSWORDS.mara });
    expect((await new Browser().ask('POST', `/resets/${later}`, { password: PASSWORDS.ines })).status).toBe(404);
  });
});

describe('someone who is removed', () => {
  it('does not come back by the link they came by, nor by links they made', async () => {
    const mara = await firstPerson();
    await mara.ask('POST', '/plans', NEW_PLAN);
    const link = async (from: Browser, once: boolean) =>
      (await from.ask('POST', '/plans/home/links', { role: 'owner', until: null, once })).body.path.split('/').at(-1) as string; // prettier-ignore
    const reusable = await link(mara, false);
    const kofi = new Browser();
    await kofi.ask('POST', `/links/${reusable}/person`, { name: 'Kofi', address: '', password: PASSWORDS.kofi, stay: true }); // prettier-ignore
    const own = await link(kofi, true);
    const { people } = (await mara.ask('GET', '/plans/home/people')).body as { people: { id: string; name: string }[] };
    const removed = await mara.ask('DELETE', `/plans/home/people/${people.find(({ name }) => name === 'Kofi')!.id}`);
    expect([removed.status, removed.body]).toEqual([200, { revokedLinks: 2 }]);
    for (const token of [reusable, own]) expect((await kofi.ask('POST', `/links/${token}/use`, {})).status).toBe(404);
    expect((await kofi.ask('GET', '/plans/home')).status).toBe(404);
  });
});

describe('attempts', () => {
  it('are counted by network: an address of IPv6 by its /64', () => {
    expect(networkOf('2001:db8::7')).toBe('2001:db8:0:0');
    expect(networkOf('2001:0db8:0:1:ffff::')).toBe('2001:db8:0:1');
    expect(networkOf('::1')).toBe('0:0:0:0');
    expect(networkOf('::ffff:10.0.0.7')).toBe('10.0.0.7');
    expect(networkOf('10.0.0.7')).toBe('10.0.0.7');
  });

  it('of a guest lock out nobody of the household, also after a restart; one network locks out no name', async () => {
    const proxies = ['127.0.0.1'];
    await stop();
    await start({ proxies });
    await firstPerson();
    const from = (address: string, who: string, password: string) =>
      new Browser().ask('POST', '/session', { who, password, stay: false }, { 'x-forwarded-for': address });
    expect((await from('10.0.0.1', 'Mara', PASSWORDS.mara)).status).toBe(200);
    await stop();
    await start({ proxies });
    const guesses = Array.from({ length: 70 }, (_, nth) => from('10.0.0.1', `made up ${nth}`, 'guess'));
    expect((await Promise.all(guesses)).some(({ status }) => status === 429)).toBe(true);
    for (let nth = 0; nth < 9; nth++) await from('10.0.0.1', 'Mara', 'guess');
    expect((await from('10.0.0.1', 'Mara', PASSWORDS.mara)).status).toBe(200);
    // A network of its own takes up no more than its share of what a name has from everywhere.
    for (let nth = 0; nth < 310; nth++) await from(`2001:db8::${nth.toString(16)}`, 'Mara', 'guess');
    expect((await from('10.0.0.77', 'Mara', PASSWORDS.mara)).status).toBe(200);
  }, 60_000);

  it('to find out how strong a password is are bounded, and hashing comes after what is cheap', async () => {
    await firstPerson();
    const answers = await Promise.all(Array.from({ length: 310 }, () => new Browser().ask('POST', '/strength', { password: 'x', own: [] }))); // prettier-ignore
    expect(answers.filter(({ status }) => status === 429).length).toBeGreaterThanOrEqual(10);
    const begun = performance.now();
    const second = await Promise.all(Array.from({ length: 50 }, () => new Browser().ask('POST', '/first', { name: 'Eve', address: '', password: PASSWORDS.ines, stay: false }))); // prettier-ignore
    const unknown = await Promise.all(Array.from({ length: 50 }, () => new Browser().ask('POST', '/resets/x', { password: PASSWORDS.ines }))); // prettier-ignore
    expect(new Set([...second, ...unknown].map(({ status }) => status))).toEqual(new Set([409, 404]));
    // A hundred hashes would take far longer; the bound is generous.
    expect(performance.now() - begun).toBeLessThan(10_000);
  });
});

/** Begins to send a file and does not send it to its end; tells what the server has answered so far. */
function beginSending(token: string): { readonly socket: Socket; readonly answer: () => string } {
  const { hostname, port, pathname } = new URL(base);
  const socket = connect(Number(port), hostname);
  let answer = '';
  socket.on('data', (bytes) => (answer += String(bytes)));
  const head = [
    `POST ${pathname}/plans/import HTTP/1.1`,
    `host: ${hostname}:${port}`,
    `cookie: haushalt=${token}`,
    'content-type: application/json',
    'content-length: 1000',
  ];
  socket.write(`${head.join('\r\n')}\r\n\r\n{"no":`);
  return { socket, answer: () => answer };
}

describe('files that are sent', () => {
  it('are so many for each person, and so many at once; what is sent as JSON goes on', async () => {
    await stop();
    await start({ uploadLimits: { points: 6, duration: 60, atOnce: 2 } });
    const mara = await firstPerson();
    await mara.ask('POST', '/plans', NEW_PLAN);
    const kofi = await joined(mara, 'home', 'kofi', 'editor');
    const sent = (who: Browser) => who.ask('POST', '/plans/import', { no: 'plan' });
    // Five are begun at one moment and none is sent to its end: two are under way, three are not taken.
    const begun = Array.from({ length: 5 }, () => beginSending(kofi.token!));
    const refused = () => begun.filter(({ answer }) => answer().includes(' 429 '));
    await expect.poll(() => refused().length).toBe(3);
    expect(refused()[0]!.answer()).toContain('You are already sending several files. Wait until one of them has been sent.'); // prettier-ignore
    for (const { socket } of begun) socket.destroy();
    await expect.poll(async () => (await sent(kofi)).status).toBe(422);
    const after: number[] = [];
    for (let nth = 0; nth < 5; nth++) after.push((await sent(kofi)).status);
    expect(after).toEqual([422, 422, 422, 429, 429]);
    // Nobody else is meant by it.
    expect((await sent(mara)).status).toBe(422);
    const command = { kind: 'plan.set', settings: { name: 'Ours' } };
    expect((await kofi.ask('POST', '/plans/home/commands', { id: 'n', command })).status).toBe(200);
  });
});

describe('event streams', () => {
  it('end with their session however it ends, and are limited for each person', async () => {
    await stop();
    await start({ eventLimits: { perPersonAndPlan: 3, beat: 50 } });
    const mara = await firstPerson();
    await mara.ask('POST', '/plans', NEW_PLAN);
    const kofi = await joined(mara, 'home', 'kofi', 'viewer');
    const cookie = `haushalt=${kofi.token}`;
    const aborts: AbortController[] = [];
    const open = async (token: string) => {
      const abort = new AbortController();
      aborts.push(abort);
      const response = await fetch(`${base}/plans/home/events`, { headers: { cookie: token }, signal: abort.signal });
      return response.status;
    };
    expect([await open(cookie), await open(cookie), await open(cookie), await open(cookie)]).toEqual([
      200, 200, 200, 429,
    ]);
    expect(await open(`haushalt=${mara.token}`)).toBe(200);
    // As another program on the machine does it.
    const [id] = store.sharing.members('home').flatMap((member) => (member.name === 'kofi' ? [member.id] : []));
    store.people.endAll(id!);
    await expect.poll(listening).toBe(1);
    for (const abort of aborts) abort.abort();
    await pause(10);
  });
});

describe('mails', () => {
  it('are so many an hour for one person, and to one address', async () => {
    await withMail({ mailLimits: { person: { points: 3, duration: 60 }, plan: { points: 9, duration: 60 }, address: { points: 2, duration: 60 } } }); // prettier-ignore
    const mara = await firstPerson();
    await mara.ask('POST', '/plans', NEW_PLAN);
    const invite = async (address: string) => (await mara.ask('POST', '/plans/home/people', { address, role: 'viewer' })).status; // prettier-ignore
    // One has been sent to confirm her own address.
    expect([await invite('a@x.example'), await invite('b@x.example'), await invite('c@x.example')]).toEqual([
      201, 201, 429,
    ]);
    const { links } = (await mara.ask('GET', '/plans/home/people')).body as { links: { address: string; revokedAt: string | null }[] }; // prettier-ignore
    expect(links.find(({ address }) => address === 'c@x.example')!.revokedAt).not.toBeNull();
  });
});

describe('going back', () => {
  it('lets no line follow again in somebody’s name what they have stopped showing', async () => {
    const mara = await firstPerson();
    const line = (figure: number) => ({ kind: 'line.setFigure', line: 'l', month: '2026-01', reach: 'every', figure });
    let nth = 0;
    const command = (from: Browser, plan: string, what: unknown) => from.ask('POST', `/plans/${plan}/commands`, { id: `c${++nth}`, command: what }); // prettier-ignore
    for (const id of ['shared', 'private']) {
      await mara.ask('POST', '/plans', { ...NEW_PLAN, id, name: id });
      await command(mara, id, { kind: 'group.add', id: 'g', name: 'G', side: 'income', rhythm: null, before: null });
      await command(mara, id, { kind: 'line.add', id: 'l', group: 'g', name: 'L', unit: 'money', before: null });
    }
    await command(mara, 'private', line(1000));
    const kofi = await joined(mara, 'shared', 'kofi', 'editor');
    await command(mara, 'shared', { kind: 'line.follow', line: 'l', plan: 'private', of: 'l', source: 'private.L', by: 'local' }); // prettier-ignore
    await expect.poll(() => [...store.document('shared').document.ruleSteps.values()][0]?.amount).toBe(1000);
    const { revision } = store.document('shared');
    await command(mara, 'shared', { kind: 'line.unfollow', line: 'l' });
    await command(mara, 'private', line(987_654));
    await command(kofi, 'shared', { kind: 'line.set', line: 'l', settings: { note: 'x' } });
    const back = await kofi.ask('POST', '/plans/shared/go-back', { id: 'x', to: { kind: 'revision', revision }, what: 'then', rows: null }); // prettier-ignore
    expect(back.status).toBe(200);
    await pause(100);
    const { document } = store.document('shared');
    expect([document.feeds.size, [...document.ruleSteps.values()][0]!.amount]).toEqual([0, 1000]);
  });
});

describe('a body', () => {
  it('of any shape is answered with a sentence, and an order that can never be done stops none behind it', async () => {
    const deep = `${'['.repeat(5000)}${']'.repeat(5000)}`;
    const post = (path: string, body: string, headers: Record<string, string> = {}) => fetch(base + path, { method: 'POST', body, headers: { 'content-type': 'application/json', ...headers } }); // prettier-ignore
    expect((await post('/session', deep)).status).toBe(400);
    expect((await post('/plans', `{"x":[${'0,'.repeat(30_000)}0]}`)).status).toBe(413);
    expect((await post('/session', '{}', { 'content-type': 'application/json; charset=utf-7' })).status).toBe(415);
    await post('/plans', JSON.stringify(NEW_PLAN));
    const command = (what: object, nth: number) => ({ id: `q${nth}`, command: what });
    for (const kind of ['pot.setMove', 'fund.setMove', 'loan.setExtra', 'highlight.set'])
      expect((await post('/plans/home/commands', JSON.stringify(command({ kind, id: 'm', settings: 'x' }, 0)))).status).toBe(422); // prettier-ignore
    const orders = [
      command({ kind: 'pot.setMove', id: 'm', settings: 'x' }, 1),
      command({ kind: 'plan.set', settings: JSON.parse(`{"name":${'['.repeat(50)}1${']'.repeat(50)}}`) as object }, 2),
      command({ kind: 'plan.set', settings: { name: 'After' } }, 3),
    ];
    const { answers } = (await (await post('/plans/home/queue', JSON.stringify({ orders }))).json()) as { answers: { status?: number; entry?: object }[] }; // prettier-ignore
    expect(answers.map(({ status, entry }) => status ?? typeof entry)).toEqual([422, 422, 'object']);
    const many = { kind: 'figures.set', as: 'rule', figures: Array.from({ length: 200_000 }, () => 0) };
    const long = await post('/plans/home/commands', JSON.stringify(command(many, 4)));
    expect([long.status, ((await long.json()) as { error: { path: string } }).error.path]).toEqual([
      422,
      'command.figures',
    ]);
  });
});
