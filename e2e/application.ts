import { spawn, type ChildProcess } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import AxeBuilder from '@axe-core/playwright';
import { expect, test as base, type Browser, type BrowserContext, type Locator, type Page } from '@playwright/test';

/** The moment the demo is written for: tests of what belongs to the present month or year run then, whatever day it is. */
export const WRITTEN_FOR = '2026-11-24T10:00:00';
/** When tests run, unless `npm run test:days` or a test says otherwise: what they find does not hang on the day. */
const PRESENT = process.env.HAUSHALT_NOW ?? WRITTEN_FOR;

const PROGRAM = fileURLToPath(new URL('../cli/bin/haushalt.js', import.meta.url));

/** The real program with a database of its own, that can be killed and started again. */
export class Application {
  url = '';
  private readonly data = mkdtempSync(join(tmpdir(), 'haushalt-e2e-'));
  private child: ChildProcess | undefined;
  /** Where it listens, once it has been started; at any free port when it begins with 0. */
  port: number;
  private readonly now: string;

  /** A program that takes a moment for the present one, where it runs. */
  constructor(now = PRESENT, port = 0) {
    this.now = now;
    this.port = port;
  }

  async start(): Promise<void> {
    const child = spawn(
      process.execPath,
      [PROGRAM, 'serve', '--demo', '--demo-month', '2026-11', '--port', String(this.port), '--data', this.data],
      {
        stdio: ['ignore', 'pipe', 'inherit'],
        env: { ...process.env, HAUSHALT_NOW: this.now },
      },
    );
    this.child = child;
    this.url = await new Promise((resolve, reject) => {
      child.once('exit', () => reject(new Error('The server ended.')));
      child.stdout.on('data', (chunk: Buffer) => {
        const url = /http:\S+/.exec(chunk.toString())?.[0];
        if (url) resolve(url);
      });
    });
    this.port = Number(new URL(this.url).port);
  }

  async kill(): Promise<void> {
    const child = this.child!;
    child.removeAllListeners('exit');
    const ended = new Promise((resolve) => child.once('exit', resolve));
    child.kill('SIGKILL');
    await ended;
  }

  async end(): Promise<void> {
    if (this.child?.exitCode === null && this.child.signalCode === null) await this.kill();
    rmSync(this.data, { recursive: true, force: true });
  }
}

interface Fixtures {
  /** True when a test has a server of its own: one that is stopped, or whose list of plans is looked at. */
  alone: boolean;
  /** The moment that is the present one to the program and to the page; of its own where a test needs a certain day. */
  now: string;
  application: Application;
  /** The address of the household's plan, as the demo has it; nobody else works in it. */
  household: string;
  /** The address of the bread stall's plan. */
  stall: string;
  budget: Budget;
}

interface WorkerFixtures {
  /** The server of all tests that do not stop it. */
  served: Application;
  /** The port of a worker's servers of one's own, one after the other: a browser keeps files by their port. */
  ownPort: { number: number };
  /** The browser window of all tests, which knows the application's files already. */
  window: BrowserContext;
  /** The page of all tests at the shared server: one that is opened anew reads the program anew, which takes a second. */
  shared: Page;
}

/** A plan of the demo: that of a server of one's own, or a fresh one under an id that no other test has. */
async function planOf(
  file: string,
  { application, alone, page }: Pick<Fixtures, 'application' | 'alone'> & { page: Page },
) {
  if (alone) return `${application.url}/plans/${file}`;
  const text = readFileSync(new URL(`../demo/${file}.haushalt.json`, import.meta.url), 'utf8');
  const id = `${file}-${randomUUID().slice(0, 8)}`;
  const answer = await page.request.post(`${application.url}/api/plans/import?id=${id}`, {
    data: text,
    headers: { 'content-type': 'application/json' },
  });
  expect(answer.ok()).toBe(true);
  return `${application.url}/plans/${id}`;
}

export const test = base.extend<Fixtures, WorkerFixtures>({
  alone: [false, { option: true }],
  now: [PRESENT, { option: true }],
  served: [
    // eslint-disable-next-line no-empty-pattern -- the runner asks for the pattern
    async ({}, use) => {
      const application = new Application();
      await application.start();
      await use(application);
      await application.end();
    },
    { scope: 'worker' },
  ],
  // eslint-disable-next-line no-empty-pattern -- the runner asks for the pattern
  ownPort: [async ({}, use) => use({ number: 0 }), { scope: 'worker' }],
  window: [
    async ({ browser }, use) => {
      const context = await newWindow(browser);
      await use(context);
      await context.close();
    },
    { scope: 'worker' },
  ],
  shared: [async ({ window }, use) => use(await window.newPage()), { scope: 'worker' }],
  context: async ({ window, shared }, use) => {
    await use(window);
    await Promise.all(window.pages().map((page) => page === shared || page.close()));
    await window.clearPermissions();
  },
  application: async ({ alone, now, served, ownPort }, use) => {
    if (!alone && now === PRESENT) return use(served);
    const application = new Application(now, ownPort.number);
    await application.start();
    ownPort.number = application.port;
    await use(application);
    await application.end();
  },
  page: async ({ context, application, alone, now, shared, viewport }, use) => {
    const page = alone || now !== PRESENT ? await context.newPage() : shared;
    if (now !== PRESENT) await setTime(page, now);
    // What earlier tests left in the browser is no matter of this one's.
    await page.goto(`${application.url}/icon.svg`);
    await page.evaluate(async () => {
      localStorage.clear();
      sessionStorage.clear();
      for (const { name } of await indexedDB.databases()) if (name) indexedDB.deleteDatabase(name);
    });
    await use(page);
    page.removeAllListeners();
    await page.unrouteAll();
    await page.emulateMedia({ media: null });
    await page.setViewportSize(viewport!);
  },
  household: async ({ application, alone, page }, use) => use(await planOf('household', { application, alone, page })),
  stall: async ({ application, alone, page }, use) => use(await planOf('bread-stall', { application, alone, page })),
  budget: async ({ household, page }, use) => {
    const budget = new Budget(page, household);
    await budget.open();
    await use(budget);
  },
});

