import type { Language, Text } from '@haushalt/language';
import type { AuditedWorkbook as AuditedThere, Page, ReadingCorrections } from '@haushalt/formats';
import {
  ALL_ENTRIES,
  documentFrom,
  type AnyRow,
  type Change,
  type DaySum,
  type Document,
  type EarlierEntry,
  type EntryQuery,
  type EntrySum,
  type ItemSum,
  type IndexValue,
  type LedgerEntry,
  type PreviewCounts,
  type PreviewLine,
  type StatementFormatRow,
  type PlanStatus,
  type TableName,
  type Twice,
  type EntryNow,
} from '@haushalt/core';
import type { PendingRequest } from './orders.ts';
import { ServerAway, ServerRefusal } from './refusals.ts';
import { request } from './request.ts';
import { requestStreamed, type Progress, type Received } from './streamed.ts';

export { ServerAway, ServerRefusal };

/** Describes what someone may do with a plan. */
export type Role = 'owner' | 'editor' | 'viewer';

/** A plan in the list of plans. */
export interface PlanSummary extends PlanStatus {
  readonly id: string;
  readonly role: Role;
  readonly name: string;
  readonly currency: string;
  readonly locale: string;
}

/** The plans one may see, and which of them feeds which. */
export interface ListOfPlans {
  readonly plans: readonly PlanSummary[];
  readonly feeds: readonly { readonly from: string; readonly to: string }[];
}

/** A change set the server has stored. */
export interface Entry {
  readonly revision: number;
  readonly commandId: string;
  readonly kind: string;
  readonly label: Text;
  readonly target: string | null;
  readonly state: 'done' | 'undone' | 'left' | null;
  readonly changes: readonly Change[];
  readonly personId: string;
  /** Who made it, by name, where it arrives as an event. */
  readonly person?: string;
}

/** A step of a plan's history, without what it changed: that is fetched when it is to be taken back or done again. */
export type HistoryLine = Omit<Entry, 'changes' | 'personId' | 'person'>;

/** A plan as the server has it. */
export interface LoadedPlan {
  readonly id: string;
  readonly revision: number;
  readonly document: Document;
  readonly history: readonly HistoryLine[];
  readonly role: Role;
  /** Who opened it. */
  readonly person: string;
}

/** Entries as the server has them: a page of those asked for, and what all of them come to, in minor units. */
export interface EntriesFound {
  readonly revision: number;
  readonly entries: LedgerEntry[];
  readonly total: number;
  readonly received: number;
  readonly paid: number;
}

/** A price index that is published. */
export interface PublishedIndex {
  readonly id: string;
  readonly name: string;
  readonly source: string;
}

/** Describes how a bank writes its tables. */
export type CsvFormat = Omit<StatementFormatRow, 'id' | 'account'>;

/** The statement of one account with what each of its lines means for the plan. */
export interface PreviewedStatement {
  /** States what the bank calls the account; empty where the file does not say. */
  readonly number: string;
  /** The account of the plan; `null` where that has to be said. */
  readonly account: string | null;
  readonly closing: { readonly date: string; readonly amount: number } | null;
  readonly preview: readonly PreviewLine[];
  readonly counts: PreviewCounts;
}

/** Describes what is said of a bank's file: its account, those of several by their numbers, and how a table is written. */
export interface StatementSaid {
  readonly account: string | null;
  readonly accounts: Readonly<Record<string, string>>;
  readonly csv: CsvFormat | null;
}

/** Describes what a bank's file means for a plan, before anything is stored. */
export interface StatementPreview {
  /** The plan's, as the file was compared with it. */
  readonly revision: number;
  readonly format: string;
  readonly statements: readonly PreviewedStatement[];
  /** States how a table was read, and what it looks like; `null` for other files. */
  readonly csv: {
    readonly format: CsvFormat;
    readonly headings: readonly string[];
    readonly sample: readonly (readonly string[])[];
  } | null;
  /** Why a table cannot be read as it is said to be written. */
  readonly problem: Text | null;
  /** The lines of a table that are left out, each with its place and what is wrong with it. */
  readonly unreadable: readonly Text[];
}

/** Describes what of a plan is on paper, and how. */
export interface PrintRequest {
  readonly parts: readonly string[];
  readonly years: readonly number[];
  readonly span: 'month' | 'quarter';
  readonly withNotes: boolean;
  readonly paper: 'A4' | 'Letter';
  readonly orientation: 'auto' | 'upright' | 'across';
  readonly pages: 'auto' | 'one' | 'two' | 'many';
  readonly isBlackAndWhite: boolean;
  readonly isBooklet: boolean;
  readonly title: string;
  readonly name: string;
}

/** Some pages of a plan, in a language. */
export interface PagesRequest {
  readonly print: PrintRequest;
  readonly from: number;
  readonly to: number;
  readonly language: Language;
}

