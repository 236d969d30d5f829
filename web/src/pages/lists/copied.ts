import {
  FINE,
  dayInFigures,
  planOf,
  statusOf,
  unitOfColumn,
  writeForEntry,
  type Document,
  type ListColumnRow,
  type ListFigures,
} from '@haushalt/core';
import { t } from '../../language/language.ts';
import { textIn } from './texts.ts';

/** Returns what an item has in a column as it is copied: in full, so that pasted again it is the same. */
export function copiedText(
  document: Document,
  figures: ListFigures,
  { item, place }: { readonly item: string; readonly place: number },
  column: ListColumnRow,
): string {
  const { locale } = planOf(document);
  const series = figures.seriesOf(column.id);
  if (!series) {
    const text = textIn(document, item, column);
    return column.kind === 'date' && text !== '' ? dayInFigures(text, locale) : text;
  }
  if (series.codeAt(place) !== FINE) return '';
  const value = series.valueAt(place);
  if (column.kind === 'status') return t(`lists.statuses.${statusOf(document, column, value)}`);
  if (column.kind === 'yesNo') return value === 0 ? t('lists.no') : t('lists.yes');
  return writeForEntry(value, unitOfColumn(document, column), locale);
}
