import {
  documentFrom,
  type AnyRow,
  type Change,
  type Document,
  type EntrySum,
  type LedgerEntry,
  type Month,
  type Standing,
  type TableName,
} from '@haushalt/core';
import type { Order } from './orders.ts';

/** An answer of the server that is no success, with its sentence for people. */
export class ServerRefusal extends Error {
  readonly status: number;
  readonly path: string | undefined;

  constructor(status: number, message: string, path?: string) {
    super(message);
    this.status = status;
    this.path = path;
  }
}

/** The server could not be reached, or could not answer; the same request may succeed later. */
export class ServerAway extends Error {
  constructor() {
    super('Haushalt’s server cannot be reached.');
  }
}

/** A plan in the list of plans. */
export interface PlanSummary extends Standing {
  readonly id: string;
  readonly name: string;
  readonly currency: string;
  readonly locale: string;
}

/** A change set the server has stored. */
export interface Entry {
  readonly revision: number;
  readonly commandId: string;
  readonly kind: string;
  readonly label: string;
  readonly target: string | null;
  readonly state: 'done' | 'undone' | 'left' | null;
  readonly changes: readonly Change[];
}

/** A plan as the server has it. */
export interface LoadedPlan {
  readonly id: string;
  readonly revision: number;
  readonly document: Document;
  readonly history: readonly Entry[];
}

async function request<T>(method: string, path: string, body?: unknown): Promise<T> {
  let response: Response;
  try {
    response = await fetch(`/api${path}`, {
      method,
      ...(body === undefined
        ? {}
        : {
            headers: { 'content-type': 'application/json' },
            body: typeof body === 'string' ? body : JSON.stringify(body),
          }),
    });
  } catch {
    throw new ServerAway();
  }
  if (response.status === 204) return undefined as T;
  const answer = (await response.json().catch(() => null)) as { error?: { message: string; path?: string } } | null;
  if (response.ok && answer !== null) return answer as T;
  if (response.status >= 502 || (response.ok && answer === null)) throw new ServerAway();
  throw new ServerRefusal(
    response.status,
    answer?.error?.message ?? 'The server refused without saying why.',
    answer?.error?.path,
  );
}

/** Which entries are asked for. */
export interface EntriesAsked {
  readonly from: Month;
  readonly to: Month;
  /** The lines they belong to; `null` for all. */
  readonly lines: readonly string[] | null;
}

const planPath = (id: string) => `/plans/${encodeURIComponent(id)}`;

export const api = {
  plans: () => request<{ plans: PlanSummary[] }>('GET', '/plans').then((answer) => answer.plans),
  /** Stores a plan file as a new plan, under an id of one's own where a retry must not store it twice. */
  importFile: (text: string, id?: string) =>
    request<{ id: string }>('POST', `/plans/import${id === undefined ? '' : `?id=${encodeURIComponent(id)}`}`, text),
  duplicate: (id: string, copyId: string) =>
    request<{ id: string }>('POST', `${planPath(id)}/duplicate`, { id: copyId }),
  remove: (id: string) => request<undefined>('DELETE', planPath(id)),
  restore: (id: string) => request<{ id: string }>('POST', `${planPath(id)}/restore`, {}),
  async plan(id: string): Promise<LoadedPlan> {
    type Answer = { id: string; revision: number; tables: Record<TableName, AnyRow[]>; history: Entry[] };
    const { tables, revision, history } = await request<Answer>('GET', planPath(id));
    return { id, revision, history, document: documentFrom(tables) };
  },
  /** What the entries of a plan come to, and the accounts they went through. */
  ledger: (planId: string) => request<{ sums: EntrySum[]; accounts: string[] }>('GET', `${planPath(planId)}/actuals`),
  /** Entries of some months and lines: the newest first, and how many there are. */
  entries: (planId: string, { from, to, lines }: EntriesAsked) =>
    request<{ entries: LedgerEntry[]; total: number }>(
      'GET',
      `${planPath(planId)}/entries?${new URLSearchParams({ from, to, limit: '500', ...(lines === null ? {} : { lines: lines.join() }) }).toString()}`,
    ),
  /** Stores an entry, new or changed, under its id. */
  putEntry: (planId: string, { id, ...rest }: LedgerEntry) =>
    request<LedgerEntry>('PUT', `${planPath(planId)}/entries/${encodeURIComponent(id)}`, rest),
  removeEntry: (planId: string, id: string) =>
    request<undefined>('DELETE', `${planPath(planId)}/entries/${encodeURIComponent(id)}`),
  send: (planId: string, commandId: string, order: Order) =>
    request<Entry>('POST', `${planPath(planId)}/commands`, { id: commandId, command: order }),
};

export type Api = typeof api;

/** A new id for a row, plan or command. */
export function newId(): string {
  return crypto.randomUUID();
}
