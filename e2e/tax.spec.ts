import { WRITTEN_FOR, choose, expect, test } from './application.ts';

test('a tax is reckoned band by band, and impossible bands are said where they are typed, and take no tax', async ({
  household,
  page,
}) => {
  await page.goto(`${household}/tax?year=2027`);
  const answer = page.getByRole('region', { name: 'Results of Old bands' });
  await expect(answer.getByRole('button', { name: '€1,326.74' })).toBeVisible();
  const table = page.getByRole('table', { name: 'The tax band by band' });
  await expect(table.first()).toContainText('Allowance');
  await expect(page.getByRole('row', { name: /€9,000.00 to €24,000.00/ })).toContainText('× 24.0 %');

  await page.getByLabel('Band 2 begins at').fill('30,000');
  await page.keyboard.press('Enter');
  await expect(page.getByText('Band 3 begins where or before the one above it begins.').first()).toBeVisible();
  await expect(answer.getByRole('button', { name: '€1,326.74' })).toBeHidden();
  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect(answer.getByRole('button', { name: '€1,326.74' })).toBeVisible();
  await page.getByLabel('Rate of band 1').fill('140');
  await page.keyboard.press('Enter');
  await expect(page.getByText('Band 1 has a rate outside 0 % to 100 %.').first()).toBeVisible();
  await page.getByLabel('Rate of band 1').fill('20');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('cell', { name: '= €1,800.00' })).toBeVisible();
  await expect(answer).toContainText('€1,866.74');
});

test('a band begins and is taxed by formulas, which are followed', async ({ household, page }) => {
  await page.goto(`${household}/tax?year=2027`);
  const answer = page.getByRole('region', { name: 'Results of Old bands' });
  await page.getByRole('textbox', { name: 'Rate of band 2' }).click();
  // As fast as anyone types: the field that completes names arrives meanwhile.
  await page.keyboard.type('Inflation * 10');
  await expect(page.getByLabel('Formula of Rate of band 2')).toHaveText('Inflation * 10');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('textbox', { name: 'Rate of band 2' })).toHaveValue('Inflation * 10');
  // 1,260.00 below it, and 24 % of 278.08.
  await expect(answer.getByRole('button', { name: '€1,326.74' })).toBeVisible();
  await page.getByRole('textbox', { name: 'Band 2 begins at' }).click();
  await page.keyboard.type('6000 * (1 + Inflation)^years');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('row', { name: /€6,144.00 to €24,000.00/ })).toContainText('× 24.0 %');

  await page.getByRole('button', { name: 'Assumptions' }).click();
  await page.getByLabel('Value of Inflation').fill('11');
  await page.keyboard.press('Enter');
  await expect(answer.getByRole('status')).toContainText('Band 2 has a rate outside 0 % to 100 %.');
  await expect(page.getByRole('textbox', { name: 'Rate of band 2' })).toHaveAccessibleDescription(/outside 0 %/);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('row', { name: /€6,144.00 to €24,000.00/ })).toBeVisible();
});

test('the income is taken from a line, and a year without bands says so', async ({ household, page }) => {
  await page.goto(`${household}/tax?year=2026`);
  await page.getByRole('button', { name: 'New tax schedule' }).click();
  await page.getByLabel('Name').fill('Later bands');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('status').filter({ hasText: 'It has no bands yet.' })).toBeVisible();
  await choose(page, 'Line whose yearly total is the income', 'Net pay Mara');
  await expect(page.getByRole('textbox', { name: 'Income' })).toHaveValue('total(Net pay Mara, year)');
  await page.getByRole('button', { name: 'Add band' }).click();
  await expect(page.getByRole('region', { name: 'Results of Later bands' })).toContainText('€6,048.00');
});

test('other bands hold from a year on', async ({ household, page }) => {
  await page.goto(`${household}/tax?year=2026`);
  await expect(page.getByLabel('Band 2 begins at')).toHaveValue('€9,000.00');
  await page.getByRole('button', { name: 'Next year' }).click();
  await page.getByRole('button', { name: 'Add bands from 2027 on' }).click();
  await expect(page.getByText('from 2027 on', { exact: true })).toBeVisible();
  await page.getByLabel('Band 2 begins at').fill('10,000');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Previous year' }).click();
  await expect(page.getByLabel('Band 2 begins at')).toHaveValue('€9,000.00');
  await page.getByRole('button', { name: 'Next year' }).click();
  await page.getByRole('button', { name: 'Next year' }).click();
  await expect(page.getByLabel('Band 2 begins at')).toHaveValue('€9,600.00');
});

test('incomes in a table, and two schedules compared', async ({ household, page }) => {
  await page.goto(`${household}/tax?year=2026&view=incomes`);
  const grid = page.getByRole('grid', { name: 'Tax by Old bands' });
  await expect(grid.getByRole('row', { name: /^15,000.00/ })).toContainText('1,260.00');
  await page.getByLabel('Step of incomes').fill('5');
  await expect(page.getByRole('alert')).toContainText('up to 400. Enter a larger step.');
  await page.getByLabel('Step of incomes').fill('500');
  await expect(page.getByRole('alert')).toHaveCount(0);
  await expect(page.getByRole('button', { name: 'Print' })).toBeVisible();
  await page.emulateMedia({ media: 'print' });
  await page.evaluate(() => window.dispatchEvent(new Event('beforeprint')));
  await expect(grid.getByRole('row')).toHaveCount(62);
  await expect(page.getByLabel('Step of incomes')).toBeHidden();
  await page.evaluate(() => window.dispatchEvent(new Event('afterprint')));
  await page.emulateMedia({ media: 'screen' });

  await page.getByRole('radio', { name: 'Compare' }).click();
  await expect(
    page.getByText('New bands is lower up to €22,000.00; from €22,000.00 on, Old bands is lower.'),
  ).toBeVisible();
  await expect(page.getByRole('img', { name: 'Tax by Old bands and New bands' })).toBeVisible();
});

test.describe('in the year the demo is written for', () => {
  test.use({ now: WRITTEN_FOR });

  test('the year’s tax goes into chosen months of the budget', async ({ household, page, budget }) => {
    await page.goto(`${household}/tax?year=2026`);
    await page.getByRole('button', { name: 'Add to budget' }).click();
    await page.getByRole('checkbox', { name: 'Mar' }).check();
    await page.getByRole('checkbox', { name: 'Dec' }).uncheck();
    await page.getByRole('checkbox', { name: 'Sept' }).check();
    await page.getByRole('dialog').getByRole('button', { name: 'Add to budget' }).click();
    await page.getByRole('button', { name: 'Show in budget' }).click();
    await expect(budget.cell('Tax by Old bands', 3)).toHaveText('624.40');
    await expect(budget.cell('Tax by Old bands', 9)).toHaveText('624.40');
    await expect(budget.cell('Tax by Old bands', 12)).toHaveText('');
  });
});
