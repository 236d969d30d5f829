import { availableParallelism } from 'node:os';
import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vitest/config';

const source = (workspace: string) => fileURLToPath(new URL(`./${workspace}/src/index.ts`, import.meta.url));

export default defineConfig({
  resolve: {
    alias: {
      '@haushalt/core': source('core'),
      '@haushalt/formats': source('formats'),
      '@haushalt/server': source('server'),
    },
  },
  test: {
    exclude: ['**/node_modules/**', '**/dist/**'],
    testTimeout: 30_000,
    globalSetup: [fileURLToPath(new URL('./scripts/compile.mjs', import.meta.url))],
    // Files share what they import; what a test changes around it is put back in the set-up file.
    isolate: false,
    maxWorkers: availableParallelism(),
    // A process of its own for each package: where many files share one, what they leave behind makes the last ones twice as slow.
    projects: ['core', 'formats', '{server,cli,bench,demo}', 'web'].map((packages) => ({
      extends: true,
      test: { name: /\w+/.exec(packages)![0], include: [`${packages}/**/*.test.{ts,tsx}`] },
    })),
    setupFiles: [fileURLToPath(new URL('./core/src/testing/setup.ts', import.meta.url))],
  },
});
