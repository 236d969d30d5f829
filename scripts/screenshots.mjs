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
  await page.waitForSelector('.plan-list, .grid-row, .empty-state, .guided');
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
const budget = '/plans/household/budget?year=2026';

try {
  await picture('plans', '/');
  await picture('new-plan', '/new');
  await picture('first-month', '/new', async (page) => {
    await page.getByRole('button', { name: /A family/ }).click();
    for (const [line, amount] of [
      ['Net pay, first', '2,480'],
      ['Child benefit', '255'],
      ['Rent or mortgage', '1,140'],
      ['Heating', '118'],
      ['Power', '74'],
      ['Insurances', '212'],
      ['Food', '640'],
    ])
      await page.getByLabel(`${line}, amount`).fill(amount);
  });
  await picture('budget', budget, (page) => cell(page, 'Illustration Kofi', 9).click());
  await picture('reach', budget, async (page) => {
    await cell(page, 'Rent', 6).click();
    await page.keyboard.type('1180');
    await page.keyboard.press('ArrowDown');
  });
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
  await picture('rules', budget, async (page) => {
    await cell(page, 'Heating', 3).click();
    await page.keyboard.press('F8');
  });
  await picture('block', budget, async (page) => {
    await cell(page, 'Rent', 2).click();
    for (const key of ['ArrowDown', 'ArrowDown', 'ArrowDown', 'ArrowRight', 'ArrowRight'])
      await page.keyboard.press(`Shift+${key}`);
  });
  await picture('years', budget, async (page) => {
    await cell(page, 'Rent', 2).click();
    await page.keyboard.press('Alt+3');
  });
  await picture('split', budget, async (page) => {
    await page.getByRole('button', { name: 'Split' }).click();
    await page.getByLabel('Rent in per cent').fill('30');
    await page.getByLabel('Groceries in per cent').fill('15');
  });
  await picture('projection', '/plans/household/projection?year=2026', (page) => cell(page, 'Groceries', 3).click());
  await picture('bread-stall', '/plans/bread-stall/budget?year=2026', (page) => cell(page, 'Unit cost', 2).click());
  await picture('keys', budget, (page) => page.keyboard.press('?'));
  // Last, since these change the plan.
  await picture('trying', budget, async (page) => {
    await cell(page, 'Heating', 2).click();
    await page.keyboard.press('Alt+t');
    await page.keyboard.type('354');
    await page.keyboard.press('Enter');
    await page.waitForTimeout(1800);
  });
  await picture('fit', budget, async (page) => {
    await cell(page, 'Groceries', 8).click();
    await page.keyboard.press('Alt+y');
    await page.getByLabel('Groceries less each month').fill('10 %');
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
      await page.keyboard.press('F6');
      await page.keyboard.press('Tab');
      await page.keyboard.press('ArrowUp');
    },
    true,
  );
} finally {
  await browser.close();
  server.kill('SIGINT');
  rmSync(data, { recursive: true, force: true });
}
