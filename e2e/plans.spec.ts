import { truncateSync, writeFileSync } from 'node:fs';
import { WRITTEN_FOR, expect, test } from './application.ts';

/** A server's list of plans, as nobody else has changed it. */
test.describe('the list of plans', () => {
  test.use({ alone: true, now: WRITTEN_FOR });

  test('says how they stand; one is renamed, duplicated, and deleted with undo', async ({ application, page }) => {
    await page.goto(application.url);
    const household = page.getByRole('row', { name: /Brandt-Osei household/ });
    await expect(household).toContainText('36 months');
    await expect(household).toContainText('€9,415.60');
    await expect(household).toContainText('2026');
    await expect(household.locator('.in-the-red')).toHaveText('3');
    await expect(page.getByRole('row', { name: /Saturday bread stall/ })).toContainText('12 months');

    await page.getByRole('button', { name: 'Rename Saturday bread stall' }).click();
    const name = page.getByLabel('Plan name');
    await name.fill('');
    await name.press('Enter');
    await expect(page.getByText('A plan needs a name.')).toBeVisible();
    await name.fill('Sunday bread stall');
    await name.press('Enter');
    await expect(page.getByRole('link', { name: 'Sunday bread stall' })).toBeVisible();
    await page.getByRole('button', { name: 'Duplicate Sunday bread stall' }).click();
    await expect(page.getByRole('link', { name: 'Sunday bread stall copy' })).toBeVisible();
    await page.getByRole('button', { name: 'Delete Sunday bread stall copy' }).click();
    await expect(page.getByRole('link', { name: 'Sunday bread stall copy' })).toHaveCount(0);
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(page.getByRole('link', { name: 'Sunday bread stall copy' })).toBeVisible();
  });
});

test('a plan is saved as a file and opened again; a bad file is answered in words', async ({
  application,
  stall,
  page,
}) => {
  await page.goto(`${stall}/budget`);
  const download = page.waitForEvent('download');
  await page.getByRole('link', { name: 'Save as file' }).click();
  const file = await (await download).path();
  await page.goto(application.url);
  const chooser = page.locator('input[type=file]');
  await chooser.setInputFiles({
    name: 'bad.json',
    mimeType: 'application/json',
    buffer: Buffer.from('{"version": 1, "plan": {}}'),
  });
  await expect(page.getByRole('alert')).toHaveText('bad.json cannot be opened: /plan/name: a value is missing.');
  await chooser.setInputFiles({ name: 'no.json', mimeType: 'application/json', buffer: Buffer.from('hello') });
  await expect(page.getByRole('alert')).toContainText('not valid JSON');
  const big = test.info().outputPath('big.json');
  writeFileSync(big, '');
  truncateSync(big, 193 << 20);
  await chooser.setInputFiles(big);
  await expect(page.getByRole('alert')).toContainText('larger than 192 MB');
  await chooser.setInputFiles(file);
  await expect(page.getByRole('heading', { name: 'Saturday bread stall' })).toBeVisible();
  await expect(page.getByRole('rowheader', { name: 'Unit cost', exact: true })).toBeVisible();
});

test('an address that leads nowhere says so', async ({ application, page }) => {
  await page.goto(`${application.url}/plans/none/budget`);
  await expect(
    page.getByText('Plan not found. It may have been deleted, or is no longer shared with you.'),
  ).toBeVisible();
  await page.goto(`${application.url}/what/is/this`);
  await expect(page.getByRole('heading', { name: 'Page not found' })).toBeVisible();
});

