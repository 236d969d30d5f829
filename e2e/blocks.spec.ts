import { expect, expectAccessible, test, type Budget } from './application.ts';

const selection = (budget: Budget) => budget.page.getByRole('region', { name: 'Selection' });

async function paste(budget: Budget, text: string): Promise<void> {
  await budget.page.getByRole('grid').evaluate((grid, pasted) => {
    const data = new DataTransfer();
    data.setData('text', pasted);
    grid.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }));
  }, text);
}

test('a block is selected by keyboard and mouse, also apart, and says what it comes to', async ({ page, budget }) => {
  await budget.select('Rent', 1);
  for (const key of ['ArrowDown', 'ArrowRight']) await page.keyboard.press(`Shift+${key}`);
  await expect(selection(budget)).toContainText('4 figures');
  await expect(selection(budget)).toContainText('€2,516.00');
  await expect(selection(budget)).toContainText('€118.00');
  await page.keyboard.press('Control+Space');
  await page.keyboard.press('Shift+ArrowDown');
  await expect(selection(budget)).toContainText('5 figures');
  await expect(selection(budget)).toContainText('in 2 ranges');

  await budget.select('Heating', 2);
  await budget.cell('Power', 5).click({ modifiers: ['ControlOrMeta'] });
  await expect(selection(budget)).toContainText('€192.00');
  await budget.cell('Heating', 1).hover();
  await page.mouse.down();
  await budget.cell('Power', 2).hover();
  await page.mouse.up();
  await expect(selection(budget)).toContainText('€384.00');
});

test('a figure typed into a block goes into all of it, as exceptions or as the rule', async ({ page, budget }) => {
  await budget.select('Rent', 3);
  await page.keyboard.press('Shift+ArrowRight');
  await page.keyboard.press('Shift+ArrowRight');
  await page.keyboard.type('12,5,0');
  await page.keyboard.press('Enter');
  await expect(page.locator('.entry-problem')).toContainText('cannot be read as one figure');
  await page.keyboard.press('Control+a');
  await page.keyboard.type('1200');
  await page.keyboard.press('Enter');
  for (const month of [3, 4, 5]) await expect(budget.cell('Rent', month)).toContainText('1,200.00');
  await expect(budget.cell('Rent', 4)).toHaveClass(/mark-exception/);
  await page.keyboard.press('Control+z');
  await expect(budget.cell('Rent', 4)).toHaveText('1,140.00');

  await page.keyboard.type('1300');
  await page.keyboard.press('ArrowDown');
  await expect(page.getByRole('radio', { name: /As the rule/ })).toHaveAttribute('aria-checked', 'true');
  await page.keyboard.press('Enter');
  await expect(budget.cell('Rent', 3)).toHaveClass(/mark-step/);
  await expect(budget.cell('Rent', 6)).toContainText('1,140.00');
  await expect(budget.cell('Rent', 6)).toHaveClass(/mark-step/);
});

test('a block is raised, lowered, spread and cleared, with what comes of it shown first', async ({ page, budget }) => {
  await budget.select('Rent', 1);
  await page.keyboard.press('Shift+ArrowRight');
  await page.keyboard.press('Alt+c');
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Action').selectOption('Raise or lower each by a percentage');
  await dialog.getByLabel('Change in per cent').fill('-10');
  await expect(dialog.getByRole('table')).toContainText('1,026.00');
  await expect(dialog.getByRole('table')).toContainText('2,052.00 (−228.00)');
  await expectAccessible(page);
  await dialog.getByRole('button', { name: 'Change figures' }).click();
  await expect(budget.cell('Rent', 2)).toContainText('1,026.00');
  await expect(budget.cell('Rent', 3)).toContainText('1,140.00');

  await page.keyboard.press('Alt+c');
  await dialog.getByLabel('Action').selectOption('Spread a total over them in equal parts');
  await dialog.getByLabel('Total to spread').fill('1000.01');
  await dialog.getByRole('button', { name: 'Change figures' }).click();
  await expect(budget.cell('Rent', 1)).toContainText('500.01');
  await expect(budget.cell('Rent', 2)).toContainText('500.00');
  await page.keyboard.press('Delete');
  await expect(budget.cell('Rent', 1)).toHaveText('1,026.00');
});

test('blocks are copied and pasted as tab-separated text; what does not fit is shown first', async ({
  page,
  budget,
  context,
}) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  await budget.select('Rent', 1);
  await page.keyboard.press('Shift+ArrowDown');
  await page.keyboard.press('Shift+ArrowRight');
  await page.keyboard.press('Control+c');
  await expect.poll(() => page.evaluate(() => navigator.clipboard.readText())).toBe('1140\t1140\n118\t118');

  await budget.select('Power', 4);
  await paste(budget, '1,000.50\t2\n3\t4\n');
  await expect(page.getByText('4 figures pasted.')).toBeVisible();
  await expect(budget.cell('Power', 4)).toContainText('1,000.50');
  await expect(budget.cell('Phone and internet', 5)).toContainText('4.00');

  await budget.select('Power', 12);
  await paste(budget, '1\t2\n3\tx');
  const dialog = page.getByRole('dialog');
  await expect(dialog).toContainText('You are pasting 2 columns, but there is one month from here on.');
  await expect(dialog).toContainText('“x” is not a valid figure');
  await dialog.getByRole('button', { name: 'Paste the 2 figures that fit' }).click();
  await expect(budget.cell('Phone and internet', 12)).toContainText('3.00');
  await page.keyboard.press('Control+z');
  await expect(budget.cell('Phone and internet', 12)).toHaveText('59.90');

  await budget.select('Rent', 4);
  await paste(budget, ' 1,234.50 ');
  await expect(page.getByLabel('Rent, April 2026')).toHaveValue('1,234.50');
  await page.keyboard.press('Enter');
  await expect(budget.cell('Rent', 4)).toContainText('1,234.50');
});
