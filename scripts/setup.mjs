// What the other scripts share: installing, building, and telling whether either is needed. Needs nothing but Node.
import { spawnSync } from 'node:child_process';
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

/** Installs the packages of the lockfile when they are not there yet. */
export function install() {
  const stamp = stampOf(['package.json', 'package-lock.json'], [process.version]);
  if (isStamped('install', stamp) && existsSync(join(ROOT, 'node_modules'))) return;
  console.log('Installing packages; the database library is compiled, which takes a minute or two the first time.');
  // The library would otherwise look for a prebuilt binary outside the registry.
  run('npm', ['ci', '--no-audit', '--no-fund'], { env: { npm_config_build_from_source: 'true' } });
  setStamp('install', stamp);
}

/** Compiles the packages and the web application when their sources have changed. */
export function build() {
  const sources = [
    'core/src',
    'formats/src',
    'server/src',
    'cli/src',
    'web',
    'tsconfig.base.json',
    'package-lock.json',
  ];
  const stamp = stampOf(sources);
  if (isStamped('build', stamp) && existsSync(join(ROOT, 'web/dist/index.html')) && existsSync(join(ROOT, 'cli/dist')))
    return;
  console.log('Building.');
  run('npx', ['tsc', '-b', 'core', 'formats', 'server', 'cli']);
  run('npx', ['vite', 'build', '--config', 'web/vite.config.ts', '--logLevel', 'warn', 'web']);
  setStamp('build', stamp);
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
