import { fileURLToPath } from 'node:url';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

export default defineConfig({
  root: fileURLToPath(new URL('.', import.meta.url)),
  plugins: [react()],
  resolve: {
    alias: Object.fromEntries(
      ['core', 'language'].map((each) => [
        `@haushalt/${each}`,
        fileURLToPath(new URL(`../${each}/src/index.ts`, import.meta.url)),
      ]),
    ),
  },
  css: {
    preprocessorOptions: {
      scss: { quietDeps: true, silenceDeprecations: ['import', 'global-builtin', 'color-functions', 'if-function'] },
    },
  },
  server: { proxy: { '/api': 'http://127.0.0.1:4870' } },
  build: { target: 'es2022', reportCompressedSize: true },
});
