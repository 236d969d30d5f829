// npm run bench: ratios of the speed table, measured in this run. --json prints them for programs.
import { build, install, run, tool } from './setup.mjs';

const json = process.argv.includes('--json');
const log = console.log;
if (json) console.log = console.error;
install();
build();
console.log = log;
run(...tool('typescript7/bin/tsc', '-b', 'bench'), { quiet: true });
process.exit(run(process.execPath, ['bench/dist/index.js', ...process.argv.slice(2)], { allowed: true }));