export { expect };

/** The budget page as a person uses it: rows by their label, months by their heading, and the keyboard. */
export class Budget {
  readonly page: Page;
  /** The address of its plan. */
  readonly plan: string;

  constructor(page: Page, plan: string) {
    this.page = page;
    this.plan = plan;
  }

  async open(year = 2026): Promise<void> {
    await this.page.goto(`${this.plan}/budget?year=${year}`);
    await expect(this.page.getByRole('grid')).toBeVisible();
  }

  row(label: string): Locator {
    return this.page.getByRole('row').filter({ has: this.page.getByRole('rowheader', { name: label, exact: true }) });
  }

  /** A figure's cell; columns are counted from 1, the first month. */
  cell(label: string, column: number): Locator {
    return this.row(label)
      .getByRole('gridcell')
      .nth(column - 1);
  }

  figure(label: string, column: number): Promise<string> {
    return this.cell(label, column).innerText();
  }

  async select(label: string, column: number): Promise<void> {
    await this.cell(label, column).click();
  }

  /** Scrolls to a row: what is far out of sight is not drawn. */
  async reveal(label: string): Promise<void> {
    const grid = this.page.getByRole('grid');
    await grid.evaluate((element) => element.scrollTo({ top: 0 }));
    await expect(async () => {
      if ((await this.row(label).count()) === 0) await grid.evaluate((element) => element.scrollBy({ top: 120 }));
      await expect(this.row(label)).toBeVisible({ timeout: 500 });
    }).toPass();
  }

  async selectLabel(label: string): Promise<void> {
    await this.page.getByRole('rowheader', { name: label, exact: true }).locator('.label-text').click();
  }

  async saved(): Promise<void> {
    await expect(this.page.getByText('Saved', { exact: true })).toBeVisible();
  }

  explanation(): Locator {
    return this.page.getByRole('region', { name: 'How it is calculated' });
  }
}

/** A browser of somebody's own, where and when the tests run. */
export async function newWindow(browser: Browser): Promise<BrowserContext> {
  const zone = process.env.TZ === undefined ? {} : { timezoneId: process.env.TZ };
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, locale: 'en-IE', ...zone });
  await setTime(context, PRESENT);
  return context;
}

/** Lets a page's clock go on from a moment, in the zone the tests run in. */
export async function setTime(page: Page | BrowserContext, moment: string): Promise<void> {
  await page.addInitScript((start) => {
    const MachineDate = Date;
    const ahead = start - MachineDate.now();
    globalThis.Date = class extends MachineDate {
      constructor(...given: []) {
        if (given.length > 0) super(...given);
        else super(MachineDate.now() + ahead);
      }

      static override now(): number {
        return MachineDate.now() + ahead;
      }
    } as DateConstructor;
  }, new Date(moment).getTime());
}

/** No violation of WCAG 2.1 A and AA that can be found by looking, but for parts that have been looked at before. */
export async function expectAccessible(page: Page, without: readonly string[] = []): Promise<void> {
  const all = new AxeBuilder({ page })
    // There are no frames to look into, and only what is wrong is asked for: both make it many times quicker.
    .setLegacyMode()
    .options({
      runOnly: { type: 'tag', values: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa'] },
      resultTypes: ['violations'],
      preload: false,
    })
    // Rows are all drawn alike; looking at the first of each group and at the selected one keeps this quick.
    .exclude('.grid-row.line ~ .grid-row.line ~ .grid-row.line:not(.has-active)')
    .exclude('tbody > tr ~ tr ~ tr ~ tr');
  const { violations } = await without.reduce((left, part) => left.exclude(part), all).analyze();
  expect(
    violations.map(({ id, nodes }) => `${id}: ${nodes.map((node) => node.html.slice(0, 200)).join(' | ')}`),
  ).toEqual([]);
}

/** Chooses one of many by its words, as by the keyboard. */
export async function choose(scope: Page | Locator, label: string, words: string): Promise<void> {
  const field = scope.getByRole('combobox', { name: label, exact: true });
  await field.fill(words);
  await field.press('Enter');
}

/** Types a month into its field. */
export async function setMonth(scope: Page | Locator, label: string, words: string): Promise<void> {
  const field = scope.getByRole('textbox', { name: label, exact: true });
  await field.fill(words);
  await field.press('Enter');
}
