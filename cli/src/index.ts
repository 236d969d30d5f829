import { setClock } from '@haushalt/core';
import { t } from './language.ts';
import { runProgram } from './program.ts';

const OUTPUT_ERROR = 1;

// Whoever reads what is printed may stop reading; a disk may be full.
for (const stream of [process.stdout, process.stderr])
  stream.on('error', (error: NodeJS.ErrnoException) => {
    if (error.code !== 'EPIPE' && stream === process.stdout)
      console.error(t('cli.outputFails', { reason: error.message }));
    process.exit(error.code === 'EPIPE' ? 0 : OUTPUT_ERROR);
  });

// A test says which day it is to be; the threads of the server ask the same.
setClock(process.env.HAUSHALT_NOW ?? null);

await runProgram(process.argv.slice(2));
