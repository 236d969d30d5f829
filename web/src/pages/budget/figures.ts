import {
  BLANK,
  FINE,
  TOTAL_INCOME,
  averageOf,
  figuresOf,
  planOf,
  problemSentence,
  rollUpOf,
  rolledUp,
  shareOf,
  stretchOfYear,
  totalWithId,
  unitOf,
  writeFigure,
  writeShare,
  type Document,
  type Model,
} from '@haushalt/core';

/** A figure ready to be shown: its text, and why there is none. */
export interface ShownFigure {
  readonly text: string;
  readonly value: number | null;
  readonly problem: string | null;
  /** Something worth knowing about it that is no problem. */
  readonly note?: string;
}

const NOTHING: ShownFigure = { text: '', value: null, problem: null };

/** The figure of one month. */
export function monthFigure(model: Model, id: string, period: number): ShownFigure {
  const series = model.seriesOf(id);
  if (!series) return NOTHING;
  const code = series.codeAt(period);
  if (code === FINE) return shown(model.document, id, series.values[period]!);
  if (code === BLANK) return NOTHING;
  return { text: '', value: null, problem: problemSentence(model.problems.get(code)!, model.document) };
}

/** The year's figure, its monthly average, and its share of the year's income. */
export function yearFigures(
  model: Model,
  id: string,
  year: number,
): Record<'total' | 'average' | 'share', ShownFigure> {
  const { document, calendar } = model;
  const stretch = stretchOfYear(calendar, year);
  const figures = figuresOf(model.seriesOf(id)!);
  const total = rolledUp(figures, stretch, rollUpOf(document, id));
  const average = averageOf(figures, stretch);
  return {
    total: total === null ? problemOfYear(model, id, stretch.from, stretch.to) : shown(document, id, total),
    average: average === null || rollUpOf(document, id) === 'last' ? NOTHING : shown(document, id, average),
    share: hasShare(document, id) ? share(model, total, stretch) : NOTHING,
  };
}

function share(model: Model, total: number | null, stretch: { from: number; to: number }): ShownFigure {
  const income = rolledUp(figuresOf(model.seriesOf(TOTAL_INCOME)!), stretch, 'total');
  const fraction = shareOf(total, income);
  if (fraction !== null)
    return { text: writeShare(fraction, planOf(model.document).locale), value: fraction, problem: null };
  if (total === null || total === 0) return NOTHING;
  return {
    text: '–',
    value: null,
    problem: null,
    note: 'There is no income in this year, so there is no share of it.',
  };
}

/** Memo figures are no money flows and have no share of the income; nor has what runs up over the months. */
function hasShare(document: Document, id: string): boolean {
  if (totalWithId(id)) return rollUpOf(document, id) === 'total';
  const group = document.groups.get(document.lines.get(id)?.group ?? id);
  return group !== undefined && group.side !== 'memo' && unitOf(document, id) === 'money';
}

function problemOfYear(model: Model, id: string, from: number, to: number): ShownFigure {
  for (let period = from; period < to; period++) {
    const figure = monthFigure(model, id, period);
    if (figure.problem) return { ...figure, text: '' };
  }
  return NOTHING;
}

function shown(document: Document, id: string, value: number): ShownFigure {
  return { text: writeFigure(value, unitOf(document, id), planOf(document)), value, problem: null };
}
