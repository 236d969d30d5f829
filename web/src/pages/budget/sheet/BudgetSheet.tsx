import { planOf, nameOfYear } from '@haushalt/core';
import { Grid } from '../../../grid/Grid.tsx';
import type { GridControl } from '../../../grid/useGrid.tsx';
import type { BudgetColumn } from '../../../parts/lines/columns.ts';
import type { BudgetRow } from '../../../parts/lines/rows.ts';
import { LABEL_WIDTHS, ROW_HEIGHTS, type BudgetView } from '../../../parts/lines/view.ts';
import { useOthersHere } from '../../../parts/people/useOthersHere.ts';
import { usePrinting } from '../../../ui/usePrinting.ts';
import { budgetCell, cellParts, type CellContext } from './cells.tsx';
import type { ShownBudget } from './useShownBudget.ts';
import { t } from '../../../language/language.ts';

/** States what a second line of differences adds to the height of a row. */
const DIFFERENCE_HEIGHT = 13;

interface BudgetSheetProps {
  readonly control: GridControl<BudgetRow, BudgetColumn>;
  readonly shown: ShownBudget;
  readonly context: CellContext;
  readonly onView: (part: Partial<BudgetView>) => void;
  /** A row has been dragged onto another. */
  readonly onDrop: (dragged: BudgetRow, target: BudgetRow) => void;
}

/** The figures of the budget in the one grid. */
export function BudgetSheet({ control, shown, context, onView, onDrop }: BudgetSheetProps) {
  const { document } = context.state;
  const { name } = planOf(document);
  const { view, trial, year } = context;
  const printing = usePrinting();
  const others = useOthersHere('budget', control);
  return (
    <Grid
      control={control}
      label={t('budget.budgetOf', { name, year: nameOfYear(document, year) })}
      columns={shown.columns}
      rows={shown.budget.rows}
      footer={shown.budget.footer}
      rowHeight={ROW_HEIGHTS[view.density] + (trial ? DIFFERENCE_HEIGHT : 0)}
      cellOf={(row, column) => budgetCell(context, row, column)}
      partsOf={(row) => cellParts(context, row)}
      complete={printing}
      others={others}
      onLabelWidth={(width) =>
        onView({ labelWidth: Math.round(Math.min(LABEL_WIDTHS.most, Math.max(LABEL_WIDTHS.least, width))) })
      }
      reorder={{ canDrag: (row) => row.kind === 'line' || row.kind === 'heading', onDrop }}
    />
  );
}
