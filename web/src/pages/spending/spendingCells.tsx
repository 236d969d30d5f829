import { NET, writeCount, writeDifference, writeFigure, type PlanRow, type SpendingRow } from '@haushalt/core';
import { Icon } from '../../ui/Icon.tsx';
import { widthOf } from '../../ui/widthOf.ts';
import type { GridCell, GridColumn, GridRow } from '../../grid/types.ts';
import { say, t } from '../../language/language.ts';

/** A row of the spending page. */
export interface SpentRow extends GridRow {
  readonly of: SpendingRow;
}

/** The columns, wide enough for the widest figure; those nothing stands in are left out. */
export function spendingColumns(rows: readonly SpendingRow[], plan: PlanRow, isNarrow = false): GridColumn[] {
  const widthFor = (select: (row: SpendingRow) => number | null, least: number) =>
    rows.reduce((most, row) => {
      const value = select(row);
      const text = value === null ? '' : writeDifference(value, 'money', plan);
      return Math.max(most, Math.ceil(widthOf(text) * 1.05) + 16);
    }, least);
  const figures = (id: 'budget' | 'carryOver' | 'actual' | 'expected' | 'remaining', heading: string): GridColumn[] =>
    OPTIONAL.has(id) && rows.every((row) => !row[id])
      ? []
      : [{ id, heading, width: widthFor((row) => row[id], 88), pin: null }];
  // On a phone: what is left, and how much of it is used.
  if (isNarrow)
    return [
      { id: 'label', heading: t('spending.line'), width: 140, pin: 'start', className: 'label' },
      ...figures('remaining', t('spending.remaining')),
      { id: 'used', heading: t('spending.used'), width: 96, pin: null, className: 'used' },
    ];
  return [
    { id: 'label', heading: t('spending.line'), width: 200, pin: 'start', className: 'label' },
    ...figures('budget', t('spending.budget')),
    ...figures('carryOver', t('spending.carryOver')),
    ...figures('actual', t('spending.actual')),
    ...figures('expected', t('spending.expected')),
    ...figures('remaining', t('spending.remaining')),
    { id: 'used', heading: t('spending.used'), width: 104, pin: null, className: 'used' },
    { id: 'standing', heading: '', width: 92, pin: null },
    { id: 'entries', heading: t('spending.entries'), width: 60, pin: null },
  ];
}

const OPTIONAL: ReadonlySet<string> = new Set(['carryOver', 'expected']);

/** The rows of the grid, and those that stay in sight below them. */
export function spentRows(rows: readonly SpendingRow[]): { rows: SpentRow[]; footer: SpentRow[] } {
  const drawn = rows.map((row): SpentRow => {
    const look = row.side === null ? '' : `side-${row.side}`;
    const kind =
      row.kind === 'group'
        ? 'heading with-figures'
        : row.kind === 'line'
          ? 'line'
          : row.id === NET
            ? 'total net'
            : 'total';
    return { key: row.id, label: say(row.name), className: `${kind} ${look}`, of: row };
  });
  return {
    rows: drawn.filter(({ of }) => of.kind !== 'total'),
    footer: drawn.filter(({ of }) => of.kind === 'total'),
  };
}

/** Returns how an actual figure stands to its budget, in a word for its side. */
export function standingInWords({ standing, side }: SpendingRow): string {
  switch (standing) {
    case null:
      return '';
    case 'on':
      return t('spending.asPlanned');
    case 'under':
      return side === 'expense' ? t('spending.under') : t('spending.short');
    case 'over':
      return side === 'expense' ? t('spending.over') : t('spending.more');
  }
}

/** Returns whether it hurts: more spent than may be, or less come in or set aside than planned. */
export function hurts({ standing, side }: SpendingRow): boolean {
  return standing === (side === 'expense' ? 'over' : 'under');
}

/** Returns how much of what may be spent is used, from 0 up; `null` where nothing may, or nothing is known. */
export function usedShare({ id, budget, carryOver, actual }: SpendingRow): number | null {
  const allowed = budget + carryOver;
  return id === NET || actual === null || allowed <= 0 ? null : Math.max(0, actual / allowed);
}

/** A cell of the month; `passed` is how much of the shown months lies behind, from 0 to 1. */
export function spentCell({ of }: SpentRow, { id }: GridColumn, plan: PlanRow, passed: number): GridCell {
  // What was neither planned nor entered says nothing.
  if (
    id !== 'label' &&
    of.kind !== 'total' &&
    of.budget === 0 &&
    of.entries === 0 &&
    of.expected === 0 &&
    of.carryOver === 0
  )
    return { content: '' };
  const money = (value: number | null, write: typeof writeFigure = writeFigure): GridCell => ({
    className: `tabular ${value !== null && value < 0 ? 'negative' : ''}`,
    content: value === null ? '' : write(value, 'money', plan),
  });
  switch (id) {
    case 'label':
      return {
        title: say(of.name),
        parts: [of.kind, say(of.name)],
        content: (
          <>
            {of.kind === 'group' && of.side && <Icon name={of.side} />}
            <span className="label-text">{say(of.name)}</span>
          </>
        ),
      };
    case 'budget':
      return money(of.budget);
    case 'actual':
      return money(of.actual);
    case 'carryOver':
      return of.carryOver === 0 || of.id === NET ? { content: '' } : money(of.carryOver, writeDifference);
    case 'expected':
      return of.expected === 0 ? { content: '' } : { ...money(of.expected), className: 'tabular quiet' };
    case 'remaining':
      return of.id === NET ? { content: '' } : { className: `tabular ${hurts(of) && of.side === 'expense' ? 'negative' : ''}`, content: writeFigure(of.remaining, 'money', plan) }; // prettier-ignore
    case 'used': {
      const share = usedShare(of);
      if (share === null) return { content: '' };
      const percent = Math.round(share * 100);
      const words = t('spending.usedOf', {
        percent,
        passed: Math.round(passed * 100),
        isWithinMonth: passed > 0 && passed < 1,
      });
      return {
        className: 'used',
        title: words,
        parts: [percent, passed, of.side, hurts(of)],
        content: <UsedBar share={share} passed={passed} words={words} isOver={hurts(of) && of.side === 'expense'} />,
      };
    }
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
      return { className: 'tabular quiet', content: of.entries === 0 ? '' : writeCount(of.entries, plan.locale) };
  }
}

interface UsedBarProps {
  readonly share: number;
  readonly passed: number;
  readonly words: string;
  readonly isOver: boolean;
}

/** Shows how much of a budget is used, with a mark for how much of the month has passed. */
function UsedBar({ share, passed, words, isOver }: UsedBarProps) {
  return (
    <span className={`used-bar ${isOver ? 'is-over' : ''}`} role="img" aria-label={words}>
      <span className="used-part" style={{ width: `${Math.min(1, share) * 100}%` }} />
      {passed > 0 && passed < 1 && <span className="used-passed" style={{ left: `${passed * 100}%` }} />}
    </span>
  );
}
