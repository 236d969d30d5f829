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
import { messages } from '../messages/session.ts';

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
  /** Whether the server has failed at this very request, rather than being away, busy or without room. */
  readonly hasFailed: boolean;

  constructor(message = messages.haushaltsServerCannotBeReached, hasFailed = false) {
    super(message);
    this.hasFailed = hasFailed;
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

/** A step of a plan's history, without what it changed: that is fetched when it is to be taken back or done again. */
export type HistoryLine = Omit<Entry, 'changes'>;

/** A plan as the server has it. */
export interface LoadedPlan {
  readonly id: string;
  readonly revision: number;
  readonly document: Document;
  readonly history: readonly HistoryLine[];
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
  // What is wrong with the server may pass: it is asked again. Whether it could not answer or failed is told apart.
  if (response.status >= 500 || response.status === 429 || (response.ok && answer === null))
    throw new ServerAway(answer?.error?.message, response.status === 500);
  throw new ServerRefusal(
    response.status,
    answer?.error?.message ?? messages.theServerRefusedWithoutSaying,
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
    type Answer = { id: string; revision: number; tables: Record<TableName, AnyRow[]>; history: HistoryLine[] };
    const { tables, revision, history } = await request<Answer>('GET', planPath(id));
    return { id, revision, history, document: documentFrom(tables) };
  },
  /** What the entries of a plan come to, and the accounts they went through. */
  ledger: (planId: string) =>
    request<{ revision: number; sums: EntrySum[]; accounts: string[] }>('GET', `${planPath(planId)}/actuals`),
  /** Entries of some months and lines: the newest first, and how many there are. */
  entries: (planId: string, { from, to, lines }: EntriesAsked) =>
    request<{ revision: number; entries: LedgerEntry[]; total: number }>(
      'GET',
      `${planPath(planId)}/entries?${new URLSearchParams({ from, to, limit: '500', ...(lines === null ? {} : { lines: lines.join() }) }).toString()}`,
    ),
  /** What a step of the history changed. */
  step: (planId: string, commandId: string) =>
    request<Entry>('GET', `${planPath(planId)}/history/${encodeURIComponent(commandId)}`),
  send: (planId: string, commandId: string, order: Order) =>
    request<Entry>('POST', `${planPath(planId)}/commands`, { id: commandId, command: order }),
};

export type Api = typeof api;

/** A new id for a row, plan or command. */
export function newId(): string {
  // Over plain HTTP, beyond the own machine, a browser has random numbers but makes no ids of them.
  if (typeof crypto.randomUUID === 'function') return crypto.randomUUID();
  const bytes = crypto.getRandomValues(new Uint8Array(16));
  return Array.from(bytes, (byte) => byte.toString(16).padStart(2, '0')).join('');
}
