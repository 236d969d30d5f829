// What the other scripts share: installing, building, and telling whether either is needed. Needs nothing but Node.
import { spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import {
  copyFileSync,
  existsSync,
  mkdirSync,
  readFileSync,
  readdirSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import { homedir } from 'node:os';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const ROOT = fileURLToPath(new URL('..', import.meta.url));
const CHROMIUM = '/usr/bin/chromium';
const CHROMIUM_SHELL = '/usr/bin/chromium-headless-shell';
/** States what has been made once and is the same in every copy of the project: the compiled library, which files were found well. */
export const CACHE = join(process.env.XDG_CACHE_HOME ?? join(homedir(), '.cache'), 'haushalt');

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
  run('npm', ['ci', '--no-audit', '--no-fund', '--ignore-scripts', '--prefer-offline']);
  setStamp('packages', stamp);
}

const LIBRARY = 'node_modules/better-sqlite3/build/Release/better_sqlite3.node';

/** Where the compiled database library is kept, by its version and by what it was compiled for. */
function keptLibrary() {
  const { version } = JSON.parse(readFileSync(join(ROOT, 'node_modules/better-sqlite3/package.json'), 'utf8'));
  return join(CACHE, `better-sqlite3-${version}-${process.platform}-${process.arch}-${process.versions.modules}.node`);
}

/** Returns whether the database library can be used as it is. */
function isLibraryThere() {
  const use = `new (require('better-sqlite3'))(':memory:')`;
  return existsSync(join(ROOT, LIBRARY)) && spawnSync(process.execPath, ['-e', use], { cwd: ROOT }).status === 0;
}

/**
 * The command that compiles the database library, which would otherwise look for a binary outside the registry; `null` when
 * it is there, or has been compiled for another copy of the project.
 */
export function libraryToCompile() {
  if (isStamped('library', packagesStamp()) && existsSync(join(ROOT, LIBRARY))) return null;
  if (!existsSync(join(ROOT, LIBRARY)) && existsSync(keptLibrary())) {
    mkdirSync(dirname(join(ROOT, LIBRARY)), { recursive: true });
    copyFileSync(keptLibrary(), join(ROOT, LIBRARY));
  }
  if (isLibraryThere()) {
    libraryCompiled();
    return null;
  }
  rmSync(join(ROOT, LIBRARY), { force: true });
  return { command: 'npm', args: ['rebuild', 'better-sqlite3'], env: { npm_config_build_from_source: 'true' } };
}

/** Notes that the library is compiled, and keeps it for other copies of the project. */
export function libraryCompiled() {
  setStamp('library', packagesStamp());
  if (existsSync(keptLibrary())) return;
  mkdirSync(CACHE, { recursive: true });
  copyFileSync(join(ROOT, LIBRARY), keptLibrary());
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
  run(...COMPILE);
  run(...PACKAGES);
  run(...BUNDLE);
  built();
}

/** A program of an installed package, without the detour of starting it by npm. */
export const tool = (path, ...args) => [process.execPath, [join(ROOT, 'node_modules', path), ...args]];

/** Commands: what compiles the packages, and what bundles the server's thread and the web application from their sources. */
export const COMPILE = tool('typescript7/bin/tsc', '-b', 'language', 'core', 'formats', 'server', 'cli');
export const PACKAGES = tool('../scripts/bundles.mjs');
export const BUNDLE = tool('vite/bin/vite.js', 'build', '--config', 'web/vite.config.ts', '--logLevel', 'warn', 'web');

const sourcesStamp = () =>
  stampOf([
    'language/src',
    'core/src',
    'formats/src',
    'server/src',
    'cli/src',
    'web',
    'tsconfig.base.json',
    'package-lock.json',
  ]);

export function isBuilt() {
  const results = ['web/dist/index.html', 'cli/dist', 'core/dist/bundle', 'server/dist/threads/thread.js'];
  return isStamped('build', sourcesStamp()) && results.every((path) => existsSync(join(ROOT, path)));
}

/** Notes that all is built from the present sources. */
export function built() {
  setStamp('build', sourcesStamp());
}

/**
 * Makes sure that the browser the tests drive is there: Debian's Chromium, and beside it the one without the windows of a
 * desktop, which tests prefer where it is.
 */
export function chromium() {
  const isRoot = process.getuid?.() === 0;
  if (existsSync(CHROMIUM) && (existsSync(CHROMIUM_SHELL) || !isRoot)) return;
  if (!isRoot) {
    console.error('The end-to-end tests need Debian’s chromium. Install it with: sudo apt-get install chromium');
    process.exit(1);
  }
  console.log('Installing Debian’s chromium.');
  run('apt-get', ['update', '-qq']);
  run('apt-get', ['install', '-y', '-qq', '--no-install-recommends', 'chromium', 'chromium-headless-shell'], {
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
