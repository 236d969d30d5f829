// Before unit tests, and before they run again: compiles what they start as programs and threads, so that none of it is older
// than its source. Whether types are right is another check's to say: what is wrong is compiled and printed here.
import { spawnSync } from 'node:child_process';
import { COMPILE, ROOT, PACKAGES } from './setup.mjs';

const compile = () => {
  for (const command of [COMPILE, PACKAGES]) spawnSync(...command, { cwd: ROOT, stdio: 'inherit' });
};

export default function setup(project) {
  compile();
  project.onTestsRerun(compile);
}
