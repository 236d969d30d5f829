import { dayOf } from '@haushalt/core';
import { randomUUID } from 'node:crypto';
import { existsSync, readdirSync, rmSync, statSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { makeFolder } from './store/database.ts';
import { LOCAL_PERSON } from './store/people.ts';
import { expired } from './store/snapshots.ts';
import type { Store } from './store/store.ts';
import type { Work } from './threads/work.ts';
import { messageFor } from './message.ts';

/** A backup that is kept beside the database. */
export interface KeptBackup {
  readonly name: string;
  readonly at: string;
  readonly size: number;
}

/** States how many days a deleted plan can be fetched back. */
export const DELETED_FOR = 30;
/** States how many nightly backups are kept, unless someone says otherwise. */
export const BACKUPS_KEPT = 14;
/** States how often it is looked whether a night has passed, and from which hour on it counts as one. */
const LOOK_EVERY = 10 * 60_000;
const NIGHT_FROM = 3;
/** States how long a copy of the database may take, in milliseconds. */
const LONGEST_COPY = 3_600_000;

const NAME = /^haushalt-[0-9TZ-]+\.db$/;
const NIGHTLY = /^haushalt-(\d{4}-\d{2}-\d{2})\.db$/;

export interface MaintenanceOptions {
  readonly store: Store;
  readonly work: Work;
  readonly now: () => Date;
  readonly report: (error: unknown) => void;
  /** States how many nightly backups are kept; none are made with 0. */
  readonly backups?: number;
}

/** Describes what the server does by itself: backups, nightly snapshots, and taking away what has had its time. */
export class Maintenance {
  readonly folder: string;
  readonly kept: number;
  private readonly options: MaintenanceOptions;
  private timer: NodeJS.Timeout | undefined;
  private lastNight = '';
  private underway: Promise<void> | null = null;

  constructor(options: MaintenanceOptions) {
    this.options = options;
    this.folder = join(dirname(options.store.file), 'backups');
    this.kept = options.backups ?? BACKUPS_KEPT;
  }

  /** Looks from now on whether there is a night's work to do; on a machine that sleeps at night, when it wakes. */
  begin(): void {
    this.timer = setInterval(() => {
      const now = this.options.now();
      const day = dayOf(now);
      if (day === this.lastNight || now.getHours() < NIGHT_FROM || this.underway) return;
      this.lastNight = day;
      this.underway = this.night()
        .catch(this.options.report)
        .finally(() => (this.underway = null));
    }, LOOK_EVERY);
    this.timer.unref();
  }

  async close(): Promise<void> {
    clearInterval(this.timer);
    await this.underway;
  }

  /** Does what is due once a night. */
  async night(): Promise<void> {
    const { store, now } = this.options;
    const moment = now();
    store.people.clearEnded(moment.toISOString());
    const end = new Date(moment.getTime() - DELETED_FOR * 86_400_000).toISOString();
    for (const planId of store.plans.deletedBefore(end)) await store.erase(planId);
    for (const { id, revision } of store.plans.all()) {
      const newest = store.snapshots.newest(id);
      // What was never changed is kept as it is in the backup.
      if (revision > (newest ?? 0)) await this.snapshot(id, moment);
      for (const gone of expired(store.snapshots.of(id), moment)) store.snapshots.remove(id, gone);
    }
    if (this.kept > 0) await this.nightlyBackup(dayOf(moment));
  }

  /** Makes a backup now, beside what goes on. Throws `DatabaseError`. */
  async backUp(): Promise<KeptBackup> {
    const moment = this.options.now().toISOString();
    return this.copyTo(`haushalt-${moment.slice(0, 19).replaceAll(':', '-')}Z.db`);
  }

  /** The backups there are, the latest first. */
  backups(): KeptBackup[] {
    return Maintenance.backupsIn(this.folder);
  }

  /** The backups in a folder, the latest first. */
  static backupsIn(folder: string): KeptBackup[] {
    if (!existsSync(folder)) return [];
    return readdirSync(folder)
      .filter((name) => NAME.test(name))
      .map((name) => {
        const { size, mtime } = statSync(join(folder, name));
        return { name, size, at: mtime.toISOString() };
      })
      .sort((a, b) => (a.at < b.at ? 1 : -1));
  }

  /** The file of a backup; `null` when there is none of that name. */
  fileOf(name: string): string | null {
    const file = join(this.folder, name);
    return NAME.test(name) && existsSync(file) ? file : null;
  }

  remove(name: string): boolean {
    const file = this.fileOf(name);
    if (file) rmSync(file);
    return file !== null;
  }

  private async nightlyBackup(day: string): Promise<void> {
    const name = `haushalt-${day}.db`;
    if (this.fileOf(name)) return;
    await this.copyTo(name);
    const nightly = this.backups().filter((backup) => NIGHTLY.test(backup.name));
    nightly.sort((a, b) => (a.name < b.name ? 1 : -1));
    for (const old of nightly.slice(this.kept)) this.remove(old.name);
  }

  private async copyTo(name: string): Promise<KeptBackup> {
    makeFolder(this.folder);
    const file = join(this.folder, name);
    const { store, work } = this.options;
    // No copy holds a step half done.
    await store.allSettled();
    await work.do<'copyDatabase'>({ kind: 'copyDatabase', database: store.file, to: file }, { longest: LONGEST_COPY });
    return { name, at: statSync(file).mtime.toISOString(), size: statSync(file).size };
  }

  private async snapshot(planId: string, moment: Date): Promise<void> {
    const { store, work } = this.options;
    await store.settled(planId);
    const task = { kind: 'snapshot', database: store.file, planId, revision: null } as const;
    const { content, revision } = await work.do<'snapshot'>(task);
    if (!store.plans.find(planId)) return;
    store.snapshots.add(planId, {
      id: randomUUID(),
      name: messageFor('server.snapshot.nightly', { day: dayOf(moment) }),
      note: '',
      kind: 'nightly',
      revision,
      at: moment.toISOString(),
      personId: LOCAL_PERSON.id,
      content,
    });
  }
}
