import { WRITTEN_FOR, expect, expectAccessible, test } from './application.ts';

test.describe('on a server of one’s own', () => {
  // The list of plans is looked at.
  test.use({ alone: true, now: WRITTEN_FOR });

  test('an empty plan is created, with what is wrong said in its place', async ({ application, page }) => {
    await page.goto(application.url);
    await page.getByRole('button', { name: 'New plan' }).click();
    await page.getByRole('button', { name: /Empty plan/ }).click();
    await page.getByRole('button', { name: 'Continue' }).click();
    const main = page.getByRole('main');
    await page.getByLabel('Name', { exact: true }).fill('');
    await page.getByRole('button', { name: 'Create plan' }).click();
    await expect(main).toContainText('Enter a name for the plan.');
    await page.getByLabel('Name', { exact: true }).fill('Garden club');
    await page.getByLabel('Currency').fill('EURO');
    await page.getByLabel('Number of months').fill('601');
    await page.getByRole('button', { name: 'Create plan' }).click();
    await expect(main).toContainText('Enter a currency code such as EUR.');
    await expect(main).toContainText('Enter a whole number of months from 1 to 600.');
    await expect(page.getByLabel('Name', { exact: true })).toHaveValue('Garden club');
    await page.getByLabel('Currency').fill('CHF');
    await page.getByLabel('Number of months').fill('600');
    await page.getByLabel('First month').selectOption('April');
    await page.getByLabel('First year').selectOption('2026');
    await page.getByRole('button', { name: 'Create plan' }).click();
    await expect(page.getByRole('heading', { name: 'Garden club' })).toBeVisible();
    await expect(page.getByRole('heading', { name: 'An empty plan' })).toBeVisible();
    await expect(page.getByText('Net for 2026')).toBeHidden();
    await expect(page.getByRole('region', { name: 'How it is calculated' })).toBeHidden();
    await page.getByRole('button', { name: 'Add the usual groups' }).click();
    await expect(page.getByRole('rowheader', { name: 'Fixed costs', exact: true })).toBeVisible();
    await expect(page.getByText('Net for 2026')).toBeVisible();
    await expect(page.getByRole('region', { name: 'How it is calculated' })).toBeVisible();
    await page.getByRole('link', { name: 'Plans' }).click();
    await expect(page.getByRole('row', { name: /Garden club/ })).toContainText('600 months');
  });
});

test('a ready-made plan is adapted in three steps, by keyboard, with totals and a verdict', async ({
  application,
  page,
}) => {
  await page.goto(`${application.url}/new`);
  await page.getByRole('button', { name: /A family/ }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByText('The totals follow as you type.')).toBeVisible();

  await page.getByLabel('Net pay, first, amount').focus();
  await page.keyboard.type('2,400');
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Net pay, second, amount')).toBeFocused();
  await page.getByLabel('Rent or mortgage, amount').fill('3000');
  await expect(page.getByText('Expenses are €600.00 more than the income.')).toBeVisible();
  // What was typed outlives the page; the browser's Back goes a step back in the guide, and Forward on.
  await page.reload();
  await expect(page.getByLabel('Rent or mortgage, amount')).toHaveValue('3000');
  await page.goBack();
  await expect(page.getByRole('button', { name: /A family/ })).toHaveAttribute('aria-pressed', 'true');
  await page.goForward();
  await expect(page.getByLabel('Net pay, first, amount')).toHaveValue('2,400');
  await page.getByLabel('Rent or mortgage, amount').fill('1000');
  await page.getByLabel('Repairs, amount').fill('300');
  await page.getByLabel('Insurances, amount').fill('12,5,0');
  await expect(page.getByRole('alert')).toContainText('cannot be read as one figure');
  await page.getByRole('button', { name: 'Continue' }).click();
  await expect(page.getByRole('heading', { name: 'What are your income and expenses?' })).toBeVisible();
  await page.getByLabel('Insurances, amount').fill('600');
  await page.getByLabel('Month of Insurances').selectOption('in Mar');
  await expect(page.getByText('Expenses fit the income; an average month leaves €1,250.00.')).toBeVisible();
  await page.getByLabel('Keep Net pay, second').uncheck();
  await page.getByLabel('Add line to Home').fill('Garden allotment');
  await page.keyboard.press('Enter');
  await page.getByLabel('Garden allotment, amount').fill('25');
  await expectAccessible(page);

  await page.getByRole('button', { name: 'Continue' }).click();
  await page.getByLabel('First year').selectOption('2027');
  await page.getByRole('button', { name: 'Create plan' }).click();
  await expect(page.getByRole('heading', { name: 'Our household' })).toBeVisible();
  await page.getByLabel('Year shown').selectOption('2027');
  const row = (name: string) =>
    page.getByRole('row').filter({ has: page.getByRole('rowheader', { name, exact: true }) });
  await expect(row('Garden allotment').getByRole('gridcell').nth(11)).toHaveText('25.00');
  await expect(row('Repairs').getByRole('gridcell').nth(3)).toHaveText('300.00');
  await expect(row('Repairs').getByRole('gridcell').nth(4)).toHaveText('');
  await expect(row('Insurances').getByRole('gridcell').nth(2)).toHaveText('600.00');
  await expect(row('Net pay, second')).toHaveCount(0);
});

test('a whole list is typed without the mouse: name, Tab, amount, Tab or Enter, the next name', async ({
  application,
  page,
}) => {
  await page.goto(`${application.url}/new`);
  await page.getByRole('button', { name: /A club/ }).click();
  await page
    .getByLabel(/^Add line to/)
    .first()
    .focus();
  await page.keyboard.type('Teaching');
  await page.keyboard.press('Tab');
  await page.keyboard.type('3150');
  await page.keyboard.press('Tab');
  await page.keyboard.type('Raffle');
  await page.keyboard.press('Enter');
  await page.keyboard.type('250.50');
  await page.keyboard.press('Enter');
  await page.keyboard.type('Leftover stand');
  await page.getByRole('button', { name: 'Continue' }).focus();
  await expect(page.getByLabel('Teaching, amount')).toHaveValue('3150');
  await expect(page.getByLabel('Raffle, amount')).toHaveValue('250.50');
  await expect(page.getByLabel('Leftover stand, amount')).toHaveValue('');
  await expect(page.locator('.guided-totals')).toContainText('€3,400.50');
  // Another way of writing figures changes none of them.
  await page.getByRole('combobox', { name: 'Number format' }).selectOption('de-DE');
  await expect(page.getByLabel('Raffle, amount')).toHaveValue('250,5');
  await expect(page.locator('.guided-totals')).toContainText('3.400,50');
});
