// npm run test:days: the tests as if they ran on other days, near midnight, in zones far west and far east. What is repeated to
// find crashes is left out. Prints how to repeat a round that failed.
import { chromium, install, build, run, tool } from './setup.mjs';

const DAY = 86_400_000;
const onDay = (days) => `${new Date(performance.timeOrigin + days * DAY).toISOString().slice(0, 10)}T10:00:00`;
/** The next 29 February from today on. */
function leapDay() {
  let year = Number(onDay(0).slice(0, 4));
  while (new Date(Date.UTC(year, 1, 29)).getUTCMonth() !== 1 || `${year}-02-29` < onDay(0).slice(0, 10)) year++;
  return `${year}-02-29`;
}
const [WEST, EAST] = ['Pacific/Pago_Pago', 'Pacific/Kiritimati'];
const ROUNDS = [
  { now: onDay(40), zone: 'UTC' },
  { now: onDay(200), zone: 'UTC' },
  { now: `${leapDay()}T00:20:00`, zone: EAST },
  { now: `${leapDay()}T23:10:00`, zone: WEST },
  { now: `${onDay(0).slice(0, 4)}-12-31T23:10:00`, zone: WEST },
  { now: `${onDay(0).slice(0, 4)}-12-31T23:10:00`, zone: EAST },
];

install();
chromium();
build();
const only = process.argv.slice(2);
const unit = tool(
  'vitest/vitest.mjs',
  'run',
  '--exclude',
  '**/kills.test.ts',
  '--exclude',
  '**/crash.test.ts',
  ...only,
);
const endToEnd = tool('@playwright/test/cli.js', 'test', '--config', 'e2e/playwright.config.ts', ...only);
const failed = [];
for (const { now, zone } of ROUNDS) {
  const env = { HAUSHALT_NOW: now, TZ: zone };
  console.log(`\n── As if it were ${now} in ${zone}`);
  for (const [name, command] of [
    ['unit and server tests', unit],
    ['end-to-end tests', endToEnd],
  ])
    if (run(...command, { allowed: true, env }) !== 0) failed.push(`HAUSHALT_NOW=${now} TZ=${zone}: ${name}`);
}
for (const round of failed) console.log(`Failed: ${round}`);
console.log(`${ROUNDS.length * 2 - failed.length} passed, ${failed.length} failed`);
process.exit(failed.length === 0 ? 0 : 1);
