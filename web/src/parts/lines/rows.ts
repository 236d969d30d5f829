import {
  CLOSING_TOTALS,
  CUMULATIVE_NET,
  NET,
  SIDE_ORDER,
  SIDE_WORDS,
  TOTAL_INCOME,
  groupsWithLines,
  planOf,
  shareIn,
  totalOfSide,
  type Document,
  type GroupRow,
  type LineRow,
  type Side,
  type MonthRange,
  type PlanModel,
} from '@haushalt/core';
import type { GridRow } from '../../grid/types.ts';
import { valueOf } from './figures.ts';
import { USUAL_VIEW, type BudgetView } from './view.ts';
import { nameOf, say, t } from '../../language/language.ts';

/** A row of the budget. `id` is whose figures it shows; headings show none unless their group is collapsed. */
export type BudgetRow = GridRow &
  (
    | { readonly kind: 'heading'; readonly id: string | null; readonly group: GroupRow; readonly collapsed: boolean }
    | { readonly kind: 'side'; readonly id: null; readonly side: Side }
    | {
        readonly kind: 'line';
        readonly id: string;
        readonly line: LineRow;
        readonly group: GroupRow;
        readonly across: boolean;
      }
    | { readonly kind: 'invitation'; readonly id: null; readonly group: GroupRow }
    | { readonly kind: 'subtotal'; readonly id: string; readonly group: GroupRow }
    | { readonly kind: 'total'; readonly id: string }
  );

/** The rows of a budget and those that close it, with how many of its lines are shown. */
export interface BudgetRows {
  readonly rows: BudgetRow[];
  readonly footer: BudgetRow[];
  readonly shown: number;
  readonly lines: number;
}

