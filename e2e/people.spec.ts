import type { Browser, Page } from '@playwright/test';
import { Budget, expect, newWindow, test } from './application.ts';
import { unreadable } from './legible.ts';

// People, sessions and backups are a server's own.
test.use({ alone: true });

const KOFI = { who: 'Kofi Osei', password: 'paper-heron-attic' };
const INES = { who: 'ines@weidenau.example', password: 'thimble-river-quince' };

/** Another browser, in which someone signs in. */
async function signedIn(
  browser: Browser,
  url: string,
  { who, password }: typeof KOFI,
  greeting = 'Your plans',
): Promise<Page> {
  const context = await newWindow(browser);
  const page = await context.newPage();
  await page.goto(url);
  await signOut(page);
  await page.getByLabel('Name or mail address').fill(who);
  await page.getByLabel('Password', { exact: true }).fill(password);
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByRole('heading', { name: greeting })).toBeVisible();
  return page;
}

async function signOut(page: Page): Promise<void> {
  await page.getByRole('button', { name: /^You: / }).click();
  await page.getByRole('button', { name: 'Sign out' }).click();
  await expect(page.getByRole('heading', { name: 'Sign in' })).toBeVisible();
}

test('two people side by side see each other, and what each does, at once', async ({
  application,
  browser,
  budget,
  page,
}) => {
  const theirs = await signedIn(browser, application.url, KOFI);
  await theirs.goto(`${application.url}/plans/household/budget?year=2026`);
  const his = new Budget(theirs, `${application.url}/plans/household`);
  await expect(page.getByRole('img', { name: /^Kofi Osei is here: Budget/ })).toBeVisible();
  await expect(theirs.getByRole('img', { name: /^Mara Brandt is here/ })).toBeVisible();
  await his.select('Rent', 3);
  // Where he is stands in the budget too, and goes along.
  await expect(page.getByRole('img', { name: 'Kofi Osei is here: Budget, Rent, March 2026' })).toBeVisible();
  await expect(budget.cell('Rent', 3).getByTitle('Kofi Osei')).toBeVisible();
  await theirs.keyboard.press('ArrowRight');
  await expect(budget.cell('Rent', 4).getByTitle('Kofi Osei')).toBeVisible();
  await expect(page.getByTitle('Kofi Osei', { exact: true })).toHaveCount(1);
  await theirs.keyboard.press('ArrowLeft');
  await theirs.keyboard.type('1200');
  await theirs.keyboard.press('Enter');
  await expect.poll(() => budget.figure('Rent', 3)).toContain('1,200.00');
  await expect(page.getByText('Kofi Osei: Rent in March 2026: 1,200.00')).toBeVisible();
  // What he did is his to undo, and hers to read.
  await expect(page.getByRole('button', { name: 'Undo' })).toBeDisabled();
  await budget.select('Rent', 3);
  await expect(budget.explanation()).toContainText('Rent');
  await page.getByRole('link', { name: 'Who changed this?' }).click();
  await expect(page.getByRole('button', { name: /Rent in March 2026: 1,200.00/ })).toBeVisible();
  await page.getByRole('button', { name: /Rent in March 2026: 1,200.00/ }).click();
  await expect(page.getByText('Exception', { exact: true })).toBeVisible();
  await expect.poll(() => unreadable(page)).toEqual([]);
  await theirs.keyboard.press('Control+z');
  await expect.poll(() => his.figure('Rent', 3)).toContain('1,140.00');
  await theirs.context().close();
});

test('who may only look tries things out, and says so; a lost role closes the page', async ({
  application,
  browser,
  page,
  budget,
}) => {
  const hers = await signedIn(browser, application.url, INES);
  await expect(hers.getByText('Viewer')).toBeVisible();
  await hers.goto(`${application.url}/plans/household/budget?year=2026`);
  const looking = new Budget(hers, `${application.url}/plans/household`);
  await expect(hers.getByText(/You are a viewer of this plan/)).toBeVisible();
  await looking.select('Rent', 3);
  await hers.keyboard.type('5');
  await hers.keyboard.press('Enter');
  await expect.poll(() => looking.figure('Rent', 3)).toContain('5.00');
  await expect(hers.getByText(/One change is only tried here/)).toBeVisible();
  await expect.poll(() => budget.figure('Rent', 3)).toContain('1,140.00');
  await hers.getByRole('button', { name: 'Back to the plan' }).click();
  await expect.poll(() => looking.figure('Rent', 3)).toContain('1,140.00');
  // What cannot be tried on one's own page says whose it is.
  await hers.getByRole('link', { name: 'Accounts' }).click();
  const takeIn = hers.getByRole('button', { name: 'Import statement' });
  await expect(takeIn).toBeDisabled();
  await expect(takeIn).toHaveAttribute('title', 'Only editors of this plan can import statements.');
  await page.goto(`${application.url}/plans/household/people`);
  await page
    .getByRole('row', { name: /Ines Adler/ })
    .getByRole('button', { name: 'Remove' })
    .click();
  await page.getByRole('dialog', { name: 'Remove Ines Adler?' }).getByRole('button', { name: 'Remove' }).click();
  await expect(hers.getByRole('heading', { name: 'You no longer have access to this plan' })).toBeVisible();
  await hers.context().close();
});

