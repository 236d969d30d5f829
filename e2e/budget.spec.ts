import { Budget, expect, expectAccessible, test } from './application.ts';

test('twelve months, year, average and share fit at 1280 by 800', async ({ page, budget }) => {
  const grid = page.getByRole('grid');
  await expect.poll(() => grid.evaluate((element) => element.scrollWidth - element.clientWidth)).toBe(0);
  await expect.poll(() => page.evaluate(() => document.documentElement.scrollHeight - window.innerHeight)).toBe(0);
  await expect(page.getByRole('columnheader')).toHaveText([
    '2026',
    'Jan',
    'Feb',
    'Mar',
    'Apr',
    'May',
    'Jun',
    'Jul',
    'Aug',
    'Sept',
    'Oct',
    'Nov',
    'Dec',
    'Year',
    'Average',
    'Share',
  ]);
  await expect.poll(() => budget.figure('Rent', 13)).toBe('13,680.00');
  await expect.poll(() => budget.figure('Rent', 14)).toBe('1,140.00');
  await expect.poll(() => budget.figure('Rent', 15)).toBe('28.4\u00a0%');
  await expect.poll(() => budget.figure('Home and contracts, subtotal', 1)).toBe('2,113.90');
  await expect.poll(() => budget.figure('Net', 8)).toBe('−739.52');
});

test('labels, headings and closing rows stay in sight', async ({ page, budget }) => {
  await page.getByRole('button', { name: 'Assumptions' }).click();
  const grid = page.getByRole('grid');
  await grid.evaluate((element) => element.scrollTo(500, 500));
  await expect(page.getByRole('columnheader', { name: '2026' })).toBeInViewport();
  await expect(page.getByRole('rowheader', { name: 'Groceries', exact: true })).toBeInViewport();
  await expect(budget.row('Net')).toBeInViewport();
  await expect(budget.cell('Net', 13)).toBeInViewport();
});

test('a figure reaches this month, from here on, or every month', async ({ page, budget }) => {
  await budget.select('Rent', 3);
  await page.keyboard.type('1200');
  await expect(page.getByRole('radio', { name: /March 2026 only/ })).toHaveAttribute('aria-checked', 'true');
  await page.keyboard.press('Enter');
  await expect.poll(() => budget.figure('Rent', 3)).toContain('1,200.00');
  await expect.poll(() => budget.figure('Rent', 4)).toBe('1,140.00');
  await expect(budget.cell('Rent', 3)).toHaveClass(/mark-exception/);
  await budget.reveal('Total expenses');
  await expect.poll(() => budget.figure('Total expenses', 3)).toBe('3,336.52');
  await budget.reveal('Rent');

  await budget.select('Rent', 6);
  await page.keyboard.type('1250');
  await page.keyboard.press('ArrowDown');
  await expect(page.getByRole('radio', { name: /From June 2026 on/ })).toHaveAttribute('aria-checked', 'true');
  await expect(page.getByRole('radio', { name: /From June 2026 on/ })).toContainText('replaces 1 dated step');
  await page.keyboard.press('Enter');
  await expect.poll(() => budget.figure('Rent', 5)).toBe('1,140.00');
  await expect.poll(() => budget.figure('Rent', 12)).toBe('1,250.00');
  await expect(budget.cell('Rent', 6)).toHaveClass(/mark-step/);

  await budget.select('Rent', 2);
  await page.keyboard.type('1000');
  await page.keyboard.press('Control+Shift+Enter');
  for (const month of [1, 3, 6, 12]) await expect.poll(() => budget.figure('Rent', month)).toBe('1,000.00');

  await budget.saved();
  await page.reload();
  await expect.poll(() => budget.figure('Rent', 12)).toBe('1,000.00');
});

