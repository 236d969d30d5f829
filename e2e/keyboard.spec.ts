import type { Page } from '@playwright/test';
import { Budget, expect, test } from './application.ts';

/** Returns what has the keyboard: never the page as a whole, where no key does anything. */
const active = (page: Page) =>
  page.evaluate(() => {
    const element = document.activeElement;
    if (element === null || element === document.body) return 'nothing';
    return element.getAttribute('aria-label') ?? element.textContent?.trim() ?? '';
  });

test('after every action on entries the keyboard is where the next key belongs', async ({ household, page }) => {
  await page.goto(`${household}/spending?view=standing`);
  const confirm = page.getByRole('button', { name: /^Confirm/ });
  await expect(confirm.first()).toBeVisible();
  for (const key of ['Enter', 'Enter'] as const) {
    const many = await confirm.count();
    await confirm.first().focus();
    await page.keyboard.press(key);
    await expect(confirm).toHaveCount(many - 1);
    await expect.poll(() => active(page)).toContain('Confirm');
  }
  await page.keyboard.press('Control+z');
  await expect.poll(() => active(page)).not.toBe('nothing');

  // N begins an entry from wherever one is; what was entered is taken back from the form that is empty again.
  await page.getByRole('link', { name: 'Budget', exact: true }).click();
  await page.getByRole('link', { name: 'Spending', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Spending' })).toBeVisible();
  await page.keyboard.press('n');
  const what = page.getByRole('combobox', { name: 'Description' });
  await expect(what).toBeFocused();
  await page.keyboard.type('Corner shop');
  await page.getByRole('textbox', { name: 'Amount', exact: true }).fill('3.20');
  await page.keyboard.press('Enter');
  await expect(what).toBeFocused();
  await expect(page.getByText('Added: Corner shop.')).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(page.getByText(/^Undone: Added: Corner shop/)).toBeVisible();

  // From month to month the keyboard stays on the button, or comes to its like at the end.
  const before = page.getByRole('button', { name: 'Previous month' });
  await before.focus();
  await page.keyboard.press('Enter');
  await page.keyboard.press('Enter');
  await expect(before).toBeFocused();
});

test('the first Tab leads past the navigation, and a tool used with the mouse leaves the keyboard in the budget', async ({
  household,
  page,
}) => {
  await page.goto(`${household}/spending`);
  await expect(page.getByRole('heading', { name: 'Spending' })).toBeVisible();
  await page.keyboard.press('Tab');
  await expect(page.getByRole('link', { name: 'Skip to the page' })).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('main')).toBeFocused();
  const budget = new Budget(page, household);
  await budget.open();
  await budget.select('Rent', 3);
  await page.getByRole('button', { name: 'Try', exact: true }).click();
  await page.keyboard.type('1300');
  await page.keyboard.press('Enter');
  await expect.poll(() => budget.figure('Rent', 3)).toContain('1,300.00');
});

const DIALOGS: readonly [page: string, button: RegExp][] = [
  ['spending?view=standing', /^New recurring entry/],
  ['accounts', /^New account/],
  ['loans', /^Add to budget/],
  ['loans', /^New loan/],
  ['lists', /^New list/],
  ['people', /^Leave this plan/],
  ['budget', /^Settings/],
  ['budget', /^Keyboard shortcuts/],
];

test('every dialog has the keyboard, is closed by Escape, and gives the keyboard back', async ({ household, page }) => {
  for (const [path, name] of DIALOGS) {
    await page.goto(`${household}/${path}`);
    // A page that opens takes the keyboard once: what is pressed before that is not what is tried here.
    if (path === 'budget') await expect(page.getByRole('grid')).toBeFocused();
    const button = page.getByRole('button', { name }).first();
    await button.focus();
    await page.keyboard.press('Enter');
    const dialog = page.getByRole('dialog');
    await expect(dialog).toBeVisible();
    await expect.poll(() => dialog.evaluate((element) => element.contains(document.activeElement))).toBe(true);
    await page.keyboard.press('Escape');
    await expect(dialog, `${path} ${name}`).toHaveCount(0);
    await expect(button).toBeFocused();
  }
});

test('Ctrl+Z in a field that was just taken takes that back, and in one that is being typed into what is typed', async ({
  household,
  page,
}) => {
  await page.goto(`${household}/loans`);
  const rate = page.getByRole('textbox', { name: /rate/i }).first();
  await rate.click();
  const before = await rate.inputValue();
  await page.keyboard.type('9');
  await page.keyboard.press('Enter');
  await expect(rate).toHaveValue('9');
  await page.keyboard.press('Control+z');
  await expect(rate).toHaveValue(before);
  await expect(rate).toBeFocused();
  await page.keyboard.press('Control+y');
  await expect(rate).toHaveValue('9');
  // What is only typed is the field's own.
  await page.keyboard.type('8');
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Escape');
  await expect(rate).toHaveValue('9');
});

/** States what leads out of the plan, takes something away for good, or opens what a browser asks for itself. */
const APART = /^(Delete|Leave|Remove|Sign out|Print|Import|Fetch|Send|Undo|Redo)/;

test('whatever is pressed beside the figures, the keyboard is left within the window, and Escape leaves it there', async ({
  household,
  page,
}) => {
  const isLost = () =>
    page.evaluate(async () => {
      // What becomes of it is settled when the page has been drawn twice.
      for (let drawn = 0; drawn < 2; drawn++) await new Promise(requestAnimationFrame);
      return document.activeElement === document.body;
    });
  for (const view of ['budget', 'spending', 'accounts', 'lists', 'checks', 'print']) {
    const address = `${household}/${view}`;
    await page.goto(address);
    await expect(page.getByRole('main').getByRole('button').first()).toBeVisible();
    const names = await page.evaluate(() =>
      [...document.querySelectorAll('main button:not(:disabled)')]
        .filter((button) => button.getClientRects().length > 0 && !button.closest('[role=grid]'))
        .map((button) => (button.getAttribute('aria-label') ?? button.textContent).trim()),
    );
    for (const name of [...new Set(names)].filter((each) => each !== '' && !APART.test(each)).slice(0, 8)) {
      const button = page.getByRole('main').getByRole('button', { name, exact: true }).first();
      if (!(await button.isVisible()) || !(await button.isEnabled())) continue;
      await button.click({ timeout: 3000 });
      await expect.poll(isLost, { message: `${view}: ${name}` }).toBe(false);
      await page.keyboard.press('Escape');
      await expect.poll(isLost, { message: `${view}: ${name}, and Escape` }).toBe(false);
      if (page.url() !== address) await page.goto(address);
    }
  }
});
