export { toCsv } from './csv.ts';
export { planTable } from './planTable.ts';
export { toText, type Cell, type Table } from './table.ts';
export { entriesTable } from './entriesTable.ts';
