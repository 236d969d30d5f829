import { NET, writeDifference, writeFigure, type PlanRow, type SpendingRow } from '@haushalt/core';
import { Icon } from '../../ui/Icon.tsx';
import { widthOf } from '../../ui/widthOf.ts';
import type { GridCell, GridColumn, GridRow } from '../../grid/types.ts';
import { messages } from '../../messages/spending.ts';

/** A row of the spending page. */
export interface SpentRow extends GridRow {
  readonly of: SpendingRow;
}

/** The columns, wide enough for the widest figure; totals are bold. */
export function spendingColumns(rows: readonly SpendingRow[], plan: PlanRow): GridColumn[] {
  const widthFor = (of: (row: SpendingRow) => number | null, least: number) =>
    rows.reduce((most, row) => {
      const value = of(row);
      const text = value === null ? '' : writeDifference(value, 'money', plan);
      return Math.max(most, Math.ceil(widthOf(text) * 1.05) + 16);
    }, least);
  return [
    { id: 'label', heading: messages.line, width: 230, pin: 'start', className: 'label' },
    { id: 'budget', heading: messages.budget, width: widthFor((row) => row.budget, 96), pin: null },
    { id: 'actual', heading: messages.actual, width: widthFor((row) => row.actual, 96), pin: null },
    { id: 'variance', heading: messages.difference, width: widthFor((row) => row.variance, 100), pin: null },
    { id: 'standing', heading: '', width: 96, pin: null },
    { id: 'entries', heading: messages.entries, width: 66, pin: null },
  ];
}

/** The rows of the grid, and those that stay in sight below them. */
export function spentRows(rows: readonly SpendingRow[]): { rows: SpentRow[]; footer: SpentRow[] } {
  const drawn = rows.map((of): SpentRow => {
    const look = of.side === null ? '' : `side-${of.side}`;
    const kind =
      of.kind === 'group'
        ? 'heading with-figures'
        : of.kind === 'line'
          ? 'line'
          : of.id === NET
            ? 'total net'
            : 'total';
    return { key: of.id, label: of.name, className: `${kind} ${look}`, of };
  });
  return {
    rows: drawn.filter(({ of }) => of.kind !== 'total'),
    footer: drawn.filter(({ of }) => of.kind === 'total'),
  };
}

/** How an actual figure stands to its budget, in a word for its side. */
export function standingInWords({ standing, side }: SpendingRow): string {
  switch (standing) {
    case null:
      return '';
    case 'on':
      return 'as planned';
    case 'under':
      return side === 'expense' ? 'under' : 'short';
    case 'over':
      return side === 'expense' ? 'over' : 'more';
  }
}

/** Whether it hurts: more spent than planned, or less come in or set aside. */
export function hurts({ variance }: SpendingRow): boolean {
  return variance !== null && variance < -0.005;
}

export function spentCell({ of }: SpentRow, { id }: GridColumn, plan: PlanRow): GridCell {
  // What was neither planned nor entered says nothing.
  if (id !== 'label' && of.kind !== 'total' && of.budget === 0 && of.entries === 0) return { content: '' };
  const money = (value: number | null): GridCell => ({
    className: `tabular ${value !== null && value < 0 ? 'negative' : ''}`,
    content: value === null ? '' : writeFigure(value, 'money', plan),
  });
  switch (id) {
    case 'label':
      return {
        title: of.name,
        parts: [of.kind, of.name],
        content: (
          <>
            {of.kind === 'group' && of.side && <Icon name={of.side} />}
            <span className="label-text">{of.name}</span>
          </>
        ),
      };
    case 'budget':
      return money(of.budget);
    case 'actual':
      return money(of.actual);
    case 'variance':
      return {
        className: `tabular ${hurts(of) ? 'negative' : ''}`,
        content: of.variance === null || of.standing === 'on' ? '' : writeDifference(of.variance, 'money', plan),
      };
    case 'standing': {
      const words = standingInWords(of);
      return hurts(of)
        ? {
            className: 'standing hurts',
            parts: [words],
            content: (
              <>
                <Icon name="alarm" /> {words}
              </>
            ),
          }
        : { className: 'standing', content: words };
    }
    default:
      return { className: 'tabular quiet', content: of.entries === 0 ? '' : String(of.entries) };
  }
}