test('an exception is cleared, and another month emptied, with the Delete key', async ({ page, budget }) => {
  await budget.select('Illustration Kofi', 5);
  await page.keyboard.press('Delete');
  await expect.poll(() => budget.figure('Illustration Kofi', 5)).toBe('1,250.00');
  await page.keyboard.press('Delete');
  await expect(budget.cell('Illustration Kofi', 5)).not.toContainText(/\d/);
  await expect(budget.cell('Illustration Kofi', 5)).toHaveClass(/mark-exception/);
  await page.keyboard.press('Control+z');
  await expect.poll(() => budget.figure('Illustration Kofi', 5)).toBe('1,250.00');
});

test('what is no figure is said at its place and nothing is lost', async ({ page, budget }) => {
  await budget.select('Rent', 3);
  const alert = page.locator('.entry-problem');
  for (const [typed, message] of [
    ['12,5,0', 'cannot be read as one figure'],
    ['1e999', 'exponent'],
    ['99999999999999', 'too large'],
  ] as const) {
    await page.keyboard.type(typed);
    await page.keyboard.press('Enter');
    await expect(alert).toContainText(message);
    await expect(page.getByLabel('Rent, March 2026')).toHaveValue(typed);
    await page.keyboard.press('Escape');
  }
  await page.keyboard.type('5');
  await page.getByLabel('Rent, March 2026').evaluate((input) => {
    const data = new DataTransfer();
    data.setData('text', '1\t2\n3');
    input.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }));
  });
  await expect(alert).toContainText('more than one figure');
  // Leaving with the mouse does not throw away what cannot be taken.
  await page.keyboard.type('x,');
  await budget.cell('Heating', 9).click();
  await expect(page.getByRole('textbox', { name: 'Rule of Rent' })).toBeFocused();
  await page.keyboard.press('Escape');
  await expect.poll(() => budget.figure('Rent', 3)).toBe('1,140.00');
});

test('a rule is written with completion, shows its result, and points at its errors', async ({ page, budget }) => {
  await budget.select('Pharmacy', 1);
  await page.keyboard.type('Net pay Mara * 2% + Hea');
  const field = page.getByRole('textbox', { name: 'Rule of Pharmacy' });
  await expect(field).toHaveText('Net pay Mara * 2% + Hea');
  await expect(page.locator('.cm-completionLabel').first()).toHaveText('Heating');
  await page.keyboard.press('Enter');
  await expect(field).toHaveText('Net pay Mara * 2% + Heating');
  await expect(page.locator('.entry-result')).toContainText('January 2026: €167.60');
  await page.keyboard.type(' +');
  await expect(page.locator('.entry-problem')).toContainText('Column 30: Something is missing at the end');
  await page.keyboard.press('Backspace');
  await page.keyboard.press('Backspace');
  await page.keyboard.press('Enter');
  await expect.poll(() => budget.figure('Pharmacy', 7)).toBe('169.20');

  await budget.select('Pharmacy', 1);
  await page.keyboard.press('Control+Enter');
  await expect(field).toHaveText('Net pay Mara * 2% + Heating');
  await page.keyboard.press('Control+a');
  await page.keyboard.type('Pharmacy + 1');
  await page.keyboard.press('Control+Shift+Enter');
  await expect(page.locator('.entry-problem').first()).toContainText(
    'Pharmacy needs Pharmacy itself: a circular reference',
  );
  await page.keyboard.press('Control+a');
  await page.keyboard.type('Rnt * 2');
  await expect(page.locator('.entry-problem')).toContainText(
    'Column 1: Nothing in this plan is named Rnt. Did you mean Rent?',
  );
});

test('what is typed before the formula field has arrived is not lost', async ({ household, page, budget }) => {
  await page.route('**/FormulaField-*.js', async (route) => {
    await new Promise((resolve) => setTimeout(resolve, 2500));
    await route.continue();
  });
  await page.goto(`${household}/budget?year=2026`);
  await budget.select('Pharmacy', 1);
  await page.keyboard.type('Net pay Mara * 2% + Hea');
  await expect(page.getByRole('textbox', { name: 'Rule of Pharmacy' })).toHaveText('Net pay Mara * 2% + Hea');
  await expect(page.locator('.cm-completionLabel').first()).toHaveText('Heating');
  await page.keyboard.press('Enter');
  await page.keyboard.press('Enter');
  await expect(budget.cell('Pharmacy', 1)).toHaveText('167.60');
});

