import { expect, expectAccessible, newWindow, test } from './application.ts';

test('figures roll up to quarters, years and the plan in place, and are explained', async ({ page, budget }) => {
  await budget.select('Rent', 2);
  await page.keyboard.press('Alt+2');
  await expect(budget.cell('Rent', 2)).toHaveText('3,420.00');
  await expect(budget.explanation()).toContainText('Apr – Jun 2026');
  await page.keyboard.type('5');
  await expect(page.getByText('This is calculated from its months.')).toBeVisible();
  await page.keyboard.press('Alt+3');
  await expect(page.getByRole('columnheader')).toHaveText([
    'The whole plan',
    '2026',
    '2027',
    '2028',
    'Plan',
    'Average',
    'Share',
  ]);
  await expect(budget.cell('Rent', 2)).toHaveText('14,040.00');
  await page.keyboard.press('Alt+4');
  await expect(budget.cell('Rent', 1)).toHaveText('41,940.00');
  await page.keyboard.press('Alt+1');
  await page.getByRole('radio', { name: 'Running total' }).click();
  await expect(budget.cell('Rent', 3)).toHaveText('3,420.00');
});

test('columns of totals and shares are shown and hidden, and kept', async ({ page, budget }) => {
  await page.getByRole('button', { name: 'View', exact: true }).click();
  await page.getByRole('menuitemcheckbox', { name: 'Monthly average' }).click();
  await page.getByRole('menuitemcheckbox', { name: 'Share of all expenses' }).click();
  await page.getByRole('menuitemradio', { name: 'Compact' }).click();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('columnheader').filter({ hasText: 'Of costs' })).toBeVisible();
  await page.reload();
  await expect(page.getByRole('columnheader').filter({ hasText: 'Of costs' })).toBeVisible();
  await expect(page.getByRole('columnheader').filter({ hasText: 'Average' })).toHaveCount(0);
  await expect.poll(() => budget.cell('Rent', 1).evaluate((cell) => cell.getBoundingClientRect().height)).toBe(20);
});

test('lines are found, sorted within and across groups, and groups collapsed', async ({ page, budget }) => {
  await budget.select('Rent', 1);
  await page.keyboard.press('Alt+s');
  await page.keyboard.type('insur');
  await expect(page.locator('.grid-row.line')).toHaveCount(3);
  await page.getByRole('button', { name: '3 of 23' }).click();
  await expect(budget.row('Rent')).toBeVisible();

  await page.getByRole('button', { name: 'Sort' }).click();
  await page.getByRole('menuitemradio', { name: 'By total' }).click();
  await page.keyboard.press('Escape');
  await expect(page.locator('.grid-row.line.side-expense .label-text').nth(1)).toHaveText('Kofi’s insurances');
  await budget.selectLabel('Rent');
  await page.keyboard.press('Alt+ArrowDown');
  await expect(page.getByText('The lines are sorted.')).toBeVisible();
  await page.getByRole('button', { name: 'By total' }).click();
  await page.getByRole('menuitem', { name: 'Keep this order' }).click();
  await expect(page.getByRole('button', { name: 'Sort', exact: true })).toBeVisible();
  await expect(page.locator('.grid-row.line.side-expense .label-text').nth(1)).toHaveText('Kofi’s insurances');

  await page.keyboard.press('Escape');
  await budget.selectLabel('Home and contracts');
  await page.keyboard.press(' ');
  await expect(budget.row('Rent')).toHaveCount(0);
  await expect(budget.cell('Home and contracts', 1)).toHaveText('2,113.90');
  await page.keyboard.press(' ');
  await expect(budget.row('Rent')).toBeVisible();
});

test('a locked line and a locked year are kept from editing', async ({ page, budget }) => {
  await budget.select('Rent', 2);
  await page.keyboard.press('Alt+l');
  await page.keyboard.type('5');
  await expect(page.getByText('Rent is locked. Press Alt+L to unlock it.')).toBeVisible();
  await page.keyboard.press('Alt+l');
  await page.getByRole('button', { name: 'View', exact: true }).click();
  await page.getByRole('menuitemcheckbox', { name: 'Lock 2026' }).click();
  await page.keyboard.press('Escape');
  await budget.select('Power', 2);
  await page.keyboard.press('Delete');
  await expect(page.getByText('2026 is locked. Unlock the year')).toBeVisible();
  await page.getByRole('button', { name: '2026 is locked' }).click();
  await budget.select('Power', 2);
  await page.keyboard.type('5');
  await page.keyboard.press('Enter');
  await expect(budget.cell('Power', 2)).toContainText('5.00');
});