/** A file of a plan. */
export interface FileRequest extends PrintRequest {
  readonly kind: 'pdf' | 'ods' | 'xlsx' | 'csv';
  readonly by: 'year' | 'plan';
  readonly notation: 'plan' | 'neutral';
  /** The language of its words. */
  readonly language: Language;
}

/** Describes how a workbook is to be taken. */
export interface WorkbookQuery {
  readonly title: string;
  readonly fix: boolean;
  readonly said: ReadingCorrections;
}

interface RunOptions {
  readonly signal: AbortSignal;
  readonly onProgress: (progress: Progress) => void;
}

/** A workbook as a plan, with what a careful reviewer found in it. */
export interface AuditedWorkbook extends Omit<AuditedThere, 'document'> {
  /** The plan, as its file would be. */
  readonly plan: unknown;
}

/** A sheet among the pages: where it begins, and how large its letters are. */
export interface SheetOnPaper {
  readonly title: string;
  readonly page: number;
  readonly size: number;
}

/** Some pages as they will be printed, and what is known of all. */
export interface PagesShown {
  readonly count: number;
  readonly contents: readonly SheetOnPaper[];
  readonly tooSmall: readonly SheetOnPaper[];
  /** The letters that no font has. */
  readonly missing: readonly string[];
  readonly parts: readonly string[];
  readonly pages: readonly Page[];
}

/** Returns what is asked of entries, as an address says it. */
function entriesQuery(query: EntryQuery, { offset, limit }: { offset: number; limit: number }): string {
  const { from, to, lines, accounts, text, least, most, state, order, descending } = query;
  const parameters: [string, string | number | null][] = [
    ['from', from],
    ['to', to],
    ['lines', lines?.join() ?? null],
    ['accounts', accounts?.join() ?? null],
    ['text', text || null],
    ['least', least],
    ['most', most],
    ['state', state],
    ['order', order],
    ['ascending', descending ? null : 'true'],
    ['offset', offset],
    ['limit', limit],
  ];
  return new URLSearchParams(
    parameters.flatMap(([key, value]) => (value === null ? [] : [[key, String(value)]])),
  ).toString();
}

const planPath = (id: string) => `/plans/${encodeURIComponent(id)}`;

function saidIn({ title, fix, said }: WorkbookQuery): string {
  const isCorrected = Object.keys(said).length > 0;
  const all = { title, ...(fix ? { fix: 'yes' } : {}), ...(isCorrected ? { said: JSON.stringify(said) } : {}) };
  return new URLSearchParams(all).toString();
}