test('a workbook kept for years is audited, and becomes a plan', async ({ application, page }) => {
  await page.goto(application.url);
  const chooser = page.waitForEvent('filechooser');
  await page.getByRole('button', { name: 'Open a plan or workbook' }).click();
  await (await chooser).setFiles('docs/samples/allotment-club.xlsx');
  const audit = page.getByRole('region', { name: 'Workbook allotment-club.xlsx' });
  await expect(audit.getByRole('heading', { name: '10 problems found' })).toBeVisible();
  await expect(audit.getByRole('row').filter({ hasText: 'the total misses Bank charges' }).first()).toContainText(
    '−134.20',
  );
  await expect(audit.getByText(/^187 of 229 cells equal/)).toBeVisible();
  // What a row is, is corrected on the picture of the sheet; the audit follows.
  await audit.getByRole('combobox', { name: 'Row type of Bank charges' }).selectOption('left out');
  await expect(audit.getByRole('heading', { name: '8 problems found' })).toBeVisible();
  await audit.getByRole('combobox', { name: 'Side of Plant sale' }).selectOption('savings');
  await expect(audit.locator('tr.is-corrected')).toHaveCount(2);
  await audit.getByRole('button', { name: 'Discard corrections' }).click();
  // What was being read is given up with its thread, and another one begins.
  await expect(audit.getByRole('heading', { name: '10 problems found' })).toBeVisible({ timeout: 60_000 });
  const download = page.waitForEvent('download');
  await audit.getByRole('button', { name: 'Save audit as PDF' }).click();
  expect((await download).suggestedFilename()).toBe('Audit of allotment-club.pdf');
  await audit.getByRole('checkbox', { name: /^Fix its problems/ }).check();
  await expect(audit.getByText(/^177 of 229 cells equal/)).toBeVisible();
  await audit.getByRole('button', { name: 'Create plan' }).click();
  await expect(page.getByRole('rowheader', { name: 'Ground rent' })).toBeVisible();
});

test('a sheet copied elsewhere is pasted, audited and taken as a plan', async ({ application, page }) => {
  await page.goto(application.url);
  await expect(page.getByText('You can paste a sheet copied from another program here')).toBeVisible();
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog')).toContainText('paste a sheet copied from another program');
  await page.keyboard.press('Escape');
  const rows = [['', 'Jan', 'Feb', 'Mar'], ['Income'], ['Dues', '100', '100', '120'], ['Costs'], ['Hall', '40', '40', '40']]; // prettier-ignore
  const text = rows.map((row) => row.join('\t')).join('\n');
  await page.evaluate((pasted) => {
    const data = new DataTransfer();
    data.setData('text', pasted);
    document.body.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }));
  }, text);
  const audit = page.getByRole('region', { name: 'Workbook Pasted sheet.tsv' });
  await expect(audit.getByText('6 of 6 cells equal')).toBeVisible();
  await expect(audit.getByRole('combobox', { name: 'Side of Dues' })).toHaveValue('income');
  // What makes no plan is said, and can be taken back where it was said.
  for (const line of ['Dues', 'Hall'])
    await audit.getByRole('combobox', { name: `Row type of ${line}` }).selectOption('left out');
  await expect(audit.getByRole('alert')).toContainText('there is no row with a name and figures');
  await expect(audit.getByRole('button', { name: 'Create plan' })).toBeHidden();
  await expect(audit.getByRole('combobox', { name: 'Row type of Hall' })).toHaveValue('other');
  // The sheet and what was said of it outlive the page.
  await page.reload();
  await expect(audit.getByRole('alert')).toContainText('there is no row with a name and figures');
  await audit.getByRole('button', { name: 'Discard corrections' }).click();
  await expect(audit.getByText('6 of 6 cells equal')).toBeVisible();
  await audit.getByRole('button', { name: 'Create plan' }).click();
  await expect(page.getByRole('rowheader', { name: 'Hall' })).toBeVisible();
});

test('a file that is no workbook says why, and nothing is stored', async ({ application, page }) => {
  await page.goto(application.url);
  const chooser = page.waitForEvent('filechooser');
  await page.getByRole('button', { name: 'Open a plan or workbook' }).click();
  await (
    await chooser
  ).setFiles({ name: 'letter.xlsx', mimeType: 'application/zip', buffer: Buffer.from('PK\u0003\u0004cut') });
  await expect(page.getByRole('alert')).toContainText('damaged or incomplete');
  await page.getByRole('button', { name: 'Leave' }).click();
  await expect(page.getByRole('link', { name: 'Brandt-Osei household' }).first()).toBeVisible();
});
