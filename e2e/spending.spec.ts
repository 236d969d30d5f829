import type { Page } from '@playwright/test';
import { WRITTEN_FOR, choose, expect, expectAccessible, test } from './application.ts';

/** Takes back what a notice tells of. */
async function takeBack(page: Page, text: string): Promise<void> {
  await page.locator('.toast').filter({ hasText: text }).last().getByRole('button', { name: 'Undo' }).click();
}

const row = (page: Page, name: string) =>
  page.getByRole('row').filter({ has: page.getByRole('rowheader', { name, exact: true }) });
/** The figure of a row in a column, by the column's heading. */
async function figure(page: Page, name: string, heading: string): Promise<string> {
  const headings = await page.getByRole('columnheader').allInnerTexts();
  return row(page, name).getByRole('gridcell').nth(headings.indexOf(heading) - 1).innerText(); // prettier-ignore
}

test('what was paid is entered by keyboard, changes the line, and can be taken back', async ({ household, page }) => {
  await page.goto(`${household}/spending?month=2026-11`);
  await expect(page.getByText('There are no entries for this month yet.')).toBeVisible();
  await page.getByRole('grid').focus();
  await page.keyboard.press('n');
  const form = page.getByRole('form', { name: 'New entry' });
  await expect(form.getByRole('combobox', { name: 'Description' })).toBeFocused();
  await page.keyboard.type('A kite');
  await choose(form, 'Line', 'Gifts');
  await form.getByLabel('Amount').fill('150,');
  await page.keyboard.press('Enter');
  await expect(form.getByRole('alert')).toContainText('150,');
  // Another month than the one shown is said before it is stored.
  await form.getByRole('textbox', { name: 'Date', exact: true }).fill('20/12/2026');
  await form.getByLabel('Amount').fill('100.20+50');
  await expect(form.getByRole('alert')).toHaveText('This entry is in December 2026; you are viewing November 2026.');
  await form.getByRole('textbox', { name: 'Date', exact: true }).fill('20/11/2026');
  await form.getByLabel('Amount').focus();
  await page.keyboard.press('Enter');
  await expect.poll(() => figure(page, 'Gifts', 'Actual')).toBe('150.20');
  await expect.poll(() => figure(page, 'Gifts', 'Remaining')).toBe('−10.20');
  await expect(row(page, 'Gifts')).toContainText('over');
  await expect(page.getByText(/Gifts is over its budget\./)).toBeVisible();
  // The next one is written at once.
  await expect(form.getByRole('combobox', { name: 'Description' })).toBeFocused();
  await takeBack(page, 'Added: A kite.');
  await expect.poll(() => figure(page, 'Gifts', 'Actual')).toBe('');

  // One that was entered before takes four keys, from its first letters to its amount.
  await page.getByRole('grid').focus();
  await page.keyboard.press('n');
  await page.keyboard.press('b');
  await expect(page.getByRole('option', { name: /Book cover/ })).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(form.getByLabel('Amount')).toHaveValue('500');
  await page.keyboard.press('Enter');
  await expect.poll(() => figure(page, 'Illustration Kofi', 'Actual')).toBe('500.00');
});

