/** What the interface says of deleted plans and backups. */
export const messages = {
  plans: 'Plans',
  cancel: 'Cancel',

  deletedPlans: 'Deleted plans',
  deletedFor: (days: number) =>
    `A deleted plan can be restored for ${days} days. After that it is permanently deleted, with all its data.`,
  nothingDeleted: 'There are no deleted plans.',
  plan: 'Plan',
  deletedOn: 'Deleted',
  goneOn: 'Permanently deleted on',
  fetchBack: 'Restore',
  isBack: (name: string) => `“${name}” was restored.`,
  deleteForGood: 'Delete permanently',
  sureForGood: (name: string) => `Permanently delete “${name}”? Its entries, history and snapshots are deleted with it. This cannot be undone.`, // prettier-ignore
  isGone: (name: string) => `“${name}” was permanently deleted.`,
  keepIt: 'Keep',

  backups: 'Backups',
  whatABackupIs:
    'A backup is one file with all plans, their entries, history and snapshots, and all people. You can keep working while it is made.',
  kept: (count: number) =>
    count === 0 ? 'No nightly backups are made.' : `A backup is made every night; the last ${count} are kept.`,
  theyLieAt: (folder: string) => `They are stored in ${folder}. Copy them to another machine.`,
  backUpNow: 'Back up now',
  isMade: 'The backup was made.',
  backup: 'Backup',
  made: 'Created',
  size: 'Size',
  save: 'Save',
  restore: 'Restore …',
  remove: 'Delete',
  isRemoved: 'The backup was deleted.',
  noBackups: 'There is no backup yet.',
  fromAFile: 'Restore from a file',
  restoring: 'Restore from a backup',
  asCopies:
    'The plans you choose are added as copies, with their entries, history and snapshots. Your existing plans are not changed.',
  reading: 'Reading the backup',
  entries: (count: number) => (count === 1 ? '1 entry' : `${count} entries`),
  steps: (count: number) => (count === 1 ? '1 change' : `${count} changes`),
  snapshots: (count: number) => (count === 1 ? '1 snapshot' : `${count} snapshots`),
  asOf: (day: string) => `as of ${day}`,
  restoreThem: (count: number) => (count === 1 ? 'Restore 1 plan' : `Restore ${count} plans`),
  areRestored: (names: readonly string[]) => `Restored: ${names.join(', ')}.`,
  emptyBackup: 'There are no plans in this backup.',
} as const;
