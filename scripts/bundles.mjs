// Makes one file of each package, and one of the server's thread, from the sources: programs and threads are started often, and
// hundreds of small files take several times as long to read.
import { fileURLToPath } from 'node:url';
import { rolldown } from 'rolldown';

const path = (relative) => fileURLToPath(new URL(`../${relative}`, import.meta.url));
const isPackage = (id) => /^[^./]/.test(id);

/** Describes what is made: from which source, into which folder, under which name, and which of our packages it holds. */
const BUNDLES = [
  { source: 'language/src/index.ts', folder: 'language/dist/bundle', name: 'index', holds: [] },
  { source: 'core/src/index.ts', folder: 'core/dist/bundle', name: 'index', holds: [] },
  { source: 'formats/src/index.ts', folder: 'formats/dist/bundle', name: 'index', holds: [] },
  { source: 'server/src/index.ts', folder: 'server/dist/bundle', name: 'index', holds: [] },
  {
    source: 'server/src/threads/worker.ts',
    folder: 'server/dist/threads',
    name: 'thread',
    holds: ['language', 'core', 'formats'],
  },
];

async function make({ source, folder, name, holds }) {
  const packages = holds.map((each) => [`@haushalt/${each}`, path(`${each}/src/index.ts`)]);
  const bundle = await rolldown({
    input: { [name]: path(source) },
    platform: 'node',
    // Packages of others stay outside.
    external: (id) => isPackage(id) && !packages.some(([own]) => own === id),
    resolve: { alias: Object.fromEntries(packages) },
  });
  await bundle.write({ dir: path(folder), format: 'esm', chunkFileNames: `${name}-[name].js` });
  await bundle.close();
}

await Promise.all(BUNDLES.map(make));
