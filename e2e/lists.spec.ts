import type { Page } from '@playwright/test';
import { choose, expect, test } from './application.ts';

const row = (page: Page, name: string) =>
  page.getByRole('row').filter({ has: page.getByRole('rowheader', { name, exact: true }) });

/** The cell of an item in a column, by the column's heading. */
async function cell(page: Page, item: string, heading: string) {
  const headings = await page.locator('.lists .list-heading-name').allInnerTexts();
  return row(page, item).locator('[role=rowheader], [role=gridcell]').nth(headings.indexOf(heading));
}

const text = async (page: Page, item: string, heading: string) => (await cell(page, item, heading)).innerText();

async function typeInto(page: Page, item: string, heading: string, typed: string) {
  await (await cell(page, item, heading)).click();
  await page.keyboard.type(typed);
  await page.keyboard.press('Enter');
}

test('an item is computed as soon as it is typed, explained, and may differ', async ({ household, page }) => {
  await page.goto(`${household}/lists`);
  await expect(page.getByRole('grid', { name: 'Kitchen' })).toBeVisible();
  await expect.poll(() => text(page, 'Base cabinets', 'Total price')).toBe('1,324.80');
  await typeInto(page, 'Base cabinets', 'Quantity', '7');
  await expect.poll(() => text(page, 'Base cabinets', 'Total price')).toBe('1,545.60');
  await expect.poll(() => text(page, 'Total', 'Total price')).toBe('7,348.50');
  await expect.poll(() => text(page, 'Base cabinets', 'Status')).toContain('under 220.80');

  await (await cell(page, 'Base cabinets', 'Discount')).click();
  const explanation = page.getByRole('region', { name: 'How it is calculated' });
  await expect(explanation).toContainText('Calculated for every item by this rule:');
  await expect(explanation).toContainText('= 1,680.00 × 8.0 %');
  await page.keyboard.type('0');
  await page.keyboard.press('Enter');
  await expect.poll(() => text(page, 'Base cabinets', 'Total price')).toBe('1,680.00');
  await (await cell(page, 'Base cabinets', 'Discount')).click();
  await expect(explanation).toContainText('Typed for this item only, as an exception');
  await explanation.getByRole('button', { name: 'Use the rule' }).click();
  await expect.poll(() => text(page, 'Base cabinets', 'Total price')).toBe('1,545.60');
  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect.poll(() => text(page, 'Base cabinets', 'Total price')).toBe('1,680.00');
});

test('a list is begun ready-made, typed by keyboard alone, and taken back', async ({ household, page }) => {
  await page.goto(`${household}/lists`);
  await page.getByRole('button', { name: 'New list' }).click();
  await page.getByRole('button', { name: /Shopping with discount/ }).click();
  const grid = page.getByRole('grid', { name: 'Shopping with discount' });
  await expect(grid).toBeVisible();
  await grid.focus();
  await page.keyboard.press('Control+End');
  await page.keyboard.press('Control+Home');
  await page.keyboard.type('Desk');
  await page.keyboard.press('Tab');
  await page.keyboard.type('2*2');
  await page.keyboard.press('Tab');
  await page.keyboard.type('100');
  await page.keyboard.press('Enter');
  await expect.poll(() => text(page, 'Desk', 'Total price')).toBe('360.00');
  // Typing in the last row makes another item, with every rule at once; the next field of it comes after.
  await page.keyboard.press('Control+End');
  await page.keyboard.press('ArrowUp');
  await page.keyboard.press('Home');
  await page.keyboard.press('Home');
  await page.keyboard.type('Lamp');
  await page.keyboard.press('Tab');
  await page.keyboard.type('1');
  await page.keyboard.press('Tab');
  await page.keyboard.type('50');
  await page.keyboard.press('Enter');
  await expect.poll(() => text(page, 'Lamp', 'Extended price')).toBe('50.00');
  await expect.poll(() => text(page, 'Total', 'Total price')).toBe('405.00');
  await page.keyboard.press('F8');
  await expect.poll(() => text(page, 'Lamp', 'Discount')).toBe('Extended price * Discount rate');
  await page.keyboard.press('F8');
  // Items move and go by key, and come back.
  await (await cell(page, 'Lamp', 'Item')).click();
  await page.keyboard.press('Alt+ArrowUp');
  await page.keyboard.press('Control+Delete');
  await expect(row(page, 'Lamp')).toHaveCount(0);
  await page
    .locator('.toast')
    .filter({ hasText: 'The item was deleted.' })
    .getByRole('button', { name: 'Undo' })
    .click();
  await expect.poll(() => text(page, 'Lamp', 'Total price')).toBe('45.00');
  // The rate is one assumption, which all items follow.
  await page.goto(`${household}/budget`);
  await page.getByRole('button', { name: 'Assumptions' }).click();
  await expect(page.locator('.assumptions-panel input[value="Discount rate"]')).toBeVisible();
});

