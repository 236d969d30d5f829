import { planOf, type MonthRange } from '@haushalt/core';
import { Icon } from '../../../ui/Icon.tsx';
import type { GridSelection } from '../../../grid/selection.ts';
import { useSessionState } from '../../../plan-session/SessionProvider.tsx';
import { summaryOf, type BlockCell } from './blocks.ts';
import type { BudgetColumn } from '../../../parts/lines/columns.ts';
import type { BudgetRow } from '../../../parts/lines/rows.ts';
import type { BudgetView } from '../../../parts/lines/view.ts';
import { writeWithUnit, t } from '../../../language/language.ts';

interface SelectionPanelProps {
  readonly selection: GridSelection;
  readonly rows: readonly BudgetRow[];
  readonly columns: readonly BudgetColumn[];
  readonly cells: readonly BlockCell[];
  readonly view: BudgetView;
  readonly scope: MonthRange;
  readonly onAdjust: () => void;
  readonly onClear: () => void;
  readonly onCopy: () => void;
  /** Makes a chart of the selected rows. */
  readonly onDraw: () => void;
}

/** Shows what the selected block comes to, and what can be done with it. */
export function SelectionPanel({
  selection,
  rows,
  columns,
  cells,
  view,
  scope,
  onAdjust,
  onClear,
  onCopy,
  onDraw,
}: SelectionPanelProps) {
  const { document, model } = useSessionState();
  const plan = planOf(document);
  const summary = summaryOf(selection, rows, columns, model, view, scope);
  const write = (value: number) => (summary?.unit ? writeWithUnit(value, summary.unit, plan) : '–');
  const addsUp = summary?.unit === 'money' || summary?.unit === 'number';
  return (
    <section className="explanation selection-panel" aria-label={t('budget.selection')}>
      <div className="explanation-what">
        <h3>{summary === null ? t('budget.noFigures') : t('budget.figureCount', { count: summary.count })}</h3>
        <p>{t('budget.selectedRanges', { rangeCount: selection.ranges.length })}</p>
      </div>
      {summary && summary.unit !== null && (
        <dl className="selection-summary">
          {addsUp && (
            <div>
              <dt>{t('budget.sum')}</dt>
              <dd>{write(summary.sum)}</dd>
            </div>
          )}
          <div>
            <dt>{t('budget.average')}</dt>
            <dd>{write(summary.average)}</dd>
          </div>
          <div>
            <dt>{t('budget.smallest')}</dt>
            <dd>{write(summary.smallest)}</dd>
          </div>
          <div>
            <dt>{t('budget.largest')}</dt>
            <dd>{write(summary.largest)}</dd>
          </div>
          <div>
            <dt>{t('budget.count')}</dt>
            <dd>{summary.count}</dd>
          </div>
        </dl>
      )}
      {summary && summary.unit === null && <p className="explanation-words">{t('budget.noSumOfUnits')}</p>}
      <div className="explanation-tools">
        {cells.length > 0 && (
          <>
            <button type="button" className="tool" onClick={onAdjust} title={t('budget.adjustHint')}>
              <Icon name="adjust" />
              {t('budget.adjust')}
            </button>
            <button type="button" className="tool" onClick={onClear} title={t('budget.clearHint')}>
              <Icon name="clear" />
              {t('budget.clear')}
            </button>
          </>
        )}
        <button type="button" className="tool" onClick={onCopy} title={t('budget.copyHint')}>
          <Icon name="copy" />
          {t('budget.copy')}
        </button>
        <button type="button" className="tool" onClick={onDraw} title={t('budget.chartHint')}>
          <Icon name="chart" />
          {t('budget.chart')}
        </button>
        {cells.length > 0 && <small>{t('budget.typeForAllCells', { cellCount: cells.length })}</small>}
      </div>
    </section>
  );
}