test('lines and groups are added, renamed, moved, duplicated and deleted by keyboard', async ({ page, budget }) => {
  await budget.selectLabel('Rent');
  await page.keyboard.press('+');
  const name = page.getByLabel('Name of the line');
  await expect(name).toHaveValue('New line');
  await page.keyboard.type('heating');
  await page.keyboard.press('Enter');
  await expect(page.locator('.entry-problem')).toContainText('There is already a line named Heating');
  await expect(name).toHaveValue('heating');
  await page.keyboard.press('Control+a');
  await page.keyboard.type('Chimney sweep');
  await page.keyboard.press('Enter');
  const labels = () => page.locator('.grid-row.line .label-text').allInnerTexts();
  await expect.poll(async () => (await labels()).slice(3, 6)).toEqual(['Rent', 'Chimney sweep', 'Heating']);
  // Its figures come next.
  await page.keyboard.type('45');
  await page.keyboard.press('Enter');
  await expect(budget.cell('Chimney sweep', 1)).toHaveText('45.00');
  await budget.selectLabel('Chimney sweep');

  await page.keyboard.press('Alt+ArrowUp');
  await expect.poll(async () => (await labels()).slice(3, 6)).toEqual(['Chimney sweep', 'Rent', 'Heating']);
  await page.keyboard.press('Alt+ArrowUp');
  await expect.poll(async () => (await labels()).slice(2, 5)).toEqual(['Child benefit', 'Chimney sweep', 'Rent']);
  await page.keyboard.press('Control+d');
  await expect.poll(async () => (await labels()).slice(3, 5)).toEqual(['Chimney sweep', 'Chimney sweep copy']);
  await page.keyboard.press('Delete');
  await expect(page.getByText('Chimney sweep is deleted.')).toBeVisible();
  await expect.poll(async () => (await labels()).slice(2, 4)).toEqual(['Child benefit', 'Chimney sweep copy']);
  await page.keyboard.press('Control+z');
  await expect.poll(async () => (await labels()).slice(3, 5)).toEqual(['Chimney sweep', 'Chimney sweep copy']);

  await page.getByRole('button', { name: 'New group' }).click();
  await page.getByLabel('Name', { exact: true }).fill('Garden');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await page.getByRole('grid').focus();
  await page.keyboard.press('Control+End');
  await budget.reveal('Garden');
  await budget.selectLabel('Garden');
  await page.keyboard.press('Alt+ArrowUp');
  await budget.selectLabel('Garden');
  await page.keyboard.press('Enter');
  await page.getByLabel('Type').selectOption('Income');
  await page.getByRole('button', { name: 'Save' }).click();
  await page.getByRole('grid').focus();
  await page.keyboard.press('Control+Home');
  await expect(page.locator('.heading.side-income .label-text')).toHaveText(['Pay and benefits', 'Garden']);
});

test('a line is moved by dragging it', async ({ page, budget }) => {
  await page.getByRole('rowheader', { name: 'Power', exact: true }).hover();
  const grip = page.getByTitle('Drag to move');
  const from = (await grip.boundingBox())!;
  const to = (await budget.row('Rent').boundingBox())!;
  await page.mouse.move(from.x + 4, from.y + 6);
  await page.mouse.down();
  await page.mouse.move(from.x + 6, from.y - 10, { steps: 4 });
  await page.mouse.move(to.x + 40, to.y + 12, { steps: 6 });
  await page.mouse.up();
  await expect(page.locator('.line.side-expense .label-text').first()).toHaveText('Power');
  await budget.saved();
});