test('a plan is shared by a link: someone new joins by it, and a second one cannot', async ({
  application,
  browser,
  page,
}) => {
  await page.goto(`${application.url}/plans/household/people`);
  await page.getByRole('button', { name: 'Create link' }).click();
  const link = await page.getByRole('textbox', { name: /Copy the link now/ }).inputValue();
  await expect.poll(() => unreadable(page)).toEqual([]);
  const join = async () => {
    const context = await newWindow(browser);
    const other = await context.newPage();
    await other.goto(application.url);
    await signOut(other);
    await other.goto(link);
    return other;
  };
  const tom = await join();
  await expect(tom.getByRole('heading', { name: /Mara Brandt shares “Brandt-Osei household”/ })).toBeVisible();
  await tom.getByLabel('Your name').fill('Tom');
  await tom.getByLabel('Password', { exact: true }).fill('password1');
  await expect(tom.getByText(/weak/i)).toBeVisible();
  await tom.getByRole('button', { name: 'Join' }).click();
  await expect(tom.getByRole('alert')).toBeVisible();
  await tom.getByLabel('Password', { exact: true }).fill('copper apricot lane');
  await tom.getByRole('button', { name: 'Join' }).click();
  await expect(tom.getByText('View only')).toBeVisible();
  await expect(page.getByRole('row', { name: /Tom.*Viewer.*by link/ })).toBeVisible();
  await expect(page.getByRole('row', { name: /Mara.*Owner.*creator/ })).toBeVisible();
  await expect(page.getByRole('row', { name: /Kofi.*Editor.*added by an owner/ })).toBeVisible();
  const late = await join();
  await expect(late.getByRole('heading', { name: 'This link cannot be opened' })).toBeVisible();
  await expect(late.getByRole('alert')).toHaveText('This link has expired or was revoked. Ask for a new one.');
  await Promise.all([tom.context().close(), late.context().close()]);
});

test('whoever is signed out while at work signs in in front of it, and nothing is lost', async ({
  application,
  browser,
}) => {
  const page = await signedIn(browser, application.url, KOFI);
  await page.goto(`${application.url}/plans/household/budget?year=2026`);
  const budget = new Budget(page, `${application.url}/plans/household`);
  await budget.select('Rent', 3);
  const elsewhere = await signedIn(browser, application.url, KOFI);
  await elsewhere.goto(`${application.url}/you`);
  await elsewhere.getByRole('button', { name: 'Sign out there' }).click();
  await expect(page.getByRole('heading', { name: 'Sign in to go on' })).toBeVisible();
  await page.getByLabel('Password', { exact: true }).fill(KOFI.password);
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByRole('heading', { name: 'Sign in to go on' })).toBeHidden();
  await budget.select('Rent', 3);
  await page.keyboard.type('1300');
  await page.keyboard.press('Enter');
  await budget.saved();
  await page.reload();
  await expect(budget.cell('Rent', 3)).toContainText('1,300.00');
  await Promise.all([page.context().close(), elsewhere.context().close()]);
});

test('a language is chosen for oneself: what is being typed stays, and it is spoken wherever one signs in', async ({
  application,
  browser,
}) => {
  const page = await signedIn(browser, application.url, KOFI);
  await page.goto(`${application.url}/you`);
  await page.getByLabel('Your name').fill('Kofi Osei-Brandt');
  await page.getByLabel('Language').focus();
  await page.keyboard.type('Deu');
  await expect(page.getByRole('heading', { level: 1, name: 'Ihr Konto' })).toBeVisible();
  await expect(page.getByLabel('Ihr Name')).toHaveValue('Kofi Osei-Brandt');
  await expect(page.getByLabel('Sprache')).toBeFocused();
  await page.getByRole('button', { name: 'Speichern' }).click();
  await expect(page.getByText('Gespeichert.')).toBeVisible();
  const elsewhere = await signedIn(browser, application.url, { ...KOFI, who: 'Kofi Osei-Brandt' }, 'Ihre Pläne');
  await elsewhere.goto(`${application.url}/plans/household/print?years=2026`);
  await expect(elsewhere.locator('.paper')).toContainText('Haushaltsplan 2026');
  await elsewhere.getByLabel('Sprache').selectOption({ label: 'English' });
  await expect(elsewhere.locator('.paper')).toContainText('Budget 2026');
  await expect(elsewhere.getByRole('heading', { name: 'Drucken und ausgeben' })).toBeVisible();
  await Promise.all([page.context().close(), elsewhere.context().close()]);
});

