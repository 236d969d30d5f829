// npm run fuzz -- [--minutes N] [filter]: the random properties with new seeds, for as long as asked, ten minutes otherwise.
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { ROOT, build, install } from './setup.mjs';

install();
build();
const args = process.argv.slice(2);
const position = args.indexOf('--minutes');
const minutes = position < 0 ? 10 : Number(args[position + 1]);
const filters = args.filter((_, index) => position < 0 || (index !== position && index !== position + 1));
if (!(minutes > 0)) {
  console.error('Say for how many minutes: npm run fuzz -- --minutes 5');
  process.exit(2);
}
/** States how many times as many cases are drawn as in npm test. */
const TIMES = '10';
const end = performance.now() + minutes * 60_000;
let rounds = 0;
let failures = 0;
while (performance.now() < end) {
  const seed = String(Math.floor(Math.random() * 2 ** 31));
  const env = { ...process.env, HAUSHALT_SEED: seed, HAUSHALT_TIMES: TIMES };
  const tests = [
    'run',
    '--testTimeout=600000',
    ...(filters.length > 0 ? filters : ['core', 'formats', 'server', 'web', 'cli']),
  ];
  const { status, stdout, error } = spawnSync(
    process.execPath,
    [join(ROOT, 'node_modules/vitest/vitest.mjs'), ...tests],
    {
      cwd: ROOT,
      env,
      encoding: 'utf8',
      maxBuffer: 1 << 28,
      timeout: Math.max(1000, Math.round(end - performance.now())),
    },
  );
  if (error?.code === 'ETIMEDOUT' && !stdout.includes('FAIL')) {
    console.log(`Round ${rounds + 1}, seed ${seed}: time was up, and nothing had been found.`);
    break;
  }
  rounds++;
  if (status === 0) {
    console.log(`Round ${rounds}, seed ${seed}: nothing found.`);
    continue;
  }
  failures++;
  console.log(stdout);
  console.log(`Round ${rounds} found something. To repeat it:`);
  console.log(`  HAUSHALT_SEED=${seed} HAUSHALT_TIMES=${TIMES} npx vitest ${tests.join(' ')}`);
}
console.log(`${rounds} rounds of ${TIMES} times as many cases as npm test draws, ${failures} of them found something.`);
process.exit(failures === 0 ? 0 : 1);
