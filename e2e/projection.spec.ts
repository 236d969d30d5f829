import { expect, test } from './application.ts';

test('next year follows line by line from one shared rate, a group’s or a line’s own', async ({
  household,
  page,
  budget,
}) => {
  await page.goto(`${household}/projection?year=2026`);
  const row = async (label: string) =>
    (await budget.row(label).getByRole('gridcell').allInnerTexts()).map((text) => text.replace('\u00a0', ' '));
  await expect(page.getByRole('grid')).toBeVisible();
  await expect.poll(() => row('Rent')).toEqual(['2.4 %', '13,680.00', '+328.32', '2.4 %', '14,008.32']);
  await expect.poll(() => row('Heating')).toEqual(['5.5 %', '1,416.00', '+77.88', '5.5 %', '1,493.88']);
  await expect.poll(() => row('Child benefit')).toEqual(['1.8 %', '3,060.00', '+55.08', '1.8 %', '3,115.08']);
  // The nursery ends in July 2027 and stays ended.
  expect((await row('Nursery')).at(-1)).toBe('2,222.08');

  await page.getByRole('button', { name: 'Assumptions' }).click();
  await page.getByLabel('Value of Inflation').fill('5');
  await page.keyboard.press('Enter');
  await expect(budget.cell('Rent', 3)).toHaveText('+684.00');

  await budget.select('Rent', 1);
  await page.keyboard.press('Enter');
  await page.getByRole('radio', { name: 'Its own rate' }).check();
  await page.getByLabel('Its own rate per year').fill('lots');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByRole('alert')).toContainText('is not a valid figure');
  await page.getByLabel('Its own rate per year').fill('10');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(budget.cell('Rent', 5)).toHaveText('15,048.00');
  await expect(budget.explanation()).toContainText('its own rate');

  await page.getByLabel('Growth rate').selectOption({ label: 'Pay rise, 1.8 %' });
  await expect(budget.cell('Nursery', 1)).toHaveText('1.8 %');
  await budget.saved();
  await page.reload();
  await expect(budget.cell('Rent', 5)).toHaveText('15,048.00');
});

test('many years stand side by side, nominal and in today’s money, with a picture', async ({
  household,
  page,
  budget,
}) => {
  await page.goto(`${household}/projection?year=2027`);
  await page.getByLabel('Years', { exact: true }).fill('3');
  await page.getByRole('button', { name: 'Increases' }).click();
  await page.getByRole('radio', { name: 'Both' }).click();
  await expect(page.getByRole('columnheader')).toHaveText([
    'Line', 'Rate', '2027', '2028', '2028, today’s', '2029', '2029, today’s', '2030', '2030, today’s',
  ]); // prettier-ignore
  // What grows with prices stays the same in today's money.
  await expect(budget.cell('Phone and internet', 4)).toHaveText(await budget.figure('Phone and internet', 2));
  await page.getByRole('button', { name: 'Chart' }).click();
  await expect(page.getByRole('img', { name: 'Income, expenses and net from 2027' })).toBeVisible();
  await expect(page.getByRole('table', { name: 'Income, expenses and net from 2027' }).getByRole('row')).toHaveCount(5);
});

test('a projection is taken into the plan as live rules, and agrees with it', async ({ household, page, budget }) => {
  await page.goto(`${household}/projection?year=2026`);
  await page.getByRole('button', { name: 'Add to plan' }).click();
  await page.getByRole('button', { name: 'Project from 2028' }).click();
  await expect(page.getByRole('columnheader', { name: '2029', exact: true })).toBeVisible();
  const rent = await budget.figure('Rent', 5);
  const net = await budget.figure('Net', 5);
  await page.getByRole('button', { name: 'Add to plan' }).click();
  await expect(page.getByText('The plan now ends in December 2029')).toBeVisible();
  await budget.open(2029);
  await expect.poll(() => budget.figure('Rent', 13)).toBe(rent);
  await expect.poll(() => budget.figure('Net', 13)).toBe(net);
  await budget.select('Rent', 1);
  await expect(budget.explanation()).toContainText('(1 + Inflation)');
});

test('without a rate it says what is missing', async ({ application, page }) => {
  const id = crypto.randomUUID();
  await page.request.post(`${application.url}/api/plans`, {
    data: { id, name: 'Bare', currency: 'EUR', locale: 'en-IE', firstMonth: '2026-01', months: 12 },
  });
  await page.goto(`${application.url}/plans/${id}/projection`);
  await expect(page.getByRole('heading', { name: 'No rate yet' })).toBeVisible();
});