test('columns are added with a rule that completes, doubts are said, circles refused', async ({ household, page }) => {
  await page.goto(`${household}/lists?show=nurseries`);
  await page.getByRole('button', { name: 'Column', exact: true }).click();
  await page.getByRole('button', { name: 'Rule Calculated for every item from other columns' }).click();
  const panel = page.getByRole('complementary', { name: 'Rule' });
  const rule = panel.getByRole('textbox', { name: 'Rule of Rule' });
  await rule.fill('This yaer / 12');
  await expect(panel.getByRole('alert')).toContainText('This year');
  await rule.fill('This year / 12 + Minutes away');
  await expect(panel.getByText(/Adds money and number|adds money/i)).toBeVisible();
  await rule.fill('This year / 12');
  await panel.getByRole('button', { name: 'Use this rule' }).click();
  await expect.poll(() => text(page, 'Kiesgrube', 'Rule')).toBe('368.00');
  await panel.getByRole('textbox', { name: 'Name' }).fill('A month');
  await panel.getByRole('textbox', { name: 'Name' }).press('Enter');
  await expect.poll(() => text(page, 'Kiesgrube', 'A month')).toBe('368.00');
  const renamed = page.getByRole('complementary', { name: 'A month' });
  await renamed.getByRole('textbox', { name: 'Rule of A month' }).fill('A month + 1');
  await renamed.getByRole('button', { name: 'Use this rule' }).click();
  await expect(renamed.getByRole('alert')).toContainText('a circular reference');
  await renamed.getByRole('checkbox', { name: 'Average' }).check();
  await expect.poll(() => text(page, 'Average', 'A month')).toBe('377.33');
  // What others use stays.
  await page.getByRole('button', { name: 'This year', exact: true }).click();
  await page.getByRole('button', { name: 'Delete column' }).click();
  await expect(page.locator('.toast').filter({ hasText: 'Day nurseries.Increase' })).toBeVisible();
});

test('items are looked at in another order, found, grouped and closed without moving', async ({ household, page }) => {
  await page.goto(`${household}/lists`);
  const items = () => page.locator('.grid-row.line [role=rowheader]').allInnerTexts();
  await expect(row(page, 'Base cabinets')).toBeVisible();
  const before = await items();
  await page.getByRole('searchbox', { name: 'Find' }).fill('tiles');
  await expect(page.getByText('2 of 25 items')).toBeVisible();
  await expect.poll(() => text(page, 'Total', 'Total price')).toBe('517.96');
  await page.getByRole('searchbox', { name: 'Find' }).fill('');
  await page.getByRole('combobox', { name: 'Trade', exact: true }).selectOption('Plumber');
  await expect(page.getByText('5 of 25 items')).toBeVisible();
  await page.getByRole('button', { name: 'Sorted by Price each' }).click();
  await expect.poll(async () => (await items())[0]).toBe('Waste pipe');
  await page.getByRole('combobox', { name: 'Trade', exact: true }).selectOption({ label: 'Trade: all' });
  await page.getByRole('button', { name: 'In your own order' }).click();
  await expect.poll(items).toEqual(before);
  // A group closes to its heading.
  await row(page, 'Joiner').locator('[role=rowheader]').click();
  await page.keyboard.press(' ');
  await expect(row(page, 'Base cabinets')).toHaveCount(0);
});

test('a table is pasted, what it is taken for is shown and corrected, and a bad cell is said', async ({
  household,
  page,
}) => {
  await page.goto(`${household}/lists`);
  await page.getByRole('button', { name: 'New list' }).click();
  await page.getByRole('button', { name: /Paste a table/ }).click();
  const dialog = page.getByRole('dialog');
  await dialog
    .getByRole('textbox', { name: 'Paste the table here' })
    .fill('Thing\tPrice\nChair\t1.234,50\nStool\t80,00\nBench\tfree');
  await expect(dialog.getByText('3 items, 2 columns')).toBeVisible();
  await expect(dialog.getByRole('combobox', { name: 'Decimal sign' })).toHaveValue(',');
  await dialog.getByRole('combobox', { name: 'Type' }).nth(1).selectOption('figure:money');
  await expect(dialog.getByText(/One value does not match .* Row 3, Price:/)).toBeVisible();
  await dialog.getByRole('textbox', { name: 'List name' }).fill('Seats');
  await dialog.getByRole('button', { name: 'Create list' }).click();
  await expect(page.getByRole('grid', { name: 'Seats' })).toBeVisible();
  await expect.poll(() => text(page, 'Chair', 'Price')).toBe('1,234.50');
  await expect.poll(() => text(page, 'Total', 'Price')).toBe('1,314.50');
});

test('a CSV file becomes a list, whatever of the two encodings it is in', async ({ household, page }) => {
  await page.goto(`${household}/lists`);
  await page.getByRole('button', { name: 'New list' }).click();
  await page.getByRole('button', { name: /Paste a table/ }).click();
  const dialog = page.getByRole('dialog');
  const buffer = Buffer.from('Ding;Preis\nStühle;12,50\nBänke;80,00\n', 'latin1');
  await dialog.getByLabel('Or choose a CSV file').setInputFiles({ name: 'Möbel.csv', mimeType: 'text/csv', buffer });
  await expect(dialog.getByText('2 items, 2 columns')).toBeVisible();
  await expect(dialog.getByRole('textbox', { name: 'List name' })).toHaveValue('Möbel');
  await dialog.getByRole('button', { name: 'Create list' }).click();
  await expect(page.getByRole('grid', { name: 'Möbel' })).toBeVisible();
  await expect.poll(() => text(page, 'Stühle', 'Preis')).toBe('12.50');
});

