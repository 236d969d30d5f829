import { expect, expectAccessible, test } from './application.ts';

test.beforeEach(async ({ page, budget }) => {
  await budget.open('household', 2027);
  await page.getByRole('button', { name: 'Assumptions' }).click();
});

test('a changed assumption makes the figures that follow it glow', async ({ page, budget }) => {
  expect(await budget.figure('Groceries', 1)).toBe('655.36');
  const inflation = page.getByLabel('Value of Inflation');
  await inflation.click();
  await page.keyboard.type('10');
  await page.keyboard.press('Enter');
  expect(await budget.figure('Groceries', 1)).toBe('704.00');
  await expect(budget.cell('Groceries', 1)).toHaveClass(/glow/);
  await expect(budget.cell('Total expenses', 1)).toHaveClass(/glow/);
  await expect(budget.cell('Rent', 1)).not.toHaveClass(/glow/);
  await expect(budget.cell('Groceries', 1)).not.toHaveClass(/glow/);
  await inflation.press('ArrowUp');
  expect(await budget.figure('Groceries', 1)).toBe('704.64');
  await expectAccessible(page);
});

test('renaming changes every use; deleting a used one is refused with its uses', async ({ page, budget }) => {
  await page.getByLabel('Name of Inflation').fill('Price rise');
  await page.keyboard.press('Enter');
  await budget.select('Groceries', 2);
  await expect(budget.reckoning()).toContainText('640 × (1 + Price rise)^years');
  await page.getByRole('button', { name: 'More about Price rise' }).click();
  await expect(
    page.getByText(/Used by Illustration Kofi, Summer week, Groceries, the projection of next year/),
  ).toBeVisible();
  await page
    .getByRole('listitem')
    .filter({ has: page.getByLabel('Name of Price rise') })
    .getByRole('button', { name: 'Delete' })
    .click();
  await expect(page.getByRole('alert')).toContainText(
    'Price rise is used by Illustration Kofi, Summer week, Groceries',
  );
});

test('one is added, used in a rule, noted on and deleted', async ({ page, budget }) => {
  await page.getByRole('complementary').getByRole('button', { name: 'Add' }).click();
  await expect(page.getByLabel('Name of New assumption')).toBeFocused();
  await page.keyboard.type('Pocket money');
  await page.keyboard.press('Enter');
  const card = page.getByRole('listitem').filter({ has: page.getByLabel('Name of Pocket money') });
  await card.getByLabel('Unit').selectOption('money');
  await card.getByLabel('Value of Pocket money').fill('40');
  await page.keyboard.press('Enter');
  await card.getByLabel('Note on Pocket money').fill('For the two of us.');
  await page.keyboard.press('Enter');
  await budget.select('Pharmacy', 1);
  await page.keyboard.type('Pocket money * 2');
  await expect(page.locator('.entry-result')).toContainText('€80.00');
  await page.keyboard.press('Escape');
  await page.keyboard.press('Escape');
  await card.getByRole('button', { name: 'Delete' }).click();
  await expect(page.getByLabel('Name of Pocket money')).toHaveCount(0);
});

test('what cannot be taken stays as typed, with the reason below', async ({ page }) => {
  const inflation = page.getByLabel('Value of Inflation');
  for (const [typed, message] of [
    ['two', 'is not a figure'],
    ['', 'An assumption needs a value'],
  ] as const) {
    await inflation.fill(typed);
    await inflation.press('Enter');
    await expect(page.getByRole('alert')).toContainText(message);
    await expect(inflation).toHaveValue(typed);
  }
  await inflation.press('Escape');
  await expect(inflation).toHaveValue('2.4');
  await page.getByLabel('Name of Inflation').fill('Rent');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('alert')).toContainText('There is already a line called Rent');
});