test('two moments stand side by side; chosen lines, then all of the plan, go back to the earlier, and forth', async ({
  page,
  budget,
}) => {
  const path = new URL(page.url()).pathname.replace(/budget.*/, 'history');
  await budget.select('Rent', 3);
  await page.keyboard.type('1200');
  await page.keyboard.press('Enter');
  await budget.saved();
  await page.goto(`${new URL(page.url()).origin}${path}?view=snapshots`);
  await expect(page.getByRole('heading', { name: 'Before the winter' })).toBeVisible();
  await page.getByRole('button', { name: 'Create snapshot' }).click();
  await page.getByLabel('Name').fill('With the new rent');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByRole('heading', { name: 'With the new rent' })).toBeVisible();
  await expect.poll(() => unreadable(page)).toEqual([]);
  await page
    .getByRole('listitem')
    .filter({ hasText: 'Before the winter' })
    .getByRole('link', { name: 'Compare with now' })
    .click();
  await expect(page.getByRole('row', { name: /Rent 2026 13,680.00 13,740.00 \+60.00/ })).toBeVisible();
  await page.getByRole('checkbox', { name: 'Choose Rent' }).check();
  await page.getByRole('button', { name: /Restore 1 line/ }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Restore' }).click();
  await expect(page.getByText('Rent was restored.')).toBeVisible();
  await expect(page.getByRole('row', { name: /^Clothes 2026/ }).first()).toBeVisible();
  await expect(page.getByRole('row', { name: /^Rent 2026 13,680/ })).toHaveCount(0);
  await page.getByRole('button', { name: 'Restore the earlier version' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Restore' }).click();
  await expect(page.getByText('No differences.')).toBeVisible();
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await budget.open();
  await expect(budget.cell('Rent', 3)).toContainText('1,200.00');
});

test('a plan that was deleted is fetched back; a backup is made, and restored from as copies', async ({
  application,
  page,
}) => {
  await page.goto(application.url);
  await page.getByRole('button', { name: 'Delete Saturday bread stall' }).click();
  await page.getByRole('button', { name: /^You: / }).click();
  await page.getByRole('link', { name: 'Deleted plans' }).click();
  await page.getByRole('button', { name: 'Restore' }).click();
  await expect(page.getByText('There are no deleted plans.')).toBeVisible();
  await expect.poll(() => unreadable(page)).toEqual([]);
  await page.goto(`${application.url}/backups`);
  await page.getByRole('button', { name: 'Back up now' }).click();
  await page.getByRole('button', { name: 'Restore …' }).click();
  await page.getByRole('checkbox', { name: /Saturday bread stall/ }).uncheck();
  await page.getByRole('button', { name: 'Restore 1 plan' }).click();
  await expect(page.getByText('Restored: Brandt-Osei household copy.')).toBeVisible();
  await expect.poll(() => unreadable(page)).toEqual([]);
  await page.goto(application.url);
  await expect(page.getByRole('link', { name: 'Brandt-Osei household copy' })).toBeVisible();
  await expect(page.getByRole('link', { name: 'Saturday bread stall' })).toBeVisible();
});

test('a line follows another plan, as that changes', async ({ application, page, budget }) => {
  const row = page.getByRole('row', { name: /^Child benefit/ }).first();
  await row.hover();
  await row.getByRole('button', { name: 'More for Child benefit' }).click();
  await page.getByRole('button', { name: 'Follow another plan …' }).click();
  await page.getByRole('button', { name: 'Follow', exact: true }).click();
  await expect.poll(() => budget.figure('Child benefit', 5)).toContain('312.20');
  await budget.select('Child benefit', 5);
  await page.keyboard.type('1');
  await page.keyboard.press('Enter');
  await expect(page.getByText(/Child benefit follows Saturday bread stall.Net. Choose “Stop following”/)).toBeVisible();
  await page.keyboard.press('Escape');
  await page.goto(application.url);
  await expect(page.getByText('follows figures of Saturday bread stall')).toBeVisible();
});
