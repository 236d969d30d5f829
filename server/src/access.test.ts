import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { runs } from '../../core/src/testing/setup.ts';
import { application, base, call, rules, serveEachTest, start, stop, store } from './testing/served.ts';
import { Browser, NEW_PLAN, firstPerson, joined } from './testing/people.ts';
import type { Access, Method, Rule } from './http/routing.ts';

serveEachTest();

/** Who may do what, as the table of routes says; everyone not named is refused. */
const WHO: Readonly<Record<Access, readonly Caller[]>> = {
  anyone: ['nobody', 'stranger', 'viewer', 'editor', 'owner', 'admin'],
  person: ['stranger', 'viewer', 'editor', 'owner', 'admin'],
  admin: ['admin'],
  view: ['viewer', 'editor', 'owner'],
  edit: ['editor', 'owner'],
  own: ['owner'],
  restore: ['owner'],
};
type Caller = 'nobody' | 'stranger' | 'viewer' | 'editor' | 'owner' | 'admin';

/** States what every route is expected to be: one that is added has to be added here, with who may ask. */
const EXPECTED: Readonly<Record<string, Access>> = {
  'get /health': 'anyone', 'get /ready': 'anyone', 'get /metrics': 'anyone', 'get /me': 'anyone',
  'post /session': 'anyone', 'delete /session': 'anyone', 'post /first': 'anyone', 'post /strength': 'anyone',
  'get /links/:token': 'anyone', 'post /links/:token/person': 'anyone', 'post /links/:token/use': 'person',
  'post /confirmations/:token': 'anyone',
  'post /resets': 'anyone', 'post /resets/:token': 'anyone',
  'patch /me': 'person', 'put /me/password': 'person', 'put /me/language': 'person', 'get /me/sessions': 'person',
  'delete /me/sessions/:session': 'person', 'get /me/data': 'person', 'post /me/leave': 'person',
  'get /outside': 'person', 'get /indices': 'person', 'get /indices/:id': 'person',
  'get /plans': 'person', 'post /plans': 'person', 'post /plans/import': 'person', 'post /plans/workbooks': 'person',
  'get /deleted-plans': 'person',
  'get /plans/:id': 'view', 'get /plans/:id/lists/:list.csv': 'view',
  'get /plans/:id/figures': 'view', 'get /plans/:id/file': 'view',
  'post /plans/:id/duplicate': 'view', 'get /plans/:id/events': 'view', 'post /plans/:id/here': 'view',
  'delete /plans/:id': 'restore', 'delete /plans/:id/for-good': 'restore', 'post /plans/:id/restore': 'restore',
  'post /plans/:id/commands': 'edit', 'post /plans/:id/queue': 'edit',
  'get /plans/:id/actuals': 'view', 'get /plans/:id/balances': 'view', 'get /plans/:id/twice': 'view',
  'get /plans/:id/descriptions': 'view', 'get /plans/:id/entries': 'view', 'get /plans/:id/entries.csv': 'view',
  'post /plans/:id/statements': 'edit', 'post /plans/:id/accounts/:account/fetch': 'edit',
  'post /plans/:id/pages': 'view', 'post /plans/:id/files': 'view',
  'get /plans/:id/history': 'view', 'get /plans/:id/history/:command': 'view', 'post /plans/:id/compare': 'view',
  'post /plans/:id/go-back': 'edit', 'get /plans/:id/snapshots': 'view', 'post /plans/:id/snapshots': 'edit',
  'patch /plans/:id/snapshots/:snapshot': 'edit', 'delete /plans/:id/snapshots/:snapshot': 'edit',
  'post /plans/:id/snapshots/:snapshot/copy': 'view',
  'get /plans/:id/people': 'view', 'post /plans/:id/people': 'own', 'patch /plans/:id/people/:person': 'own',
  'delete /plans/:id/people/:person': 'view', 'post /plans/:id/links': 'own', 'delete /plans/:id/links/:link': 'own',
  'post /plans/:id/mail': 'view',
  'get /backups': 'admin', 'post /backups': 'admin', 'get /backups/:name': 'admin', 'delete /backups/:name': 'admin',
  'post /restores': 'admin', 'post /backups/:name/restores': 'admin', 'post /restores/:restore': 'admin',
}; // prettier-ignore

const nameOf = ({ method, path }: Rule) => `${method} ${path}`;

