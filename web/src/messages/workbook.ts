import type { Side } from '@haushalt/core';
import type { RowKind, TableKind } from '@haushalt/formats';

/** What the interface says: a workbook from elsewhere. */
export const messages = {
  workbook: (name: string) => `Workbook ${name}`,
  takeAsPlan: 'Create plan',
  leave: 'Leave',
  cancel: 'Cancel',
  saveAudit: 'Save audit as PDF',
  auditFile: (title: string) => `Audit of ${title}.pdf`,
  isSaved: (name: string) => `Saved ${name}.`,
  reading: 'Reading the workbook',
  cannotBeTaken: (why: string) => `No plan can be created from it. ${why} Nothing was stored.`,
  mend: 'Fix its problems in the plan',
  mendSays: 'Cells that wrongly differ from their neighbours follow them again. The workbook itself is not changed.',
  cells: (equal: string, compared: string) => `${equal} of ${compared} cells equal those of the workbook.`,
  found: (count: number) =>
    count === 0 ? 'No problems found.' : count === 1 ? '1 problem found' : `${count} problems found`,
  cell: 'Cell',
  what: 'Problem',
  costs: 'Difference',
  how: 'Fix',
  differing: 'Cells that differ',
  theirs: 'Workbook',
  ours: 'Plan',
  why: 'Why',
  andMore: (count: number) => `… and ${count} more.`,
  takenFor: 'How it was read',
  fromUntil: (from: string, until: string) => `${from} to ${until}`,
  sheet: 'Sheet',
  months: 'Months in row',
  isWrong: 'If a row was read as the wrong type, correct it here. The audit and the plan follow.',
  takeBackSaid: 'Discard corrections',
  roleOf: (name: string) => `Row type of ${name}`,
  sideOf: (name: string) => `Side of ${name}`,
  side: 'Side',
  sides: { income: 'income', expense: 'expense', setAside: 'savings', memo: 'memo' } satisfies Readonly<
    Record<Side, string>
  >,
  row: 'Row',
  label: 'Name',
  kind: 'Row type',
  kinds: {
    heading: 'heading',
    line: 'line',
    total: 'total',
    net: 'net',
    cumulative: 'cumulative net',
    other: 'left out',
  } satisfies Readonly<Record<RowKind, string>>,
  assumption: 'assumption',
  assumptions: 'Assumptions',
  tables: 'Tables beside the months',
  tableIs: (key: string) => `Type of the table ${key}`,
  tableKinds: { list: 'a list', loan: 'a loan', savings: 'a savings fund', other: 'left out' } satisfies Readonly<
    Record<TableKind, string>
  >,
  isAssumption: (cell: string, label: string) => `${label} (${cell})`,
  isTaken: (name: string) => `The plan ${name} was created.`,
};
