import { applyChanges, isSameRow, type Change, type Document } from './document.ts';
import type { AnyRow, Row, TableName } from './tables.ts';

/** Collects the changes of one command; rows already changed are seen as changed. */
export class Draft {
  private readonly edits = new Map<string, Change>();
  private readonly original: Document;

  constructor(document: Document) {
    this.original = document;
  }

  /** The document with the changes so far. */
  get document(): Document {
    return this.edits.size === 0 ? this.original : applyChanges(this.original, [...this.edits.values()]);
  }

  get<T extends TableName>(table: T, id: string): Row<T> | null {
    const edit = this.edits.get(`${table}|${id}`);
    return (edit ? edit.after : (this.original[table].get(id) ?? null)) as Row<T> | null;
  }

  set<T extends TableName>(table: T, row: Row<T>): void {
    this.record(table, row.id, row as AnyRow);
  }

  delete(table: TableName, id: string): void {
    this.record(table, id, null);
  }

  changes(): Change[] {
    return [...this.edits.values()].filter((change) => !isSameRow(change.before, change.after));
  }

  private record(table: TableName, id: string, after: AnyRow | null): void {
    const key = `${table}|${id}`;
    const before = (this.original[table] as ReadonlyMap<string, AnyRow>).get(id) ?? null;
    this.edits.set(key, { table, id, before, after } as Change);
  }
}
