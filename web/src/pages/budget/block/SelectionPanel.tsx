import { writeWithUnit, planOf, type Stretch } from '@haushalt/core';
import { Icon } from '../../../ui/Icon.tsx';
import type { GridSelection } from '../../../grid/selection.ts';
import { useSessionState } from '../../../plan-session/SessionProvider.tsx';
import { summaryOf, type BlockCell } from './blocks.ts';
import type { BudgetColumn } from '../../../parts/lines/columns.ts';
import type { BudgetRow } from '../../../parts/lines/rows.ts';
import type { BudgetView } from '../../../parts/lines/view.ts';

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
    <section className="reckoning selection-panel" aria-label="Selection">
      <div className="reckoning-what">
        <h3>{summary === null ? 'No figures' : summary.count === 1 ? '1 figure' : `${summary.count} figures`}</h3>
        <p>selected{selection.ranges.length > 1 ? `, in ${selection.ranges.length} blocks` : ''}</p>
      </div>
      {summary && summary.unit !== null && (
        <dl className="selection-summary" aria-live="polite">
          {addsUp && (
            <div>
              <dt>Sum</dt>
              <dd>{write(summary.sum)}</dd>
            </div>
          )}
          <div>
            <dt>Average</dt>
            <dd>{write(summary.average)}</dd>
          </div>
          <div>
            <dt>Smallest</dt>
            <dd>{write(summary.smallest)}</dd>
          </div>
          <div>
            <dt>Largest</dt>
            <dd>{write(summary.largest)}</dd>
          </div>
          <div>
            <dt>Count</dt>
            <dd>{summary.count}</dd>
          </div>
        </dl>
      )}
      {summary && summary.unit === null && (
        <p className="reckoning-words">These figures count different things, so they have no sum.</p>
      )}
      <div className="reckoning-tools">
        {cells.length > 0 && (
          <>
            <button type="button" className="tool" onClick={onAdjust} title="Raise, lower or spread (Alt+C)">
              <Icon name="adjust" />
              Raise, lower, spread …
            </button>
            <button type="button" className="tool" onClick={onClear} title="Clear (Delete)">
              <Icon name="clear" />
              Clear
            </button>
          </>
        )}
        <button type="button" className="tool" onClick={onCopy} title="Copy (Ctrl+C)">
          <Icon name="copy" />
          Copy
        </button>
        <button type="button" className="tool" onClick={onDraw} title="A chart of the selected rows">
          <Icon name="chart" />
          Chart
        </button>
        {cells.length > 0 && <small>Type a figure to put it into all {cells.length}.</small>}
      </div>
    </section>
  );
}
