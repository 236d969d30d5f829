import { expect, expectAccessible, setMonth, test } from './application.ts';

test.beforeEach(async ({ page, budget }) => {
  await budget.open(2027);
  await page.getByRole('button', { name: 'Assumptions' }).click();
});

test('a changed assumption makes the figures that follow it glow', async ({ page, budget }) => {
  await expect.poll(() => budget.figure('Groceries', 1)).toBe('655.36');
  const inflation = page.getByLabel('Value of Inflation');
  await inflation.click();
  await page.keyboard.type('10');
  await page.keyboard.press('Enter');
  await expect.poll(() => budget.figure('Groceries', 1)).toBe('704.00');
  await expect(budget.cell('Groceries', 1)).toHaveClass(/glow/);
  await expect(budget.cell('Net', 1)).toHaveClass(/glow/);
  await expect(budget.cell('Rent', 1)).not.toHaveClass(/glow/);
  const background = () => budget.cell('Groceries', 1).evaluate((cell) => getComputedStyle(cell).backgroundColor);
  const glowing = await background();
  // The glow ends by itself.
  await expect.poll(background).not.toBe(glowing);
  await expect.poll(background).toBe('rgba(0, 0, 0, 0)');
  await inflation.press('ArrowUp');
  await expect.poll(() => budget.figure('Groceries', 1)).toBe('704.64');
});

test('renaming changes every use; deleting a used one is refused with its uses', async ({ page, budget }) => {
  await page.getByLabel('Name of Inflation').fill('Price rise');
  await page.keyboard.press('Enter');
  await budget.select('Groceries', 2);
  await expect(budget.explanation()).toContainText('640 × (1 + Price rise)^years');
  await page.getByRole('button', { name: 'More about Price rise' }).click();
  await expect(
    page.getByText(/Used by Illustration Kofi, Summer week, Groceries, next year’s projection/),
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
    ['two', 'is not a valid figure'],
    ['', 'Enter a value'],
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
  await expect(page.getByRole('alert')).toContainText('There is already a line named Rent');
});

test('a slider tries values on all pages while it moves; what it comes to rest on is kept as one step', async ({
  page,
  budget,
}) => {
  await page.getByRole('button', { name: 'More about Inflation' }).click();
  const slider = page.getByRole('slider', { name: 'Try values of Inflation' });
  await slider.focus();
  await page.keyboard.down('ArrowRight');
  // While the key is held the figures follow, but nothing is done yet.
  await expect(budget.cell('Groceries', 1)).toHaveText('656.00');
  await expect(page.getByRole('button', { name: 'Undo' })).toBeDisabled();
  await page.keyboard.up('ArrowRight');
  await expect(page.getByLabel('Value of Inflation', { exact: true })).toHaveValue('2.5\u00a0%');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(budget.cell('Groceries', 1)).toHaveText('655.36');
});

test('dated values are added, moved, changed and removed; limits hold', async ({ page }) => {
  const card = page.locator('.assumption').filter({ has: page.getByLabel('Name of Inflation') });
  await card.getByRole('button', { name: 'More about Inflation' }).click();
  await card.getByRole('button', { name: 'Add value from a month on' }).click();
  await expect(card.locator('.assumption-unit')).toContainText('2.1 % from Jan 2027, 2.1 % from Jan 2028');
  const value = card.getByLabel('Value of Inflation from January 2027', { exact: true });
  await value.fill('3');
  await value.press('Enter');
  await setMonth(card, 'First month of Inflation, January 2027', 'July 2027');
  await expect(card.locator('.assumption-unit')).toContainText('3.0 % from Jul 2027');
  await setMonth(card, 'First month of Inflation, July 2027', '1/2028');
  await expect(card.getByRole('alert')).toContainText('Another value already begins in this month.');
  await card.getByRole('button', { name: 'Remove the value of Inflation from July 2027' }).click();
  await expect(card.locator('.assumption-unit')).not.toContainText('Jul 2027');
  const present = card.getByLabel('Value of Inflation', { exact: true });
  await present.fill('20');
  await present.press('Enter');
  await expect(card.getByRole('alert').first()).toContainText('Inflation cannot be above 12.0');
  await expectAccessible(page);
});

test('one is computed from others, moved under another heading, and led to from its uses', async ({ page, budget }) => {
  const card = page.locator('.assumption').filter({ has: page.getByLabel('Name of Pay rise') });
  await card.getByRole('button', { name: 'More about Pay rise' }).click();
  await card.getByRole('button', { name: 'Calculate it from others' }).click();
  await page.getByRole('textbox', { name: 'Formula of Pay rise' }).click();
  await page.keyboard.type('Inflation + 1%');
  await page.keyboard.press('Enter');
  await expect(card.locator('.assumption-unit')).toContainText('= Inflation + 1%');
  await expect(card.locator('output')).toHaveText('3.4 %');
  await card.getByRole('button', { name: 'Net pay Mara' }).click();
  await expect(budget.explanation()).toContainText('Net pay Mara');
  await card.getByLabel('Heading of Pay rise').fill('Borrowing and saving');
  await page.keyboard.press('Enter');
  await expect(page.locator('.assumptions-panel h3')).toHaveText(['Prices and pay', 'Borrowing and saving', 'Kitchen']);
  await card.getByLabel('Name of Pay rise').focus();
  await page.keyboard.press('Alt+ArrowDown');
  await expect(page.locator('.assumption-name').nth(4)).toHaveValue('Pay rise');
  await budget.saved();
});
