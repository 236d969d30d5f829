import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { catalogueFor } from '../language/src/catalogues.ts';
import { LANGUAGES, type Language } from '../language/src/speaker.ts';
import { expect, expectAccessible, test } from './application.ts';
import { unreadable } from './legible.ts';

/** Every view is looked at, also after one that cannot be read. */
const soft = expect.configure({ soft: true });

const HOUSEHOLD = 'household';
const STALL = 'stall';

/** Opens something by a key of the grid. */
const key = (name: string) => async (page: Page) => {
  await page.getByRole('grid').first().focus();
  await page.keyboard.press(name);
};

type View = readonly [name: string, path: string, ready: string, prepare?: (page: Page) => Promise<void>];

/** Every main view and panel, with what shows that it is there. */
const VIEWS: readonly View[] = [
  ['plans', '/', '.plan-list'],
  ['a new plan', '/new', '.ready-made'],
  ['overview', `${HOUSEHOLD}/overview?year=2026`, '.overview-figures'],
  ['budget', `${HOUSEHOLD}/budget?year=2026`, '.grid-row.line'],
  ['rules in place of figures', `${HOUSEHOLD}/budget?year=2026`, '.grid-row.line', key('F8')],
  ['rule of a line', `${HOUSEHOLD}/budget?year=2026`, '.grid-row.line', key('Alt+r')],
  ['making a year fit', `${HOUSEHOLD}/budget?year=2026`, '.grid-row.line', key('Alt+y')],
  ['exceptions', `${HOUSEHOLD}/budget?year=2026`, '.grid-row.line', key('Alt+e')],
  ['trying', `${HOUSEHOLD}/budget?year=2026`, '.grid-row.line', key('Alt+t')],
  ['keyboard shortcuts', `${HOUSEHOLD}/budget?year=2026`, '.grid-row.line', key('?')],
  ['projection', `${HOUSEHOLD}/projection?year=2026`, '.grid-row.line'],
  ['loans', `${HOUSEHOLD}/loans`, '.calculator'],
  ['offers', `${HOUSEHOLD}/loans?view=offers`, '.calculator'],
  ['savings', `${HOUSEHOLD}/savings`, '.calculator'],
  ['tax', `${HOUSEHOLD}/tax?year=2027`, '.calculator'],
  ['spending', `${HOUSEHOLD}/spending?month=2026-06`, '.grid-row.line'],
  ['spending by month', `${HOUSEHOLD}/spending?view=year&month=2026-06`, '.year-picture canvas'],
  ['the month as a sheet', `${HOUSEHOLD}/spending?view=sheet&month=2026-06`, '.grid-row.line'],
  ['entries', `${HOUSEHOLD}/spending?view=entries`, '.grid-row.line'],
  ['recurring entries', `${HOUSEHOLD}/spending?view=standing`, '.ledger-table'],
  ['assignment', `${HOUSEHOLD}/spending?view=assigning`, '.rule-list'],
  ['accounts', `${HOUSEHOLD}/accounts`, '.forecast canvas'],
  ['a list', `${HOUSEHOLD}/lists?show=kitchen-list`, '.grid-row.line'],
  ['a small list', `${HOUSEHOLD}/lists?show=nurseries`, '.grid-row.line'],
  ['charts', `${HOUSEHOLD}/charts`, '.picture canvas'],
  ['scenarios', `${HOUSEHOLD}/what-if`, '.scenario-list'],
  ['checks', `${HOUSEHOLD}/checks`, '.checks'],
  ['history', `${HOUSEHOLD}/history`, '.history-page .page-body'],
  ['people', `${HOUSEHOLD}/people`, '.people-list'],
  ['snapshots', `${HOUSEHOLD}/history?view=snapshots`, '.snapshots-head'],
  ['oneself', '/you', '.you'],
  ['deleted plans', '/deleted', '.plans-title'],
  ['backups', '/backups', '.plans-title'],
  ['print and export', `${HOUSEHOLD}/print?years=2026`, '.paper text'],
  [
    'an audited workbook',
    '/',
    '.plan-list',
    (page) =>
      page
        .locator('input[type=file]')
        .setInputFiles('docs/samples/allotment-club.xlsx')
        .then(() => page.locator('.audit-table').first().waitFor()),
  ],
  // The shelf stays open from page to page.
  ['assumptions', `${HOUSEHOLD}/budget?year=2027`, '.grid-row.line', key('Alt+a')],
  ['break-even', `${STALL}/break-even`, '.calculator'],
  ['two values', `${STALL}/what-if?way=two`, '.what-if'],
];

