import type { Text } from '@haushalt/language';
import type { Comparison, RowDifference } from '@haushalt/core';
import type { Entry, FileRequest, Role } from './api.ts';
import { request } from './request.ts';
import { requestStreamed, type Progress } from './streamed.ts';

/** Who asks, and whether people sign in here at all. */
export interface Me {
  readonly person: {
    readonly id: string;
    readonly name: string;
    readonly address: string;
    /** An address that has yet to be confirmed by a link mailed to it; empty when there is none. */
    readonly wantedAddress: string;
    readonly createdAt: string;
    /** The language they chose; empty as long as their browser decides. */
    readonly language: string;
    /** True when they keep this Haushalt: its backups. */
    readonly isAdmin: boolean;
  } | null;
  readonly signsIn: boolean;
  /** Where the mail box is found; `null` where there is none. */
  readonly mail: string | null;
  readonly isDemo: boolean;
}

export interface NewPerson {
  readonly name: string;
  readonly address: string;
  readonly password: string;
  readonly stay: boolean;
}

export interface Strength {
  readonly score: number;
  readonly isEnough: boolean;
  readonly words: Text;
}

export interface SignedIn {
  readonly id: string;
  readonly createdAt: string;
  readonly seenAt: string;
  readonly agent: string;
  readonly isThis: boolean;
}

export interface Member {
  readonly id: string;
  readonly name: string;
  readonly address: string;
  readonly role: Role;
  readonly since: string;
  readonly link: string;
}

export interface SharingLink {
  readonly id: string;
  readonly role: Role;
  readonly address: string;
  readonly createdAt: string;
  readonly createdBy: string;
  readonly until: string | null;
  readonly once: boolean;
  readonly uses: number;
  readonly revokedAt: string | null;
}

export interface PlanPeople {
  readonly people: readonly Member[];
  readonly links: readonly SharingLink[];
  readonly signsIn: boolean;
}

/** Describes what a link leads to. */
export interface LinkOffer {
  readonly plan: string;
  readonly role: Role;
  readonly sharedBy: string;
  /** The role one has already, and the plan then. */
  readonly mine: Role | null;
  readonly planId: string | null;
}

/** A step of a plan's history. */
export interface HistoryStep {
  readonly revision: number;
  readonly commandId: string;
  readonly personId: string;
  readonly person: string;
  readonly at: string;
  readonly kind: string;
  readonly label: Text;
  readonly target: string | null;
  readonly state: 'done' | 'undone' | 'left' | null;
  /** True when it is still known what it changed. */
  readonly isKept: boolean;
}

export interface HistoryAsked {
  readonly before?: number;
  readonly person?: string;
  readonly text?: string;
  readonly from?: string;
  readonly to?: string;
  readonly row?: string;
  readonly month?: string;
}

export type MomentName =
  | { readonly kind: 'now' }
  | { readonly kind: 'revision'; readonly revision: number }
  | { readonly kind: 'snapshot'; readonly id: string }
  | { readonly kind: 'plan'; readonly planId: string };

export interface ComparisonShown extends Comparison {
  readonly entries: readonly RowDifference[];
  readonly entryCount: number;
}

export interface SnapshotLine {
  readonly id: string;
  readonly name: Text;
  readonly note: string;
  readonly kind: 'made' | 'import' | 'nightly';
  readonly revision: number;
  readonly at: string;
  readonly person: string;
  readonly size: number;
}

export interface KeptBackup {
  readonly name: string;
  readonly at: string;
  readonly size: number;
}

export interface BackupPlan {
  readonly id: string;
  readonly name: string;
  readonly entries: number;
  readonly steps: number;
  readonly snapshots: number;
  readonly changedAt: string;
}

export interface DeletedPlan {
  readonly id: string;
  readonly name: string;
  readonly deletedAt: string;
}

const plan = (id: string) => `/plans/${encodeURIComponent(id)}`;
const part = (text: string) => encodeURIComponent(text);