test('entries stand behind every figure, are changed and removed there, split, and confirmed', async ({
  household,
  page,
}) => {
  await page.goto(`${household}/spending?month=2026-10`);
  const entries = page.getByRole('region', { name: 'Entries' });
  await page.getByRole('rowheader', { name: 'Clothes' }).click();
  await expect(entries.getByRole('heading')).toHaveText('Clothes, October 2026 2 entries');
  await page.keyboard.press('Enter');
  await expect(entries.getByRole('button', { name: /Winter coat and boots/ }).first()).toBeFocused();
  await page.keyboard.press('Enter');
  const change = page.getByRole('form', { name: 'Edit entry' });
  await change.getByLabel('Amount').fill('129.90');
  await page.keyboard.press('Enter');
  await expect(page.getByText('Changed: Winter coat and boots.')).toBeVisible();
  await expect.poll(() => figure(page, 'Clothes', 'Actual')).toBe('172.56');
  await entries.getByRole('button', { name: 'Remove Trousers' }).click();
  await expect.poll(() => figure(page, 'Clothes', 'Actual')).toBe('129.90');
  await takeBack(page, 'Removed: Trousers.');
  await expect.poll(() => figure(page, 'Clothes', 'Actual')).toBe('172.56');

  // A receipt over two lines: what is left of it is told, and the empty part takes it.
  const form = page.getByRole('form', { name: 'New entry' });
  await form.getByRole('combobox', { name: 'Description' }).fill('Department store');
  await page.keyboard.press('Tab');
  await form.getByLabel('Amount').fill('60');
  await form.getByRole('button', { name: 'Split across several lines' }).click();
  await choose(form, 'Part 1', 'Clothes');
  await form.getByLabel('Part 1, Amount').fill('45');
  await expect(form.getByText('Still to split: 15.00')).toBeVisible();
  await choose(form, 'Part 2', 'Gifts');
  await form.getByRole('button', { name: 'Add entry' }).click();
  await expect.poll(() => figure(page, 'Clothes', 'Actual')).toBe('217.56');
  await expect.poll(() => figure(page, 'Gifts', 'Actual')).toBe('15.00');
  await page.getByRole('button', { name: 'Undo', exact: true }).first().click();
  await expect.poll(() => figure(page, 'Clothes', 'Actual')).toBe('172.56');

  // What was expected is confirmed with one key, or skipped.
  await page.getByRole('rowheader', { name: 'Rent' }).click();
  await page.keyboard.press('Alt+PageDown');
  await entries.getByRole('button', { name: 'Confirm Rent' }).click();
  await expect.poll(() => figure(page, 'Rent', 'Actual')).toBe('1,140.00');
  await page.getByRole('rowheader', { name: 'Nursery' }).click();
  await entries.getByRole('button', { name: 'Skip Nursery once' }).click();
  await expect.poll(() => figure(page, 'Nursery', 'Expected')).toBe('');
  await takeBack(page, 'Skipped once: Nursery.');
  await expect.poll(() => figure(page, 'Nursery', 'Expected')).toBe('310.00');
});

test('the year opens to its accounts and entries; a figure typed into the sheet is an entry', async ({
  household,
  page,
}) => {
  await page.goto(`${household}/spending?view=year&month=2026-10`);
  await expect.poll(() => figure(page, 'March 2026', 'Variance')).toBe('−44.72');
  await page.getByRole('grid').focus();
  await page.keyboard.press('Home');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('rowheader', { name: 'Joint account' })).toBeVisible();
  await expect.poll(() => figure(page, '2026', 'Actual')).toBe('31,801.38');
  await expect(page.locator('.year-picture canvas')).toBeVisible();

  await page.getByRole('radio', { name: 'Sheet' }).click();
  await row(page, 'Mon 12').getByRole('gridcell').first().click();
  await page.keyboard.type('12.50+3');
  await page.keyboard.press('Enter');
  await expect.poll(() => figure(page, 'Mon 12', 'Groceries')).toBe('15.50');
  await expect.poll(() => figure(page, 'Total', 'Groceries')).toBe('615.04');
  await page.getByRole('button', { name: 'Undo' }).first().click();
  await expect.poll(() => figure(page, 'Mon 12', 'Groceries')).toBe('');
});

test('what is not assigned is worked through with the keyboard, and always so', async ({ household, page }) => {
  await page.goto(`${household}/spending?view=assigning`);
  await expect(page.getByRole('radio', { name: 'Assignment (3)' })).toBeVisible();
  await expect(page.getByRole('gridcell', { name: 'Repair workshop by the weir' })).toBeVisible();
  await page.getByRole('grid').focus();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.type('bicy');
  await expect(page.getByRole('option', { name: 'Bicycle repairs' })).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('radio', { name: 'Assignment (2)' })).toBeVisible();
  await page.getByRole('button', { name: 'Create rule …' }).click();
  const dialog = page.getByRole('dialog', { name: 'New rule' });
  await expect(dialog.getByText('One entry matches, 0 of them not assigned.')).toBeVisible();
  await dialog.getByLabel('Text to find').fill('workshop');
  await dialog.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByRole('region', { name: 'Assignment rules' }).getByText('contains “workshop”')).toBeVisible();
});

