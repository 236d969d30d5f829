import { expect, test } from './application.ts';

test('units at which nothing is lost, their picture and their table', async ({ stall, page }) => {
  await page.goto(`${stall}/break-even`);
  const answer = page.getByRole('region', { name: 'Results of Loaves to break even' });
  await expect(answer.getByRole('button', { name: '727' })).toBeVisible();
  await expect(answer).toContainText('margin of safety 63.51 %');
  const grid = page.getByRole('grid', { name: 'Profit by units' });
  await expect(grid.getByRole('row', { name: /^727/ })).toContainText('1.62');
  await expect(page.getByRole('img', { name: 'Costs and revenue by units' })).toBeVisible();

  // A price below what a loaf costs is never made up for.
  await page.getByRole('button', { name: 'Sliders' }).click();
  await page.getByRole('slider', { name: 'Try values of Price per loaf' }).focus();
  await page.keyboard.press('Home');
  await expect(answer.getByRole('status')).toContainText('Never: a unit costs as much as its price');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(answer.getByRole('button', { name: '727' })).toBeVisible();
  await page.getByRole('textbox', { name: 'Price per unit' }).fill('');
  await page.keyboard.press('Enter');
  await expect(answer.getByRole('status')).toContainText('Missing: price per unit');
});

test('unit costs by month and quarter', async ({ stall, page }) => {
  await page.goto(`${stall}/break-even`);
  await page.getByRole('radio', { name: 'Unit cost' }).click();
  const row = page.getByRole('grid', { name: 'Unit cost' }).getByRole('row', { name: /^June 2026/ });
  await expect(row.getByRole('gridcell')).toHaveText(['320.80', '150', '2.14', '2.25', '']);
});

test('the month in which the stall, or a set of lines, has paid itself back', async ({ stall, page }) => {
  await page.goto(`${stall}/break-even`);
  await page.getByRole('radio', { name: 'Oven paid back' }).click();
  const answer = page.getByRole('region', { name: 'When Oven paid back is reached' });
  await expect(answer).toContainText('August 2026');

  await page.getByLabel('Project to be paid back').selectOption({ label: 'Equipment' });
  await expect(answer.getByRole('status')).toHaveText(
    'Not within the plan: at its end the cumulative net is still below zero.',
  );
  await page.getByLabel('Project to be paid back').selectOption({ label: 'chosen lines …' });
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('button', { name: 'Use these lines' }).click();
  await expect(dialog.getByRole('alert')).toHaveText('Choose at least one line.');
  await dialog.getByLabel('Bread sales').check();
  await dialog.getByLabel('Oven').check();
  await dialog.getByRole('button', { name: 'Use these lines' }).click();
  await expect(page.getByRole('textbox', { name: 'Monthly net' })).toHaveValue('Bread sales - Oven');
  await expect(answer).toContainText('June 2026');
});

test('two alternatives, and when they have cost the same', async ({ household, page }) => {
  await page.goto(`${household}/break-even`);
  const answer = page.getByRole('region', { name: 'When Buy or hire the bike is reached' });
  await expect(answer.getByRole('status')).toHaveText('Until then Hiring is cheaper; from then on Buying is.');
  await expect(answer).toContainText('July 2028');
  await page.getByLabel('Name of the first').fill('A loan');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Choose lines' }).first().click();
  await page.getByRole('dialog').getByLabel('Cargo bike, payment').check();
  await page.getByRole('dialog').getByRole('button', { name: 'Use these lines' }).click();
  await expect(answer.getByRole('status')).toHaveText('Not within the plan: Hiring costs more throughout.');
});

test('a new one asks which question it is to answer', async ({ household, page }) => {
  await page.goto(`${household}/break-even`);
  await page.getByRole('button', { name: 'New break-even' }).click();
  await page.getByLabel('Name', { exact: true }).fill('The year');
  await page.getByLabel('Payback of a project').check();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('region', { name: 'When The year is reached' }).getByRole('status')).toHaveText(
    'There is nothing to pay back: the cumulative net is never below zero.',
  );
});
