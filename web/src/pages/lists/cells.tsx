import {
  BLANK,
  FINE,
  cellOf,
  highlightHolds,
  highlightsOf,
  isSame,
  planOf,
  problemSentence,
  statusOf,
  statusOfItems,
  summaryIn,
  summariesOf,
  toShownInList,
  unitOfColumn,
  writeCount,
  writeDifference,
  writeFigure,
  notationOf,
  hasFigures,
  type Document,
  type HighlightRow,
  type ItemStatus,
  type ListColumnRow,
  type ListFigures,
  type PlanModel,
} from '@haushalt/core';
import type { GridCell, GridColumn } from '../../grid/types.ts';
import { say, t, wordsLocale } from '../../language/language.ts';
import { HIGHLIGHT_ICONS } from '../../parts/plan/highlightMarks.ts';
import { Icon, type IconName } from '../../ui/Icon.tsx';
import type { ItemRow } from './rows.ts';
import { figureText, textIn } from './texts.ts';

/** A column of the grid, with the column of the list it shows. */
export interface ListGridColumn extends GridColumn {
  readonly of: ListColumnRow;
}

/** Describes what the cells of a list are drawn from. */
export interface ListShown {
  readonly model: PlanModel;
  readonly figures: ListFigures;
  /** The figures before the last change, for what is to glow. */
  readonly before: ListFigures;
  /** The list as it was when something began to be tried, which figures are compared with. */
  readonly tried: ListFigures | null;
  /** True when rules are shown in place of figures. */
  readonly rules: boolean;
}

const STATUS_ICONS: Readonly<Record<ItemStatus, IconName>> = { under: 'good', on: 'good', over: 'alarm' };

/** Returns what a cell of a list shows. */
export function cellIn(row: ItemRow, { of }: ListGridColumn, shown: ListShown, isFirst: boolean): GridCell {
  switch (row.kind) {
    case 'item':
      return itemCell(row, of, shown);
    case 'new':
      return { content: isFirst ? <span className="quiet">{t('lists.typeToAdd')}</span> : '', parts: [isFirst] };
    case 'group':
      if (!isFirst) return { content: '' };
      return {
        parts: [row.label, row.isOpen, row.places.length],
        content: (
          <>
            <Icon name={row.isOpen ? 'down' : 'right'} /> {row.label} <small>{row.places.length}</small>
          </>
        ),
      };
    case 'subtotal':
      return isFirst && summariesOf(of).length === 0 ? { content: row.label } : togetherCell(row.places, of, 'total', shown, isFirst ? row.label : ''); // prettier-ignore
    case 'summary':
      return togetherCell(row.places ?? undefined, of, row.summary, shown, isFirst ? row.label : '');
  }
}

function itemCell(
  { item, place }: Extract<ItemRow, { kind: 'item' }>,
  column: ListColumnRow,
  shown: ListShown,
): GridCell {
  const { model, figures, before, rules } = shown;
  const { document } = model;
  if (!hasFigures(column)) return textCell(document, item, column);
  const series = figures.seriesOf(column.id);
  if (!series) return { content: '' };
  const code = series.codeAt(place);
  const isException = column.kind === 'rule' && cellOf(document, item, column.id) !== undefined;
  const value = series.valueAt(place);
  const highlight = code === FINE ? highlightFor(document, column, value) : null;
  const old = before.seriesOf(column.id);
  const glows = old !== undefined && old !== series && before.items[place] === item && !old.sameAt(series, place);
  const classes = [
    'tabular',
    code === FINE && value < 0 && column.kind !== 'status' ? 'negative' : '',
    code > BLANK ? 'problem' : '',
    isException ? 'mark-exception' : '',
    highlight ? `highlight-${highlight.tone}` : '',
    glows ? 'glow' : '',
  ];
  const className = classes.filter((name) => name !== '').join(' ');
  if (rules && column.kind === 'rule') return { className: 'rule-text', content: ruleText(document, column, item) };
  if (code > BLANK) {
    const problem = model.problems.get(code);
    const words = problem ? problemSentence(problem, document) : t('lists.noFigure');
    return {
      className,
      title: say(words),
      parts: [words],
      content: (
        <>
          <Icon name="warning" />
          <span className="visually-hidden">{say(words)}</span>
        </>
      ),
    };
  }
  if (code !== FINE) return column.kind === 'status' ? openCell(column, figures, place) : { className, content: '' };
  if (column.kind === 'status') return { ...statusCell(document, column, value), className: `status ${glows ? 'glow' : ''}` }; // prettier-ignore
  const text = figureText(document, column, value);
  const moved = movedBy(shown, column, item, value);
  const difference = moved === null ? null : writeDifference(moved, unitOfColumn(document, column), planOf(document));
  if (!highlight && !isException && difference === null) return { className, content: text };
  const words = [highlight?.word, isException ? t('lists.exception') : undefined].filter((each) => each !== undefined);
  return {
    className,
    title: words.join('. '),
    parts: [text, difference, ...words],
    content: (
      <>
        {isException && <span className="visually-hidden">{t('lists.exception')}: </span>}
        {highlight && (
          <span className="highlight-mark">
            <Icon name={HIGHLIGHT_ICONS[highlight.tone]} />
            <span className="visually-hidden">{highlight.word}: </span>
          </span>
        )}
        <span className="figure">{text}</span>
        {difference !== null && (
          <small className="difference">
            {moved! > 0 ? '▴' : '▾'} {difference}
          </small>
        )}
      </>
    ),
  };
}

