// npm test: every check, on a machine that may have nothing installed yet. Closes with a count of what passed.
import { readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import {
  BUNDLE,
  ROOT,
  built,
  chromium,
  installPackages,
  isBuilt,
  libraryCompiled,
  libraryToCompile,
  run,
  runBeside,
} from './setup.mjs';

installPackages();
chromium();

const results = { passed: 0, failed: 0 };
const count = (ok) => (ok ? results.passed++ : results.failed++);

/** Runs checks one after the other, beside other lanes; what each printed is shown when it has ended. */
async function lane(...checks) {
  let ok = true;
  for (const [name, command, args, env] of checks) {
    const { status, output } = await runBeside(command, args, env);
    console.log(`\n── ${name}\n${output.trimEnd()}`);
    count(status === 0);
    ok &&= status === 0;
  }
  return ok;
}

/** Runs a test runner that writes its results as JSON, and adds them up. */
function tests(name, args, file, read, env = {}) {
  console.log(`\n── ${name}`);
  const path = join(ROOT, file);
  rmSync(path, { force: true });
  const status = run('npx', args, { allowed: true, env });
  try {
    const { passed, failed } = read(JSON.parse(readFileSync(path, 'utf8')));
    results.passed += passed;
    results.failed += failed;
    // A runner may fail without a failed test, for example when a file cannot be loaded.
    if (status !== 0 && failed === 0) results.failed++;
  } catch {
    results.failed++;
  }
}

const packages = ['core', 'formats', 'server', 'web', 'cli'].map((name) => `${name}/src`);
const library = libraryToCompile();
const isBuiltAlready = isBuilt();
const lanes = await Promise.all([
  lane(
    ['Types', 'npx', ['tsc', '-b', 'core', 'formats', 'server', 'cli', 'bench', 'web']],
    ['Types of the tests', 'npx', ['tsc', '-p', 'tsconfig.test.json']],
    ['Lint', 'npx', ['eslint', '.']],
  ),
  lane(
    ...(isBuiltAlready ? [] : [['Bundle', 'npx', BUNDLE]]),
    ['Formatting', 'npx', ['prettier', '--check', '--log-level', 'warn', '.']],
    ['Directions of imports', 'npx', ['depcruise', '--config', '.dependency-cruiser.mjs', ...packages]],
  ),
  lane(...(library ? [['Database library', library.command, library.args, library.env]] : [])),
]);
if (lanes[2]) libraryCompiled();
if (lanes[0] && lanes[1]) built();
tests(
  'Unit and server tests',
  ['vitest', 'run', '--reporter=default', '--reporter=json', '--outputFile=test-results/unit.json'],
  'test-results/unit.json',
  (report) => ({ passed: report.numPassedTests, failed: report.numFailedTests }),
);
tests(
  'End-to-end tests',
  ['playwright', 'test', '--config', 'e2e/playwright.config.ts'],
  'test-results/e2e.json',
  ({ stats }) => ({ passed: stats.expected, failed: stats.unexpected + stats.flaky }),
);

console.log(`\n${results.passed} passed, ${results.failed} failed`);
process.exit(results.failed === 0 ? 0 : 1);
