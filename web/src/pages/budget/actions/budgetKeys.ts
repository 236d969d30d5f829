import type { KeyboardEvent } from 'react';
import { selectOne } from '../../../grid/selection.ts';
import type { GridControl } from '../../../grid/useGrid.tsx';
import type { RowAction } from '../sheet/rowActions.ts';
import type { BudgetColumn } from '../../../parts/lines/columns.ts';
import { budgetKey, type BudgetKey } from './keys.ts';
import type { PanelName } from '../sheet/panelNames.ts';
import type { BudgetRow } from '../../../parts/lines/rows.ts';
import type { ShownBudget } from '../sheet/useShownBudget.ts';
import type { BudgetView } from '../../../parts/lines/view.ts';

interface KeyTerms {
  readonly shown: ShownBudget;
  readonly view: BudgetView;
  readonly changeView: (part: Partial<BudgetView>) => void;
  readonly doToRow: (what: RowAction, row: BudgetRow) => void;
  readonly onPanel: (panel: PanelName) => void;
  readonly onAdjust: () => void;
  readonly onNote: () => void;
  readonly onTry: () => void;
}

type Control = Pick<GridControl<BudgetRow, BudgetColumn>, 'place' | 'select'>;

/** The budget's own keys; those of every grid are left to the grid. */
export function budgetKeys(terms: KeyTerms) {
  return (event: KeyboardEvent, row: BudgetRow, { place, select }: Control): boolean => {
    const { shown, view } = terms;
    const { years, year, columns } = shown;
    const paged = view.span === 'month' || view.span === 'quarter';
    const key = budgetKey(event, {
      column: place.column,
      first: 1,
      last: columns.findLastIndex(({ range }) => range !== undefined),
      hasYearBefore: paged && year !== years[0],
      hasYearAfter: paged && year !== years.at(-1),
    });
    if (!key) return false;
    const toYear = ({ step, to }: Extract<BudgetKey, { kind: 'year' }>) => {
      const next = years[years.indexOf(year) + step];
      if (next === undefined) return;
      shown.setYear(next);
      if (to !== 'same') select(selectOne({ row: place.row, column: to === 'first' ? 1 : shown.monthsIn(next) }));
    };
    switch (key.kind) {
      case 'year':
        toYear(key);
        break;
      case 'move':
        terms.doToRow(key.direction === 1 ? 'moveDown' : 'moveUp', row);
        break;
      case 'menu':
        // It takes the keys while it is open.
        window.document.querySelector<HTMLElement>('.grid-row.has-active .row-more')?.click();
        break;
      case 'assumptions':
        window.document
          .querySelector<HTMLElement>('.side-panel :is(input, select, button), .assumptions-panel input')
          ?.focus();
        break;
      case 'find':
        window.document.querySelector<HTMLElement>('.filter-text')?.focus();
        break;
      case 'adjust':
        terms.onAdjust();
        break;
      case 'note':
        terms.onNote();
        break;
      case 'try':
        terms.onTry();
        break;
      case 'rules':
        terms.changeView({ show: view.show === 'rules' ? 'figures' : 'rules' });
        break;
      case 'span':
        terms.changeView({ span: key.span });
        break;
      case 'panel':
        terms.onPanel(key.panel);
        break;
      default:
        terms.doToRow(key.kind, row);
    }
    return true;
  };
}
