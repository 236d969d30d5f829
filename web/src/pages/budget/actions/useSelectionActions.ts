import { freshTitle, MAX_SERIES, type Command } from '@haushalt/core';
import { useNavigate, useParams } from 'react-router';
import { useNotices } from '../../../ui/Notices.tsx';
import { isTable } from '../../../grid/clipboard.ts';
import { boundsOf, placesIn } from '../../../grid/selection.ts';
import { newId } from '../../../plan-session/api.ts';
import { useSessionState } from '../../../plan-session/SessionProvider.tsx';
import { USUAL_CHART, plainSeries } from '../../../parts/charts/draft.ts';
import type { GridControl } from '../../../grid/useGrid.tsx';
import type { BudgetDialog } from '../dialogs/DialogOf.tsx';
import { cellsIn, isException, readPasted } from '../block/blocks.ts';
import type { BudgetColumn } from '../../../parts/lines/columns.ts';
import type { BudgetRow } from '../../../parts/lines/rows.ts';
import type { BudgetView } from '../../../parts/lines/view.ts';
import { reasonNotTyped } from '../editors/reasonNotTyped.ts';
import { nameOf, t } from '../../../language/language.ts';

interface BlockTerms {
  readonly control: GridControl<BudgetRow, BudgetColumn>;
  readonly all: readonly BudgetRow[];
  readonly columns: readonly BudgetColumn[];
  /** The months of lines in the selection, when it is a block. */
  readonly cells: ReturnType<typeof cellsIn>;
  readonly view: BudgetView;
  readonly year: number;
  readonly send: (command: Command, done?: string) => boolean;
  readonly onDialog: (dialog: BudgetDialog) => void;
}

export type SelectionActions = ReturnType<typeof useSelectionActions>;

/** Returns what is done with the selected figures as a whole. */
export function useSelectionActions({ control, all, columns, cells, view, year, send, onDialog }: BlockTerms) {
  const { selection, isBlock, row, column } = control;
  const { document, model } = useSessionState();
  const notices = useNotices();
  const navigate = useNavigate();
  const { planId = '' } = useParams();

  /** Lets figures follow their rule again; where none departs from it, empties them. */
  const clear = () => {
    if (isBlock) {
      if (cells.length === 0) return notices.say({ text: t('budget.selectToClear') });
      const exceptions = cells.filter((cell) => isException(document, cell));
      const places = (source: typeof cells) => source.map(({ line, month }) => ({ line, month }));
      if (exceptions.length > 0) send({ kind: 'figures.clear', cells: places(exceptions) });
      else
        send({
          kind: 'figures.set',
          as: 'exceptions',
          figures: places(cells).map((cell) => ({ ...cell, figure: null })),
        });
      return;
    }
    if (!row || !column) return;
    const refusal = reasonNotTyped(row, column, document, year);
    if (refusal) return notices.say({ text: refusal });
    const month = column.month!;
    if (isException(document, { line: row.id!, month })) send({ kind: 'line.clearException', line: row.id!, month });
    else send({ kind: 'line.setFigure', line: row.id!, month, reach: 'month', figure: null });
  };

  /** Asks how to raise, lower or spread the figures. */
  const adjust = () => {
    const chosen = isBlock ? cells : cellsIn(selection, all, columns, model);
    if (chosen.length === 0) notices.say({ text: t('budget.selectToAdjust') });
    else onDialog({ kind: 'adjust', cells: chosen });
  };

  /** A single figure or rule is pasted as if it had been typed; a block goes to the lines and months from here on. */
  const paste = (text: string) => {
    if (text.trim() === '' || !row || !column || column.id === 'label') return;
    if (!isTable(text)) return control.type(text.trim());
    const { top, left } = boundsOf(selection.ranges.at(-1)!);
    const pasted = readPasted(text, { row: top, column: left }, all, columns, document);
    if (pasted.problems.length > 0) return onDialog({ kind: 'paste', pasted });
    const done = t('budget.paste.done', { figureCount: pasted.figures.length });
    send({ kind: 'figures.set', as: 'exceptions', figures: pasted.figures }, done);
  };

  /** Makes a chart of the selected rows and shows it. */
  const draw = () => {
    const ids = [...new Set(placesIn(selection).flatMap((each) => all[each.row]?.id ?? []))].slice(0, MAX_SERIES);
    if (ids.length === 0) return notices.say({ text: t('budget.selectToChart') });
    const id = newId();
    const name = freshTitle(
      document,
      'charts',
      ids.length === 1 ? (nameOf(document, ids[0]!) ?? t('budget.chart')) : t('budget.chartOfSelection'),
    );
    const settings = { ...USUAL_CHART.settings, name, year: view.span === 'month' ? year : null };
    const series = ids.map((id) => plainSeries(id, 'line'));
    if (send({ kind: 'chart.set', id, settings, series })) void navigate(`/plans/${planId}/charts?chart=${id}`);
  };

  return { clear, adjust, paste, draw };
}
