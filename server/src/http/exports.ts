import { speakerFor } from '../language.ts';
import { dayOf } from '@haushalt/core';
import { FEW_VALUES, json } from './json.ts';
import type { Routing } from './routing.ts';
import { readExportRequest, readPages } from './exportSchemas.ts';
import { answerStreamed } from './streamed.ts';
import { fileName, sendJson, abortOnClose, type AppServices } from './appServices.ts';

/** The routes by which a plan is handed over, below /api/plans/:id: its pages as they will be, and files of it. */
export function exportRoutes(routing: Routing, { store, work, now, report }: AppServices): void {
  const body = json({ size: 64 << 10, values: FEW_VALUES });
  const today = () => dayOf(now());

  // Some of the pages as they will be printed, and what is known of all.
  routing.plan(
    'view',
    'post',
    '/plans/:id/pages',
    async ({ request, response, plan: { id } }) => {
      const { print, from, to, language = speakerFor(request).language } = readPages(request.body);
      const task = {
        kind: 'pages',
        database: store.file,
        planId: id,
        print,
        today: today(),
        from,
        to,
        language,
      } as const;
      const pages = await work.slow.do<'pages'>(task, { signal: abortOnClose(response) });
      sendJson(response, pages);
    },
    body,
  );

  // A file of the plan: a PDF, a workbook, CSV. It may take long, so that it is told how far it has come.
  routing.plan(
    'view',
    'post',
    '/plans/:id/files',
    async ({ request, response, plan: { id } }) => {
      const { exportRequest, language = speakerFor(request).language } = readExportRequest(request.body);
      const task = {
        kind: 'export',
        database: store.file,
        planId: id,
        exportRequest,
        today: today(),
        language,
      } as const;
      await answerStreamed(
        response,
        async (progress, signal) => {
          const { name, file } = await work.slow.do<'export'>(task, { progress, signal });
          return { head: { name: fileName(name, exportRequest.kind) }, content: file };
        },
        report,
      );
    },
    body,
  );
}
