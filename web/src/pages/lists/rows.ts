import {
  FINE,
  choicesOf,
  columnsOf,
  hasFigures,
  summariesOf,
  titleOfItem,
  SUMMARIES,
  type ColumnSummary,
  type Document,
  type ListColumnRow,
  type ListFigures,
} from '@haushalt/core';
import type { GridRow } from '../../grid/types.ts';
import { t } from '../../language/language.ts';
import { shownText, textIn } from './texts.ts';

/** Describes how a list is looked at: what is looked for, which items of a choice, and in which order. None of it changes the list. */
export interface ListView {
  readonly find: string;
  readonly filter: { readonly column: string; readonly value: string } | null;
  readonly sort: { readonly column: string; readonly descending: boolean } | null;
  readonly collapsed: ReadonlySet<string>;
}

export const ALL_ITEMS: ListView = { find: '', filter: null, sort: null, collapsed: new Set() };

/** A row of a list: an item, the heading or subtotal of a group, the place for a new item, or what stands under all. */
export type ItemRow = GridRow &
  (
    | { readonly kind: 'item'; readonly item: string; readonly place: number }
    | { readonly kind: 'group'; readonly value: string; readonly places: readonly number[]; readonly isOpen: boolean }
    | { readonly kind: 'subtotal'; readonly value: string; readonly places: readonly number[] }
    | { readonly kind: 'new' }
    | { readonly kind: 'summary'; readonly summary: ColumnSummary; readonly places: readonly number[] | null }
  );

/** The rows of a list as it is looked at; `newItem` is the id the next item will have. */
export function rowsOfList(
  document: Document,
  list: string,
  figures: ListFigures,
  view: ListView,
  newItem: string,
): { readonly rows: readonly ItemRow[]; readonly shown: readonly number[] } {
  const columns = columnsOf(document, list);
  const shown = sorted(document, columns, figures, view, foundItems(document, columns, figures, view));
  const itemRow = (place: number): ItemRow => {
    const item = figures.items[place]!;
    const label = titleOfItem(document, { id: item, list, position: '' });
    return {
      kind: 'item',
      key: item,
      item,
      place,
      className: 'line',
      label: label === '' ? t('lists.thisItem') : label,
    };
  };
  const grouping = columns.find(({ groups }) => groups);
  const last: ItemRow = { kind: 'new', key: newItem, className: 'line is-new', label: t('lists.newItem') };
  // While only some are shown, a new one would go out of sight at once.
  const end = view.find === '' && view.filter === null ? [last] : [];
  if (!grouping) return { rows: [...shown.map(itemRow), ...end], shown };
  const rows = groupsOf(document, grouping, figures, shown).flatMap(({ value, places }): ItemRow[] => {
    const isOpen = !view.collapsed.has(value);
    const name = value === '' ? t('lists.without', { column: grouping.name }) : value;
    const heading: ItemRow = { kind: 'group', key: `group:${value}`, value, places, isOpen, className: 'group', label: name }; // prettier-ignore
    const subtotal: ItemRow = { kind: 'subtotal', key: `subtotal:${value}`, value, places, className: 'subtotal', label: t('lists.subtotal', { name }) }; // prettier-ignore
    return isOpen ? [heading, ...places.map(itemRow), subtotal] : [heading];
  });
  return { rows: [...rows, ...end], shown };
}

/** Returns what stands under the columns of a list, one row for each kind that some column asks for. */
export function summaryRows(columns: readonly ListColumnRow[], places: readonly number[] | null): ItemRow[] {
  const shown = new Set(columns.flatMap(summariesOf));
  return SUMMARIES.filter((summary) => shown.has(summary)).map((summary): ItemRow => ({
    kind: 'summary',
    key: `summary:${summary}`,
    summary,
    places,
    className: summary === 'total' ? 'total' : 'line',
    label: t(`lists.summaries.${summary}`),
  }));
}

/** The items of each group, in the order of the choices; those without one come last. */
function groupsOf(
  document: Document,
  column: ListColumnRow,
  { items }: ListFigures,
  places: readonly number[],
): { readonly value: string; readonly places: readonly number[] }[] {
  const groups = new Map<string, number[]>(choicesOf(column).map((choice) => [choice, []]));
  for (const place of places) {
    const value = textIn(document, items[place]!, column);
    const group = groups.get(value);
    if (group) group.push(place);
    else groups.set(value, [place]);
  }
  const named = [...groups].filter(([value, members]) => value !== '' && members.length > 0);
  const rest = groups.get('') ?? [];
  return [...named, ...(rest.length > 0 ? [['', rest] as const] : [])].map(([value, members]) => ({ value, places: members })); // prettier-ignore
}

function foundItems(
  document: Document,
  columns: readonly ListColumnRow[],
  figures: ListFigures,
  view: ListView,
): number[] {
  const { items } = figures;
  const wanted = plain(view.find);
  const filtering = columns.find(({ id }) => id === view.filter?.column);
  // Only a number is looked for among figures: all of them have to be written for it.
  const among = columns.filter((column) => !hasFigures(column) || /\d/.test(wanted));
  return [...items.keys()].filter((place) => {
    const item = items[place]!;
    if (filtering && textIn(document, item, filtering) !== view.filter!.value) return false;
    return wanted === '' || among.some((column) => plain(shownText(document, figures, place, column)).includes(wanted));
  });
}

/** Items in the order of a column; what is empty comes last whichever way, and what is alike keeps its order. */
function sorted(
  document: Document,
  columns: readonly ListColumnRow[],
  figures: ListFigures,
  { sort }: ListView,
  places: readonly number[],
): readonly number[] {
  const column = columns.find(({ id }) => id === sort?.column);
  if (!sort || !column) return places;
  const series = figures.seriesOf(column.id);
  const compare = new Intl.Collator(undefined, { numeric: true, sensitivity: 'base' }).compare;
  const way = sort.descending ? -1 : 1;
  const isEmpty = (place: number) =>
    series ? series.codeAt(place) !== FINE : textIn(document, figures.items[place]!, column) === '';
  return [...places].sort((a, b) => {
    const [emptyA, emptyB] = [isEmpty(a), isEmpty(b)];
    if (emptyA || emptyB) return Number(emptyA) - Number(emptyB) || a - b;
    const difference = series
      ? series.values[a]! - series.values[b]!
      : compare(textIn(document, figures.items[a]!, column), textIn(document, figures.items[b]!, column));
    return way * difference || a - b;
  });
}

function plain(text: string): string {
  return text.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase().trim();
}
