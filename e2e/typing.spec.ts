import { expect, test, type Budget } from './application.ts';

/** Does what someone else does to the plan meanwhile. */
const other = async ({ page, plan }: Budget, command: object) => {
  const response = await page.request.post(`${plan.replace('/plans/', '/api/plans/')}/commands`, {
    data: { id: crypto.randomUUID(), command },
  });
  expect(response.status()).toBe(200);
};

test('what is typed stays with its line when rows come above it, and its line is where one goes on', async ({
  page,
  budget,
}) => {
  await budget.select('Heating', 3);
  await page.keyboard.type('12');
  await other(budget, {
    kind: 'line.add',
    id: 'above',
    group: 'group-pay-and-benefits',
    name: 'Somebody’s line',
    unit: 'money',
    before: null,
  });
  await expect(page.getByRole('rowheader', { name: 'Somebody’s line' })).toBeVisible();
  await page.keyboard.type('34');
  await page.keyboard.press('Enter');
  await expect.poll(() => budget.figure('Heating', 3)).toContain('1,234.00');
  await expect.poll(() => budget.figure('Rent', 3)).toBe('1,140.00');
});

test('what is typed is taken for its own month when another year or other spans are chosen', async ({
  page,
  budget,
}) => {
  await budget.select('Heating', 3);
  await page.keyboard.type('777');
  await page.getByRole('button', { name: 'Next year' }).click();
  await expect(page.getByLabel('Year shown')).toHaveValue('2027');
  await page.getByRole('button', { name: 'Previous year' }).click();
  await expect(budget.cell('Heating', 3)).toContainText('777.00');

  await budget.select('Heating', 4);
  await page.keyboard.type('778');
  await page.getByRole('radio', { name: 'Quarters' }).click();
  await expect(page.getByRole('columnheader').filter({ hasText: 'Jan – Mar' }).first()).toBeVisible();
  // The keys are the grid's.
  await page.getByRole('grid').focus();
  await page.keyboard.press('Alt+1');
  await expect(budget.cell('Heating', 4)).toContainText('778.00');
});

test('what cannot be taken when the page is left is said', async ({ page, budget }) => {
  await budget.select('Heating', 3);
  await page.keyboard.type('1,2,3');
  await page.getByRole('link', { name: 'Checks', exact: true }).click();
  await expect(page.getByText(/“1,2,3” was not accepted/)).toBeVisible();
});

test('what is typed into a line that is deleted meanwhile is said to be dropped', async ({ page, budget }) => {
  await other(budget, {
    kind: 'line.add',
    id: 'short-lived',
    group: 'group-pay-and-benefits',
    name: 'Short-lived',
    unit: 'money',
    before: null,
  });
  await budget.select('Short-lived', 3);
  await page.keyboard.type('55');
  await other(budget, { kind: 'line.delete', line: 'short-lived' });
  await expect(page.getByText(/“55” was not accepted. This line is no longer in the plan/)).toBeVisible();
  await page.getByRole('grid').focus();
  await page.keyboard.press('ArrowDown');
  await expect(page.getByRole('region', { name: 'How it is calculated' })).toBeVisible();
});

test('a value typed on the shelf is taken when the shelf is closed by its key', async ({ page, budget }) => {
  await page.keyboard.press('Alt+a');
  const inflation = page.getByLabel('Value of Inflation', { exact: true });
  await inflation.click();
  await page.keyboard.type('3.5');
  await page.keyboard.press('Alt+a');
  await expect(page.getByRole('complementary', { name: 'Assumptions' })).toHaveCount(0);
  await page.keyboard.press('Alt+a');
  await expect(inflation).toHaveValue('3.5\u00a0%');
  await inflation.click();
  await page.keyboard.type('x');
  await page.keyboard.press('Alt+a');
  await expect(page.getByRole('alert')).toBeVisible();
  await expect(inflation).toBeFocused();
  await expect(budget.page.getByRole('grid')).toBeVisible();
});

test('a figure that is only opened makes no exception; a formula typed quickly loses no letter', async ({
  page,
  budget,
}) => {
  await budget.select('Groceries', 5);
  await page.keyboard.press('F2');
  await page.keyboard.press('Enter');
  await budget.select('Groceries', 5);
  await expect(page.getByRole('region', { name: 'How it is calculated' })).not.toContainText('exception');
  await page.keyboard.type('Rent * 2 + Heating', { delay: 0 });
  await expect(page.getByRole('textbox', { name: 'Rule of Groceries' })).toHaveText('Rent * 2 + Heating');
  await page.keyboard.press('Escape');
});

test('Enter takes a formula that is written in full, whether its last name is just being offered or not', async ({
  page,
  budget,
}) => {
  for (const [nth, name] of ['years', 'month', 'Rent', 'Pay rise', 'Total income', 'Cargo bike.payment'].entries()) {
    await budget.select('Groceries', nth + 1);
    await page.keyboard.type(`0 * ${name} + ${nth} + 0 * ${name}`, { delay: 0 });
    await expect(page.getByRole('listbox')).toBeVisible();
    await page.keyboard.press('Enter');
    await expect(budget.cell('Groceries', nth + 1)).toContainText(`${nth}.00`);
  }
});

test('a remote row does not move what is being looked at', async ({ page, budget }) => {
  await budget.select('Rent', 3);
  const grid = page.getByRole('grid');
  await grid.evaluate((element) => element.scrollTo({ top: 260 }));
  await expect.poll(() => grid.evaluate((element) => element.scrollTop)).toBe(260);
  await other(budget, {
    kind: 'line.add',
    id: 'above',
    group: 'group-pay-and-benefits',
    name: 'Above',
    unit: 'money',
    before: null,
  });
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await expect.poll(() => grid.evaluate((element) => element.scrollTop)).toBe(260);
});

test('the name of a new line takes the keys at once, however slow the machine', async ({ page, budget }) => {
  const slow = await page.context().newCDPSession(page);
  await budget.selectLabel('Rent');
  await slow.send('Emulation.setCPUThrottlingRate', { rate: 8 });
  await page.keyboard.type('+Chimney sweep');
  const name = page.getByLabel('Name of the line');
  await expect(name).toHaveValue('Chimney sweep');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('rowheader', { name: 'Chimney sweep' })).toBeVisible();
});
