// npm run bench:web: the budget page in Debian's Chromium, from a key to what is painted. --json prints it for programs.
import { build, chromium, install, run, tool } from './setup.mjs';

const json = process.argv.includes('--json');
const log = console.log;
if (json) console.log = console.error;
install();
chromium();
build();
console.log = log;
run(...tool('typescript7/bin/tsc', '-b', 'bench'), { quiet: true });
process.exit(run(process.execPath, ['bench/dist/web.js', ...process.argv.slice(2)], { allowed: true }));
