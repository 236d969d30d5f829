// npm run screenshots: one picture of each main view, from the demo, into docs/screenshots.
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
const data = mkdtempSync(join(tmpdir(), 'haushalt-pictures-'));
const server = spawn(
  process.execPath,
  [join(ROOT, 'cli/bin/haushalt.js'), 'serve', '--demo', '--port', '0', '--data', data],
  {
    stdio: ['ignore', 'pipe', 'inherit'],
  },
);
const url = await new Promise((resolve) =>
  server.stdout.on('data', (chunk) => resolve(/http:\S+/.exec(chunk.toString())?.[0])),
);
const browser = await browserType.launch(JSON.parse(readFileSync(join(ROOT, 'scripts/chromium.json'), 'utf8')));

/** Opens an address, prepares the view, waits until nothing glows any more unless it should, and takes the picture. */
async function picture(name, path, prepare = async () => {}, glowing = false) {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, locale: 'en-IE' });
  await page.goto(url + path);
  await page.waitForSelector(
    '.plan-list, .grid-row, .empty-state, .guided, .overview, .charts, .what-if, .checks, .bench, .spending',
  );
  await prepare(page);
  await page.evaluate(() => document.fonts.ready);
  await page.waitForTimeout(glowing ? 350 : 700);
  await page.screenshot({ path: join(folder, `${name}.png`) });
  await page.close();
  console.log(`docs/screenshots/${name}.png`);
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
  await picture('new-plan', '/new');
  await picture('budget', budget, (page) => cell(page, 'Illustration Kofi', 9).click());
  await picture('rule', '/plans/household/budget?year=2027', async (page) => {
    await cell(page, 'Heating', 3).click();
    await page.keyboard.press('Control+Enter');
    await page.locator('.cm-content').waitFor();
    await page.keyboard.type(' + Pow');
    await page.locator('.cm-tooltip-autocomplete').waitFor();
  });
  await picture('pattern', budget, async (page) => {
    await cell(page, 'Net pay Mara', 3).click();
    await page.keyboard.press('Alt+r');
    await page.getByLabel('A pattern instead of a formula').selectOption('growth');
    await page.getByLabel('Amount at first').fill('2480');
  });
  await picture('overview', '/plans/household/overview?year=2026', drawn);
  await picture('projection', '/plans/household/projection?year=2026', async (page) => {
    await page.getByLabel('Years', { exact: true }).fill('4');
    await page.getByRole('button', { name: 'Increases' }).click();
    await page.getByRole('button', { name: 'Picture' }).click();
    await cell(page, 'Heating', 4).click();
    await drawn(page);
  });
  await picture('charts', '/plans/household/charts', async (page) => {
    await page.getByLabel('Year drawn').selectOption('2026');
    await drawn(page);
  });
  await picture('what-if', '/plans/bread-stall/what-if?way=two', (page) => page.locator('td.is-now').waitFor());
  await picture('checks', '/plans/household/checks');
  await picture('bread-stall', '/plans/bread-stall/budget?year=2026', (page) => cell(page, 'Unit cost', 2).click());
  await picture('loans', '/plans/household/loans?view=offers', (page) => page.locator('.compare').waitFor());
  await picture('savings', '/plans/household/savings', drawn);
  await picture('tax', '/plans/household/tax?year=2027');
  await picture('spending', '/plans/household/spending?month=2026-06', (page) =>
    page.getByRole('rowheader', { name: 'Everyday' }).click(),
  );
  await picture('break-even', '/plans/bread-stall/break-even', drawn);
  // Last, since these change the plan.
  await picture('trying', budget, async (page) => {
    await cell(page, 'Heating', 2).click();
    await page.keyboard.press('Alt+t');
    await page.keyboard.type('354');
    await page.keyboard.press('Enter');
    await page.waitForTimeout(1800);
  });
  await picture(
    'assumptions',
    '/plans/household/budget?year=2027',
    async (page) => {
      await cell(page, 'Groceries', 3).click();
      await page.keyboard.press('Alt+a');
      await page.locator('.shelf').waitFor();
      await page.getByRole('button', { name: 'More about Inflation' }).click();
      await page.getByRole('slider', { name: 'Try values of Inflation' }).focus();
      await page.keyboard.press('ArrowRight');
    },
    true,
  );
  await picture('scenarios', '/plans/household/what-if', async (page) => {
    for (const [name, assumption, value] of [
      ['Hard times', 'Inflation', '6'],
      ['Better pay', 'Pay rise', '5'],
    ]) {
      await page.getByRole('button', { name: 'New scenario' }).click();
      await page.getByLabel('Name of the scenario New scenario').fill(name);
      await page.keyboard.press('Enter');
      await page.keyboard.press('Alt+a');
      await page.getByLabel(`Value of ${assumption}`).fill(value);
      await page.keyboard.press('Enter');
      await page.keyboard.press('Alt+a');
    }
    await page.locator('.picture canvas').waitFor();
  });
} finally {
  await browser.close();
  server.kill('SIGINT');
  rmSync(data, { recursive: true, force: true });
}
