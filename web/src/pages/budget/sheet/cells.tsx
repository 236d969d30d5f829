import {
  highlightOn,
  TOTAL_EXPENSES,
  TOTAL_INCOME,
  datedId,
  planOf,
  unitOf,
  writeDifference,
  type HighlightRow,
  type Month,
  type PlanModel,
  type MonthRange,
} from '@haushalt/core';
import type { ReactNode } from 'react';
import { Icon, type IconName } from '../../../ui/Icon.tsx';
import type { GridCell } from '../../../grid/types.ts';
import { useSessionState } from '../../../plan-session/SessionProvider.tsx';
import type { PlanState } from '../../../plan-session/state.ts';
import { HIGHLIGHT_ICONS } from '../../../parts/plan/highlightMarks.ts';
import type { BudgetColumn } from '../../../parts/lines/columns.ts';
import { endFigure, rangeFigure, valueOf, type ShownFigure } from '../../../parts/lines/figures.ts';
import type { OnRow } from './rowActions.ts';
import { RowMenu } from './RowMenu.tsx';
import { ruleCells } from './ruleCells.ts';
import { sideOf, type BudgetRow } from '../../../parts/lines/rows.ts';
import type { Trial } from '../../../parts/trial/trial.ts';
import type { BudgetView, EndColumn } from '../../../parts/lines/view.ts';
import { say, t } from '../../../language/language.ts';

/** Describes what the cells of a budget are drawn from. */
export interface CellContext {
  readonly state: PlanState;
  readonly view: BudgetView;
  readonly year: number;
  /** The months the columns at the end are about. */
  readonly scope: MonthRange;
  readonly trial: Trial | null;
  readonly onRow: OnRow;
}

/** Returns what one cell of the budget shows. */
export function budgetCell(context: CellContext, row: BudgetRow, column: BudgetColumn): GridCell {
  const { state, view, scope, trial } = context;
  const { model } = state;
  if (column.id === 'label') return labelCell(row, context.onRow);
  if (row.id === null) return { content: null };
  if (view.show === 'rules') return ruleCell(context, row, column);
  const { range } = column;
  const glow = state.glow?.changed.get(row.id);
  if (range) {
    const figure = rangeFigure(model, row.id, range, view.show);
    const reaches = view.show === 'running' ? { from: 0, to: range.to } : range;
    return figureCell(row, figure, {
      glows: glow !== undefined && glow.from < reaches.to && reaches.from < glow.to,
      mark: row.kind === 'line' && column.month !== undefined ? markOf(state, row.id, column.month) : null,
      highlight: view.show === 'running' ? null : highlightFor(context, row.id, range),
      note:
        column.month === undefined
          ? null
          : (state.document.figureNotes.get(datedId(row.id, column.month))?.text ?? null),
      difference: trial && differenceOf(context, row.id, range),
    });
  }
  const end = column.end!;
  return figureCell(row, endFigure(model, row.id, scope, end), {
    glows: glow !== undefined,
    mark: null,
    highlight: end === 'total' && view.span !== 'plan' ? highlightOn(model, row.id, scope, 'year') : null,
    note: null,
    difference: trial && end === 'total' ? differenceOf(context, row.id, scope) : null,
  });
}

function highlightFor({ state, view }: CellContext, id: string, range: MonthRange): HighlightRow | null {
  if (view.span === 'month') return highlightOn(state.model, id, range, 'month');
  return view.span === 'year' ? highlightOn(state.model, id, range, 'year') : null;
}

/** By how much a figure has moved since a trial began; `null` where it has not. */
function differenceOf({ state, view, trial }: CellContext, id: string, range: MonthRange): number | null {
  const now = valueOf(state.model, id, range, view.show);
  const before = trial!.model.seriesOf(id) ? valueOf(trial!.model, id, range, view.show) : NaN;
  const difference = (now === now ? now : 0) - (before === before ? before : 0);
  return Math.abs(difference) < 0.00005 ? null : difference;
}

