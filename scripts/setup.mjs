// What the other scripts share: installing, building, and telling whether either is needed. Needs nothing but Node.
import { spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, readdirSync, statSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const ROOT = fileURLToPath(new URL('..', import.meta.url));
const CHROMIUM = '/usr/bin/chromium';

/** Runs a command in the project; ends the script with its status when it fails, unless `allowed`. */
export function run(command, args, { allowed = false, env = {}, quiet = false } = {}) {
  const { status, error } = spawnSync(command, args, {
    cwd: ROOT,
    stdio: quiet ? ['ignore', 'ignore', 'inherit'] : 'inherit',
    env: { ...process.env, ...env },
  });
  if (error) {
    console.error(`${command} cannot be run: ${error.message}`);
    process.exit(1);
  }
  if (status !== 0 && !allowed) process.exit(status ?? 1);
  return status ?? 1;
}

/** Runs a command in the project while others run; gives its status and what it printed. */
export function runBeside(command, args, env = {}) {
  return new Promise((resolve) => {
    const child = spawn(command, args, {
      cwd: ROOT,
      env: { ...process.env, ...env },
      stdio: ['ignore', 'pipe', 'pipe'],
    });
    let output = '';
    for (const stream of [child.stdout, child.stderr]) stream.on('data', (chunk) => (output += chunk));
    child.on('error', (error) => resolve({ status: 1, output: error.message }));
    child.on('close', (status) => resolve({ status: status ?? 1, output }));
  });
}

/** Installs the packages of the lockfile when they are not there yet; the database library is still to be compiled. */
export function installPackages() {
  const stamp = packagesStamp();
  if (isStamped('packages', stamp) && existsSync(join(ROOT, 'node_modules'))) return;
  console.log('Installing packages.');
  run('npm', ['ci', '--no-audit', '--no-fund', '--ignore-scripts']);
  setStamp('packages', stamp);
}

/** The command that compiles the database library, which would otherwise look for a binary outside the registry; `null` when it is compiled. */
export function libraryToCompile() {
  const compiled = join(ROOT, 'node_modules/better-sqlite3/build/Release/better_sqlite3.node');
  if (isStamped('library', packagesStamp()) && existsSync(compiled)) return null;
  return { command: 'npm', args: ['rebuild', 'better-sqlite3'], env: { npm_config_build_from_source: 'true' } };
}

/** Notes that the library is compiled. */
export function libraryCompiled() {
  setStamp('library', packagesStamp());
}

/** Installs what is not there yet. */
export function install() {
  installPackages();
  const library = libraryToCompile();
  if (library === null) return;
  console.log('Compiling the database library, which takes a minute or two the first time.');
  run(library.command, library.args, { env: library.env });
  libraryCompiled();
}

const packagesStamp = () => stampOf(['package.json', 'package-lock.json'], [process.version]);

/** Compiles the packages and the web application when their sources have changed. */
export function build() {
  if (isBuilt()) return;
  console.log('Building.');
  run('npx', COMPILE);
  run('npx', BUNDLE);
  built();
}

/** What compiles the packages, and what bundles the web application from their sources. */
export const COMPILE = ['tsc', '-b', 'core', 'formats', 'server', 'cli'];
export const BUNDLE = ['vite', 'build', '--config', 'web/vite.config.ts', '--logLevel', 'warn', 'web'];

const sourcesStamp = () =>
  stampOf(['core/src', 'formats/src', 'server/src', 'cli/src', 'web', 'tsconfig.base.json', 'package-lock.json']);

export function isBuilt() {
  const results = ['web/dist/index.html', 'cli/dist'];
  return isStamped('build', sourcesStamp()) && results.every((path) => existsSync(join(ROOT, path)));
}

/** Notes that all is built from the present sources. */
export function built() {
  setStamp('build', sourcesStamp());
}

/** Makes sure that the browser the tests drive is there. */
export function chromium() {
  if (existsSync(CHROMIUM)) return;
  if (process.getuid?.() !== 0) {
    console.error('The end-to-end tests need Debian’s chromium. Install it with: sudo apt-get install chromium');
    process.exit(1);
  }
  console.log('Installing Debian’s chromium.');
  run('apt-get', ['update', '-qq']);
  run('apt-get', ['install', '-y', '-qq', '--no-install-recommends', 'chromium'], {
    env: { DEBIAN_FRONTEND: 'noninteractive' },
    quiet: true,
  });
}

function stampOf(paths, extra = []) {
  const hash = createHash('sha256');
  const add = (path) => {
    const full = join(ROOT, path);
    if (!existsSync(full)) return;
    if (statSync(full).isDirectory()) {
      for (const name of readdirSync(full).sort()) {
        if (name !== 'dist' && name !== 'node_modules') add(join(path, name));
      }
    } else hash.update(path).update('\0').update(readFileSync(full)).update('\0');
  };
  paths.forEach(add);
  extra.forEach((text) => hash.update(text));
  return hash.digest('hex');
}

const stampFile = (name) => join(ROOT, 'node_modules/.cache/haushalt', name);

function isStamped(name, stamp) {
  return existsSync(stampFile(name)) && readFileSync(stampFile(name), 'utf8') === stamp;
}

function setStamp(name, stamp) {
  mkdirSync(dirname(stampFile(name)), { recursive: true });
  writeFileSync(stampFile(name), stamp);
}