/** States what the server is asked about people, histories and backups. */
export const peopleApi = {
  me: () => request<Me>('GET', '/me'),
  signIn: (who: string, password: string, stay: boolean) =>
    request<{ id: string }>('POST', '/session', { who, password, stay }),
  signOut: () => request<undefined>('DELETE', '/session'),
  first: (person: NewPerson) => request<{ id: string }>('POST', '/first', person),
  strength: (password: string, own: readonly string[]) => request<Strength>('POST', '/strength', { password, own }),
  forgotten: (who: string) => request<object>('POST', '/resets', { who }),
  reset: (content: string, password: string) =>
    request<{ id: string }>('POST', `/resets/${part(content)}`, { password }),
  changeMe: (name: string, address: string, password: string) =>
    request<object>('PATCH', '/me', { name, address, password }),
  /** An empty language leaves it to the browser. */
  setLanguage: (language: string) => request<undefined>('PUT', '/me/language', { language }),
  confirmAddress: (content: string) => request<undefined>('POST', `/confirmations/${part(content)}`, {}),
  changePassword: (now: string, password: string) => request<undefined>('PUT', '/me/password', { now, password }),
  sessions: () => request<{ sessions: SignedIn[] }>('GET', '/me/sessions').then(({ sessions }) => sessions),
  endSession: (id: string) => request<undefined>('DELETE', `/me/sessions/${part(id)}`),
  leave: (password: string, names: 'kept' | 'replaced') => request<undefined>('POST', '/me/leave', { password, names }),

  link: (content: string) => request<LinkOffer>('GET', `/links/${part(content)}`),
  useLink: (content: string) => request<{ planId: string }>('POST', `/links/${part(content)}/use`, {}),
  joinByLink: (content: string, person: NewPerson) =>
    request<{ planId: string }>('POST', `/links/${part(content)}/person`, person),

  people: (id: string) => request<PlanPeople>('GET', `${plan(id)}/people`),
  invite: (id: string, address: string, role: Role) =>
    request<{ link: string }>('POST', `${plan(id)}/people`, { address, role }),
  setRole: (id: string, person: string, role: Role) =>
    request<undefined>('PATCH', `${plan(id)}/people/${part(person)}`, { role }),
  removePerson: (id: string, person: string) =>
    request<{ revokedLinks: number }>('DELETE', `${plan(id)}/people/${part(person)}`),
  addLink: (id: string, link: { role: Role; until: string | null; once: boolean }) =>
    request<{ id: string; path: string }>('POST', `${plan(id)}/links`, link),
  revokeLink: (id: string, link: string) => request<undefined>('DELETE', `${plan(id)}/links/${part(link)}`),
  mail: (id: string, address: string, text: string, file: FileRequest) =>
    request<undefined>('POST', `${plan(id)}/mail`, { address, text, file }),
  here: (id: string, tab: string, place: { readonly page: string; readonly row: string; readonly column: string }) =>
    request<undefined>('POST', `${plan(id)}/here`, { tab, ...place }),

  history: (id: string, filter: HistoryAsked) => {
    const given = Object.entries(filter).flatMap(([key, value]) =>
      value === undefined || value === '' ? [] : [[key, String(value)]],
    );
    return request<HistoryStep[]>('GET', `${plan(id)}/history?${new URLSearchParams(given).toString()}`);
  },
  compare: (id: string, before: MomentName, after: MomentName, signal?: AbortSignal) =>
    request<ComparisonShown>('POST', `${plan(id)}/compare`, { before, after }, signal),
  goBack: (id: string, command: string, to: MomentName, what: string, rows: readonly string[] | null) =>
    request<Entry>('POST', `${plan(id)}/go-back`, { id: command, to, what, rows }),
  snapshots: (id: string) =>
    request<{ snapshots: SnapshotLine[] }>('GET', `${plan(id)}/snapshots`).then(({ snapshots }) => snapshots),
  addSnapshot: (id: string, snapshot: string, name: string, note: string) =>
    request<{ id: string }>('POST', `${plan(id)}/snapshots`, { id: snapshot, name, note }),
  renameSnapshot: (id: string, snapshot: string, name: string, note: string) =>
    request<undefined>('PATCH', `${plan(id)}/snapshots/${part(snapshot)}`, { name, note }),
  removeSnapshot: (id: string, snapshot: string) =>
    request<undefined>('DELETE', `${plan(id)}/snapshots/${part(snapshot)}`),
  copySnapshot: (id: string, snapshot: string, copy: string) =>
    request<{ id: string }>('POST', `${plan(id)}/snapshots/${part(snapshot)}/copy`, { id: copy }),

  deletedPlans: () => request<{ plans: DeletedPlan[]; retentionDays: number }>('GET', '/deleted-plans'),
  deleteForGood: (id: string) => request<undefined>('DELETE', `${plan(id)}/for-good`),

  backups: () => request<{ backups: KeptBackup[]; kept: number; folder: string }>('GET', '/backups'),
  backUp: () => request<KeptBackup>('POST', '/backups', {}),
  removeBackup: (name: string) => request<undefined>('DELETE', `/backups/${part(name)}`),
  lookIntoBackup: (backup: string | File) =>
    typeof backup === 'string'
      ? request<{ id: string; plans: BackupPlan[] }>('POST', `/backups/${part(backup)}/restores`, {})
      : request<{ id: string; plans: BackupPlan[] }>('POST', '/restores', backup),
  async restore(
    id: string,
    plans: readonly string[],
    report: { readonly signal: AbortSignal; readonly onProgress: (progress: Progress) => void },
  ): Promise<readonly { readonly id: string; readonly name: string }[]> {
    const { head } = await requestStreamed(`/restores/${part(id)}`, JSON.stringify({ plans }), report);
    return (head as { restored: { id: string; name: string }[] }).restored;
  },
};

/** Where all that is kept of oneself is found as a file, and a backup. */
export const MY_DATA = '/api/me/data';
export const backupAddress = (name: string): string => `/api/backups/${part(name)}`;
