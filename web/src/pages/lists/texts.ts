import {
  FINE,
  cellOf,
  planOf,
  statusOf,
  unitOfColumn,
  writeWithDecimals,
  type Document,
  type ListColumnRow,
  type ListFigures,
} from '@haushalt/core';
import { t } from '../../language/language.ts';

/** The text of an item in a column that holds no figures. */
export function textIn(document: Document, item: string, column: ListColumnRow): string {
  const cell = cellOf(document, item, column.id);
  if (!cell) return '';
  return column.kind === 'line' ? ((cell.line && document.lines.get(cell.line)?.name) ?? '') : cell.text;
}

/** A figure of a column as it is written there. */
export function figureText(document: Document, column: ListColumnRow, value: number): string {
  if (column.kind === 'yesNo') return value === 0 ? t('lists.no') : t('lists.yes');
  return writeWithDecimals(value, unitOfColumn(document, column), column.decimals, planOf(document));
}

/** Returns what an item shows in a column, as a text. */
export function shownText(document: Document, figures: ListFigures, place: number, column: ListColumnRow): string {
  const series = figures.seriesOf(column.id);
  if (!series) return textIn(document, figures.items[place]!, column);
  if (series.codeAt(place) !== FINE) return '';
  const value = series.valueAt(place);
  const text = figureText(document, column, value);
  return column.kind === 'status' ? `${t(`lists.statuses.${statusOf(document, column, value)}`)} ${text}` : text;
}
