import { readFileSync } from 'node:fs';
import { extractText } from 'unpdf';
import type { Download, Page } from '@playwright/test';
import { expect, test } from './application.ts';

const paper = (page: Page) => page.locator('.paper');
const printedText = (page: Page, text: string) => paper(page).getByText(text, { exact: true }).first();

async function saved(page: Page, button: string): Promise<Download> {
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: button }).click();
  return download;
}
const bytesOf = async (download: Download) => readFileSync(await download.path());

test('pages are shown as they will be while one chooses, and saved as a PDF', async ({ household, page }) => {
  await page.goto(`${household}/print?years=2026`);
  await expect(printedText(page, 'Budget 2026')).toBeVisible();
  await expect(printedText(page, '2,480.00')).toBeVisible();
  const across = (await paper(page).boundingBox())!;
  expect(across.width).toBeGreaterThan(across.height);

  await page.getByRole('radio', { name: 'One', exact: true }).click();
  await page.getByRole('radio', { name: 'Portrait' }).click();
  await expect.poll(async () => {
    const { width, height } = (await paper(page).boundingBox())!;
    return height > width;
  }).toBe(true); // prettier-ignore
  await page.getByRole('checkbox', { name: '2027' }).check();
  await expect(page.getByText('Page 1 of 2', { exact: true }).first()).toBeVisible();
  await page.getByRole('button', { name: 'Next page' }).click();
  await expect(printedText(page, 'Budget 2027')).toBeVisible();

  await page.getByRole('textbox', { name: 'Name' }).fill('Mara Brandt');
  await page.keyboard.press('Enter');
  await expect(paper(page).getByText(/Mara Brandt · /)).toBeVisible();
  const download = await saved(page, 'Save as PDF');
  expect(download.suggestedFilename()).toBe('Brandt-Osei household.pdf');
  expect((await bytesOf(download)).subarray(0, 4).toString()).toBe('%PDF');
  await expect(page.getByText('Saved Brandt-Osei household.pdf.')).toBeVisible();

  // The address says it all: whoever has it sees the same.
  await page.reload();
  await expect(page.getByRole('checkbox', { name: '2027' })).toBeChecked();
  await expect(page.getByRole('radio', { name: 'Portrait' })).toBeChecked();

  // An address that chooses nothing leaves everything to choose.
  await page.goto(`${household}/print?years=2026&parts=`);
  await expect(page.getByText('Choose at least one part.')).toBeVisible();
  await page.getByRole('checkbox', { name: 'Budget', exact: true }).check();
  await expect(printedText(page, 'Budget 2026')).toBeVisible();
});

test('the whole plan is a booklet; letters too small to read are said, and two pages offered', async ({
  household,
  page,
}) => {
  await page.goto(`${household}/print?years=2026`);
  await page.getByRole('checkbox', { name: 'The whole plan, as a booklet with contents' }).check();
  await expect(printedText(page, 'Contents')).toBeVisible();
  await page.getByRole('combobox', { name: 'Page shown' }).selectOption({ label: 'Cargo bike' });
  await expect(printedText(page, 'Opening balance')).toBeVisible();

  await page.getByRole('checkbox', { name: 'The whole plan, as a booklet with contents' }).uncheck();
  await page.getByRole('checkbox', { name: 'Entries' }).check();
  await expect(page.getByText(/hard to read/)).toHaveCount(0);
  await page.getByRole('radio', { name: 'One', exact: true }).click();
  await expect(page.getByText(/Entries is set in .* pt, which is hard to read/)).toBeVisible();
  await page.getByRole('button', { name: 'Use two pages for each part' }).click();
  await expect(page.getByRole('radio', { name: 'Two' })).toBeChecked();

  await page.getByRole('checkbox', { name: 'Entries' }).uncheck();
  await page.getByRole('checkbox', { name: 'Budget', exact: true }).uncheck();
  await expect(page.getByText('Choose at least one part.')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Save as PDF' })).toBeDisabled();
});

test('workbooks and tables are saved, and an edit is in them at once', async ({ household, page }) => {
  await page.goto(`${household}/print?years=2026`);
  await expect(paper(page)).toBeVisible();
  for (const [button, ending, begins] of [
    ['OpenDocument (.ods)', 'ods', 'PK'],
    ['Office Open XML (.xlsx)', 'xlsx', 'PK'],
  ] as const) {
    const download = await saved(page, button);
    expect(download.suggestedFilename()).toBe(`Brandt-Osei household.${ending}`);
    expect((await bytesOf(download)).subarray(0, 2).toString()).toBe(begins);
  }
  await page.getByRole('radio', { name: 'Neutral (ISO dates, decimal point)' }).click();
  const csv = (await bytesOf(await saved(page, 'CSV (.csv)'))).toString('utf8');
  expect(csv).toContain('Rent,1140,1140');
});

test('the browser’s own print of a view shows all of it, without an empty page or what is only for the screen', async ({
  household,
  page,
}) => {
  test.slow();
  const open = async (view: string): Promise<void> => {
    await page.goto(`${household}/${view}`);
    await expect(page.locator('.shell-page').getByRole('heading').first()).toBeVisible();
    await page.waitForLoadState('networkidle');
  };
  const printed = async (): Promise<string[]> =>
    (await extractText(new Uint8Array(await page.pdf({ preferCSSPageSize: true })))).text;
  for (const view of ['overview', 'budget', 'projection', 'loans', 'savings', 'tax', 'break-even', 'lists', 'charts', 'checks', 'history', 'people']) {
    await open(view);
    const pages = await printed();
    expect([view, pages.filter((text) => text.trim() === '')]).toEqual([view, []]);
  } // prettier-ignore

  // Its entries come after the page itself.
  await open('accounts');
  await expect.poll(async () => (await printed())[0]).toMatch(/Line Amount Balance/);
});

test('a list of entries is printed to its end, or the page says what is missing', async ({ household, page }) => {
  const printed = async (): Promise<string> =>
    (await extractText(new Uint8Array(await page.pdf({ preferCSSPageSize: true })), { mergePages: true })).text;
  let arrive = (): void => undefined;
  const arriving = new Promise<void>((resolve) => (arrive = resolve));
  await page.route(/entries\?.*offset=200/, async (route) => {
    await arriving;
    await route.continue();
  });
  await page.goto(`${household}/spending?view=entries`);
  await expect(page.locator('.found-totals')).toContainText(/\d+ entries/);
  const many = Number(/(\d+) entries/.exec(await page.locator('.found-totals').innerText())![1]);
  expect(many).toBeGreaterThan(200);
  await expect.poll(printed).toContain('Not all entries had been loaded');

  arrive();
  await expect.poll(printed).not.toContain('Not all entries had been loaded');
  // A day at the beginning of each row.
  const daysPrinted = async () => (await printed()).match(/\d\d\/\d\d\/20\d\d/g)?.length;
  await expect.poll(daysPrinted).toBeGreaterThanOrEqual(many);
});
