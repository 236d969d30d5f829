// npm test: every check, on a machine that may have nothing installed yet. Closes with a count of what passed.
import { existsSync, readFileSync, rmSync, statfsSync } from 'node:fs';
import { loadavg } from 'node:os';
import { join } from 'node:path';
import {
  BUNDLE,
  COMPILE,
  ROOT,
  PACKAGES,
  built,
  chromium,
  installPackages,
  isBuilt,
  libraryCompiled,
  libraryToCompile,
  runBeside,
  tool,
} from './setup.mjs';
import { secondsOf, slowestTests, testsOf } from './testReports.mjs';

const begun = performance.now();
installPackages();
chromium();

/** Folder in memory for what tests keep for a while, where there is plenty: no disk holds them up. */
const IN_MEMORY = '/dev/shm';
const PLENTY = 2 ** 31;
if (existsSync(IN_MEMORY)) {
  const { bavail, bsize } = statfsSync(IN_MEMORY);
  if (bavail * bsize > PLENTY) process.env.TMPDIR = IN_MEMORY;
}

const results = { passed: 0, failed: 0 };
/** Time each part took, in milliseconds. */
const times = new Map([['Installing', performance.now() - begun]]);
/** Number of things that wanted to run at once, at most: also what else the machine was doing. */
let load = 0;
const watch = setInterval(() => (load = Math.max(load, loadavg()[0])), 5000);
/** Every test that ran: `{ file, name, ms }`. */
const ran = [];

/** Runs one part beside others; shows what it printed when it has ended. Says whether it went well. */
async function part(name, [command, args], env) {
  const started = performance.now();
  const { status, output } = await runBeside(command, args, env);
  times.set(name, performance.now() - started);
  console.log(`\n── ${name}, ${secondsOf(times.get(name))}\n${output.trimEnd()}`);
  return status === 0;
}

/** A part that is one check. */
async function check(name, command, env) {
  const isWell = await part(name, command, env);
  if (isWell) results.passed++;
  else results.failed++;
  return isWell;
}

/** A part that runs tests and writes what they came to as JSON. */
async function tests(name, command, file) {
  rmSync(join(ROOT, file), { force: true });
  const isWell = await part(name, command);
  try {
    const { passed, failed, tests } = testsOf(JSON.parse(readFileSync(join(ROOT, file), 'utf8')));
    results.passed += passed;
    results.failed += failed;
    ran.push(...tests);
    // A runner may fail without a failed test, for example when a file cannot be loaded.
    if (!isWell && failed === 0) results.failed++;
  } catch {
    results.failed++;
  }
}

const unit = () =>
  tests(
    'Unit and server tests',
    tool('vitest/vitest.mjs', 'run', '--reporter=default', '--reporter=json', '--outputFile=test-results/unit.json'),
    'test-results/unit.json',
  );
const endToEnd = () =>
  tests(
    'End-to-end tests',
    tool('@playwright/test/cli.js', 'test', '--config', 'e2e/playwright.config.ts'),
    'test-results/e2e.json',
  );

const isBuiltAlready = isBuilt();
const library = libraryToCompile();
const [isCompiled, isBundled, isLibraryThere] = await Promise.all([
  check('Compiling', COMPILE).then(async (isWell) => (await check('Packages', PACKAGES)) && isWell),
  isBuiltAlready || check('Bundle', BUNDLE),
  library === null || check('Database library', [library.command, library.args], library.env),
]);
if (library !== null && isLibraryThere) libraryCompiled();
if (isCompiled && isBundled) built();
await Promise.all([
  unit(),
  (async () => {
    await check('Formatting', tool('oxfmt/bin/oxfmt', '--check', '.'));
    await check('Types', tool('typescript7/bin/tsc', '-b', 'bench', 'web', 'tsconfig.test.json'));
    await check('Promises', tool('oxlint/bin/oxlint', '--type-aware', '--deny-warnings', '.'));
    await check('Rules and directions of imports', tool('../scripts/lint.mjs'));
  })(),
]);
// Each of the two keeps all cores busy: side by side they take as long, and longer where one waits for the other.
await endToEnd();

clearInterval(watch);
results.failed += slowestTests(ran, 25, load);
for (const [name, ms] of times) console.log(`${secondsOf(ms).padStart(7)}  ${name}`);
console.log(`${secondsOf(performance.now() - begun).padStart(7)}  all`);
console.log(`\n${results.passed} passed, ${results.failed} failed`);
process.exit(results.failed === 0 ? 0 : 1);
