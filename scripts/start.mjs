// npm run demo, npm start: installs and builds what is missing, then serves until Ctrl-C.
import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { ROOT, build, install } from './setup.mjs';

install();
build();
const server = spawn(process.execPath, [join(ROOT, 'cli/bin/haushalt.js'), 'serve', ...process.argv.slice(2)], {
  stdio: 'inherit',
});
// Ctrl-C reaches the server itself; this script waits for it to end.
process.on('SIGINT', () => {});
process.on('SIGTERM', () => server.kill('SIGTERM'));
server.on('exit', (code) => process.exit(code ?? 0));