/** A plan with people of each role, someone who has no part in it, and whoever keeps the server. */
async function household(): Promise<Record<Caller, Browser>> {
  const admin = await firstPerson();
  await admin.ask('POST', '/plans', NEW_PLAN);
  await admin.ask('POST', '/plans', { ...NEW_PLAN, id: 'other', name: 'Other' });
  const editor = await joined(admin, 'home', 'kofi', 'editor');
  const viewer = await joined(admin, 'home', 'ines', 'viewer');
  const [owner, stranger] = [new Browser(), new Browser()];
  for (const [browser, name, plan, role] of [[owner, 'Owner', 'home', 'owner'], [stranger, 'Stranger', 'other', 'viewer']] as const) {
    const link = (await admin.ask('POST', `/plans/${plan}/links`, { role, until: null, once: true })).body.path as string;
    await browser.ask('POST', `/links/${link.split('/').at(-1)}/person`, { name, address: '', password: 'copper-apricot-lane', stay: true }); // prettier-ignore
  }
  // Whoever keeps the server has no part in other people's plans.
  const { people } = (await owner.ask('GET', '/plans/home/people')).body as { people: { id: string; name: string }[] };
  await admin.ask('DELETE', `/plans/home/people/${people.find(({ name }) => name === 'Mara')!.id}`);
  return { nobody: new Browser(), stranger, viewer, editor, owner, admin };
} // prettier-ignore

const pathFor = (path: string) =>
  path.replace(':id', path.startsWith('/plans/') ? 'home' : 'none').replace(/:\w+/g, 'none');

describe('Every route', () => {
  it('has a rule that is expected, and there is none beside the table', () => {
    expect(Object.fromEntries(rules.map((rule) => [nameOf(rule), rule.access]))).toEqual(EXPECTED);
    expect(new Set(rules.map(nameOf)).size).toBe(rules.length);
    // What the application answers is in one table alone.
    const { stack } = application.router as unknown as { stack: { route?: unknown; handle: { stack?: { route?: unknown }[] } }[] }; // prettier-ignore
    expect(stack.filter(({ route }) => route)).toEqual([]);
    const tables = stack.filter(({ handle }) => handle.stack);
    expect(tables.map(({ handle }) => handle.stack!.filter(({ route }) => route).length)).toEqual([rules.length]);
  });

  it('answers who may ask, and refuses everyone else before anything is read or done', async () => {
    const callers = await household();
    for (const rule of rules) {
      const { method, path, access } = rule;
      if (path === '/plans/:id/events') continue;
      const allowed = WHO[access];
      for (const who of Object.keys(callers) as Caller[]) {
        // Who may, does it last, and so that it changes nothing: what is sent makes no sense.
        if (allowed.includes(who)) continue;
        const browser = callers[who].copy();
        const { status, body } = await browser.ask(method.toUpperCase(), pathFor(path), hasBody(method) ? { nonsense: 1 } : undefined); // prettier-ignore
        const isOfPlan = path.startsWith('/plans/:id');
        const hidden = isOfPlan && (who === 'stranger' || who === 'admin');
        const expected = who === 'nobody' ? 401 : hidden ? 404 : 403;
        expect([nameOf(rule), who, status]).toEqual([nameOf(rule), who, expected]);
        expect(typeof body.error.message).toBe('string');
      }
    }
    for (const rule of rules) {
      const { method, path, access } = rule;
      if (path === '/plans/:id/events' || /^(delete|post) \/(session|first|plans\/:id(\/restore)?$)/.test(nameOf(rule))) continue; // prettier-ignore
      for (const who of WHO[access]) {
        const { status, body } = await callers[who].copy().ask(method.toUpperCase(), pathFor(path), hasBody(method) ? { nonsense: 1 } : undefined); // prettier-ignore
        expect([nameOf(rule), who, status < 500 || status === 502, body?.error?.code ?? '']).toEqual([nameOf(rule), who, true, expect.not.stringMatching(/^(signIn|forbidden)$/)]); // prettier-ignore
      }
    }
    // The plan is as it was.
    expect((await callers.owner.ask('GET', '/plans/home')).body).toMatchObject({ revision: 0, role: 'owner' });
  }, 120_000);

  it('of a plan says the same of one that is not there as of one that is not shared', async () => {
    const { stranger } = await household();
    for (const rule of rules.filter(({ path }) => path.startsWith('/plans/:id'))) {
      const ask = (id: string) => stranger.ask(rule.method.toUpperCase(), pathFor(rule.path).replace('home', id), hasBody(rule.method) ? {} : undefined); // prettier-ignore
      const [there, nowhere] = [await ask('home'), await ask('nowhere')];
      expect([there.status, there.body]).toEqual([nowhere.status, nowhere.body]);
    }
  });

  it('changes nothing for what another site asks, whoever is signed in', async () => {
    const { owner } = await household();
    const token = owner.token!;
    for (const rule of rules.filter(({ method }) => method !== 'get')) {
      for (const from of [
        { origin: 'https://elsewhere.example' },
        { 'sec-fetch-site': 'cross-site' },
        { origin: 'null' },
      ]) {
        const answer = await call(rule.method.toUpperCase(), pathFor(rule.path), {}, { cookie: `haushalt=${token}`, ...from } as Record<string, string>); // prettier-ignore
        expect([nameOf(rule), answer.status]).toEqual([nameOf(rule), 403]);
      }
    }
    expect((await owner.ask('GET', '/me')).body.person.name).toBe('Owner');
  });
});

