// What the test runners say of their tests: how many passed, and how long each took.
import { readFileSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { join, relative } from 'node:path';
import { ROOT } from './setup.mjs';

/**
 * Time a test may take that is not on the list of those that need longer, in milliseconds, on a machine that has a core
 * for each thing that runs. Where more runs at once, everything takes so many times as long.
 */
const MOST_TIME = 10_000;

export const secondsOf = (ms) => `${(ms / 1000).toFixed(1)} s`;

/** The outcome of Vitest's or Playwright's report: counts, and every test as `{ file, name, ms }`. */
export function testsOf(report) {
  return 'testResults' in report ? unitTests(report) : endToEndTests(report);
}

function unitTests({ numPassedTests, numFailedTests, testResults }) {
  const tests = testResults.flatMap(({ name: path, assertionResults }) =>
    assertionResults.map(({ fullName, duration }) => ({
      file: relative(ROOT, path),
      name: fullName,
      ms: duration ?? 0,
    })),
  );
  return { passed: numPassedTests, failed: numFailedTests, tests };
}

function endToEndTests({ stats, suites }) {
  const within = ({ file, specs = [], suites = [] }) => [
    ...specs.map(({ title, tests }) => ({
      file: join('e2e', file),
      name: title,
      ms: Math.max(0, ...tests.flatMap(({ results }) => results.map(({ duration }) => duration))),
    })),
    ...suites.flatMap(within),
  ];
  return { passed: stats.expected, failed: stats.unexpected + stats.flaky, tests: suites.flatMap(within) };
}

/**
 * Prints the slowest tests; gives how many took too long without being on the list of those that may. `load` is how many things
 * wanted to run at once, at most.
 */
export function slowestTests(tests, count, load) {
  const mostTime = MOST_TIME * Math.max(1, load / availableParallelism());
  const allowed = new Set(JSON.parse(readFileSync(join(ROOT, 'scripts/slow-tests.json'), 'utf8')));
  const sorted = [...tests].sort((a, b) => b.ms - a.ms);
  console.log(`\n── The ${count} slowest tests`);
  for (const { file, name, ms } of sorted.slice(0, count))
    console.log(`${secondsOf(ms).padStart(7)}  ${file}: ${name}`);
  const tooSlow = sorted.filter(({ file, name, ms }) => ms > mostTime && !allowed.has(`${file}: ${name}`));
  for (const { file, name, ms } of tooSlow)
    console.log(`Took ${secondsOf(ms)}, and is not in scripts/slow-tests.json: ${file}: ${name}`);
  return tooSlow.length;
}
