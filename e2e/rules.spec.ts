import { expect, expectAccessible, setMonth, test } from './application.ts';

test('a figure reaches until a month, and the rule goes on after it', async ({ page, budget }) => {
  await budget.select('Rent', 4);
  await page.keyboard.type('1300');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('ArrowDown');
  await setMonth(page, 'Until month', 'July 2026');
  await page.getByRole('radio', { name: /From April 2026 until July 2026/ }).click();
  for (const month of [4, 5, 6, 7]) await expect(budget.cell('Rent', month)).toContainText('1,300.00');
  for (const month of [3, 8]) await expect(budget.cell('Rent', month)).toContainText('1,140.00');
});

test('a pattern says what it does, shows its figures, and becomes the rule', async ({ page, budget }) => {
  await budget.select('Pharmacy', 3);
  await page.keyboard.press('Alt+r');
  const panel = page.getByRole('complementary', { name: 'Rule of Pharmacy' });
  await panel.getByLabel('Use a pattern instead of a formula').selectOption('Every few months');
  await panel.getByLabel('Amount', { exact: true }).fill('30');
  await panel.getByLabel('Every … months').fill('4');
  await expect(panel.getByRole('status')).toHaveText('30.00 every 4 months, first in March 2026.');
  await expect(panel.getByRole('list', { name: 'Resulting figures' })).toContainText('Jul 202630.00');
  await panel.getByLabel('Reach').selectOption('in every month');
  await expectAccessible(page);
  await panel.getByRole('button', { name: 'Use as rule' }).click();
  await expect(budget.cell('Pharmacy', 3)).toHaveText('30.00');
  await expect(budget.cell('Pharmacy', 4)).toHaveText('');
  await expect(budget.cell('Pharmacy', 11)).toHaveText('30.00');
  await expect(panel).toContainText('30.00 every 4 months, first in March 2026');

  await panel.getByLabel('Use a pattern instead of a formula').selectOption('Growing by an assumption');
  await panel.getByLabel('Initial amount').fill('x');
  await expect(panel.getByRole('alert')).toContainText('not a valid figure');
  await panel.getByLabel('Initial amount').fill('100');
  await panel.getByRole('combobox', { name: 'How', exact: true }).selectOption('month');
  await expect(panel.getByRole('status')).toContainText('growing month by month by Inflation');
});

test('steps and exceptions are moved, edited and removed on the timeline', async ({ page, budget }) => {
  await budget.select('Net pay Mara', 3);
  await page.keyboard.press('Alt+r');
  const panelOf = (line: string) => page.getByRole('complementary', { name: `Rule of ${line}` });
  const panel = panelOf('Net pay Mara');
  const step = panel.getByRole('button', { name: 'From July 2026: 2,560.00' });
  await step.focus();
  await page.keyboard.press('ArrowLeft');
  await expect(budget.cell('Net pay Mara', 6)).toContainText('2,560.00');
  await expect(panel.getByRole('button', { name: 'From June 2026: 2,560.00' })).toBeVisible();
  await setMonth(panel, 'Month of: From June 2026', 'October 2026');
  await expect(budget.cell('Net pay Mara', 9)).toHaveText('2,480.00');
  await panel.getByRole('button', { name: 'Remove: From October 2026' }).click();
  await expect(budget.cell('Net pay Mara', 12)).toHaveText('2,480.00');
  await panel.getByRole('button', { name: 'Edit: From the start' }).click();
  await expect(page.getByRole('textbox', { name: 'Rule of Net pay Mara' })).toHaveText('2480');
  await page.keyboard.press('Escape');

  await budget.select('Groceries', 3);
  await expect(page.getByRole('complementary', { name: 'Rule of Groceries' })).toContainText('1 exception');
  await page.getByRole('button', { name: /December 2026, an exception/ }).focus();
  await page.keyboard.press('Delete');
  await expect(budget.cell('Groceries', 12)).toHaveText('640.00');
  await panelOf('Groceries').getByRole('button', { name: 'Close: Rule of Groceries' }).click();
  await expect(page.getByRole('grid')).toBeFocused();
});

test('one key turns figures into rules and back; a rule’s parts tell their values', async ({ page, budget }) => {
  await budget.select('Heating', 3);
  await page.keyboard.press('F8');
  await expect(budget.row('Heating')).toContainText('118 * (1 + Energy prices)^years');
  await expect(budget.row('Household insurance')).toContainText('212.00 a year, paid in March');
  await expect(budget.row('Net')).toContainText('total income − total expenses');
  // Each stands in the month it begins in, and nothing lies over it.
  const unseen = () =>
    page.locator('[role=gridcell] .rule-text').evaluateAll((rules) =>
      rules
        .filter((rule) => {
          const [own, cell] = [rule, rule.parentElement!].map((each) => each.getBoundingClientRect());
          const seen = document.elementFromPoint(own!.left + 6, (own!.top + own!.bottom) / 2);
          const inSight = own!.bottom < document.querySelector('.grid-foot')!.getBoundingClientRect().top;
          return Math.abs(own!.left - cell!.left) > 6 || (inSight && seen !== rule);
        })
        .map((rule) => rule.textContent),
    );
  await expect.poll(unseen).toEqual([]);
  await page.keyboard.press('F8');
  await expect(budget.cell('Heating', 3)).toHaveText('118.00');

  const rule = budget.explanation().getByRole('group', { name: /The rule/ });
  await rule.focus();
  for (const key of ['ArrowRight', 'ArrowRight', 'ArrowRight', 'ArrowRight']) await page.keyboard.press(key);
  await expect(budget.explanation().getByRole('status')).toContainText('Energy prices = 5.5');
  await expect(rule.getByTitle('118 × (1 + Energy prices)^years = 118.00', { exact: true })).toBeVisible();
  await rule.getByTitle(/^years = 0/).click();
  await expect(budget.explanation().getByRole('status')).toContainText('years = 0');
  await budget.explanation().getByRole('button', { name: 'Home and contracts', exact: true }).click();
  await expect(budget.explanation()).toContainText('The sum of its 7 lines');
});

test('exceptions and typed amounts are counted, listed and led to', async ({ page, budget }) => {
  await page.getByRole('button', { name: '11 exceptions' }).click();
  const panel = page.getByRole('complementary', { name: 'Typed figures' });
  await panel.getByRole('button', { name: /Oct 2026/ }).click();
  await expect(budget.explanation()).toContainText('Clothes');
  await panel.getByRole('button', { name: 'Clear all exceptions of Illustration Kofi' }).click();
  await expect(page.getByRole('button', { name: '2 exceptions' }).first()).toBeVisible();
  await panel.getByRole('radio', { name: /amounts in rules/ }).click();
  await panel.getByRole('button', { name: /from May 2027/ }).click();
  await expect(page.getByLabel('Year shown')).toHaveValue('2027');
  await expect(budget.explanation()).toContainText('€1,185.00');
});

test('a rule that looks before the plan’s start explains itself', async ({ page, budget }) => {
  await budget.select('Pharmacy', 1);
  await page.keyboard.type('prior(Rent) + next(Rent, 40) + 1');
  await page.keyboard.press('Enter');
  await page.keyboard.press('ArrowUp');
  await expect(budget.explanation()).toContainText('before the plan');
  await expect(budget.explanation()).toContainText('after the plan');
  await expect(budget.explanation()).toContainText('€1.00');
});
