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
    include: ['{core,formats,server,web,cli,bench,demo}/**/*.test.{ts,tsx}'],
    exclude: ['**/node_modules/**', '**/dist/**'],
    testTimeout: 30_000,
    globalSetup: [fileURLToPath(new URL('./scripts/compile.mjs', import.meta.url))],
    // Files share what they import; what a test changes around it is put back in the set-up file.
    isolate: false,
    maxWorkers: availableParallelism(),
    setupFiles: [fileURLToPath(new URL('./core/src/testing/setup.ts', import.meta.url))],
  },
});