/** The rows of the budget, side by side as in an account book, filtered and sorted as the view says. */
export function budgetRows(
  model: PlanModel,
  view: BudgetView = USUAL_VIEW,
  scope: MonthRange = { from: 0, to: 0 },
): BudgetRows {
  const { document } = model;
  const rows: BudgetRow[] = [];
  const keep = filterFor(model, view, scope);
  const groups = groupsWithLines(document);
  let shown = 0;
  let count = 0;
  for (const side of SIDE_ORDER) {
    const look = `side-${side}`;
    const ofSide = groups
      .filter(({ group }) => group.side === side)
      .map(({ group, lines }) => ({ group, all: lines, lines: lines.filter((line) => keep(line, group)) }));
    const listed = ofSide.filter(({ all, lines }) => lines.length > 0 || (all.length === 0 && !narrows(view)));
    for (const { all, lines } of ofSide) {
      count += all.length;
      shown += lines.length;
    }
    if (view.across && view.sortBy !== 'order') {
      if (listed.length === 0) continue;
      rows.push({
        kind: 'side',
        key: `side-${side}`,
        id: null,
        side,
        className: `heading ${look}`,
        label: say(SIDE_WORDS[side]),
      });
      const all = listed.flatMap(({ group, lines }) => lines.map((line) => ({ group, line })));
      const order = new Map(
        sorted(
          all.map(({ line }) => line),
          model,
          view,
          scope,
        ).map((line, index) => [line.id, index]),
      );
      all.sort((a, b) => order.get(a.line.id)! - order.get(b.line.id)!);
      for (const { group, line } of all) rows.push(lineRow(line, group, look, true));
    } else {
      for (const { group, all, lines } of listed) {
        const collapsed = view.collapsed.includes(group.id) && all.length > 0;
        rows.push({
          kind: 'heading',
          key: `heading-${group.id}`,
          id: collapsed && side !== 'memo' ? group.id : null,
          group,
          collapsed,
          className: `heading ${look} ${collapsed ? 'collapsed' : ''}`,
          label: group.name,
        });
        if (collapsed) continue;
        for (const line of sorted(lines, model, view, scope)) rows.push(lineRow(line, group, look, false));
        if (all.length === 0) {
          const label = t('lines.noLines', { name: group.name });
          rows.push({
            kind: 'invitation',
            key: `invitation-${group.id}`,
            id: null,
            group,
            className: `invitation ${look}`,
            label,
          });
        } else if (side !== 'memo') {
          const label = t('lines.subtotalOf', { name: group.name });
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
    }
    if (ofSide.length > 0 && (view.filter.side === null || view.filter.side === side)) {
      for (const id of CLOSING_TOTALS[side]) rows.push(totalRow(document, id, `total side-${side}`));
    }
  }
  const footer = [totalRow(document, NET, 'total net'), totalRow(document, CUMULATIVE_NET, 'total cumulative')];
  return { rows, footer, shown, lines: count };
}

function lineRow(line: LineRow, group: GroupRow, look: string, across: boolean): BudgetRow {
  const dress = `${line.emphasis === 'none' ? '' : `emphasis-${line.emphasis}`} ${line.locked ? 'locked' : ''}`.trim();
  return {
    kind: 'line',
    key: line.id,
    id: line.id,
    line,
    group,
    across,
    className: `line ${look} ${dress}`,
    label: line.name,
  };
}

function totalRow(document: Document, id: string, className: string): BudgetRow {
  return { kind: 'total', key: id, id, className, label: nameOf(document, id)! };
}

/** Returns whether a view leaves lines out, so that a group without any is not worth showing. */
function narrows({ filter, hideEmpty }: BudgetView): boolean {
  return hideEmpty || filter.text.trim() !== '' || filter.side !== null || filter.onlyExceptions || filter.onlyInUse;
}

function filterFor(model: PlanModel, view: BudgetView, scope: MonthRange): (line: LineRow, group: GroupRow) => boolean {
  const { filter, hideEmpty } = view;
  const wanted = searchable(filter.text.trim());
  const hasFigures = (id: string, { from, to }: MonthRange) => {
    const { values } = model.seriesOf(id)!;
    for (let index = from; index < to; index++) if (values[index] === values[index] && values[index] !== 0) return true;
    return false;
  };
  const everything = { from: 0, to: model.calendar.count };
  return (line, group) => {
    if (filter.side !== null && group.side !== filter.side) return false;
    if (wanted !== '' && !searchable(line.name).includes(wanted) && !searchable(group.name).includes(wanted))
      return false;
    if (filter.onlyExceptions && model.exceptionsOf(line.id).length === 0) return false;
    if (filter.onlyInUse && !hasFigures(line.id, scope)) return false;
    return !hideEmpty || hasFigures(line.id, everything);
  };
}

/** Text as it is searched: without case and accents. */
function searchable(text: string): string {
  return text.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase();
}

/** Lines in the order a view wants them; equals keep the plan's own order. */
function sorted(lines: readonly LineRow[], model: PlanModel, view: BudgetView, scope: MonthRange): LineRow[] {
  if (view.sortBy === 'order') return [...lines];
  if (view.sortBy === 'name') {
    const { locale } = planOf(model.document);
    return [...lines].sort((a, b) => a.name.localeCompare(b.name, locale));
  }
  const rank = (line: LineRow): number => {
    const total = valueOf(model, line.id, scope, 'figures');
    if (view.sortBy === 'total') return total;
    const side = model.document.groups.get(line.group)!.side;
    return shareIn(model, line.id, totalOfSide(side) === null ? line.group : TOTAL_INCOME, scope) ?? total;
  };
  const ranks = new Map(lines.map((line) => [line.id, rank(line)]));
  const value = (line: LineRow) => (Number.isNaN(ranks.get(line.id)) ? -Infinity : ranks.get(line.id)!);
  return [...lines].sort((a, b) => value(b) - value(a) || 0);
}

/** The side a row belongs to, `null` for net and cumulative net. */
export function sideOf(row: BudgetRow): Side | null {
  if (row.kind === 'side') return row.side;
  if (row.kind !== 'total') return row.group.side;
  const side = SIDE_ORDER.find((candidate) => CLOSING_TOTALS[candidate].includes(row.id));
  return side ?? null;
}
