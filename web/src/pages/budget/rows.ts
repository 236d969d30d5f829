import {
  CUMULATIVE_NET,
  LEFT_OVER,
  NET,
  TOTAL_EXPENSES,
  TOTAL_INCOME,
  TOTAL_SET_ASIDE,
  groupsWithLines,
  nameOf,
  type Document,
  type GroupRow,
  type LineRow,
  type Side,
} from '@haushalt/core';
import type { GridRow } from '../../grid/Grid.tsx';

/** A row of the budget. `id` is whose figures it shows; headings of groups show none. */
export type BudgetRow = GridRow &
  (
    | { readonly kind: 'heading'; readonly id: null; readonly group: GroupRow }
    | { readonly kind: 'line'; readonly id: string; readonly line: LineRow; readonly group: GroupRow }
    | { readonly kind: 'invitation'; readonly id: null; readonly group: GroupRow }
    | { readonly kind: 'subtotal'; readonly id: string; readonly group: GroupRow }
    | { readonly kind: 'total'; readonly id: string }
  );

const SIDE_ORDER: readonly Side[] = ['income', 'expense', 'setAside', 'memo'];

const CLOSING: Readonly<Record<Side, readonly string[]>> = {
  income: [TOTAL_INCOME],
  expense: [TOTAL_EXPENSES],
  setAside: [TOTAL_SET_ASIDE, LEFT_OVER],
  memo: [],
};

/** The rows of the budget, side by side as in an account book, and the rows that close it. */
export function budgetRows(document: Document): { rows: BudgetRow[]; footer: BudgetRow[] } {
  const rows: BudgetRow[] = [];
  const groups = groupsWithLines(document);
  for (const side of SIDE_ORDER) {
    const own = groups.filter(({ group }) => group.side === side);
    for (const { group, lines } of own) {
      const look = `side-${side}`;
      rows.push({
        kind: 'heading',
        key: `heading-${group.id}`,
        id: null,
        group,
        className: `heading ${look}`,
        label: group.name,
      });
      for (const line of lines) {
        rows.push({
          kind: 'line',
          key: line.id,
          id: line.id,
          line,
          group,
          className: `line ${look}`,
          label: line.name,
        });
      }
      if (lines.length === 0) {
        rows.push({
          kind: 'invitation',
          key: `invitation-${group.id}`,
          id: null,
          group,
          className: `invitation ${look}`,
          label: `${group.name} has no lines yet`,
        });
      } else if (side !== 'memo') {
        const label = `${group.name}, subtotal`;
        rows.push({
          kind: 'subtotal',
          key: `subtotal-${group.id}`,
          id: group.id,
          group,
          className: `subtotal ${look}`,
          label,
        });
      }
    }
    if (own.length > 0) for (const id of CLOSING[side]) rows.push(totalRow(document, id, `total side-${side}`));
  }
  return {
    rows,
    footer: [totalRow(document, NET, 'total net'), totalRow(document, CUMULATIVE_NET, 'total cumulative')],
  };
}

function totalRow(document: Document, id: string, className: string): BudgetRow {
  return { kind: 'total', key: id, id, className, label: nameOf(document, id)! };
}

/** The side a row belongs to, `null` for net and cumulative net. */
export function sideOf(row: BudgetRow): Side | null {
  if (row.kind !== 'total') return row.group.side;
  const side = SIDE_ORDER.find((candidate) => CLOSING[candidate].includes(row.id));
  return side ?? null;
}
