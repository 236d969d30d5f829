import { resolve } from 'node:path';
import { fileURLToPath } from 'node:url';

/** A path within the program. */
export const root = (path: string) => fileURLToPath(new URL(`../../${path}`, import.meta.url));

/** Where the database is kept, unless someone says otherwise. */
export function dataFolder({ data, demo }: { readonly data?: string; readonly demo: boolean }): string {
  return resolve(data ?? root(demo ? 'data/demo' : 'data/plans'));
}