test('notes, highlights, emphasis and the style of figures', async ({ page, budget }) => {
  await budget.select('Net', 8);
  await page.keyboard.press('Alt+n');
  await page.getByLabel(/Note; leave it empty/).fill('The summer week costs it.');
  await page.getByRole('button', { name: 'Save note' }).click();
  await expect(budget.cell('Net', 8)).toHaveAttribute('title', /The summer week costs it\./);
  await expect(budget.explanation()).toContainText('The summer week costs it.');

  await budget.select('Illustration Kofi', 6);
  await page.keyboard.press('Shift+F10');
  await page.getByRole('button', { name: 'Highlights …' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('show the word').fill('good month');
  await dialog.getByRole('button', { name: 'Add highlight' }).click();
  await expect(dialog.getByRole('alert')).toContainText('Enter the limit above which it is shown.');
  await dialog.getByLabel('this limit').fill('1500');
  await dialog.getByLabel('with the tone').selectOption('favourable');
  await expectAccessible(page);
  await dialog.getByRole('button', { name: 'Add highlight' }).click();
  await expect(budget.cell('Illustration Kofi', 6)).toHaveClass(/highlight-good/);
  await expect(budget.cell('Illustration Kofi', 5)).not.toHaveClass(/highlight-good/);
  await expect(budget.explanation()).toContainText('good month a month is above €1,500.00');

  await page.keyboard.press('Shift+F10');
  await page.getByRole('button', { name: 'Unit, view and note …' }).click();
  await dialog.getByLabel('Emphasis').selectOption('strongest');
  await dialog.getByRole('button', { name: 'Save' }).click();
  await expect(budget.row('Illustration Kofi')).toHaveClass(/emphasis-clear/);

  await page.getByRole('button', { name: 'Settings' }).click();
  await page.getByLabel('Decimal places').selectOption('0');
  await page.getByLabel('Negative figures').selectOption('in parentheses');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(budget.cell('Net', 8)).toHaveText(/\(740\)/);
  await expect(budget.cell('Net', 13)).toHaveText('9,416');
  await page.emulateMedia({ media: 'print' });
  await expect(page.locator('.print-notes')).toContainText('Net, August 2026');
  // On paper the rows follow each other, and the notes come after the last of them.
  const tops = await page
    .locator('.grid-row, .print-notes')
    .evaluateAll((parts) => parts.map((part) => part.getBoundingClientRect().top));
  expect(tops).toEqual([...tops].sort((a, b) => a - b));
  expect(new Set(tops).size).toBe(tops.length);
});

test('all months of a year, and all rows of a projection, are on paper', async ({ household, page, budget }) => {
  // A4 across, between its margins.
  const paper = { width: 1032, height: 703 };
  const printed = async () => {
    await page.emulateMedia({ media: 'print' });
    await page.setViewportSize(paper);
    await page.evaluate(() => window.dispatchEvent(new Event('beforeprint')));
  };
  await printed();
  const beyond = () =>
    page
      .getByRole('columnheader')
      .evaluateAll(
        (all, width) => all.filter((each) => each.getBoundingClientRect().right > width).length,
        paper.width,
      );
  await expect(page.getByRole('columnheader')).toHaveCount(16);
  await expect.poll(beyond).toBe(0);
  await expect(budget.row('Cinema and outings')).toHaveCount(1);
  const pdf = await page.pdf({ format: 'A4', landscape: true, preferCSSPageSize: true });
  expect(pdf.subarray(0, 5).toString()).toBe('%PDF-');

  await page.emulateMedia({ media: 'screen' });
  await page.goto(`${household}/projection?year=2026`);
  await page.getByRole('row').nth(5).waitFor();
  const rows = Number(await page.getByRole('grid').getAttribute('aria-rowcount'));
  await printed();
  await expect(page.getByRole('row')).toHaveCount(rows);
  await expect.poll(beyond).toBe(0);
});

test('a link to a view shows exactly that view, and leaves one’s own as it was', async ({
  context,
  household,
  page,
}) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  await page.goto(`${household}/budget?year=2027`);
  await page.getByRole('radio', { name: 'Quarters' }).click();
  await page.getByRole('searchbox', { name: 'Find lines' }).fill('pay');
  await page.getByRole('button', { name: 'View', exact: true }).click();
  await page.getByRole('button', { name: 'Copy a link to this view' }).click();
  await expect(page.getByText('The link to this view was copied.')).toBeVisible();
  const link = await page.evaluate(() => navigator.clipboard.readText());

  // Somebody else's browser has a view of its own.
  const other = await newWindow(context.browser()!);
  const theirs = await other.newPage();
  await theirs.goto(link);
  await expect(theirs.getByRole('radio', { name: 'Quarters' })).toBeChecked();
  await expect(theirs.getByRole('searchbox', { name: 'Find lines' })).toHaveValue('pay');
  await expect(theirs.getByRole('rowheader', { name: 'Net pay Mara' })).toBeVisible();
  await expect(theirs.getByRole('rowheader', { name: 'Rent' })).toBeHidden();
  await theirs.goto(`${household}/budget?year=2027`);
  await expect(theirs.getByRole('radio', { name: 'Months' })).toBeChecked();
  await expect(theirs.getByRole('rowheader', { name: 'Rent' })).toBeVisible();
  await other.close();
});
