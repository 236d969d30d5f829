import { availableParallelism } from 'node:os';
import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vitest/config';

const file = (path: string) => fileURLToPath(new URL(`./${path}`, import.meta.url));
const source = (workspace: string) => file(`${workspace}/src/index.ts`);

export default defineConfig({
  resolve: {
    alias: {
      '@haushalt/core': source('core'),
      '@haushalt/language': source('language'),
      '@haushalt/formats': source('formats'),
      '@haushalt/server': source('server'),
    },
  },
  test: {
    exclude: ['**/node_modules/**', '**/dist/**'],
    testTimeout: 30_000,
    globalSetup: [file('scripts/compile.mjs')],
    // Files share what they import; what a test changes around it is put back in the set-up file.
    isolate: false,
    maxWorkers: availableParallelism(),
    // A process of its own for each package: where many files share one, what they leave behind makes the last ones twice as slow.
    projects: ['{language,core}', 'formats', '{server,cli,bench,demo}', 'web'].map((packages) => ({
      extends: true,
      test: {
        name: /\w+/.exec(packages)![0],
        include: [`${packages}/**/*.test.{ts,tsx}`],
        setupFiles:
          packages === 'web'
            ? [file('core/src/testing/setup.ts'), file('web/src/testing/setup.ts')]
            : [file('core/src/testing/setup.ts')],
      },
    })),
  },
});
