import { expect, test } from './application.ts';

test('a loan follows from its terms, whichever of them is asked for', async ({ household, page }) => {
  await page.goto(`${household}/loans`);
  const answer = page.getByRole('region', { name: 'Results of Cargo bike' });
  await expect(answer.getByRole('button', { name: '€142.62' })).toBeVisible();
  await expect(answer).toContainText('August 2029');
  await expect(page.getByRole('grid', { name: 'Month by month' })).toContainText('5,283.93');

  // The payment becomes what is given, so nothing moves; then a higher one ends the loan earlier.
  await page.getByRole('radio', { name: 'Calculate the term' }).check();
  await expect(page.getByLabel('Term', { exact: true })).toHaveText('42 months');
  await page.getByRole('textbox', { name: 'Monthly payment' }).fill('200');
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Term', { exact: true })).toHaveText('30 months');

  await page.getByRole('textbox', { name: 'Monthly payment' }).fill('20');
  await page.keyboard.press('Enter');
  await expect(answer.getByRole('status')).toHaveText(
    'The payment does not even cover the interest: the loan is never paid off.',
  );
  await page.getByRole('textbox', { name: 'Monthly payment' }).fill('');
  await page.keyboard.press('Enter');
  await expect(answer.getByRole('status')).toHaveText(
    'The monthly payment is empty, so the term cannot be calculated yet.',
  );
  for (let step = 0; step < 4; step++) await page.getByRole('button', { name: 'Undo' }).click();
  await expect(answer.getByRole('button', { name: '€142.62' })).toBeVisible();
});

test('what cannot be taken stays as typed, with the reason; formulas are completed and followed', async ({
  household,
  page,
}) => {
  await page.goto(`${household}/loans`);
  const amount = page.getByRole('textbox', { name: 'Amount', exact: true });
  await amount.fill('5,4,00');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('alert')).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(amount).toHaveValue('5400');
  await expect(amount).toBeFocused();

  // What is changed within a formula is changed where the caret stands.
  await page.getByRole('textbox', { name: 'Yearly rate' }).click();
  await page.keyboard.press('End');
  await page.keyboard.press('ArrowLeft');
  await page.keyboard.type('ts');
  const formula = page.getByLabel('Formula of Yearly rate');
  await expect(formula).toHaveText('Bike loan rattse');
  await formula.fill('Bike loan rats');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('alert')).toContainText('Did you mean Bike loan rate?');
  await formula.fill('Bike loan rate + 1%');
  await page.keyboard.press('Enter');
  await expect(page.getByText('= 6.9 % a year')).toBeVisible();
  await expect(page.getByRole('region', { name: 'Results of Cargo bike' })).toContainText('€145.');
});

test('offers stand side by side, and one is taken with all that uses the loan', async ({ household, page, budget }) => {
  await page.goto(`${household}/loans?view=offers`);
  const table = page.getByRole('table', { name: 'Cargo bike and other offers for it' });
  await expect(table.getByRole('columnheader')).toHaveText(['Cargo bike', 'Better rate', 'Longer term', '50 on top']);
  await expect(table.getByRole('row', { name: /^Last payment/ })).toContainText('18 months later');

  await page.getByRole('button', { name: 'Add offer' }).click();
  await expect(page.getByText('The offer Cargo bike copy')).toBeVisible();
  await page.getByRole('textbox', { name: 'Term' }).fill('24');
  await page.keyboard.press('Enter');
  await expect(table.getByRole('row', { name: /^Months until/ })).toContainText('24 months');

  await table.getByRole('row').last().getByRole('button', { name: 'Use this offer' }).nth(1).click();
  await expect(
    table
      .getByRole('row', { name: /^Monthly payment/ })
      .getByRole('cell')
      .first(),
  ).toContainText('€104.15');
  await budget.open();
  await expect(budget.cell('Cargo bike payment', 3)).toHaveText('104.15');
});

test('payments at other rates and durations, with the loan’s own marked', async ({ household, page }) => {
  await page.goto(`${household}/loans?view=rates`);
  const grid = page.getByRole('grid', { name: 'Monthly payments by rate and term' });
  await expect(grid.getByRole('row', { name: /5.9 %/ })).toContainText('142.62');
  await page.getByLabel('Rates in steps of').selectOption({ label: '1.0 %' });
  await expect(grid.getByRole('rowheader')).toHaveText(['2.9 %', '3.9 %', '4.9 %', '5.9 %', '6.9 %', '7.9 %', '8.9 %']);
});

