import { isSameEntry, type LedgerEntry } from '../schema/entries.ts';
import { isSameRow, type Document, type DocumentChange, type EntryChange } from './document.ts';
import { RowTable } from './rowTable.ts';
import type { AnyRow, Row, TableName } from '../schema/tables.ts';

/** Collects the changes of one command; rows already changed are seen as changed. */
export class Draft {
  /** States what is changed, in the order it was first touched. */
  private readonly edits: DocumentChange[] = [];
  private readonly entries = new Map<string, EntryChange>();
  private readonly edited = new Map<TableName, EditedTable>();
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

  /** Returns what is changed in the document. */
  changes(): DocumentChange[] {
    return this.edits.filter((change) => !isSameRow(change.before, change.after));
  }

  /** Returns what is changed in the ledger. */
  ledgerChanges(): EntryChange[] {
    return [...this.entries.values()].filter(({ before, after }) => !isSameEntry(before, after));
  }

  private record(table: TableName, id: string, after: AnyRow | null): void {
    let edited = this.edited.get(table);
    if (!edited) {
      edited = { rows: RowTable.edited<AnyRow>(this.original[table]), places: new Map() };
      this.edited.set(table, edited);
      this.present = { ...this.present, [table]: edited.rows };
    }
    const place = edited.places.get(id);
    if (place === undefined) {
      const before = (this.original[table] as ReadonlyMap<string, AnyRow>).get(id) ?? null;
      edited.places.set(id, this.edits.length);
      this.edits.push({ table, id, before, after } as DocumentChange);
    } else this.edits[place] = { ...this.edits[place]!, after } as DocumentChange;
    edited.rows.put(id, after);
  }
}

/** A table as it is edited, and where the changes of its rows stand among all. */
interface EditedTable {
  readonly rows: RowTable<AnyRow>;
  readonly places: Map<string, number>;
}
