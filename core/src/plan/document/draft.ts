import { isSameEntry, type LedgerEntry } from '../schema/entries.ts';
import { isSameRow, type Document, type DocumentChange, type EntryChange } from './document.ts';
import { RowTable } from './rowTable.ts';
import type { AnyRow, Row, TableName } from '../schema/tables.ts';

/** Collects the changes of one command; rows already changed are seen as changed. */
export class Draft {
  private readonly edits = new Map<string, DocumentChange>();
  private readonly entries = new Map<string, EntryChange>();
  private readonly edited = new Map<TableName, RowTable<AnyRow>>();
  /** The document as it was before the command. */
  readonly original: Document;
  private present: Document;

  constructor(document: Document) {
    this.original = document;
    this.present = document;
  }

  /** The document with the changes so far. Its tables follow the changes still to come; do not keep it. */
  get document(): Document {
    return this.present;
  }

  get<T extends TableName>(table: T, id: string): Row<T> | null {
    return (this.present[table].get(id) ?? null) as Row<T> | null;
  }

  set<T extends TableName>(table: T, row: Row<T>): void {
    this.record(table, row.id, row as AnyRow);
  }

  delete(table: TableName, id: string): void {
    this.record(table, id, null);
  }

  /** Changes an entry of the ledger from what it was known to be; `null` is no entry. */
  setEntry(id: string, before: LedgerEntry | null, after: LedgerEntry | null): void {
    this.entries.set(id, { table: 'entries', id, before: this.entries.get(id)?.before ?? before, after });
  }

  /** What is changed in the document. */
  changes(): DocumentChange[] {
    return [...this.edits.values()].filter((change) => !isSameRow(change.before, change.after));
  }

  /** What is changed in the ledger. */
  ledgerChanges(): EntryChange[] {
    return [...this.entries.values()].filter(({ before, after }) => !isSameEntry(before, after));
  }

  private record(table: TableName, id: string, after: AnyRow | null): void {
    const key = `${table}|${id}`;
    const before = this.edits.get(key)?.before ?? (this.original[table] as ReadonlyMap<string, AnyRow>).get(id) ?? null;
    this.edits.set(key, { table, id, before, after } as DocumentChange);
    let rows = this.edited.get(table);
    if (!rows) {
      rows = RowTable.edited<AnyRow>(this.original[table]);
      this.edited.set(table, rows);
      this.present = { ...this.present, [table]: rows };
    }
    rows.put(id, after);
  }
}