test('totals cannot be typed into', async ({ page, budget }) => {
  await budget.select('Total income', 2);
  await page.keyboard.type('5');
  await expect(page.getByText('Total income is calculated from its lines and cannot be overwritten.')).toBeVisible();
  await budget.select('Rent', 13);
  await page.keyboard.type('5');
  await expect(page.getByText('This is calculated from the months.')).toBeVisible();
});

test('undo and redo go all the way, also after a reload', async ({ page, budget }) => {
  await budget.select('Rent', 1);
  for (const figure of ['1001', '1002', '1003']) {
    await page.keyboard.type(figure);
    await page.keyboard.press('Control+Shift+Enter');
    await page.keyboard.press('ArrowUp');
  }
  await expect.poll(() => budget.figure('Rent', 5)).toBe('1,003.00');
  await page.keyboard.press('Control+z');
  await expect.poll(() => budget.figure('Rent', 5)).toBe('1,002.00');
  await budget.saved();
  await page.reload();
  await expect(budget.cell('Rent', 5)).toHaveText('1,002.00');
  await page.keyboard.press('Control+y');
  await expect.poll(() => budget.figure('Rent', 5)).toBe('1,003.00');
  for (let step = 0; step < 3; step++) await page.keyboard.press('Control+z');
  await expect.poll(() => budget.figure('Rent', 5)).toBe('1,140.00');
  await expect(page.getByRole('button', { name: 'Undo' })).toBeDisabled();
  await page.getByRole('button', { name: 'Redo' }).click();
  await expect.poll(() => budget.figure('Rent', 5)).toBe('1,001.00');
});

test('the keyboard alone: move, type, reach, clear, undo, page through the years, list the keys', async ({
  page,
  budget,
}) => {
  await expect(page.getByRole('grid')).toBeFocused();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('End');
  await expect(budget.cell('Child benefit', 12)).toHaveAttribute('aria-selected', 'true');
  await page.keyboard.press('ArrowRight');
  await expect(page.getByRole('columnheader').first()).toHaveText('2027');
  await expect(budget.cell('Child benefit', 1)).toHaveAttribute('aria-selected', 'true');
  await page.keyboard.type('260');
  await page.keyboard.press('Control+Enter');
  await expect.poll(() => budget.figure('Child benefit', 12)).toBe('260.00');
  await page.keyboard.press('Alt+PageDown');
  await expect(page.getByRole('columnheader').first()).toHaveText('2028');
  await expect.poll(() => budget.figure('Child benefit', 1)).toBe('260.00');
  await page.keyboard.press('Alt+PageUp');
  await page.keyboard.press('Alt+PageUp');
  await expect(page.getByRole('columnheader').first()).toHaveText('2026');
  await expect.poll(() => budget.figure('Child benefit', 12)).toBe('255.00');
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Alt+PageDown');
  await expect.poll(() => budget.figure('Child benefit', 1)).toBe('255.00');
  await page.keyboard.press('Control+End');
  await expect(page.getByRole('region', { name: 'How it is calculated' })).toContainText('Cumulative net');
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog', { name: 'Keyboard shortcuts' })).toContainText('choose the reach');
  await page.keyboard.press('Escape');
  await page.keyboard.press('Alt+a');
  await expect(page.getByRole('complementary', { name: 'Assumptions' })).toBeVisible();
  await page.getByRole('grid').focus();
  await page.keyboard.press('F6');
  await expect(page.getByLabel('Name of Inflation')).toBeFocused();
  await page.keyboard.press('F6');
  await expect(page.getByRole('grid')).toBeFocused();
});