/** By how much a figure has moved since something began to be tried; `null` where it has not, or nothing is. */
function movedBy({ tried }: ListShown, column: ListColumnRow, item: string, value: number): number | null {
  const place = tried?.items.indexOf(item) ?? -1;
  const before = place < 0 ? undefined : tried!.seriesOf(column.id)?.valueAt(place);
  if (before === undefined || before !== before || isSame(before, value)) return null;
  return value - before;
}

function textCell(document: Document, item: string, column: ListColumnRow): GridCell {
  const text = textIn(document, item, column);
  if (text === '') return { content: '' };
  if (column.kind !== 'date') return { content: <span className="item-text">{text}</span>, parts: [text], title: text };
  const { locale } = planOf(document);
  return { className: 'tabular', content: dayFormat(wordsLocale(locale)).format(new Date(`${text}T00:00Z`)) };
}

const formats = new Map<string, Intl.DateTimeFormat>();

function dayFormat(locale: string): Intl.DateTimeFormat {
  let format = formats.get(locale);
  if (!format)
    formats.set(locale, (format = new Intl.DateTimeFormat(locale, { dateStyle: 'medium', timeZone: 'UTC' })));
  return format;
}

/** A status as word, mark and tone, with by how much. */
function statusCell(document: Document, column: ListColumnRow, difference: number): GridCell {
  const status = statusOf(document, column, difference);
  // The word says which way it went.
  const amount = status === 'on' ? '' : writeFigure(Math.abs(difference), unitOfColumn(document, column), planOf(document)); // prettier-ignore
  return {
    parts: [status, amount],
    content: (
      <span className={`status-${status}`}>
        <Icon name={STATUS_ICONS[status]} /> {t(`lists.statuses.${status}`)} <span className="tabular">{amount}</span>
      </span>
    ),
  };
}

/** An item that has an estimate and has cost nothing yet is open. */
function openCell({ estimated }: ListColumnRow, figures: ListFigures, place: number): GridCell {
  const isOpen = estimated !== null && figures.seriesOf(estimated)?.codeAt(place) === FINE;
  return isOpen ? { className: 'status quiet', content: t('lists.open') } : { content: '' };
}

/** Returns what some items come to in a column. */
function togetherCell(
  places: readonly number[] | undefined,
  column: ListColumnRow,
  summary: 'total' | 'average' | 'smallest' | 'largest' | 'count',
  { model, figures, tried }: ListShown,
  label: string,
): GridCell {
  const { document } = model;
  const plan = planOf(document);
  const isShown = summariesOf(column).includes(summary);
  if (!isShown) return { content: label };
  if (column.kind === 'status') {
    const { counts, difference, status } = statusOfItems(document, figures, column, places);
    if (status === null || difference === null) return { content: label };
    const words = t('lists.statusCounts', { under: counts.under, on: counts.on, over: counts.over });
    if (summary !== 'total') return { className: 'status', content: words, title: words };
    return { ...statusCell(document, column, difference), title: words, className: 'status' };
  }
  const value = summaryIn(document, figures, column, summary, places);
  if (value === null) return { content: label };
  const text = summary === 'count' ? writeCount(value, plan.locale) : figureText(document, column, value);
  const written = label === '' ? text : `${label} ${text}`;
  const className = `tabular ${value < 0 ? 'negative' : ''}`;
  const before =
    tried && summary !== 'count' && places === undefined ? summaryIn(document, tried, column, summary) : null;
  if (before === null || isSame(before, value)) return { className, content: written };
  const difference = writeDifference(value - before, unitOfColumn(document, column), plan);
  return {
    className,
    parts: [written, difference],
    content: (
      <>
        <span className="figure">{written}</span>
        <small className="difference">
          {value > before ? '▴' : '▾'} {difference}
        </small>
      </>
    ),
  };
}

/** The rule of an item's figure as people write it: its own, or its column's. */
export function ruleText(document: Document, column: ListColumnRow, item: string): string {
  const cell = cellOf(document, item, column.id);
  if (cell?.figure != null) return figureText(document, column, cell.figure);
  const formula = cell?.formula ?? column.formula;
  if (formula === null || formula === undefined) return '';
  return toShownInList(formula, document, column.list, notationOf(planOf(document).locale));
}

function highlightFor(document: Document, column: ListColumnRow, value: number): HighlightRow | null {
  const order = ['alarm', 'caution', 'good'];
  const showing = highlightsOf(document, column.id).filter((row) => highlightHolds(row, value));
  return showing.sort((a, b) => order.indexOf(a.tone) - order.indexOf(b.tone))[0] ?? null;
}
