import type { Page } from '@playwright/test';
import { choose, expect, expectAccessible, test } from './application.ts';

/** Takes back what a notice tells of. */
async function takeBack(page: Page, told: string): Promise<void> {
  await page.locator('.toast').filter({ hasText: told }).last().getByRole('button', { name: 'Undo' }).click();
}

test('what was paid is entered by keyboard, changes the line, and can be taken back', async ({ household, page }) => {
  await page.goto(`${household}/spending?month=2026-11`);
  const row = (name: string) =>
    page.getByRole('row').filter({ has: page.getByRole('rowheader', { name, exact: true }) });
  const entries = page.getByRole('region', { name: 'Entries' });
  await expect(page.getByText('Nothing has been entered for these months yet.')).toBeVisible();
  await page.getByRole('grid').focus();
  await page.keyboard.press('n');
  const form = page.getByRole('form', { name: 'New entry' });
  await expect(form.getByRole('textbox', { name: 'Date', exact: true })).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(form.getByRole('alert')).toHaveText('Choose the line it belongs to.');
  await choose(form, 'Line', 'Gifts');
  await form.getByRole('textbox', { name: 'Date', exact: true }).fill('20/11/2026');
  await form.getByLabel('Description').fill('A kite');
  await form.getByLabel('Amount').fill('150,');
  await page.keyboard.press('Enter');
  await expect(form.getByRole('alert')).toContainText('150,');
  await form.getByLabel('Amount').fill('150.20');
  await page.keyboard.press('Enter');
  await takeBack(page, 'Added: A kite.');
  await expect(row('Gifts').getByRole('gridcell').nth(1)).toHaveText('');
  await form.getByLabel('Description').fill('A kite');
  await form.getByLabel('Amount').fill('150.20');
  await page.keyboard.press('Enter');
  await expect(row('Gifts').getByRole('gridcell')).toHaveText(['140.00', '150.20', '−10.20', 'over', '1']);
  await expect(page.getByText(/Gifts is over its budget\./)).toBeVisible();
  // The next one is written at once, on the same line.
  await expect(form.getByRole('textbox', { name: 'Date', exact: true })).toBeFocused();
  await expect(form.getByRole('combobox', { name: 'Line', exact: true })).toHaveValue(/./);
  await expectAccessible(page);

  await page.keyboard.press('Escape');
  await entries.getByRole('button', { name: 'Remove A kite' }).click();
  await takeBack(page, 'Removed: A kite.');
  await expect(row('Gifts').getByRole('gridcell').nth(1)).toHaveText('150.20');
});

test('entries stand behind every figure, and are changed and removed there', async ({ household, page }) => {
  await page.goto(`${household}/spending?month=2026-10`);
  const entries = page.getByRole('region', { name: 'Entries' });
  const row = (name: string) =>
    page.getByRole('row').filter({ has: page.getByRole('rowheader', { name, exact: true }) });
  await page.getByRole('rowheader', { name: 'Clothes' }).click();
  await expect(entries.getByRole('heading')).toHaveText('Clothes, October 2026 2 entries');
  await page.keyboard.press('Enter');
  await expect(entries.getByRole('button', { name: /Winter coat and boots/ }).first()).toBeFocused();
  await page.keyboard.press('Enter');
  const form = page.getByRole('form', { name: 'Change the entry' });
  await form.getByLabel('Amount').fill('129.90');
  await form.getByRole('textbox', { name: 'Date', exact: true }).fill('17/10/2031');
  await page.keyboard.press('Enter');
  await expect(form.getByRole('alert')).toContainText('The plan has no October 2031');
  await expect(form.getByLabel('Amount')).toHaveValue('129.90');
  await form.getByRole('textbox', { name: 'Date', exact: true }).fill('17/10/2026');
  await page.keyboard.press('Enter');
  await expect(page.getByText('Changed: Winter coat and boots.')).toBeVisible();
  await expect(row('Clothes').getByRole('gridcell').nth(1)).toHaveText('172.56');

  await entries.getByRole('button', { name: 'Remove Trousers' }).click();
  await expect(row('Clothes').getByRole('gridcell').nth(1)).toHaveText('129.90');
  await takeBack(page, 'Removed: Trousers.');
  await expect(row('Clothes').getByRole('gridcell').nth(1)).toHaveText('172.56');

  await page.getByRole('rowheader', { name: 'Everyday' }).click();
  await expect(entries).toContainText('Groceries · Card');
  await expect(entries).not.toContainText('Rent');
  await page.getByRole('radio', { name: 'The year so far' }).click();
  await expect(entries.getByRole('heading')).toContainText('Everyday, 2026 until Oct');
  await page.keyboard.press('Alt+PageUp');
  await expect(page.getByRole('textbox', { name: 'Month shown', exact: true })).toHaveValue('September 2026');
  await expectAccessible(page);
});