test('every figure explains itself, down to what was typed', async ({ budget }) => {
  await budget.open(2027);
  await budget.select('Groceries', 3);
  const explanation = budget.explanation();
  await expect(explanation).toContainText('Calculated in every month by this rule: 640 × (1 + Inflation)^years');
  await expect(explanation).toContainText('= 640 × (1 + 2.4 %)^1');
  await explanation.getByRole('button', { name: /Inflation 2.4/ }).click();
  await expect(explanation).toContainText('An assumption: 2.4 % a year, 2.1 % a year from January 2028 on.');
  await budget.select('Everyday, subtotal', 3);
  await expect(explanation).toContainText('The sum of its 4 lines.');
  await explanation.getByRole('button', { name: /Pharmacy 28.00/ }).click();
  await expect(explanation).toContainText('Typed: €28.00 in every month.');
  await explanation.getByRole('button', { name: 'Go to it' }).click();
  await expect(budget.cell('Pharmacy', 3)).toHaveAttribute('aria-selected', 'true');
});

test('everything a line can do is in its menu, by keyboard too', async ({ page, budget }) => {
  await budget.select('Pharmacy', 4);
  await page.keyboard.press('Shift+F10');
  await expect(page.getByRole('button', { name: /^Rename/ })).toBeFocused();
  for (let step = 0; step < 7; step++) await page.keyboard.press('ArrowDown');
  await expect(page.getByRole('button', { name: /^Duplicate/ })).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(budget.row('Pharmacy copy')).toBeVisible();
  await expect(page.getByRole('grid')).toBeFocused();
  await page.keyboard.press('Shift+F10');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('grid')).toBeFocused();

  await page.getByRole('rowheader', { name: 'Pharmacy copy', exact: true }).hover();
  await page.getByRole('button', { name: 'More for Pharmacy copy' }).click();
  await page.getByRole('button', { name: 'Unit, view and note …' }).click();
  const dialog = page.getByRole('dialog', { name: 'Pharmacy copy' });
  await dialog.getByLabel('Yearly value').selectOption('the average, as for a price');
  await dialog.getByLabel('Note').fill('Results of the chemist.');
  await expectAccessible(page);
  await dialog.getByRole('button', { name: 'Save' }).click();
  await expect(budget.cell('Pharmacy copy', 13)).toHaveText('28.00');
  await expect(page.getByRole('rowheader', { name: 'Pharmacy copy', exact: true })).toHaveAttribute(
    'title',
    /Results of the chemist/,
  );
});

test('the settings change notation, currency and months everywhere, and can be taken back', async ({
  page,
  budget,
}) => {
  await page.getByRole('button', { name: 'Settings' }).click();
  const dialog = page.getByRole('dialog', { name: 'Plan settings' });
  await dialog.getByLabel('Number of months').fill('601');
  await dialog.getByRole('button', { name: 'Save' }).click();
  await expect(dialog).toContainText('Enter a whole number of months from 1 to 600.');
  await dialog.getByLabel('Number of months').fill('600');
  await dialog.getByLabel('Number format').selectOption('de-DE');
  await dialog.getByLabel('Currency').fill('CHF');
  await dialog.getByRole('button', { name: 'Save' }).click();
  await expect(dialog).toHaveCount(0);
  await expect(budget.cell('Rent', 1)).toHaveText('1.140,00');
  await expect(page.locator('.year-summary')).toContainText('CHF');
  await page.getByLabel('Year shown').selectOption('2075');
  await expect(budget.cell('Rent', 1)).toHaveText('1.185,00');
  await budget.select('Rent', 1);
  await page.keyboard.type('max(Power; 1,5) * 2');
  await expect(page.locator('.entry-result')).toContainText('January 2075');
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByLabel('Year shown')).toHaveValue('2028');
  await expect(budget.cell('Rent', 1)).toHaveText('1,185.00');
});

test('a figure that cannot be says why, where it arose and where it arrives', async ({ page, stall }) => {
  const budget = new Budget(page, stall);
  await budget.open();
  await budget.select('Loaves baked', 3);
  await page.keyboard.press('Delete');
  await expect(budget.cell('Unit cost', 3)).toHaveClass(/problem/);
  await budget.select('Left per loaf', 3);
  await expect(budget.explanation()).toContainText('Loaves sold is empty in June 2026, so Unit cost has no figure.');
  await expect(budget.cell('Net', 3)).toContainText('−68.00');
});