/** Goes to an address: within a plan as a link does, by way of another page, so that no panel stays open; else anew. */
async function go(page: Page, address: string): Promise<void> {
  const planOf = (url: string) => /.*\/plans\/[^/]+/.exec(url)?.[0];
  const plan = planOf(page.url());
  if (plan === undefined || plan !== planOf(address)) {
    await page.goto(address);
    return;
  }
  const follow = (to: string) =>
    page.evaluate((url) => {
      history.pushState(null, '', url);
      dispatchEvent(new PopStateEvent('popstate', { state: null }));
    }, to);
  await page.keyboard.press('Escape');
  await follow(`${plan}/checks`);
  await page.locator('.checks').waitFor();
  await follow(address);
}

/** States what is around every page of a plan, and looked at with the first of them. */
const FRAME = ['.shell-head', '.shell-nav', '.paper text ~ text ~ text ~ text'];

/** The widths a view is looked at in: a desktop's last, as what is opened next is opened there. */
const SIZES = [
  { width: 390, height: 844 },
  { width: 1024, height: 768 },
  { width: 1280, height: 800 },
];

/** Goes through views, each once it is there. */
async function walk(
  page: Page,
  { application, household, stall }: { application: { url: string }; household: string; stall: string },
  views: readonly View[],
  look: (view: { name: string; isInPlan: boolean }) => Promise<void>,
): Promise<void> {
  for (const [name, path, ready, prepare] of views) {
    await go(
      page,
      path.startsWith('/') ? application.url + path : path.replace(HOUSEHOLD, household).replace(STALL, stall),
    );
    await page.locator(ready).first().waitFor();
    await prepare?.(page);
    await look({ name, isInPlan: path.startsWith(HOUSEHOLD) || path.startsWith(STALL) });
  }
}

const HALF = Math.ceil(VIEWS.length / 2);
const WALKS = [
  ['the first half', VIEWS.slice(0, HALF)],
  ['the other half', VIEWS.slice(HALF)],
] as const;

for (const language of LANGUAGES)
  for (const [half, views] of WALKS) {
    test(`${half} of the views can be read at every width, all of it ${language}`, async ({
      application,
      household,
      stall,
      page,
    }) => {
      // Some twenty views one after the other, each at three widths.
      test.slow();
      await page.evaluate((chosen) => localStorage.setItem('haushalt:language', chosen), language);
      const { texts, words } = await textsOfOthers(language);
      // The frame around the pages of a plan stays as it is; what else is drawn many times alike is the text of pages.
      let frame: readonly string[] = [];
      await walk(page, { application, household, stall }, views, async ({ name, isInPlan }) => {
        for (const size of SIZES) {
          await page.setViewportSize(size);
          await soft
            .poll(() => unreadable(page), { message: `${name} at ${size.width} pixels`, timeout: 6000 })
            .toEqual([]);
        }
        const shown = await page.evaluate(() => document.body.innerText);
        const left = shown.split('\n').filter((line) => texts.has(line.trim()) && !words.has(line.trim()));
        soft(left, `another language is left on ${name}`).toEqual([]);
        if (language !== 'en') return;
        await test.step(`${name} is accessible`, () => expectAccessible(page, isInPlan ? frame : []));
        if (isInPlan) frame = FRAME;
      });
    });
  }

/** Texts that pages have in other languages alone; and names in the demo, which some of them are alike to. */
async function textsOfOthers(language: Language): Promise<{ texts: ReadonlySet<string>; words: ReadonlySet<string> }> {
  const own = new Set(Object.values(await catalogueFor(language, 'pages')));
  const others = await Promise.all(
    LANGUAGES.filter((each) => each !== language).map((each) => catalogueFor(each, 'pages')),
  );
  const texts = others.flatMap((catalogue) => Object.values(catalogue));
  const plans = ['household', 'bread-stall'].map((name) => readFileSync(`demo/${name}.haushalt.json`, 'utf8'));
  const words = plans.flatMap((plan) => [...plan.matchAll(/"([^"\n]+)"/g)].map(([, word]) => word!));
  return { texts: new Set(texts.filter((text) => /\p{L}{3}/u.test(text) && !own.has(text))), words: new Set(words) };
}
