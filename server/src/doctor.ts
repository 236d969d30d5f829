import { existsSync, statSync, statfsSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { Maintenance } from './maintenance.ts';
import { databaseVersion, newestVersion, openForReading } from './store/database.ts';
import { messageFor, type Message, listOf } from './message.ts';

/** Describes what was looked at, whether it is well, and what to say of it. */
export interface Examined {
  readonly what: 'folder' | 'permissions' | 'space' | 'version' | 'integrity' | 'clock' | 'backups';
  readonly isWell: boolean;
  readonly words: Message;
}

/** So much room a database should have at least: as much as it takes itself, for a backup, and this much. */
const LEAST_ROOM = 256 << 20;
/** States how old the newest backup may be, in days. */
const BACKUP_AGE = 3;
/** States how far ahead of the clock something may have been done, in milliseconds. */
const AHEAD = 5 * 60_000;

/** Examines a database and where it lies; nothing is changed by it. */
export function examine(file: string, now: Date): Examined[] {
  const folder = dirname(file);
  if (!existsSync(file))
    return [{ what: 'folder', isWell: false, words: messageFor('server.database.missing', { file }) }];
  const findings: Examined[] = [
    { what: 'folder', isWell: true, words: messageFor('server.doctor.location', { file }) },
  ];
  const say = (what: Examined['what'], isWell: boolean, words: Message) => findings.push({ what, isWell, words });

  const open = [folder, file].filter((path) => (statSync(path).mode & 0o077) !== 0);
  say(
    'permissions',
    open.length === 0,
    open.length === 0
      ? messageFor('server.doctor.private')
      : messageFor('server.doctor.readableByOthers', { paths: listOf(open) }),
  );

  const { bavail, bsize } = statfsSync(folder);
  const [room, needed] = [bavail * bsize, statSync(file).size + LEAST_ROOM];
  say(
    'space',
    room >= needed,
    messageFor('server.doctor.space', {
      room: inMegabytes(room),
      needed: inMegabytes(needed),
      isEnough: room >= needed,
    }),
  );

  const [version, newest] = [databaseVersion(file), newestVersion()];
  say(
    'version',
    version === newest,
    messageFor('server.doctor.version', {
      version,
      newest,
      order: version === newest ? 'same' : version > newest ? 'newer' : 'older',
    }),
  );

  const database = openForReading(file);
  try {
    const result = String(database.pragma('quick_check(1)', { simple: true }));
    const lost = (database.pragma('foreign_key_check') as unknown[]).length;
    say('integrity', result === 'ok' && lost === 0, result === 'ok' && lost === 0 ? messageFor('server.doctor.intact') : messageFor('server.database.damaged')); // prettier-ignore
    const latest = database.prepare<[], string | null>('select max(at) from changeLog').pluck().get() ?? null;
    const isAhead = latest !== null && Date.parse(latest) > now.getTime() + AHEAD;
    say(
      'clock',
      !isAhead,
      isAhead
        ? messageFor('server.doctor.clockBehind', { latest })
        : messageFor('server.doctor.clock', { now: now.toISOString() }),
    );
  } finally {
    database.close();
  }

  const newestBackup = Maintenance.backupsIn(join(folder, 'backups'))[0];
  const age = newestBackup ? (now.getTime() - Date.parse(newestBackup.at)) / 86_400_000 : Infinity;
  say(
    'backups',
    age <= BACKUP_AGE,
    newestBackup
      ? messageFor('server.doctor.newestBackup', { at: newestBackup.at })
      : messageFor('server.doctor.noBackup'),
  );
  return findings;
}

const inMegabytes = (bytes: number) => Math.round(bytes / (1 << 20));