export const api = {
  plans: () => request<ListOfPlans>('GET', '/plans'),
  /** Returns what of a plan a line of another one may follow. */
  figuresOf: (id: string) =>
    request<{ figures: { id: string; name: string }[] }>('GET', `${planPath(id)}/figures`).then(
      ({ figures }) => figures,
    ),
  /** Stores a plan file as a new plan, under an id of one's own where a retry must not store it twice. */
  importFile: (file: string | Blob, id?: string) =>
    request<{ id: string }>('POST', `/plans/import${id === undefined ? '' : `?id=${encodeURIComponent(id)}`}`, file),
  /** Returns what a workbook from elsewhere is, what is wrong with it, and the plan it makes; nothing is stored. */
  async auditWorkbook(file: Blob, request: WorkbookQuery, options: RunOptions): Promise<AuditedWorkbook> {
    const { content } = await requestStreamed(`/plans/workbooks?${saidIn(request)}`, file, options);
    return JSON.parse(new TextDecoder().decode(content)) as AuditedWorkbook;
  },
  /** The same as a PDF. */
  async auditAsPdf(file: Blob, request: WorkbookQuery, options: RunOptions): Promise<Blob> {
    const { content } = await requestStreamed(`/plans/workbooks?${saidIn(request)}&as=pdf`, file, options);
    return new Blob([content], { type: 'application/pdf' });
  },
  duplicate: (id: string, copyId: string) =>
    request<{ id: string }>('POST', `${planPath(id)}/duplicate`, { id: copyId }),
  remove: (id: string) => request<undefined>('DELETE', planPath(id)),
  restore: (id: string) => request<{ id: string }>('POST', `${planPath(id)}/restore`, {}),
  async plan(id: string): Promise<LoadedPlan> {
    type Answer = {
      id: string;
      revision: number;
      tables: Record<TableName, AnyRow[]>;
      history: HistoryLine[];
      role: Role;
      person: string;
    };
    const { tables, revision, history, role, person } = await request<Answer>('GET', planPath(id));
    return { id, revision, history, role, person, document: documentFrom(tables) };
  },
  /** Returns what the entries of a plan come to, and which days of recurring entries have happened. */
  ledger: (planId: string) =>
    request<{ revision: number; sums: EntrySum[]; settled: string[]; items: ItemSum[] }>(
      'GET',
      `${planPath(planId)}/actuals`,
    ),
  /** Returns what happens to the accounts of a plan, by day. */
  balances: (planId: string) => request<{ revision: number; days: DaySum[] }>('GET', `${planPath(planId)}/balances`),
  /** The entries that are there twice. */
  twice: (planId: string) => request<{ revision: number; twice: Twice[] }>('GET', `${planPath(planId)}/twice`),
  /** Returns what was entered earlier, by description. */
  descriptions: (planId: string) =>
    request<{ revision: number; earlier: EarlierEntry[] }>('GET', `${planPath(planId)}/descriptions`),
  /** A page of the entries asked for. */
  entries: (planId: string, query: EntryQuery, offset: number, limit: number) =>
    request<EntriesFound>('GET', `${planPath(planId)}/entries?${entriesQuery(query, { offset, limit })}`),
  /** Returns what there is outside to ask: a bank, a statistics office. */
  outside: () => request<{ bank: boolean; statistics: boolean }>('GET', '/outside'),
  /** The price indices that are published. */
  indices: () => request<{ indices: PublishedIndex[] }>('GET', '/indices').then((answer) => answer.indices),
  /** A price index by month. */
  index: (id: string) =>
    request<PublishedIndex & { values: IndexValue[] }>('GET', `/indices/${encodeURIComponent(id)}`),
  /** Returns what the bank hands out for an account since its last statement, and what it means for the plan; nothing is stored. */
  fetchStatement: (planId: string, account: string, signal: AbortSignal) =>
    request<StatementPreview>('POST', `${planPath(planId)}/accounts/${encodeURIComponent(account)}/fetch`, {}, signal),
  /** Returns what a bank's file means for a plan; nothing is stored. */
  async previewStatement(
    planId: string,
    file: Blob,
    { account, accounts, csv }: StatementSaid,
    report: { readonly signal: AbortSignal; readonly onProgress: (progress: Progress) => void },
  ): Promise<StatementPreview> {
    const query = new URLSearchParams({
      ...(account === null ? {} : { account }),
      ...(Object.keys(accounts).length === 0 ? {} : { accounts: JSON.stringify(accounts) }),
      ...(csv === null ? {} : { csv: JSON.stringify(csv) }),
    });
    const { content } = await requestStreamed(`${planPath(planId)}/statements?${query.toString()}`, file, report);
    return JSON.parse(new TextDecoder().decode(content)) as StatementPreview;
  },
  /** Some of the pages of a plan as they will be printed, and what is known of all of them. */
  pages: (planId: string, wanted: PagesRequest, signal: AbortSignal) =>
    request<PagesShown>('POST', `${planPath(planId)}/pages`, wanted, signal),
  /** A plan as a file. */
  file: (
    planId: string,
    request: FileRequest,
    report: { readonly signal: AbortSignal; readonly onProgress: (progress: Progress) => void },
  ): Promise<Received> => requestStreamed(`${planPath(planId)}/files`, JSON.stringify(request), report),
  /** Returns what a step of the history changed. */
  step: (planId: string, commandId: string) =>
    request<Entry>('GET', `${planPath(planId)}/history/${encodeURIComponent(commandId)}`),
  /** Sends orders that wait. Answered are as many of them, from the first on, as there was time for. */
  send: async (planId: string, orders: readonly PendingRequest[]): Promise<Answer[]> => {
    const queue = orders.map(({ id, order }) => ({ id, command: order }));
    const { answers } = await request<{ answers: QueueAnswer[] }>('POST', `${planPath(planId)}/queue`, { orders: queue }); // prettier-ignore
    return answers.map((answer) =>
      'entry' in answer
        ? answer.entry
        : new ServerRefusal(answer.status, answer.error.text, answer.error.path, answer.error.now),
    );
  },
};

type QueueAnswer =
  | { readonly entry: Entry }
  | {
      readonly status: number;
      readonly error: { readonly text: Text; readonly path?: string; readonly now?: readonly EntryNow[] };
    };

/** Describes what became of an order: the step it made, or why it was not done. */
export type Answer = Entry | ServerRefusal;

/** Where entries that are asked for are found as CSV. */
export function entriesAsCsv(planId: string, part: Partial<EntryQuery>): string {
  const query = entriesQuery({ ...ALL_ENTRIES, ...part }, { offset: 0, limit: 0 });
  return `/api${planPath(planId)}/entries.csv?${query}`;
}

export type Api = typeof api;

/** A new id for a row, plan or command. */
export function newId(): string {
  // Over plain HTTP, beyond the own machine, a browser has random numbers but makes no ids of them.
  if (typeof crypto.randomUUID === 'function') return crypto.randomUUID();
  const bytes = crypto.getRandomValues(new Uint8Array(16));
  return Array.from(bytes, (byte) => byte.toString(16).padStart(2, '0')).join('');
}
