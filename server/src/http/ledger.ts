import { MAX_STATEMENT } from '@haushalt/formats';
import express, { Router, type Request, type Response } from 'express';
import { LOCAL_PERSON, type Person } from '../store/people.ts';
import { planFor } from './access.ts';
import { messages } from '../messages.ts';
import { ApiError } from './errors.ts';
import { fetchStatement } from './outside.ts';
import { readEntriesQuery, readId, readStatementQuery } from './schemas.ts';
import { answerStreamed, wantsProgress } from './streamed.ts';
import { fileName, whileWanted, type Surroundings } from './surroundings.ts';

/** How many descriptions are sent at most: those used last. */
const MOST_DESCRIPTIONS = 2000;

/**
 * The routes by which a plan's ledger is looked at, below /api/plans/:id. It is changed by commands, like the plan itself.
 * Answers say at which revision they were true.
 */
export function ledgerRoutes({ store, work, outside, outsideOptions, report }: Surroundings): Router {
  const routes = Router({ mergeParams: true });
  const statement = express.raw({ limit: MAX_STATEMENT + 1, type: () => true });
  const caller = (_request: Request): Person => LOCAL_PERSON;
  const planId = (request: Request) => String(request.params.id);

  routes.get('/actuals', (request, response) => {
    const { id, revision } = planFor(store, caller(request), planId(request), 'view');
    const { ledger } = store;
    response.json({ revision, sums: ledger.sums(id), settled: ledger.settled(id), items: ledger.itemSums(id) });
  });

  routes.get('/balances', (request, response) => {
    const { id, revision } = planFor(store, caller(request), planId(request), 'view');
    response.json({ revision, days: store.ledger.accountDays(id) });
  });

  routes.get('/twice', (request, response) => {
    const { id, revision } = planFor(store, caller(request), planId(request), 'view');
    response.json({ revision, twice: store.ledger.twice(id) });
  });

  // What was entered earlier, by its description: a new entry is completed from it, and assigned like it.
  routes.get('/descriptions', (request, response) => {
    const { id, revision } = planFor(store, caller(request), planId(request), 'view');
    response.json({ revision, earlier: store.ledger.earlier(id, MOST_DESCRIPTIONS) });
  });

  routes.get('/entries', (request, response) => {
    const { id, revision } = planFor(store, caller(request), planId(request), 'view');
    const { offset, limit, ...query } = readEntriesQuery(request.query);
    response.json({ revision, ...store.ledger.list(id, query, { offset, limit }) });
  });

  // What was found, as a table; it may be long, so that it is written in a thread of its own.
  routes.get('/entries.csv', async (request, response) => {
    const { id } = planFor(store, caller(request), planId(request), 'view');
    const { offset: _offset, limit: _limit, ...query } = readEntriesQuery(request.query);
    const { name, file } = await work.slow.do<'writeEntries'>({ kind: 'writeEntries', database: store.file, planId: id, query }, { signal: whileWanted(response) }); // prettier-ignore
    response
      .attachment(fileName(name, 'csv'))
      .type('text/csv')
      .send(Buffer.from(file.buffer, file.byteOffset, file.byteLength));
  });

  // What a bank's file means for the plan; nothing is stored.
  routes.post('/statements', statement, async (request, response) => {
    const { id } = planFor(store, caller(request), planId(request), 'edit');
    const { account, csv } = readStatementQuery(request.query);
    const file = request.body instanceof Uint8Array ? request.body : new Uint8Array();
    const task = { kind: 'previewStatement', database: store.file, planId: id, file, account, csv } as const;
    if (wantsProgress(request))
      return answerStreamed(response, async (progress, signal) => ({
        head: {},
        content: await work.slow.do<'previewStatement'>(task, { progress, signal }),
      }), report); // prettier-ignore
    sendBytes(response, await work.slow.do<'previewStatement'>(task, { signal: whileWanted(response) }));
  });

  // The same of what the bank hands out for an account since its last statement.
  routes.post('/accounts/:account/fetch', express.json(), async (request, response) => {
    const { id } = planFor(store, caller(request), planId(request), 'edit');
    const account = store.document(id).document.accounts.get(readId(request.params.account));
    if (!account) throw new ApiError(404, 'notFound', messages.thereIsNoSuchAccount);
    if (outside.bank === null) throw new ApiError(404, 'notFound', messages.thereIsNoBank);
    if (account.number.trim() === '') throw new ApiError(422, 'invalid', messages.thisAccountHasNoNumber, 'number');
    const file = await fetchStatement(outside.bank, account, outsideOptions);
    const task = {
      kind: 'previewStatement',
      database: store.file,
      planId: id,
      file,
      account: account.id,
      csv: null,
    } as const;
    sendBytes(response, await work.slow.do<'previewStatement'>(task, { signal: whileWanted(response) }));
  });

  function sendBytes(response: Response, { buffer, byteOffset, byteLength }: Uint8Array): void {
    response.type('application/json').send(Buffer.from(buffer, byteOffset, byteLength));
  }

  return routes;
}
