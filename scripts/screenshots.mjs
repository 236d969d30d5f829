// npm run screenshots [-- NAME…]: one picture of each main view, from the demo, into docs/screenshots.
import { spawn } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium as browserType } from '@playwright/test';
import { ROOT, build, chromium, install } from './setup.mjs';

install();
chromium();
build();
const folder = join(ROOT, 'docs/screenshots');
const browser = await browserType.launch(JSON.parse(readFileSync(join(ROOT, 'scripts/chromium.json'), 'utf8')));

/** The moment the pictures are taken at, so that they show the same whenever they are taken. */
const PRESENT = '2026-11-24T10:00:00';

/** Starts the program with demo data of its own; gives its address, and what ends it. */
async function demo() {
  const data = mkdtempSync(join(tmpdir(), 'haushalt-pictures-'));
  const args = [
    join(ROOT, 'cli/bin/haushalt.js'),
    'serve',
    '--demo',
    '--demo-month',
    PRESENT.slice(0, 7),
    '--port',
    '0',
    '--data',
    data,
  ];
  const env = { ...process.env, HAUSHALT_NOW: PRESENT };
  const server = spawn(process.execPath, args, { stdio: ['ignore', 'pipe', 'inherit'], env });
  const url = await new Promise((resolve) =>
    server.stdout.on('data', (chunk) => resolve(/http:\S+/.exec(chunk.toString())?.[0])),
  );
  const end = async () => {
    const ended = new Promise((resolve) => server.once('exit', resolve));
    server.kill('SIGINT');
    await ended;
    rmSync(data, { recursive: true, force: true });
  };
  return { url, end };
}

/** Lets a page's clock go on from a moment. */
function setTime(start) {
  const MachineDate = Date;
  const ahead = start - MachineDate.now();
  globalThis.Date = class extends MachineDate {
    constructor(...given) {
      if (given.length > 0) super(...given);
      else super(MachineDate.now() + ahead);
    }

    static now() {
      return MachineDate.now() + ahead;
    }
  };
}

const only = process.argv.slice(2);
const DESK = { width: 1280, height: 800 };
const PHONE = { width: 390, height: 800 };

/**
 * Opens an address of a fresh demo, prepares the view, waits until nothing glows any more unless it should, and takes the
 * picture.
 */
async function picture(name, path, prepare = async () => {}, { glowing = false, viewport = DESK } = {}) {
  if (only.length > 0 && !only.includes(name)) return;
  const { url, end } = await demo();
  const page = await browser.newPage({ viewport, locale: 'en-IE' });
  try {
    await page.addInitScript(setTime, new Date(PRESENT).getTime());
    await page.goto(url + path);
    await page.waitForSelector(
      '.plan-list, .grid-row, .empty-state, .guided, .overview, .charts, .what-if, .checks, .calculator, .spending, .accounts, .lists, .paper, .history-day, .people-list',
    );
    await prepare(page);
    await page.evaluate(() => document.fonts.ready);
    await page.waitForTimeout(glowing ? 350 : 700);
    await page.screenshot({ path: join(folder, `${name}.png`) });
    console.log(`docs/screenshots/${name}.png`);
  } finally {
    await page.close();
    await end();
  }
}

const cell = (page, label, column) =>
  page
    .getByRole('row')
    .filter({ has: page.getByRole('rowheader', { name: label, exact: true }) })
    .getByRole('gridcell')
    .nth(column - 1);
/** Waits until a chart is drawn. */
const drawn = (page) => page.locator('.picture canvas').first().waitFor();
const budget = '/plans/household/budget?year=2026';

try {
  await picture('plans', '/');
  await picture('budget', budget, (page) => cell(page, 'Illustration Kofi', 9).click());
  await picture('phone', '/plans/household/spending?month=2026-11', (page) => page.getByRole('button', { name: 'Groceries' }).click(), { viewport: PHONE }); // prettier-ignore
  await picture('print', '/plans/household/print?years=2026', (page) => page.locator('.paper').waitFor());
  await picture('overview', '/plans/household/overview?year=2026', drawn);
  await picture('projection', '/plans/household/projection?year=2026', async (page) => {
    await page.getByLabel('Years', { exact: true }).fill('4');
    await page.getByRole('button', { name: 'Increases' }).click();
    await page.getByRole('button', { name: 'Chart' }).click();
    await cell(page, 'Heating', 4).click();
    await drawn(page);
  });
  await picture('history', '/plans/household/history', async (page) => {
    await page.getByRole('button', { name: /Clothes: 180.00 in October 2026/ }).click();
    await page.locator('.comparison').waitFor();
  });
  await picture('people', '/plans/household/people', (page) => page.locator('.people-list').waitFor());
  await picture('lists', '/plans/household/lists?show=kitchen-list', (page) => cell(page, 'Worktop, oak', 6).click());
  await picture('charts', '/plans/household/charts', drawn);
  await picture('what-if', '/plans/bread-stall/what-if?way=two', (page) => page.locator('td.is-now').waitFor());
  await picture('checks', '/plans/household/checks');
  await picture('loans', '/plans/household/loans?view=offers', (page) => page.locator('.compare').waitFor());
  await picture('savings', '/plans/household/savings', drawn);
  await picture('tax', '/plans/household/tax?year=2027');
  await picture('spending', '/plans/household/spending?month=2026-06', (page) =>
    page.getByRole('rowheader', { name: 'Everyday' }).click(),
  );
  await picture('accounts', '/plans/household/accounts', drawn);
  await picture('break-even', '/plans/bread-stall/break-even', drawn);
  await picture(
    'assumptions',
    '/plans/household/budget?year=2027',
    async (page) => {
      await cell(page, 'Groceries', 3).click();
      await page.keyboard.press('Alt+a');
      await page.locator('.assumptions-panel').waitFor();
      await page.getByRole('button', { name: 'More about Inflation' }).click();
      await page.getByRole('slider', { name: 'Try values of Inflation' }).focus();
      await page.keyboard.press('ArrowRight');
    },
    { glowing: true },
  );
} finally {
  await browser.close();
}
