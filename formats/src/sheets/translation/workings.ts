import type { SheetFormula } from '../formula.ts';

export interface WorkingCell {
  readonly key: string;
  /** `null` for what is always empty there. */
  readonly formula: SheetFormula | null;
  readonly value: number | null;
}

/** A row of helper cells: the figures of a part of a rule along the months, or along the items of a list. */
export interface WorkingRow {
  /** States what the row holds, as it is written in the rule. */
  readonly title: string;
  /** The list whose items it goes along; `null` for the months. */
  readonly list: string | null;
  readonly cells: ReadonlyMap<number, WorkingCell>;
}

type Mutable<T> = { -readonly [K in keyof T]: T[K] };

/**
 * The parts of rules that need cells of their own, as a function of a workbook looks at cells where one of a rule looks at
 * figures: `total(Rent * 2)`. They stand on a sheet behind the others.
 */
export class Workings {
  private readonly rows = new Map<string, WorkingRow & { readonly cells: Map<number, Mutable<WorkingCell>> }>();

  /** The key of the cell for a part of a rule in a place; `say` gives its formula, and may ask for further cells. */
  keyFor(
    place: number,
    about: { readonly list: string | null; readonly title: string; readonly written: string },
    say: () => { readonly formula: SheetFormula | null; readonly value: number | null },
  ): string {
    const id = `${about.list ?? ''}|${about.written}`;
    let row = this.rows.get(id);
    if (!row) this.rows.set(id, (row = { title: about.title, list: about.list, cells: new Map() }));
    let cell = row.cells.get(place);
    if (!cell) {
      cell = { key: `workings:${id}@${place}`, formula: null, value: null };
      row.cells.set(place, cell);
      Object.assign(cell, say());
    }
    return cell.key;
  }

  all(): readonly WorkingRow[] {
    return [...this.rows.values()];
  }
}