test('entries are found by words, account and amount, and changed many at once', async ({ household, page }) => {
  await page.goto(`${household}/spending?view=entries`);
  await expect(page.getByText(/^278 entries, received/)).toBeVisible();
  await page.getByRole('searchbox').fill('BAKERY');
  await expect(page.getByText(/^\d+ entries, received €0\.00/)).toBeVisible();
  // What is looked for stands in the address: whoever has it sees the same.
  await expect(page).toHaveURL(/text=BAKERY/);
  await page.reload();
  await expect(page.getByRole('searchbox')).toHaveValue('BAKERY');
  await expect(page.getByText(/^\d+ entries, received €0\.00/)).toBeVisible();
  const cells = page.getByRole('gridcell', { name: 'Bakery', exact: true });
  const text = await page.getByText(/^\d+ entries, received €0\.00/).innerText();
  const count = Number(/\d+/.exec(text));
  await expect(cells).toHaveCount(count);
  await cells.first().click();
  await page.keyboard.press('Control+a');
  const many = page.getByRole('group', { name: `${count} entries:` });
  await choose(many, 'Assign to …', 'Cinema and outings');
  await expect(page.getByText(`${count} entries assigned.`)).toBeVisible();
  await expect(page.getByRole('gridcell', { name: 'Cinema and outings' })).toHaveCount(count);
  await takeBack(page, `${count} entries assigned.`);
  await expect(page.getByRole('gridcell', { name: 'Groceries' })).toHaveCount(count);
});

test('whoever goes on to another page while something is looked for comes to that page', async ({
  household,
  page,
}) => {
  let arrive = (): void => undefined;
  const arriving = new Promise<void>((resolve) => (arrive = resolve));
  await page.route('**/ChecksPage-*.js', async (route) => {
    await arriving;
    await route.continue();
  });
  await page.goto(`${household}/spending?view=entries`);
  await expect(page.getByText(/^278 entries, received/)).toBeVisible();
  await page.getByRole('searchbox').fill('BAKERY');
  await page.getByRole('link', { name: 'Checks', exact: true }).click();
  // The page of checks is on its way for longer than it takes until what is looked for stands in the address.
  await page.evaluate(() => new Promise((resolve) => setTimeout(resolve, 1500)));
  arrive();
  await expect(page.getByRole('heading', { name: 'Checks' })).toBeVisible();
  await expect(page).toHaveURL(/\/checks$/);
});

test.describe('in the month the demo is written for', () => {
  test.use({ now: WRITTEN_FOR });

  test('a bank’s statement is previewed, corrected, taken in as one step, and taken back', async ({
    household,
    page,
  }) => {
    await page.goto(`${household}/accounts`);
    await expect(page.getByText('Balance on')).toBeVisible();
    await expect(page.getByText(/^Lowest balance/)).toBeVisible();
    const statement = [
      'Date;Text;Amount',
      '14/11/2026;Corner shop;-12,30',
      '15/11/2026;Mystery;-9,99',
      '02/11/2026;Nursery;-310,00',
      '27/10/2026;Ward pay;2560,00',
    ].join('\n');
    await page
      .getByLabel('Statement file')
      .setInputFiles({ name: 'May.csv', mimeType: 'text/csv', buffer: Buffer.from(statement) });
    await expect(page.getByText('2 new, 1 expected, 1 already entered.')).toBeVisible();
    await expectAccessible(page);
    await page.getByRole('gridcell', { name: 'not assigned' }).click();
    await page.keyboard.type('phar');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('gridcell', { name: 'Pharmacy' })).toBeVisible();
    // What was said of it is there after another page, and after the page was loaded anew.
    await page.getByRole('navigation').getByRole('link', { name: 'Spending' }).click();
    await expect(page.getByRole('heading', { name: 'Spending' })).toBeVisible();
    await page.goBack();
    await expect(page.getByRole('gridcell', { name: 'Pharmacy' })).toBeVisible();
    await page.reload();
    await expect(page.getByRole('gridcell', { name: 'Pharmacy' })).toBeVisible();
    await page.getByRole('button', { name: 'Import 3 entries' }).click();
    await expect(page.getByRole('gridcell', { name: 'Mystery' })).toBeVisible();
    await takeBack(page, '3 entries imported.');
    await expect(page.getByRole('gridcell', { name: 'Mystery' })).toBeHidden();

    await page
      .getByLabel('Statement file')
      .setInputFiles({ name: 'bad.xml', mimeType: 'text/xml', buffer: Buffer.from('<?xml version="1.0"?><Document>') });
    await expect(page.getByRole('alert')).toContainText('Nothing was stored.');
    await page.getByRole('button', { name: 'Cancel' }).click();

    // Reconciling: all up to the end of October is ticked, and the balance the account has leaves no difference.
    await page.getByRole('button', { name: 'Reconcile', exact: true }).click();
    await page.getByRole('textbox', { name: 'Statement of' }).fill('31/10/2026');
    await page.getByLabel('Closing balance').fill('6897.98');
    await page.getByRole('button', { name: 'Tick all' }).click();
    await expect(page.getByText('€0.00', { exact: true })).toBeVisible();
    await page.getByRole('button', { name: 'Finish' }).click();
    await page.getByRole('button', { name: 'Reconciliations' }).click();
    await expect(page.getByRole('button', { name: 'Statement of 31 October 2026' })).toBeVisible();
  });
});