test('a new loan goes into the budget in its two parts, and follows every change', async ({ stall, page, budget }) => {
  await page.goto(`${stall}/loans`);
  await expect(page.getByRole('heading', { name: 'No loan yet' })).toBeVisible();
  await page.getByRole('button', { name: 'New loan' }).click();
  await page.getByLabel('Name').fill('Oven');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('dialog').getByRole('alert')).toContainText('There is already a line named Oven.');
  await page.getByLabel('Name').fill('Oven loan');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('status').filter({ hasText: 'The amount is empty' })).toBeVisible();
  for (const [label, text] of [
    ['Amount', '1,200'],
    ['Yearly rate', '6'],
    ['Term', '12'],
  ] as const) {
    await page.getByRole('textbox', { name: label, exact: true }).fill(text);
    await page.keyboard.press('Enter');
  }
  await expect(page.getByRole('button', { name: '€103.28' })).toBeVisible();

  await page.getByRole('button', { name: 'Add to budget' }).click();
  await page.getByLabel('Split into interest and principal').check();
  await page.getByLabel('Group').selectOption({ label: 'New group: Loans' });
  await page.getByRole('dialog').getByRole('button', { name: 'Add to budget' }).click();
  await page.getByRole('button', { name: 'Show in budget' }).click();
  await expect(budget.cell('Oven loan interest', 1)).toHaveText('6.00');
  await expect(budget.cell('Oven loan principal', 1)).toHaveText('97.28');

  await page.getByRole('link', { name: 'Loans' }).click();
  await page.getByRole('button', { name: 'Add extra payment' }).click();
  await page.getByRole('textbox', { name: 'Extra payment 1', exact: true }).fill('100');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('columnheader', { name: 'Extra payments' })).toBeVisible();
  await page.getByRole('link', { name: 'Budget' }).click();
  await expect(budget.cell('Oven loan principal', 2)).toHaveText('197.77');

  // What is used is not deleted, and says by whom it is used.
  await page.getByRole('link', { name: 'Loans' }).click();
  await page.getByRole('button', { name: 'More for Oven loan' }).click();
  await page.getByRole('button', { name: 'Delete', exact: true }).click();
  await expect(page.getByText('Oven loan is used by Oven loan interest and Oven loan principal.')).toBeVisible();
});

test('everything follows while a slider moves, and is put back when it is let go of', async ({ household, page }) => {
  await page.goto(`${household}/loans`);
  await page.getByRole('button', { name: 'Sliders' }).click();
  const slider = page.getByRole('slider', { name: 'Try values of Amount' });
  await slider.focus();
  await page.keyboard.down('ArrowRight');
  await expect(page.getByRole('textbox', { name: 'Amount', exact: true })).toHaveValue('€5,500.00');
  await expect(page.getByRole('button', { name: '€145.26' })).toBeVisible();
  await page.keyboard.up('ArrowRight');
  await expect(page.getByRole('button', { name: 'Undo' })).toBeEnabled();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('button', { name: '€142.62' })).toBeVisible();
});

test('the budget explains a payment down to the loan, and leads there', async ({ page, budget }) => {
  await budget.select('Cargo bike payment', 3);
  await budget
    .explanation()
    .getByRole('button', { name: /Cargo bike.payment 142.62/ })
    .click();
  await expect(budget.explanation()).toContainText('The loan Cargo bike gives');
  await expect(budget.explanation()).toContainText('5,400.00');
  await budget.explanation().getByRole('button', { name: 'Go to it' }).first().click();
  await expect(page.getByRole('region', { name: 'Terms of Cargo bike' })).toBeVisible();

  // From the terms to the schedule by key, and back.
  // The key may come before the browser has drawn the field as chosen.
  await page.getByRole('textbox', { name: 'Fee' }).evaluate(async (field) => {
    field.focus();
    field.dispatchEvent(new KeyboardEvent('keydown', { key: 'F6', bubbles: true }));
    await new Promise((drawn) => requestAnimationFrame(() => requestAnimationFrame(drawn)));
  });
  await expect(page.getByRole('grid', { name: 'Month by month' })).toBeFocused();
  await page.keyboard.press('F6');
  await expect(page.getByRole('radio', { name: 'Calculate the amount' })).toBeFocused();
});
