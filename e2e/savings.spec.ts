import { expect, setMonth, test } from './application.ts';

test('a fund tells what it comes to, and what a goal takes', async ({ household, page, budget }) => {
  await page.goto(`${household}/savings`);
  const answer = page.getByRole('region', { name: 'Results of Kitchen fund' });
  await expect(answer.getByRole('button', { name: '€8,604.35' })).toBeVisible();
  await expect(answer).toContainText('in today’s money');
  await expect(page.getByRole('img', { name: 'Deposits and interest' })).toBeVisible();

  await page.getByRole('radio', { name: 'Calculate the monthly deposit' }).check();
  await page.getByRole('textbox', { name: 'Final balance' }).fill('10,000');
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Monthly deposit', { exact: true })).toHaveText('€218.33');
  await setMonth(page, 'Until', 'December 2029');
  await expect(page.getByRole('textbox', { name: 'Term' })).toHaveValue('48 months');
  await expect(page.getByLabel('Monthly deposit', { exact: true })).not.toHaveText('€218.33');
  const deposit = (await page.getByLabel('Monthly deposit', { exact: true }).innerText()).replace('€', '');
  await budget.open();
  await budget.reveal('Into the kitchen fund');
  await expect(budget.cell('Into the kitchen fund', 1)).toHaveText(deposit);
  await expect(budget.cell('Into the kitchen fund', 8)).toHaveText('0.00');
});

test('pauses, single entries and living off it', async ({ household, page }) => {
  await page.goto(`${household}/savings?view=year`);
  const answer = page.getByRole('region', { name: 'Results of Kitchen fund' });
  const grid = page.getByRole('grid', { name: 'Year by year' });
  await expect(grid.getByRole('row', { name: /^2026/ })).toContainText('1,980.00');
  await page.getByRole('button', { name: 'Remove entry 1' }).click();
  await expect(grid.getByRole('row', { name: /^2026/ })).toContainText('2,160.00');

  await page.getByRole('button', { name: 'Withdrawal' }).click();
  await page.getByRole('textbox', { name: 'Amount of entry 1' }).fill('90,000');
  await page.keyboard.press('Enter');
  await expect(answer.getByRole('status')).toContainText('is lower than the withdrawal');
  await page.getByRole('textbox', { name: 'Amount of entry 1' }).fill('-3');
  await page.keyboard.press('Enter');
  await expect(answer.getByRole('status')).toContainText('A single deposit or withdrawal cannot be below zero.');
  await expect(page.getByRole('textbox', { name: 'Amount of entry 1' })).toHaveAccessibleDescription(
    'A single deposit or withdrawal cannot be below zero.',
  );
  await page.getByRole('button', { name: 'Remove entry 1' }).click();

  await page.getByRole('radio', { name: 'withdraw for a number of months' }).click();
  await expect(answer.getByRole('status')).toContainText('Enter the number of months');
  await page.getByRole('textbox', { name: 'Number of months' }).fill('24');
  await page.keyboard.press('Enter');
  await expect(page.getByText('From January 2029 on, the balance lasts 24 months, until December 2030.')).toBeVisible();
  await expect(grid.getByRole('row', { name: /^2030/ })).toContainText('0.00');
});

test('several funds stand together', async ({ household, page }) => {
  await page.goto(`${household}/savings?view=together`);
  const grid = page.getByRole('grid', { name: 'All funds together' });
  await expect(grid.getByRole('columnheader')).toHaveText(['Month', 'Kitchen fund', 'Cushion', 'Total']);
  await expect(grid.getByRole('row', { name: /^January 2026/ })).toContainText('4,323.94');
  await page.getByRole('radio', { name: 'by year', exact: true }).click();
  await expect(grid.getByRole('rowheader')).toHaveText(['2026', '2027', '2028']);
});

test('what cannot be is said where it was given', async ({ household, page }) => {
  await page.goto(`${household}/savings`);
  await page.getByRole('radio', { name: 'withdraw an amount per month' }).click();
  const withdrawal = page.getByRole('textbox', { name: 'Monthly withdrawal' });
  await withdrawal.fill('-5');
  await page.keyboard.press('Enter');
  await expect(withdrawal).toHaveAccessibleDescription('The monthly withdrawal must be above zero.');
  await expect(withdrawal).toHaveAttribute('aria-invalid', 'true');
  await withdrawal.fill('500');
  await page.keyboard.press('Enter');
  await expect(withdrawal).toHaveAttribute('aria-invalid', 'false');
});
