/** What the interface says of deleted plans and backups. */
export const messages = {
  plans: 'Plans',
  cancel: 'Cancel',

  deletedPlans: 'Deleted plans',
  deletedFor: (days: number) =>
    `A deleted plan can be fetched back for ${days} days; then it is gone with all that hangs on it.`,
  nothingDeleted: 'There are no deleted plans.',
  plan: 'Plan',
  deletedOn: 'Deleted',
  goneOn: 'Gone on',
  fetchBack: 'Fetch back',
  isBack: (name: string) => `“${name}” is back among your plans.`,
  deleteForGood: 'Delete for good',
  sureForGood: (name: string) => `Delete “${name}” for good? Its entries, its history and its snapshots go with it. Nobody can fetch it back.`, // prettier-ignore
  isGone: (name: string) => `“${name}” is gone for good.`,
  keepIt: 'Keep it',

  backups: 'Backups',
  whatABackupIs:
    'A backup is one file with all plans, their entries, histories and snapshots, and the people. It is made while people work.',
  kept: (count: number) =>
    count === 0 ? 'None are made at night.' : `One is made each night; the last ${count} are kept.`,
  theyLieAt: (folder: string) => `They lie at ${folder}. Take copies to another machine.`,
  backUpNow: 'Back up now',
  isMade: 'The backup is made.',
  backup: 'Backup',
  made: 'Made',
  size: 'Size',
  save: 'Save',
  restore: 'Restore …',
  remove: 'Delete',
  isRemoved: 'The backup is deleted.',
  noBackups: 'There is no backup yet.',
  fromAFile: 'Restore from a file',
  restoring: 'Restore from a backup',
  asCopies:
    'The plans you choose are put beside those you have, with their entries, histories and snapshots. Nothing you have is changed.',
  reading: 'Looking into the backup',
  entries: (count: number) => (count === 1 ? '1 entry' : `${count} entries`),
  steps: (count: number) => (count === 1 ? '1 step' : `${count} steps`),
  snapshots: (count: number) => (count === 1 ? '1 snapshot' : `${count} snapshots`),
  asOf: (day: string) => `as of ${day}`,
  restoreThem: (count: number) => (count === 1 ? 'Restore 1 plan' : `Restore ${count} plans`),
  areRestored: (names: readonly string[]) => `Restored: ${names.join(', ')}.`,
  emptyBackup: 'There are no plans in this backup.',
} as const;
