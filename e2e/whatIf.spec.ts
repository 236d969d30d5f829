import { choose, expect, test } from './application.ts';

test('one assumption is tried over a range, as a table and a picture', async ({ household, page }) => {
  await page.goto(`${household}/what-if?way=one`);
  const table = page.locator('.figure-table');
  await expect(table.getByRole('row', { name: /now/ })).toContainText('2.4 %');
  await expect(table.getByRole('row', { name: /now/ })).toContainText('35,1');
  await choose(page, 'Add figure', 'Groceries');
  await expect(table.getByRole('columnheader')).toHaveText(['Inflation', 'Net', 'Groceries']);
  const to = page.getByLabel('Inflation to');
  await to.fill('nonsense');
  await expect(page.getByRole('alert')).toContainText('is not a valid figure');
  await to.fill('10');
  await page.getByLabel('Values of Inflation').fill('3');
  await expect(table.getByRole('rowheader')).toHaveText(['0.0 %', '2.4 % now', '5.0 %', '10.0 %']);
});

test('two assumptions make a shaded table with the present case marked', async ({ household, page }) => {
  await page.goto(`${household}/what-if?way=two`);
  await expect(page.locator('td.is-now')).toHaveText('35,125');
  await choose(page, 'Across', 'Inflation');
  await expect(page.getByRole('alert')).toContainText('Choose two different assumptions');
});

test('a value is solved for, shown, applied and taken back', async ({ household, page, budget }) => {
  await page.goto(`${household}/what-if?way=solve`);
  await expect(page.getByRole('region', { name: 'Answer' })).toContainText('No value of Inflation in this range');
  await choose(page, 'The figure', 'Groceries');
  await choose(page, 'When', 'January 2027');
  await page.getByLabel('Target value of the figure').fill('704');
  const answer = page.getByRole('region', { name: 'Answer' });
  await expect(answer).toContainText('With Inflation at 10.0 % a year, Groceries is €704.00.');
  await answer.getByRole('button', { name: 'Set Inflation to 10.0 % a year' }).click();
  await expect(page.getByRole('alert')).toContainText('Inflation is now 10.0 % a year.');
  await budget.open(2027);
  await expect.poll(() => budget.figure('Groceries', 1)).toBe('704.00');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(budget.cell('Groceries', 1)).toHaveText('655.36');
});

test('uncertain values give a band that repeats with its seed', async ({ household, page }) => {
  // Few cases from the beginning: what is looked at here is the page.
  await page.evaluate(
    (plan) => localStorage.setItem(`haushalt:uncertainty:${plan}`, JSON.stringify({ runs: 60 })),
    household.split('/').at(-1),
  );
  await page.goto(`${household}/what-if?way=range`);
  await expect(page.getByLabel('Cases')).toHaveValue('60');
  await page.getByLabel('Cases').fill('80');
  // What is shown while other cases are computed is marked as not being theirs.
  const words = page.locator('[role=status]:not([aria-busy=true])', { hasText: 'of the cases the plan ends between' });
  await expect(words).toBeVisible();
  const first = await words.innerText();
  await page.getByLabel('Seed').fill('2');
  await expect(words).not.toHaveText(first);
  await expect(words).toBeVisible();
  await page.getByLabel('Seed').fill('1');
  await expect(words).toHaveText(first);

  await page.getByLabel('Lower limit of the band').fill('95 %');
  await expect(page.getByRole('alert')).toHaveText(/The limits of the band/);
  await page.getByLabel('Lower limit of the band').fill('5 %');
  await page.getByLabel('Upper limit of the band').fill('95 %');
  await expect(words).toContainText('In 90.0 % of the cases');
  await page.getByLabel(/^Distribution of/).selectOption('Triangular');
  await page.getByLabel(/most likely$/).fill('999 %');
  await expect(page.getByRole('alert')).toHaveText('The most likely value must be between the lowest and the highest.');
  await page.getByLabel(/^Distribution of/).selectOption('Normal');
  await expect(page.getByLabel(/^Standard deviation of/)).toBeVisible();
  await expect(words).toBeVisible();
  await page.getByRole('button', { name: 'Add uncertain value' }).click();
  await expect(page.getByRole('combobox', { name: 'Uncertain value 2' })).toBeVisible();
});

test('a scenario is made by changing values in it, compared with the plan, which stays as it is, and adopted', async ({
  household,
  page,
  budget,
}) => {
  await page.goto(`${household}/what-if`);
  await page.getByRole('button', { name: 'New scenario' }).click();
  await page.getByLabel('Name of the scenario New scenario').fill('Hard times');
  await page.keyboard.press('Enter');
  const strip = page.locator('.scenario-strip').filter({ hasText: 'Scenario: Hard times' });
  await expect(strip).toContainText('Nothing differs yet.');

  await page.getByRole('link', { name: 'Budget' }).click();
  await page.getByLabel('Year shown').selectOption('2027');
  await page.getByRole('button', { name: 'Assumptions' }).click();
  await page.getByLabel('Value of Inflation').fill('10');
  await page.keyboard.press('Enter');
  await budget.reveal('Groceries');
  await expect(budget.cell('Groceries', 1)).toHaveText('704.00');
  await budget.reveal('Child benefit');
  await budget.select('Child benefit', 1);
  await page.keyboard.type('0');
  await page.keyboard.press('Control+Enter');
  await expect(budget.cell('Child benefit', 12)).toContainText('0.00');
  await expect(strip).toContainText('Inflation 10.0 % a year instead of 2.4 % a year');
  // A block is raised in the scenario alone.
  await budget.select('Rent', 1);
  await page.keyboard.press('Shift+ArrowRight');
  await page.keyboard.press('Alt+c');
  await page.getByLabel('Action').selectOption('Raise or lower each by a percentage');
  await page.getByLabel('Change in per cent').fill('10');
  await page.getByRole('button', { name: 'Change figures' }).click();
  await expect(budget.cell('Rent', 2)).toContainText('1,254.00');
  await budget.selectLabel('Rent');
  await page.keyboard.press('Delete');
  await expect(page.getByRole('alert')).toContainText('go back to the plan to change anything else');

  await strip.getByRole('link', { name: 'Compare' }).click();
  const table = page.locator('.figure-table');
  await expect(table.getByRole('columnheader')).toHaveText([
    'Figure',
    'The plan',
    'Prices rise faster',
    'A lean year for Kofi',
    'Hard times',
  ]);
  // The second year of the third scenario.
  await expect(table.locator('.case-difference').nth(5)).not.toBeEmpty();
  await page.getByLabel('By year or month').selectOption('month of 2027');
  await expect(table.getByRole('rowheader', { name: 'Dec 2027' })).toHaveCount(3);
  await expect(page.getByRole('img', { name: 'Net in each case' })).toBeVisible();

  await strip.getByRole('button', { name: 'Back to the plan' }).click();
  await expect(strip).toHaveCount(0);
  await budget.open(2027);
  await expect(budget.cell('Groceries', 1)).toHaveText('655.36');
  await expect(budget.cell('Child benefit', 12)).toHaveText('255.00');
  await expect(budget.cell('Rent', 2)).toHaveText('1,140.00');

  await page.goto(`${household}/what-if?way=scenarios`);
  await page.locator('.scenario-list li').last().getByRole('button', { name: 'Apply to plan' }).click();
  await expect(page.getByText('The values of Hard times were applied to the plan.')).toBeVisible();
  await budget.open(2027);
  await expect(budget.cell('Groceries', 1)).toHaveText('704.00');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(budget.cell('Groceries', 1)).toHaveText('655.36');
});
