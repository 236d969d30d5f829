// npm run lint: the rules for sources, and the directions of imports. What was found well is remembered by its content and the
// lockfile, also for other copies of the project, so that only what has changed is looked at again.
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { join, relative } from 'node:path';
import { spawnSync } from 'node:child_process';
import { ESLint } from 'eslint';
import { CACHE, ROOT, tool } from './setup.mjs';

const hashOf = (...texts) => texts.reduce((hash, text) => hash.update(text).update('\0'), createHash('sha256')).digest('hex'); // prettier-ignore
const read = (path) => readFileSync(join(ROOT, path));

/** The sources, by git's account of them: what is tracked, and what is new. */
function sources() {
  const { stdout } = spawnSync('git', ['ls-files', '-z', '--cached', '--others', '--exclude-standard'], { cwd: ROOT });
  return stdout
    .toString()
    .split('\0')
    .filter((path) => /\.(ts|tsx|js|mjs)$/.test(path) && existsSync(join(ROOT, path)));
}

/** States what has been found well under a name, as hashes; `keep` adds some. */
function memory(name) {
  const file = join(CACHE, `${name}.json`);
  const wellBefore = new Set(existsSync(file) ? JSON.parse(readFileSync(file, 'utf8')) : []);
  const keep = (hashes) => {
    mkdirSync(CACHE, { recursive: true });
    // Another run may write as well: one of them wins, and the file is whole.
    writeFileSync(`${file}.${process.pid}`, JSON.stringify(hashes));
    renameSync(`${file}.${process.pid}`, file);
  };
  return { wellBefore, keep };
}

const paths = sources();
if (paths.length === 0) throw new Error('There are no sources to look at: is this a copy made by git?');
const contents = new Map(paths.map((path) => [path, hashOf(path, read(path))]));
const lockfile = read('package-lock.json');

async function rules() {
  const { wellBefore, keep } = memory(
    `lint-${hashOf(lockfile, read('eslint.config.js'), read('scripts/lintRules.mjs')).slice(0, 16)}`,
  );
  const changed = paths.filter((path) => !wellBefore.has(contents.get(path)));
  if (changed.length === 0) return true;
  const eslint = new ESLint({ cwd: ROOT, warnIgnored: false });
  const results = await eslint.lintFiles(changed);
  const { format } = await eslint.loadFormatter('stylish');
  const findings = results.filter(({ messages }) => messages.length > 0);
  if (findings.length > 0) console.log(await format(findings));
  const unwell = new Set(findings.map(({ filePath }) => relative(ROOT, filePath)));
  keep(paths.filter((path) => !unwell.has(path)).map((path) => contents.get(path)));
  return findings.length === 0;
}

/** Imports depend on all files together: they are looked at again when one has changed. */
function directions() {
  const all = hashOf(lockfile, read('.dependency-cruiser.mjs'), ...contents.values());
  const { wellBefore, keep } = memory('imports');
  if (wellBefore.has(all)) return true;
  const packages = ['language', 'core', 'formats', 'server', 'web', 'cli'].map((name) => `${name}/src`);
  const [command, args] = tool('dependency-cruiser/bin/dependency-cruise.mjs', '--config', '.dependency-cruiser.mjs', ...packages); // prettier-ignore
  const isWell = spawnSync(command, args, { cwd: ROOT, stdio: 'inherit' }).status === 0;
  if (isWell) keep([...wellBefore, all].slice(-50));
  return isWell;
}

const isWell = await rules();
process.exit(directions() && isWell ? 0 : 1);
