import { datedId, nameOfYear, type MonthRange } from '@haushalt/core';
import { Deferred } from '../../../ui/Deferred.tsx';
import { activeOf, isBlock, type GridSelection } from '../../../grid/selection.ts';
import type { PlanState } from '../../../plan-session/state.ts';
import { ExplanationPanel } from '../../../parts/explanation/ExplanationPanel.tsx';
import { HighlightRemark } from './HighlightRemark.tsx';
import { SelectionPanel } from '../block/SelectionPanel.tsx';
import type { BlockCell } from '../block/blocks.ts';
import type { BudgetColumn } from '../../../parts/lines/columns.ts';
import type { BudgetRow } from '../../../parts/lines/rows.ts';
import type { BudgetView } from '../../../parts/lines/view.ts';
import { t } from '../../../language/language.ts';

/** Describes what can be done below the grid with what is selected in it. */
export type DetailAction = 'adjust' | 'clear' | 'copy' | 'draw' | 'changeRule' | 'openRule' | 'note';

interface BudgetFootProps {
  readonly state: PlanState;
  readonly view: BudgetView;
  readonly year: number;
  readonly scope: MonthRange;
  readonly selection: GridSelection;
  readonly rows: readonly BudgetRow[];
  readonly columns: readonly BudgetColumn[];
  readonly cells: readonly BlockCell[];
  readonly onDo: (what: DetailAction) => void;
  /** Goes to where a part of a calculation stands; `false` when this page does not show it. */
  readonly onJump: (id: string, period: number | null) => boolean;
}

/** Below the grid: what the selected block comes to, or how the selected figure came about. */
export function BudgetFoot({
  state,
  view,
  year,
  scope,
  selection,
  rows,
  columns,
  cells,
  onDo,
  onJump,
}: BudgetFootProps) {
  const { document, model } = state;
  if (isBlock(selection))
    return (
      <SelectionPanel
        selection={selection}
        rows={rows}
        columns={columns}
        cells={cells}
        view={view}
        scope={scope}
        onAdjust={() => onDo('adjust')}
        onClear={() => onDo('clear')}
        onCopy={() => onDo('copy')}
        onDraw={() => onDo('draw')}
      />
    );
  const place = activeOf(selection);
  const row = rows[place.row];
  const column = columns[place.column];
  if (row?.id == null) return null;
  const month = column?.month;
  const isMonth = month !== undefined;
  const period = isMonth ? model.calendar.months.indexOf(month) : scope.from;
  const isLine = row.kind === 'line';
  const over = isMonth
    ? null
    : {
        label: labelOver(column, nameOfYear(document, year), view.span === 'year' || view.span === 'plan'),
        range: column?.range ?? scope,
      };
  return (
    <Deferred>
      <ExplanationPanel
        plan={state}
        id={row.id}
        period={period}
        over={over}
        onJump={onJump}
        onChangeRule={isLine && isMonth ? () => onDo('changeRule') : null}
        onOpenRule={isLine ? () => onDo('openRule') : null}
        remark={isMonth && <HighlightRemark model={model} id={row.id} period={period} />}
        onNote={isMonth ? () => onDo('note') : null}
        onClearException={
          isLine && isMonth && document.exceptions.has(datedId(row.id, month)) ? () => onDo('clear') : null
        }
      />
    </Deferred>
  );
}

/** The months a figure stands for that is not one of a single month. */
function labelOver(column: BudgetColumn | undefined, year: string, wholePlan: boolean): string {
  if (column?.range && !wholePlan) return `${String(column.heading)} ${year}`;
  if (column?.range) return String(column.heading);
  return wholePlan ? t('budget.wholePlan') : year;
}
