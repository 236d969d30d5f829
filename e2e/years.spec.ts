import { Budget, expect, test } from './application.ts';

test('a year begins in April where that is chosen: its twelve months stand together, and it is named by both years', async ({
  page,
  stall,
}) => {
  const budget = new Budget(page, stall);
  await budget.open();
  // The stall runs from April to March: with years from January it is in two of them.
  const years = page.getByLabel('Year shown').getByRole('option');
  const letBegin = async (month: string) => {
    await page.getByRole('button', { name: 'Settings' }).click();
    const dialog = page.getByRole('dialog');
    await dialog.getByLabel('Year begins in').selectOption(month);
    await dialog.getByRole('button', { name: 'Save' }).click();
  };
  await letBegin('January');
  await expect(years).toHaveText(['2026', '2027']);
  await letBegin('April');

  await expect(years).toHaveText(['2026/27']);
  const headings = page.getByRole('columnheader');
  await expect(headings.nth(0)).toHaveText('2026/27');
  await expect(headings.nth(1)).toHaveText('Apr');
  await expect(headings.nth(12)).toHaveText('Mar');
  await expect(page.getByText('Net for 2026/27:')).toBeVisible();

  // Quarters begin with it, and what a loaf costs in one is all its costs by all its loaves.
  await page.getByRole('grid').focus();
  await page.keyboard.press('Alt+2');
  await expect(headings.nth(1)).toHaveText('Apr – Jun');
  const figure = async (label: string, column: number) => Number((await budget.figure(label, column)).replace(',', ''));
  await budget.reveal('Unit cost');
  const [cost, sold, each] = [
    await figure('Total expenses', 2),
    await figure('Loaves sold', 2),
    await figure('Unit cost', 2),
  ];
  expect(each).toBeCloseTo(cost / sold, 1);
  await budget.select('Unit cost', 2);
  await expect(budget.explanation()).toContainText('Its rule applied to the totals of these months');

  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(years).toHaveText(['2026', '2027']);
});

test('a locked year keeps years from beginning in another month, and says which', async ({ page, budget }) => {
  await page.getByRole('button', { name: 'View' }).click();
  await page.getByText('Lock 2026 against editing').click();
  await expect(page.getByRole('button', { name: '2026 is locked' })).toBeVisible();
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Settings' }).click();
  await page.getByRole('dialog').getByLabel('Year begins in').selectOption('July');
  await page.getByRole('dialog').getByRole('button', { name: 'Save' }).click();
  await expect(page.getByRole('alert')).toHaveText(
    'The first month of the year cannot be changed while 2026 is locked. Unlock it first.',
  );
  await page.getByRole('dialog').getByRole('button', { name: 'Cancel' }).click();
  await expect(page.getByLabel('Year shown')).toHaveValue('2026');
  await expect(budget.cell('Rent', 1)).toBeVisible();
});

test('a balance goes on from its last figure when the plan is rolled forward, and its line says that it follows its rule', async ({
  page,
  household,
  budget,
}) => {
  // Someone keeps a balance, from a figure typed in the last month but one.
  const order = async (command: object) => {
    const address = `${household.replace('/plans/', '/api/plans/')}/commands`;
    const answer = await page.request.post(address, { data: { id: crypto.randomUUID(), command } });
    expect(answer.status()).toBe(200);
  };
  await order({
    kind: 'line.add',
    id: 'balance',
    group: 'group-worth-knowing',
    name: 'Jar',
    unit: 'money',
    before: null,
  });
  await order({
    kind: 'line.setFormula',
    line: 'balance',
    month: '2026-01',
    reach: 'every',
    formula: 'prior(Jar) + Net',
  });
  await order({ kind: 'line.setFigure', line: 'balance', month: '2028-12', reach: 'month', figure: 1200 });

  await page.goto(`${household}/projection?year=2028`);
  const rate = (line: string) => budget.row(line).getByRole('gridcell').first();
  await expect(rate('Rent')).toHaveText('2.1 %');
  await expect(rate('Cargo bike payment')).toHaveText('own rule');
  await rate('Cargo bike payment').click();
  await expect(budget.explanation()).toContainText('No rate: it continues and ends with the loan or fund it follows.');
  await page.getByRole('button', { name: 'Add to plan' }).click();
  await expect(page.getByText(/The plan now ends in December 20\d\d/)).toBeVisible();

  await budget.open(2029);
  const amount = async (line: string, column: number) =>
    Number((await budget.figure(line, column)).replace('−', '-').replace(/[^\d.-]/g, ''));
  const net = [await amount('Net', 1), await amount('Net', 2)];
  await budget.reveal('Jar');
  await expect.poll(() => amount('Jar', 1)).toBeCloseTo(1200 + net[0]!, 1);
  await expect.poll(() => amount('Jar', 2)).toBeCloseTo(1200 + net[0]! + net[1]!, 1);
  await budget.select('Jar', 1);
  await expect(budget.explanation()).toContainText('prior(Jar) + Net');
});

test('a loan follows its rate by date: the payment changes, or the term where that is chosen', async ({
  page,
  household,
}) => {
  await page.goto(`${household}/loans`);
  // Someone lets the rate rise in March 2027.
  const response = await page.request.post(`${household.replace('/plans/', '/api/plans/')}/commands`, {
    data: {
      id: crypto.randomUUID(),
      command: { kind: 'assumption.setStep', assumption: 'assumption-bike-loan-rate', from: '2027-03', value: 0.09 },
    },
  });
  expect(response.status()).toBe(200);
  await expect(page.getByText(/^at first; .* from Mar 2027$/)).toBeVisible();
  await expect(page.getByText('after 42 months')).toBeVisible();
  await expect(page.getByRole('columnheader', { name: 'Rate' })).toBeVisible();
  await page.getByRole('radiogroup', { name: 'A new rate changes' }).getByText('term').click();
  await expect(page.getByText(/^after 4[3-9] months$/)).toBeVisible();

  await page.getByRole('button', { name: 'Add extra payment' }).click();
  await expect(page.getByText(/^after 4[3-9] months$/)).toBeHidden();
  await page.getByLabel('Effect of extra payment 1').selectOption('lowers the payment');
  await expect(page.getByText(/it changes \d+ times/)).toBeVisible();
});
