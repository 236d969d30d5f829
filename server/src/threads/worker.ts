import { DatabaseError } from '../store/database.ts';
import { parentPort, workerData } from 'node:worker_threads';
import { setClock } from '@haushalt/core';
import { STORAGE } from './storageCode.ts';
import { codeOf, perform, refusedBy, type Task } from './tasks.ts';
import type { Answer } from './work.ts';

/** The thread that does what takes long, one task after the other. */
const port = parentPort!;
setClock(process.env.HAUSHALT_NOW ?? null);
/** Is 1 once the last part has been taken. */
const { stored } = workerData as { stored: Int32Array };

port.on('message', ({ id, task }: { id: number; task: Task }) => void answerTo(id, task));

async function answerTo(id: number, task: Task): Promise<void> {
  const answer = (message: Answer) => port.postMessage(message);
  try {
    const result = await perform(task, {
      part: (part) => {
        // The next part is made when this one has been stored: what is read faster than it is stored would pile up.
        Atomics.store(stored, 0, 0);
        answer({ id, kind: 'part', part });
        Atomics.wait(stored, 0, 0);
      },
      progress: (done, what) => answer({ id, kind: 'progress', done, what }),
    });
    answer({ id, kind: 'done', result });
  } catch (error) {
    const refused = refusedBy(error);
    const code = codeOf(error);
    if (refused) answer({ id, kind: 'refused', refused });
    else
      answer({
        id,
        kind: 'failed',
        message:
          error instanceof Error ? (code === STORAGE ? error.message : (error.stack ?? error.message)) : String(error),
        code,
        ...(error instanceof DatabaseError ? { text: error.text } : {}),
      });
  }
}
