import type { Side } from '@haushalt/core';
import type { RowKind, TableKind } from '@haushalt/formats';

/** What the interface says: a workbook from elsewhere. */
export const messages = {
  workbook: (name: string) => `Workbook ${name}`,
  takeAsPlan: 'Take it as a plan',
  leave: 'Leave',
  cancel: 'Cancel',
  saveAudit: 'Save the audit as PDF',
  auditFile: (title: string) => `Audit of ${title}.pdf`,
  isSaved: (name: string) => `Saved ${name}.`,
  reading: 'Reading the workbook',
  cannotBeTaken: (why: string) => `It cannot become a plan. ${why} Nothing was stored.`,
  mend: 'Mend its faults on the way',
  mendSays:
    'What departs from its neighbours by a fault follows them again. Nothing of the workbook itself is changed.',
  cells: (equal: string, compared: string) => `${equal} of ${compared} cells equal the workbook’s own.`,
  found: (count: number) =>
    count === 0 ? 'No faults were found.' : count === 1 ? '1 fault was found' : `${count} faults were found`,
  cell: 'Cell',
  what: 'What is wrong',
  costs: 'Off by',
  how: 'Mend',
  differing: 'Cells that differ',
  theirs: 'Workbook',
  ours: 'Plan',
  why: 'Why',
  andMore: (count: number) => `… and ${count} more.`,
  takenFor: 'What it was taken for',
  fromUntil: (from: string, until: string) => `${from} to ${until}`,
  sheet: 'Sheet',
  months: 'Months in row',
  isWrong: 'Is a row taken for something else than it is? Say so here; the audit and the plan follow.',
  takeBackSaid: 'Take back what you said',
  roleOf: (name: string) => `What ${name} is`,
  sideOf: (name: string) => `Side of ${name}`,
  side: 'Side',
  sides: { income: 'income', expense: 'expense', setAside: 'set aside', memo: 'worth knowing' } satisfies Readonly<
    Record<Side, string>
  >,
  row: 'Row',
  label: 'Name',
  kind: 'Taken for',
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
  tableIs: (key: string) => `What the table ${key} is`,
  tableKinds: { list: 'a list', loan: 'a loan', savings: 'a fund', other: 'left out' } satisfies Readonly<
    Record<TableKind, string>
  >,
  isAssumption: (cell: string, label: string) => `${label} (${cell})`,
  isTaken: (name: string) => `${name} is a plan now.`,
};
