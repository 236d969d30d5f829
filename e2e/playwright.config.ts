import { existsSync, readFileSync } from 'node:fs';
import { defineConfig, type LaunchOptions } from '@playwright/test';

const launch = JSON.parse(readFileSync(new URL('../scripts/chromium.json', import.meta.url), 'utf8')) as LaunchOptions;
/** Debian's Chromium without the windows of a desktop, from the same source: it takes three fifths of the time. */
const SHELL = '/usr/bin/chromium-headless-shell';
if (existsSync(SHELL)) launch.executablePath = SHELL;
// Nothing is drawn by a graphics card: a process of its own for that only costs time.
launch.args?.push('--in-process-gpu');

/** Drives the built application in Debian's Chromium; every test has a server and a database of its own. */
export default defineConfig({
  testDir: '.',
  outputDir: '../test-results/e2e',
  fullyParallel: true,
  workers: 3,
  timeout: 120_000,
  expect: { timeout: 20_000 },
  forbidOnly: true,
  reporter: [['list'], ['json', { outputFile: '../test-results/e2e.json' }]],
  use: {
    viewport: { width: 1280, height: 800 },
    locale: 'en-IE',
    launchOptions: launch,
  },
});
