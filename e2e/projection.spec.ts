import { expect, expectAccessible, test } from './application.ts';

test('next year follows line by line from one shared rate', async ({ application, page, budget }) => {
  await page.goto(`${application.url}/plans/household/projection?year=2026`);
  const row = (label: string) => budget.row(label).getByRole('gridcell').allInnerTexts();
  await expect(page.getByRole('grid')).toBeVisible();
  expect(await row('Rent')).toEqual(['13,680.00', '328.32', '14,008.32', '1,167.36']);
  expect(await row('Net')).toEqual(['9,415.60', '225.97', '9,641.57', '803.46']);
  await expectAccessible(page);

  await page.getByRole('button', { name: 'Assumptions' }).click();
  await page.getByLabel('Value of Inflation').fill('5');
  await page.keyboard.press('Enter');
  await expect(budget.row('Rent').getByRole('gridcell').nth(1)).toHaveText('684.00');
  await expect(budget.row('Rent').getByRole('gridcell').nth(1)).toHaveClass(/glow/);

  await page.getByLabel('The year after at').selectOption({ label: 'Pay rise, 1.8 % a year' });
  await expect(budget.row('Rent').getByRole('gridcell').nth(2)).toHaveText('13,926.24');
  await budget.saved();
  await page.reload();
  await expect(budget.row('Rent').getByRole('gridcell').nth(2)).toHaveText('13,926.24');
  await page.getByLabel('Year shown').selectOption('2027');
  await expect(page.getByRole('columnheader', { name: '2028', exact: true })).toBeVisible();
});

test('without a rate it says what is missing', async ({ application, page }) => {
  const id = crypto.randomUUID();
  await page.request.post(`${application.url}/api/plans`, {
    data: { id, name: 'Bare', currency: 'EUR', locale: 'en-IE', firstMonth: '2026-01', months: 12 },
  });
  await page.goto(`${application.url}/plans/${id}/projection`);
  await expect(page.getByRole('heading', { name: 'A projection needs a rate' })).toBeVisible();
});
