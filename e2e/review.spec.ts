import { readFile } from 'node:fs/promises';
import { choose, expect, setMonth, test } from './application.ts';

test('checks lead to their place, are fixed at one click, and dismissed with a reason', async ({ page, budget }) => {
  // A number typed in that is an assumption's value.
  await budget.select('Pharmacy', 1);
  await page.keyboard.type('40 * (1 + 5.5%)');
  await expect(page.locator('.entry-result')).toContainText('€42.20');
  await page.keyboard.press('Control+Enter');
  await page.getByRole('link', { name: 'Checks', exact: true }).click();
  const typed = page.getByRole('listitem').filter({ hasText: 'The rule of Pharmacy contains the number 5.5 % a year' });
  await expect(typed).toBeVisible();
  await typed.getByRole('button', { name: 'Replace it with Energy prices' }).click();
  await expect(typed).toHaveCount(0);

  // The link says how many there are; a dismissed one is not among them.
  const count = page.getByRole('banner').getByRole('link', { name: /^\d+ findings$/ });
  const before = parseInt(await count.innerText(), 10);
  const red = page.getByRole('listitem').filter({ hasText: 'In 2026, expenses exceed income' });
  await red.getByRole('button', { name: 'Dismiss …' }).click();
  await page.keyboard.press('Enter');
  await expect(page.getByText('Enter a reason')).toBeVisible();
  await page.keyboard.type('The summer week is saved for.');
  await page.keyboard.press('Enter');
  await expect(page.getByText('“The summer week is saved for.”')).toBeVisible();
  await expect(count).toHaveText(`${before - 1} findings`);
  await page.getByRole('button', { name: 'Restore' }).click();
  await expect(count).toHaveText(`${before} findings`);

  await red.getByRole('button', { name: 'Net, August 2026' }).click();
  await expect(budget.explanation()).toContainText('August 2026');
  await expect(budget.cell('Net', 8)).toHaveClass(/is-active/);
  await budget.select('Pharmacy', 1);
  await expect(budget.explanation()).toContainText('Energy prices');
});

test('the overview shows the year at a glance and leads on', async ({ household, page, budget }) => {
  await page.goto(`${household}/overview?year=2026`);
  await expect(page.getByText('€48,220.00')).toBeVisible();
  await expect(page.getByRole('img', { name: 'Net by month in 2026' })).toBeVisible();
  await expect(page.locator('.biggest-lines li').first()).toContainText('Rent');
  await expect(page.locator('.biggest-lines li').first()).toContainText('35.3');
  await expect(page.getByText('Nothing has been changed since the plan was created.')).toBeVisible();
  await page.getByRole('button', { name: 'Aug' }).click();
  await expect(budget.cell('Net', 8)).toHaveClass(/is-active/);
});

test('charts are there without asking, kept by name, made from a selection, and follow every edit', async ({
  household,
  page,
  budget,
}) => {
  await page.goto(`${household}/charts`);
  await expect(page.getByRole('img', { name: 'Income, expenses and net' })).toBeVisible();
  await page.getByRole('button', { name: 'New chart' }).click();
  await expect(page.getByLabel('Chart title')).toHaveValue('New chart');
  await page.getByLabel('Chart title').fill('Where it goes');
  await page.keyboard.press('Enter');
  await page.getByRole('combobox', { name: 'Type', exact: true }).selectOption('Shares, as a ring');
  for (const name of ['Total income', 'Total expenses', 'Net'])
    await page.getByRole('button', { name: `Remove ${name}` }).click();
  await expect(page.getByText('Nothing is shown yet.')).toBeVisible();
  for (const name of ['Home and contracts, all', 'Everyday, all']) await choose(page, 'Add series', name);
  const table = page.getByRole('table', { name: 'Where it goes' });
  await expect(table.getByRole('row')).toHaveCount(3);
  await expect(table).toContainText('Home and contracts');
  const saved = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save as PNG' }).click();
  expect((await saved).suggestedFilename()).toBe('Brandt-Osei household, Where it goes.png');
  await budget.saved();
  await page.reload();
  await expect(page.getByLabel('Chart shown')).toContainText('Where it goes');

  await budget.open();
  await budget.select('Rent', 1);
  await page.keyboard.press('Shift+ArrowDown');
  await page.getByRole('button', { name: 'Chart', exact: true }).click();
  const selection = page.getByRole('table', { name: 'Chart of a selection, 2026' });
  await expect(selection.getByRole('columnheader')).toHaveText(['Month', 'Rent', 'Heating']);
  await expect(selection.getByRole('row').nth(1)).toContainText('1,140');
  await page.getByRole('img', { name: 'Chart of a selection, 2026' }).focus();
  await page.keyboard.press('ArrowRight');
});

test('a chart sets the budget against a projection, in chosen months, and is saved as a PDF', async ({
  household,
  page,
}) => {
  await page.goto(`${household}/charts`);
  await page.getByRole('button', { name: 'New chart' }).click();
  await expect(page.getByLabel('Chart title')).toHaveValue('New chart');
  for (const name of ['Total income', 'Net']) await page.getByRole('button', { name: `Remove ${name}` }).click();
  // The same once more is taken from elsewhere.
  await choose(page, 'Add series', 'Total expenses');
  await page.getByLabel(/^Source of .*actual/).selectOption('projected from 2026');
  const table = page.getByRole('table', { name: 'New chart' });
  await expect(table.getByRole('columnheader')).toHaveText([
    'Month',
    'Total expenses',
    'Total expenses, projected from 2026',
  ]);
  await page.getByLabel('Year shown').selectOption('some months');
  await setMonth(page, 'First month shown', 'February 2027');
  await setMonth(page, 'Last month shown', 'April 2027');
  await expect(table.getByRole('rowheader')).toHaveText(['Feb 2027', 'Mar 2027', 'Apr 2027']);
  await page.getByLabel('Axis title').fill('Euro a month');
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Axis title')).toHaveValue('Euro a month');

  const saved = page.waitForEvent('download');
  await page.getByRole('button', { name: 'PDF', exact: true }).click();
  const download = await saved;
  expect(download.suggestedFilename()).toBe('Brandt-Osei household, New chart.pdf');
  const bytes = await readFile(await download.path());
  expect(bytes.subarray(0, 5).toString()).toBe('%PDF-');
  // Lines, not a picture of them.
  expect(bytes.includes('/Subtype /Image')).toBe(false);

  await page.getByRole('button', { name: 'New chart' }).click();
  await page.getByRole('button', { name: 'Earlier' }).click();
  await expect(page.getByLabel('Chart shown').getByRole('option')).toHaveText([
    'Income, expenses and net',
    'Where 2026 goes',
    'Net in each case',
    'Everyday, planned and actual',
    'Kitchen, estimated and actual',
    'New chart 2',
    'New chart',
  ]);
});
