import { writeWithUnit, planOf, type Stretch } from '@haushalt/core';
import { Icon } from '../../../ui/Icon.tsx';
import type { GridSelection } from '../../../grid/selection.ts';
import { useSessionState } from '../../../plan-session/SessionProvider.tsx';
import { summaryOf, type BlockCell } from './blocks.ts';
import type { BudgetColumn } from '../../../parts/lines/columns.ts';
import type { BudgetRow } from '../../../parts/lines/rows.ts';
import type { BudgetView } from '../../../parts/lines/view.ts';
import { messages } from '../../../messages/budget.ts';

interface SelectionPanelProps {
  readonly selection: GridSelection;
  readonly rows: readonly BudgetRow[];
  readonly columns: readonly BudgetColumn[];
  readonly cells: readonly BlockCell[];
  readonly view: BudgetView;
  readonly scope: Stretch;
  readonly onAdjust: () => void;
  readonly onClear: () => void;
  readonly onCopy: () => void;
  /** Makes a chart of the selected rows. */
  readonly onDraw: () => void;
}

/** What the selected block comes to, and what can be done with it. */
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
    <section className="reckoning selection-panel" aria-label={messages.selection}>
      <div className="reckoning-what">
        <h3>{summary === null ? messages.noFigures : messages.figureCount(summary.count)}</h3>
        <p>{messages.selectedBlocks(selection.ranges.length)}</p>
      </div>
      {summary && summary.unit !== null && (
        <dl className="selection-summary">
          {addsUp && (
            <div>
              <dt>{messages.sum}</dt>
              <dd>{write(summary.sum)}</dd>
            </div>
          )}
          <div>
            <dt>{messages.average}</dt>
            <dd>{write(summary.average)}</dd>
          </div>
          <div>
            <dt>{messages.smallest}</dt>
            <dd>{write(summary.smallest)}</dd>
          </div>
          <div>
            <dt>{messages.largest}</dt>
            <dd>{write(summary.largest)}</dd>
          </div>
          <div>
            <dt>{messages.count}</dt>
            <dd>{summary.count}</dd>
          </div>
        </dl>
      )}
      {summary && summary.unit === null && (
        <p className="reckoning-words">{messages.theseFiguresCountDifferentThings}</p>
      )}
      <div className="reckoning-tools">
        {cells.length > 0 && (
          <>
            <button type="button" className="tool" onClick={onAdjust} title={messages.raiseLowerOrSpreadAlt}>
              <Icon name="adjust" />
              {messages.raiseLowerSpread}
            </button>
            <button type="button" className="tool" onClick={onClear} title={messages.clearDelete}>
              <Icon name="clear" />
              {messages.clear}
            </button>
          </>
        )}
        <button type="button" className="tool" onClick={onCopy} title={messages.copyCtrlC}>
          <Icon name="copy" />
          {messages.copy}
        </button>
        <button type="button" className="tool" onClick={onDraw} title={messages.aChartOfTheSelected}>
          <Icon name="chart" />
          {messages.chart}
        </button>
        {cells.length > 0 && <small>{messages.typeAFigureToPut(cells.length)}</small>}
      </div>
    </section>
  );
}
