// npm test: every check, on a machine that may have nothing installed yet. Closes with a count of what passed.
import { readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT, build, chromium, install, run } from './setup.mjs';

install();
chromium();

const results = { passed: 0, failed: 0 };
const count = (ok) => (ok ? results.passed++ : results.failed++);

function check(name, command, args) {
  console.log(`\n── ${name}`);
  count(run(command, args, { allowed: true }) === 0);
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

check('Formatting', 'npx', ['prettier', '--check', '--log-level', 'warn', '.']);
check('Types', 'npx', ['tsc', '-b', 'core', 'formats', 'server', 'cli', 'bench', 'web']);
build();
check('Types of the tests', 'npx', ['tsc', '-p', 'tsconfig.test.json']);
check('Lint', 'npx', ['eslint', '.']);
const packages = ['core', 'formats', 'server', 'web', 'cli'].map((name) => `${name}/src`);
check('Directions of imports', 'npx', ['depcruise', '--config', '.dependency-cruiser.mjs', ...packages]);
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
