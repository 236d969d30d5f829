import express, { Router, type Request } from 'express';
import { LOCAL_PERSON, type Person } from '../store/people.ts';
import { planFor } from './access.ts';
import { readHandOver, readPages } from './handOverSchemas.ts';
import { answerStreamed } from './streamed.ts';
import { fileName, whileWanted, type Surroundings } from './surroundings.ts';

/** The routes by which a plan is handed over, below /api/plans/:id: its pages as they will be, and files of it. */
export function handOverRoutes({ store, work, now, report }: Surroundings): Router {
  const routes = Router({ mergeParams: true });
  const body = express.json({ limit: 64 << 10 });
  const caller = (_request: Request): Person => LOCAL_PERSON;
  const planId = (request: Request) => String(request.params.id);
  const today = () => now().toISOString().slice(0, 10);

  // Some of the pages as they will be printed, and what is known of all.
  routes.post('/pages', body, async (request, response) => {
    const { id } = planFor(store, caller(request), planId(request), 'view');
    const { print, from, to } = readPages(request.body);
    const task = { kind: 'pages', database: store.file, planId: id, print, today: today(), from, to } as const;
    const pages = await work.slow.do<'pages'>(task, { signal: whileWanted(response) });
    response.type('application/json').send(Buffer.from(pages.buffer, pages.byteOffset, pages.byteLength));
  });

  // A file of the plan: a PDF, a workbook, CSV. It may take long, so that it is told how far it has come.
  routes.post('/files', body, async (request, response) => {
    const { id } = planFor(store, caller(request), planId(request), 'view');
    const handOver = readHandOver(request.body);
    const task = { kind: 'handOver', database: store.file, planId: id, handOver, today: today() } as const;
    await answerStreamed(
      response,
      async (progress, signal) => {
        const { name, file } = await work.slow.do<'handOver'>(task, { progress, signal });
        return { head: { name: fileName(name, handOver.kind) }, content: file };
      },
      report,
    );
  });

  return routes;
}