test('a list becomes a line of the budget that follows it', async ({ household, page }) => {
  await page.goto(`${household}/lists`);
  await page.getByRole('button', { name: 'Add to budget' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('combobox', { name: 'Month' }).selectOption('2026-12');
  await dialog.getByRole('combobox', { name: 'Follows' }).selectOption({ label: 'Total price' });
  await dialog.getByRole('button', { name: 'Add to budget' }).click();
  await expect(page.locator('.toast').filter({ hasText: 'Kitchen costs now follows the list.' })).toBeVisible();
  await typeInto(page, 'Base cabinets', 'Quantity', '0');
  await page.goto(`${household}/budget?year=2026`);
  const line = page.getByRole('row').filter({ has: page.getByRole('rowheader', { name: 'Kitchen costs' }) });
  await expect(line).toContainText('5,802.90');
  // What a line follows cannot go.
  await page.goto(`${household}/lists`);
  await page.locator('.page-head').getByRole('button', { name: 'Settings' }).click();
  const settings = page.getByRole('dialog');
  await settings.getByRole('button', { name: 'Delete' }).click();
  await expect(settings.getByRole('alert')).toContainText('Kitchen costs');
  // A duplicate is the same list again, nothing follows it, and it goes.
  await settings.getByRole('button', { name: 'Duplicate' }).click();
  await expect(page.getByRole('combobox', { name: 'List shown' })).toContainText('Kitchen');
  await expect(settings).toBeHidden();
  await expect(page.locator('.page-head').getByRole('combobox').locator('option')).toHaveCount(3);
  await page.locator('.page-head').getByRole('button', { name: 'Settings' }).click();
  await settings.getByRole('button', { name: 'Earlier' }).click();
  await expect(settings.getByRole('button', { name: 'Later' })).toBeEnabled();
  await settings.getByRole('button', { name: 'Delete' }).click();
  await expect(page.locator('.page-head').getByRole('combobox').locator('option')).toHaveCount(2);
});

test('a series goes on by a step into new items, and chosen columns are drawn and kept', async ({
  household,
  page,
}) => {
  await page.goto(`${household}/lists`);
  await page.getByRole('button', { name: 'New list' }).click();
  await page.getByRole('button', { name: /Empty list/ }).click();
  await page.getByRole('grid').focus();
  await page.keyboard.press('End');
  await page.keyboard.press('Alt+s');
  const panel = page.getByRole('complementary', { name: /Series in/ });
  await panel.getByLabel('Starts with').fill('5');
  await panel.getByLabel('Step').fill('5');
  await panel.getByRole('textbox', { name: 'Number' }).fill('4');
  await expect(panel.getByText('5, 10, 15, 20 – 4 rows')).toBeVisible();
  await panel.getByRole('button', { name: 'Fill' }).click();
  await expect.poll(() => text(page, 'Total', 'Figures')).toBe('50');
  await page.getByRole('button', { name: 'Chart' }).click();
  await page.getByRole('button', { name: 'Add to Charts' }).click();
  await page.locator('.shell nav').getByRole('link', { name: 'Charts' }).click();
  await page.getByRole('combobox', { name: /Chart/ }).first().selectOption({ label: 'New list' });
  await expect(page.getByRole('table', { name: 'New list' })).toContainText('20');
});

test('a column follows the entries that are for its items', async ({ household, page }) => {
  await page.goto(`${household}/lists`);
  await page.getByRole('button', { name: 'Actual', exact: true }).click();
  const panel = page.getByRole('complementary', { name: 'Actual' });
  await panel.getByRole('combobox', { name: 'Type' }).selectOption('entries');
  await panel.getByRole('button', { name: 'Replace the 13 typed values' }).click();
  await expect.poll(() => text(page, 'Mixer tap', 'Status')).toBe('open');
  await page.goto(`${household}/spending?month=2026-11`);
  await page.getByRole('grid').focus();
  await page.keyboard.press('n');
  const form = page.getByRole('form', { name: 'New entry' });
  await page.keyboard.type('Tap from the merchant');
  await choose(form, 'Item', 'Mixer tap');
  await form.getByLabel('Amount').fill('126.96');
  await page.keyboard.press('Enter');
  await expect(page.locator('.toast').filter({ hasText: 'Tap from the merchant' })).toBeVisible();
  await page.goto(`${household}/lists`);
  await expect.poll(() => text(page, 'Mixer tap', 'Actual')).toBe('126.96');
  await expect.poll(() => text(page, 'Mixer tap', 'Status')).toContain('on');
  await expect.poll(() => text(page, 'Total', 'Actual')).toBe('126.96');
});