test('on a phone an entry takes one hand', async ({ household, page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto(`${household}/spending?month=2026-11`);
  const quick = page.getByRole('region', { name: 'New entry' });
  await quick.getByRole('button', { name: 'Groceries' }).click();
  for (const key of ['1', '2', '.', '5']) await quick.getByRole('button', { name: key, exact: true }).click();
  await quick.getByRole('button', { name: 'Add entry' }).click();
  await expect(page.getByText('Added: Groceries.')).toBeVisible();
  await expect.poll(() => figure(page, 'Total expenses', 'Remaining')).toBe('3,636.64');
  await page.setViewportSize({ width: 1280, height: 800 });
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
    await expect(other.getByText('There are no entries for this month yet.')).toBeVisible();
    const form = page.getByRole('form', { name: 'New entry' });
    await choose(form, 'Line', 'Gifts');
    await form.getByLabel('Amount').fill('12');
    await page.keyboard.press('Enter');
    await expect.poll(() => figure(other, 'Gifts', 'Actual')).toBe('12.00');

    await expect(page.getByText('Added: Gifts.')).toBeVisible();
    await expect(form.getByLabel('Amount')).toHaveValue('');
    await application.kill();
    await form.getByRole('combobox', { name: 'Description' }).fill('A puzzle');
    await choose(form, 'Line', 'Gifts');
    await form.getByLabel('Amount').fill('9');
    await page.keyboard.press('Enter');
    // It counts at once, and it is said that it waits.
    await expect.poll(() => figure(page, 'Gifts', 'Actual')).toBe('21.00');
    await expect(page.getByRole('status').filter({ hasText: 'One change is waiting' })).toBeVisible();
    await application.start();
    await expect(page.getByText('Saved', { exact: true })).toBeVisible();
    await page.reload();
    await expect.poll(() => figure(page, 'Gifts', 'Actual')).toBe('21.00');

    // What was entered is taken back like everything else, also after a reload.
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(page.getByText('Undone: Added: A puzzle, 9.00.')).toBeVisible();
    await expect.poll(() => figure(page, 'Gifts', 'Actual')).toBe('12.00');
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
  await expect(page.getByText(/Actual figures of 2026 from Jan to Oct in 21 lines with entries/)).toBeVisible();

  // A plan of one year is rolled forward from it.
  await page.getByRole('button', { name: 'Settings' }).click();
  await page.getByLabel('Number of months').fill('12');
  await page.getByRole('button', { name: 'Save' }).click();
  const next = await power.getByRole('gridcell').nth(4).innerText();
  await page.getByRole('button', { name: 'Add to plan' }).click();
  await expect(page.getByText('The plan now ends in December 2027')).toBeVisible();
  await budget.open(2027);
  await expect.poll(() => budget.figure('Power', 13)).toBe(next);
  await budget.open(2026);
  await expect(budget.cell('Power', 6)).toContainText('137.18');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(budget.cell('Power', 6)).toHaveText('74.00');
});