describe('Whatever is asked', () => {
  it('is answered without the server failing, and without an answer that tells of its inside', async () => {
    await stop();
    await start({ attempts: { pair: { points: 1e6, duration: 1 }, network: { points: 1e6, duration: 1 }, name: { points: 1e6, duration: 1 } } }); // prettier-ignore
    const callers = await household();
    const heads = Object.fromEntries(
      Object.entries(callers).map(([who, browser]) => [who, browser.token === undefined ? {} : { cookie: `haushalt=${browser.token}` }]), // prettier-ignore
    );
    const odd = fc.oneof(
      fc.constantFrom('', '..', '%00', '%2e%2e%2f', "'; drop table plans; --", '__proto__', 'constructor', '\u202e', 'home', 'NaN', '-1', '1e999'), // prettier-ignore
      fc.string({ maxLength: 30 }),
    );
    const body = fc.oneof(
      fc.json({ maxDepth: 4 }),
      fc.record({ id: odd, command: fc.record({ kind: fc.constantFrom('plan.set', 'entries.set', 'undo', 'line.setFigure', 'x'), target: odd, settings: fc.object({ maxDepth: 1 }) }) }).map((value) => JSON.stringify(value)), // prettier-ignore
      fc.record({ before: fc.constantFrom({ kind: 'now' }, { kind: 'revision', revision: -1 }, { kind: 'snapshot', id: 'x' }), after: fc.constant({ kind: 'now' }) }).map((value) => JSON.stringify(value)), // prettier-ignore
      fc.record({ who: odd, password: odd, stay: fc.boolean() }).map((value) => JSON.stringify(value)),
      fc.string({ maxLength: 200 }),
    );
    const requests = fc.record({
      rule: fc.constantFrom(...rules.filter(({ path }) => path !== '/plans/:id/events')),
      who: fc.constantFrom(...(Object.keys(heads) as Caller[])),
      parts: fc.array(odd, { minLength: 4, maxLength: 4 }),
      query: fc.dictionary(fc.string({ maxLength: 8 }), odd, { maxKeys: 3 }),
      body,
    });
    const before = store.plans.count();
    const answers = new Map<number, number>();
    await fc.assert(
      fc.asyncProperty(requests, async ({ rule, who, parts, query, body: sent }) => {
        let used = 0;
        const path = rule.path.replace(/:\w+/g, () => encodeURIComponent(parts[used++]!) || 'x');
        const address = new URL(`${base}${path}?${new URLSearchParams(query).toString()}`);
        const response = await fetch(address, {
          method: rule.method.toUpperCase(),
          headers: { ...heads[who], 'content-type': 'application/json' },
          ...(hasBody(rule.method) ? { body: sent } : {}),
        });
        const text = await response.text();
        answers.set(response.status, (answers.get(response.status) ?? 0) + 1);
        expect([nameOf(rule), response.status]).toEqual([
          nameOf(rule),
          expect.toSatisfy((status: number) => status < 500),
        ]);
        expect(text).not.toMatch(/SQLITE|node_modules|\/src\/|\bat .*\.ts:/);
      }),
      runs(500),
    );
    // Many kinds of answers were met: what is allowed, what is not, what is not there, what makes no sense.
    expect([...answers.keys()]).toEqual(expect.arrayContaining([200, 400, 401, 403, 404, 422]));
    expect(store.plans.count()).toBeGreaterThanOrEqual(before);
  }, 300_000);
});

const hasBody = (method: Method) => method !== 'get' && method !== 'delete';
