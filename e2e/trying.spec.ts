import { expect, expectAccessible, setMonth, test } from './application.ts';

test('every figure that moves shows its difference; the change is kept or gone back on in one step', async ({
  page,
  budget,
}) => {
  await budget.select('Heating', 2);
  await page.keyboard.press('Alt+t');
  await page.keyboard.type('354');
  await page.keyboard.press('Enter');
  await expect(budget.cell('Heating', 2)).toContainText('+236.00');
  await expect(budget.cell('Net', 2)).toContainText('−236.00');
  await expect(budget.cell('Cumulative net', 12)).toContainText('−236.00');
  await expect(budget.cell('Rent', 2)).toHaveText('1,140.00');
  await expect(page.locator('.year-summary')).toContainText('€9,415.60 → €9,179.60');
  await budget.select('Power', 2);
  await page.keyboard.type('80');
  await page.keyboard.press('Enter');
  await expect(page.getByText('2 changes')).toBeVisible();
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Go back' }).click();
  await expect(budget.cell('Heating', 2)).toHaveText('118.00');
  await expect(budget.cell('Power', 2)).toHaveText('74.00');
  await budget.saved();
  await page.reload();
  await expect(budget.cell('Heating', 2)).toHaveText('118.00');

  // A moment that is past can be compared with too.
  await budget.select('Heating', 3);
  await page.keyboard.type('200');
  await page.keyboard.press('Enter');
  await page.keyboard.press('Alt+t');
  await page.getByRole('button', { name: /^Since/ }).click();
  await page.getByRole('button', { name: /Since before .Heating in March 2026/ }).click();
  await expect(budget.cell('Heating', 3)).toContainText('+82.00');
  await page.getByRole('button', { name: 'Keep' }).click();
  await expect(budget.cell('Heating', 3)).toContainText('200.00');
  await expect(budget.cell('Heating', 3)).not.toContainText('+82.00');
});

test('a year is made to fit by cutting what could give, biggest first', async ({ page, budget }) => {
  await budget.select('Rent', 1);
  await page.keyboard.press('Alt+y');
  const panel = page.getByRole('complementary', { name: 'Balance 2026' });
  await expect(panel).toContainText('One month in the red');
  await expect(panel.locator('.fit-name').first()).toHaveText('Rent');
  await panel.getByRole('button', { name: 'Groceries' }).click();
  const groceries = panel.getByLabel('Groceries: less each month');
  await groceries.fill('lots');
  await page.keyboard.press('Enter');
  await expect(panel.getByRole('alert')).toContainText('not a valid figure');
  await groceries.fill('10 %');
  await page.keyboard.press('Enter');
  await expect(budget.cell('Groceries', 8)).toContainText('576.00');
  await expect(budget.cell('Groceries', 8)).toContainText('−64.00');
  await expect(budget.cell('Groceries', 7)).toHaveText('640.00');
  await setMonth(panel, 'Cut from', 'August 2026');
  await panel.getByLabel('Summer week: less each month').fill('1000');
  await page.keyboard.press('Enter');
  await expect(panel).not.toContainText('in the red');
  await expect(page.locator('.year-summary')).toContainText('Expenses fit the income');
});

test('the income is split by percentages, with what is still free', async ({ page, budget }) => {
  await page.getByRole('button', { name: 'Split' }).click();
  const panel = page.getByRole('complementary', { name: 'Split the income' });
  await panel.getByLabel('Into the kitchen fund in per cent of income').fill('10');
  await panel.getByLabel('Rent in per cent of income').fill('100');
  await expect(panel.getByRole('status')).toContainText('10.0 % more than the income');
  await panel.getByLabel('Rent in per cent of income').fill('30');
  await expect(panel.getByRole('status')).toContainText('60.0 % left: €2,411.00 per month');
  await panel.getByRole('button', { name: 'Use as rules' }).click();
  await expect(budget.cell('Rent', 1)).toHaveText('1,165.50');
  await budget.select('Rent', 1);
  await expect(budget.explanation()).toContainText('30% × Total income');
});