test.describe('with a server that is stopped', () => {
  test.use({ alone: true });

  test('another page that is open sees an entry at once, and with the server away entries wait and are sent', async ({
    application,
    context,
    page,
  }) => {
    const address = `${application.url}/plans/household/spending?month=2026-12`;
    await page.goto(address);
    const other = await context.newPage();
    await other.goto(address);
    await expect(other.getByText('Nothing has been entered for these months yet.')).toBeVisible();
    const form = page.getByRole('form', { name: 'New entry' });
    await choose(form, 'Line', 'Gifts');
    await form.getByLabel('Amount').fill('12');
    await page.keyboard.press('Enter');
    await expect(
      other.getByRole('row').filter({ hasText: 'Gifts' }).getByRole('gridcell').nth(1), // prettier-ignore
    ).toHaveText('12.00');

    await expect(page.getByText('Added: Gifts.')).toBeVisible();
    await expect(form.getByLabel('Amount')).toHaveValue('');
    await application.kill();
    await form.getByLabel('Description').fill('A puzzle');
    await form.getByLabel('Amount').fill('9');
    await page.keyboard.press('Enter');
    // It counts at once, and it is said that it waits.
    await expect(page.locator('.spending-entries').getByText('A puzzle')).toBeVisible();
    await expect(page.getByRole('row').filter({ hasText: 'Gifts' }).getByRole('gridcell').nth(1)).toHaveText('21.00');
    await expect(page.getByRole('status').filter({ hasText: 'One change waits' })).toBeVisible();
    await application.start();
    await expect(page.getByText('Saved', { exact: true })).toBeVisible();
    await page.reload();
    await expect(page.getByRole('row').filter({ hasText: 'Gifts' }).getByRole('gridcell').nth(1)).toHaveText('21.00');

    // What was entered is taken back like everything else, also after a reload.
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(page.getByText('Undone: Added: A puzzle, 9.00.')).toBeVisible();
    await expect(page.getByRole('row').filter({ hasText: 'Gifts' }).getByRole('gridcell').nth(1)).toHaveText('12.00');
  });
});

test('a projection starts from what really happened, and is taken into the plan with it', async ({
  household,
  page,
  budget,
}) => {
  await page.goto(`${household}/projection?year=2026`);
  const power = page.getByRole('row').filter({ has: page.getByRole('rowheader', { name: 'Power', exact: true }) });
  await expect(power.getByRole('gridcell').nth(1)).toHaveText('888.00');
  await page.getByRole('radio', { name: 'Actual base' }).click();
  // The year’s settlement of June was not planned.
  await expect(power.getByRole('gridcell').nth(1)).toHaveText('951.18');
  await expect(page.getByText(/2026 as it really was from Jan to Oct, in 21 lines with entries/)).toBeVisible();

  // A plan of one year is rolled forward from it.
  await page.getByRole('button', { name: 'Settings' }).click();
  await page.getByLabel('Number of months').fill('12');
  await page.getByRole('button', { name: 'Save' }).click();
  const next = await power.getByRole('gridcell').nth(4).innerText();
  await page.getByRole('button', { name: 'Take it into the plan' }).click();
  await expect(page.getByText('The plan goes on until December 2027')).toBeVisible();
  await budget.open(2027);
  await expect.poll(() => budget.figure('Power', 13)).toBe(next);
  await budget.open(2026);
  await expect(budget.cell('Power', 6)).toContainText('137.18');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(budget.cell('Power', 6)).toHaveText('74.00');
});
