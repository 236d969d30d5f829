import { columnsOf, type Document, type ListColumnRow, type ListFigures } from '@haushalt/core';
import { useMemo, useState } from 'react';
import { newId } from '../../plan-session/api.ts';
import { widthOf } from '../../ui/widthOf.ts';
import type { ListGridColumn } from './cells.tsx';
import { ALL_ITEMS, rowsOfList, summaryRows, type ListView } from './rows.ts';

/** The figures of a list, and those before their last change. */
export function useFiguresBefore(figures: ListFigures): ListFigures {
  const [seen, setSeen] = useState({ now: figures, before: figures });
  if (seen.now !== figures) {
    const next = { now: figures, before: seen.now };
    setSeen(next);
    return next.before;
  }
  return seen.before;
}

/** The id the next item will have: another one as soon as there is an item with it. */
function useNewItemId(document: Document): string {
  const [id, setId] = useState(newId);
  if (!document.listItems.has(id)) return id;
  const next = newId();
  setId(next);
  return next;
}

/** Returns how a list is looked at, and the rows and columns that are shown then. */
export function useListView(document: Document, list: string, figures: ListFigures, heading: HeadingOf) {
  const [view, setView] = useState<ListView>(ALL_ITEMS);
  const newItem = useNewItemId(document);
  const { listColumns, listItems, listCells, lines } = document;
  const all = useMemo(
    () => columnsOf(document, list),
    // eslint-disable-next-line react-hooks/exhaustive-deps -- columns hang on their table alone
    [listColumns, list],
  );
  const shownColumns = useMemo(() => all.filter(({ hidden }) => !hidden), [all]);
  const { rows, shown } = useMemo(
    () => rowsOfList(document, list, figures, view, newItem),
    // eslint-disable-next-line react-hooks/exhaustive-deps -- rows hang on these tables alone
    [listColumns, listItems, listCells, lines, list, figures, view, newItem],
  );
  const isWhole = view.find === '' && view.filter === null;
  const footer = useMemo(() => summaryRows(shownColumns, isWhole ? null : shown), [shownColumns, isWhole, shown]);
  const columns = useMemo(
    () =>
      shownColumns.map((column, index): ListGridColumn => ({
        id: column.id,
        of: column,
        heading: heading(column, view),
        width: widthOfColumn(column, index === 0),
        pin: index === 0 ? 'start' : null,
        isLabel: index === 0,
        className: `${index === 0 ? 'label' : ''} is-${column.kind}`,
      })),
    [shownColumns, heading, view],
  );
  return { view, setView, all, columns, rows, footer, shown, newItem, isWhole };
}

type HeadingOf = (column: ListColumnRow, view: ListView) => React.ReactNode;

/** A column is as wide as was said, else as its heading and what it usually holds. */
export function widthOfColumn({ name, kind, width }: ListColumnRow, isFirst: boolean): number {
  if (width !== null) return width;
  const least = isFirst ? 180 : { text: 150, choice: 110, line: 130, date: 105, yesNo: 70, status: 160, figure: 92, entries: 92, rule: 100 }[kind]; // prettier-ignore
  return Math.max(least, Math.min(220, Math.ceil(widthOf(name) * 1.1) + 44));
}