/** Whatever the cells of a row depend on. */
export function cellParts(context: CellContext, row: BudgetRow): readonly unknown[] {
  const { state, view, year, trial } = context;
  const { model, document, glow } = state;
  // Shares depend on their bases too, those of them that are shown.
  const base = (id: string, ...ends: readonly EndColumn[]) =>
    ends.some((end) => view.ends.includes(end)) ? model.seriesOf(id) : null;
  return [
    view,
    year,
    trial,
    planOf(document),
    document.figureNotes,
    document.highlights,
    row.id === null ? null : model.seriesOf(row.id),
    base(TOTAL_INCOME, 'ofIncome', 'target'),
    base(TOTAL_EXPENSES, 'ofExpenses'),
    row.kind === 'line' ? base(row.group.id, 'ofGroup') : null,
    row.id !== null && glow?.changed.has(row.id) ? glow : null,
    // Rules are shown with the names of whatever they use.
    view.show === 'rules' ? document : null,
    ...ownParts(row, model),
  ];
}

function ownParts(row: BudgetRow, model: PlanModel): readonly unknown[] {
  switch (row.kind) {
    case 'total':
      return [];
    case 'side':
      return [row.label];
    case 'line':
      // Figures that stay the same may still change their marks, with every step or exception a line gains or loses.
      return [row.line, row.across ? row.group.name : '', model.stepsOf(row.id), model.exceptionsOf(row.id)];
    default:
      return [row.group, row.id];
  }
}

type Mark = 'exception' | 'step';

function markOf({ document }: PlanState, line: string, month: Month): Mark | null {
  if (document.exceptions.has(datedId(line, month))) return 'exception';
  return document.ruleSteps.has(datedId(line, month)) ? 'step' : null;
}

const MARK_WORDS: Readonly<Record<Mark, string>> = {
  get exception() {
    return t('budget.markException');
  },
  get step() {
    return t('budget.markStep');
  },
};

interface Dressing {
  readonly glows: boolean;
  readonly mark: Mark | null;
  readonly highlight: HighlightRow | null;
  readonly note: string | null;
  readonly difference: number | null;
}

function figureCell(
  row: BudgetRow,
  figure: ShownFigure,
  { glows, mark, highlight, note, difference }: Dressing,
): GridCell {
  const negative = figure.value !== null && figure.value < 0;
  const classes = [
    'tabular',
    negative ? 'negative' : '',
    figure.problem ? 'problem' : '',
    mark ? `mark-${mark}` : '',
    note ? 'has-note' : '',
    highlight ? `highlight-${highlight.tone}` : '',
    glows ? 'glow' : '',
    row.id === '@net' && negative ? 'in-the-red' : '',
    difference === null ? '' : 'has-moved',
  ];
  const words = [highlight?.word, note, figure.problem, figure.note, mark ? MARK_WORDS[mark] : undefined].filter(
    Boolean,
  );
  const className = classes.filter((name) => name !== '').join(' ');
  const title = words.length === 0 ? {} : { title: words.join('. ') };
  // Most figures are nothing but their text, which is the quickest to draw.
  if (!mark && !highlight && !figure.problem && !note && difference === null)
    return { className, content: figure.text, ...title };
  return {
    className,
    parts: [figure.text, difference, ...words],
    content: (
      <>
        {mark && <span className="visually-hidden">{MARK_WORDS[mark]}: </span>}
        {highlight && (
          <span className="highlight-mark">
            <Icon name={HIGHLIGHT_ICONS[highlight.tone]} />
            <span className="visually-hidden">{highlight.word}: </span>
          </span>
        )}
        {figure.problem ? (
          <>
            <Icon name="warning" />
            <span className="visually-hidden">{figure.problem}</span>
          </>
        ) : (
          <span className="figure">{figure.text}</span>
        )}
        {note && <span className="visually-hidden">{t('budget.andNote', { note })}</span>}
        {difference !== null && <Difference row={row} difference={difference} />}
      </>
    ),
    ...title,
  };
}

function Difference({ row, difference }: { readonly row: BudgetRow; readonly difference: number }): ReactNode {
  return (
    <small className={`difference ${worse(row, difference) ? 'is-worse' : 'is-better'}`}>
      {difference > 0 ? '▴' : '▾'} <DifferenceText row={row} difference={difference} />
    </small>
  );
}

function DifferenceText({ row, difference }: { readonly row: BudgetRow; readonly difference: number }): ReactNode {
  const { document } = useSessionState();
  return writeDifference(difference, unitOf(document, row.id!), planOf(document));
}

