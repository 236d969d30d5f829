// Makes one file of the server's thread and of what it is made of: it is started often, and begins in half the time.
import { fileURLToPath } from 'node:url';
import { rolldown } from 'rolldown';

const path = (relative) => fileURLToPath(new URL(`../${relative}`, import.meta.url));

/** Makes `server/dist/threads/thread.js` from the sources. Packages of others stay outside. */
export async function bundleThread() {
  const bundle = await rolldown({
    input: { thread: path('server/src/threads/worker.ts') },
    platform: 'node',
    external: (id) => /^[^./]/.test(id) && !id.startsWith('@haushalt/'),
    resolve: {
      alias: { '@haushalt/core': path('core/src/index.ts'), '@haushalt/formats': path('formats/src/index.ts') },
    },
  });
  await bundle.write({
    dir: path('server/dist/threads'),
    format: 'esm',
    sourcemap: true,
    chunkFileNames: 'thread-[name].js',
  });
  await bundle.close();
}

if (process.argv[1] === fileURLToPath(import.meta.url)) await bundleThread();
