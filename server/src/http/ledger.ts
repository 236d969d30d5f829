import { MAX_STATEMENT } from '@haushalt/formats';
import express from 'express';
import { FEW_VALUES, json } from './json.ts';
import { messageFor } from '../message.ts';
import { ApiError } from './errors.ts';
import { fetchStatement } from './outside.ts';
import type { Routing } from './routing.ts';
import { readEntriesQuery, readId, readStatementQuery } from './schemas.ts';
import { answerStreamed, wantsProgress } from './streamed.ts';
import { fileName, sendJson, abortOnClose, type AppServices } from './appServices.ts';

/** States how many descriptions are sent at most: those used last. */
const MOST_DESCRIPTIONS = 2000;

/**
 * The routes by which a plan's ledger is looked at, below /api/plans/:id. It is changed by commands, like the plan itself.
 * Answers say at which revision they were true.
 */
export function ledgerRoutes(
  routing: Routing,
  { store, work, outside, outsideOptions, report, uploads }: AppServices,
): void {
  const statement = express.raw({ limit: MAX_STATEMENT + 1, type: () => true });

  routing.plan('view', 'get', '/plans/:id/actuals', ({ response, plan: { id, revision } }) => {
    const { ledger } = store;
    response.json({ revision, sums: ledger.sums(id), settled: ledger.settled(id), items: ledger.itemSums(id) });
  });

  routing.plan('view', 'get', '/plans/:id/balances', ({ response, plan: { id, revision } }) => {
    response.json({ revision, days: store.ledger.accountDays(id) });
  });

  routing.plan('view', 'get', '/plans/:id/twice', ({ response, plan: { id, revision } }) => {
    response.json({ revision, twice: store.ledger.twice(id) });
  });

  // What was entered earlier, by its description: a new entry is completed from it, and assigned like it.
  routing.plan('view', 'get', '/plans/:id/descriptions', async ({ response, plan: { id } }) => {
    const task = { kind: 'earlier', database: store.file, planId: id, most: MOST_DESCRIPTIONS } as const;
    sendJson(response, await work.quick.do<'earlier'>(task, { signal: abortOnClose(response) }));
  });

  routing.plan('view', 'get', '/plans/:id/entries', ({ request, response, plan: { id, revision } }) => {
    const { offset, limit, ...query } = readEntriesQuery(request.query);
    response.json({ revision, ...store.ledger.list(id, query, { offset, limit }) });
  });

  // What was found, as a table; it may be long, so that it is written in a thread of its own.
  routing.plan('view', 'get', '/plans/:id/entries.csv', async ({ request, response, plan: { id } }) => {
    const { offset: _offset, limit: _limit, ...query } = readEntriesQuery(request.query);
    const { name, file } = await work.quick.do<'writeEntries'>({ kind: 'writeEntries', database: store.file, planId: id, query }, { signal: abortOnClose(response) }); // prettier-ignore
    response
      .attachment(fileName(name, 'csv'))
      .type('text/csv')
      .send(Buffer.from(file.buffer, file.byteOffset, file.byteLength));
  });

  // What a bank's file means for the plan; nothing is stored.
  routing.plan(
    'edit',
    'post',
    '/plans/:id/statements',
    async ({ request, response, plan: { id } }) => {
      const { account, accounts, csv } = readStatementQuery(request.query);
      const file = request.body instanceof Uint8Array ? request.body : new Uint8Array();
      const task = {
        kind: 'previewStatement',
        database: store.file,
        planId: id,
        file,
        account,
        accounts,
        csv,
      } as const;
      if (wantsProgress(request))
      return answerStreamed(response, async (progress, signal) => ({
        head: {},
        content: await work.slow.do<'previewStatement'>(task, { progress, signal }),
      }), report); // prettier-ignore
      sendJson(response, await work.slow.do<'previewStatement'>(task, { signal: abortOnClose(response) }));
    },
    uploads,
    statement,
  );

  // The same of what the bank hands out for an account since its last statement.
  routing.plan(
    'edit',
    'post',
    '/plans/:id/accounts/:account/fetch',
    async ({ request, response, plan: { id } }) => {
      const account = store.document(id).document.accounts.get(readId(request.params.account));
      if (!account) throw new ApiError(404, 'notFound', messageFor('server.accountNotFound'));
      if (outside.bank === null) throw new ApiError(404, 'notFound', messageFor('server.noBank'));
      if (account.number.trim() === '')
        throw new ApiError(422, 'invalid', messageFor('server.accountWithoutNumber'), 'number');
      const file = await fetchStatement(outside.bank, account, outsideOptions);
      const task = {
        kind: 'previewStatement',
        database: store.file,
        planId: id,
        file,
        account: account.id,
        accounts: {},
        csv: null,
      } as const;
      sendJson(response, await work.slow.do<'previewStatement'>(task, { signal: abortOnClose(response) }));
    },
    json({ size: 64 << 10, values: FEW_VALUES }),
  );
}
