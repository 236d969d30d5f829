import type { Page } from '@playwright/test';
import { Budget, expect, test } from './application.ts';
import { unreadable } from './legible.ts';

// These stop their server.
test.use({ alone: true });

test('with the server gone, edits wait visibly and are sent when it is back, in order and once', async ({
  application,
  page,
  budget,
}) => {
  const revisionNow = async () =>
    ((await (await page.request.get(`${application.url}/api/plans/household`)).json()) as { revision: number })
      .revision;
  const before = await revisionNow();
  await application.kill();
  // A page that was never opened says so in its place; all else works on.
  await page.getByRole('navigation').getByRole('link', { name: 'Loans' }).click();
  await expect(page.getByRole('heading', { name: 'Loans cannot be opened yet' })).toBeVisible();
  await page.getByRole('navigation').getByRole('link', { name: 'Budget' }).click();
  await expect(page.getByRole('grid')).toBeVisible();
  await budget.select('Rent', 1);
  for (const figure of ['1001', '1002', '1003']) {
    await page.keyboard.type(figure);
    await page.keyboard.press('Control+Shift+Enter');
    await page.keyboard.press('ArrowUp');
  }
  await expect.poll(() => budget.figure('Rent', 4)).toBe('1,003.00');
  await expect(page.getByText('Server not available. 3 changes are waiting to be sent.')).toBeVisible();
  await application.start();
  await budget.saved();
  await page.reload();
  await expect(budget.cell('Rent', 4)).toHaveText('1,003.00');
  const plan = (await (await page.request.get(`${application.url}/api/plans/household`)).json()) as {
    revision: number;
    history: { label: { id: string; values: { figure: string } } }[];
  };
  expect(plan.revision).toBe(before + 3);
  expect(plan.history.map(({ label }) => [label.id, label.values.figure])).toEqual([
    ['change.line.setFigure', '1,001.00'],
    ['change.line.setFigure', '1,002.00'],
    ['change.line.setFigure', '1,003.00'],
  ]);
});

test('edits made while the server is away outlive the page', async ({ application, page, budget }) => {
  await application.kill();
  await budget.select('Rent', 1);
  await page.keyboard.type('1234');
  await page.keyboard.press('Control+Shift+Enter');
  await expect(page.getByText(/One change is waiting/)).toBeVisible();
  await page.goto('about:blank');
  await application.start();
  await budget.open();
  await expect(budget.cell('Rent', 4)).toHaveText('1,234.00');
  await budget.saved();
});

test('what the server refuses is said, and the true state shown again', async ({ page, budget }) => {
  await page.route('**/queue', (route) =>
    route.fulfill({
      status: 409,
      contentType: 'application/json',
      body: JSON.stringify({ error: { code: 'gone', message: 'This line is no longer in the plan.' } }),
    }),
  );
  await budget.select('Rent', 3);
  await page.keyboard.type('7');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('alert')).toContainText('Rent in March 2026: 7.00 This line is no longer in the plan.');
  await expect(budget.cell('Rent', 3)).toHaveText('1,140.00');
});

test('what collides is kept beside what is there now, until it is tried again or let go', async ({
  application,
  context,
  page,
}) => {
  const address = `${application.url}/plans/household/spending?month=2026-10`;
  const change = async (where: Page, amount: string) => {
    await where.goto(address);
    await where.getByRole('rowheader', { name: 'Clothes' }).click();
    await where
      .getByRole('region', { name: 'Entries' })
      .getByRole('button', { name: /Winter coat and boots/ })
      .first()
      .click();
    await where.getByRole('form', { name: 'Edit entry' }).getByLabel('Amount').fill(amount);
    await where.keyboard.press('Enter');
  };
  await page.route('**/queue', (route) => route.abort());
  await change(page, '129.90');
  await expect(page.getByText(/One change is waiting/)).toBeVisible();
  const other = await context.newPage();
  // The waiting change is of the browser; the other page is another one's.
  await other.addInitScript(() => localStorage.clear());
  await change(other, '140');
  await expect(other.getByText('Saved', { exact: true })).toBeVisible();
  await page.unroute('**/queue');

  const refused = page.getByRole('alert', { name: 'One of your changes could not be saved.' });
  await expect(refused).toContainText('now −140.00, yours −129.90');
  await expect.poll(() => unreadable(page)).toEqual([]);
  await page.reload();
  await refused.getByRole('button', { name: 'Try again' }).click();
  await expect(refused).toBeHidden();
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await expect(
    page.getByRole('row').filter({ has: page.getByRole('rowheader', { name: 'Clothes', exact: true }) }),
  ).toContainText('172.56');
});

test('two open pages of one plan follow each other', async ({ page, budget, context }) => {
  const other = new Budget(await context.newPage(), budget.plan);
  await other.open();
  await budget.select('Rent', 3);
  await page.keyboard.type('999');
  await page.keyboard.press('Control+Shift+Enter');
  await expect(other.cell('Rent', 8)).toHaveText('999.00');
  await other.select('Power', 2);
  await other.page.keyboard.type('80');
  await other.page.keyboard.press('Enter');
  await expect(budget.cell('Power', 2)).toContainText('80.00');
  await page.keyboard.press('Control+z');
  await expect(other.cell('Power', 2)).toHaveText('74.00');
});