/** Returns whether a difference hurts: more costs, or less of anything else that counts as money. */
function worse(row: BudgetRow, difference: number): boolean {
  return sideOf(row) === 'expense' ? difference > 0 : difference < 0;
}

/** In place of figures, the rules they come from; each stands across the months it holds in. */
function ruleCell({ state, scope }: CellContext, row: BudgetRow, column: BudgetColumn): GridCell {
  const { range } = column;
  if (!range) return { content: null };
  const first = range.from === scope.from;
  const rule = (text: string, kind: 'step' | 'exception' | 'sum', months: number): GridCell => ({
    className: `rule-cell rule-${kind}`,
    title: text,
    content: (
      <span className="rule-text" style={{ width: months * column.width - 8 }}>
        {kind === 'exception' && <span className="visually-hidden">{t('budget.exception')} </span>}
        {text}
      </span>
    ),
  });
  if (row.kind !== 'line')
    return first
      ? rule(SUM_WORDS[row.kind === 'total' ? row.id : 'group'] ?? t('budget.sumOfLines'), 'sum', scope.to - scope.from)
      : { content: null };
  const cell = ruleCells(state.model, row.id, scope).find(({ from }) => from === range.from);
  return cell ? rule(cell.text, cell.kind, cell.to - cell.from) : { content: null };
}

const SUM_WORDS: Readonly<Record<string, string>> = {
  get '@income'() {
    return t('budget.sumOfIncome');
  },
  get '@expense'() {
    return t('budget.sumOfExpenses');
  },
  get '@setAside'() {
    return t('budget.sumOfSavings');
  },
  get '@leftOver'() {
    return t('budget.netLessSavings');
  },
  get '@net'() {
    return t('budget.incomeLessExpenses');
  },
  get '@cumulativeNet'() {
    return t('budget.netCumulative');
  },
};

function labelCell(row: BudgetRow, onRow: OnRow): GridCell {
  const side = sideOf(row);
  switch (row.kind) {
    case 'heading': {
      const icon: IconName = row.collapsed ? 'right' : 'down';
      return {
        title: row.group.name,
        parts: ['heading', side, row.group.name, row.group.rhythm, row.collapsed],
        content: (
          <>
            <button
              type="button"
              className="collapse"
              tabIndex={-1}
              aria-expanded={!row.collapsed}
              aria-label={t('budget.openOrCollapse', { collapsed: row.collapsed, name: row.group.name })}
              title={row.collapsed ? t('budget.openHint') : t('budget.collapseHint')}
              onClick={() => onRow('collapse', row)}
            >
              <Icon name={icon} />
            </button>
            {side && <Icon name={side} />}
            <span className="label-text">{row.group.name}</span>
            {row.group.rhythm && <small>{say({ id: `comparison.choices.${row.group.rhythm}` })}</small>}
            <RowMenu row={row} onRow={onRow} />
          </>
        ),
      };
    }
    case 'side':
      return {
        content: (
          <>
            {side && <Icon name={side} />}
            <span className="label-text">{row.label}</span>
          </>
        ),
      };
    case 'line':
      return {
        title: row.line.note === '' ? row.line.name : `${row.line.name}: ${row.line.note}`,
        // The menu shows and changes the whole line.
        parts: ['line', row.line, row.across ? row.group.name : ''],
        content: (
          <>
            <span className={`label-text ${row.line.note === '' ? '' : 'has-note'}`}>{row.line.name}</span>
            {row.across && <small className="across-group">{row.group.name}</small>}
            {row.line.locked && (
              <span className="lock-mark" title={t('budget.isLockedAgainstEditing')}>
                <Icon name="lock" />
                <span className="visually-hidden">{t('budget.locked')}</span>
              </span>
            )}
            <RowMenu row={row} onRow={onRow} />
          </>
        ),
      };
    case 'invitation':
      return {
        content: (
          <button type="button" className="add-line" tabIndex={-1} onClick={() => onRow('addLine', row)}>
            <Icon name="add" /> {t('budget.addFirstLine')}
          </button>
        ),
      };
    case 'subtotal':
      return {
        content: <span className="label-text">{row.group.name}</span>,
        title: t('budget.subtotalOf', { name: row.group.name }),
      };
    case 'total':
      return { content: <span className="label-text">{row.label}</span> };
  }
}
