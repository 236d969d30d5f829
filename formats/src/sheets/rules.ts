import {
  CUMULATIVE_NET,
  LEFT_OVER,
  NET,
  effectiveSteps,
  periodOf,
  planOf,
  stepInWords,
  type PlanModel,
  type MonthRange,
} from '@haushalt/core';
import { t, say } from '../language.ts';
import { budgetLines, monthHeading } from './budget.ts';
import { EMPTY_CELL, words, type Sheet, type SheetCell, type SheetRow } from './sheet.ts';

/** The same page with rules in place of figures: each stands where it holds, an exception in its month. */
export function rulesSheet(model: PlanModel, about: Pick<Sheet, 'id' | 'title' | 'remark'>, range: MonthRange): Sheet {
  const { calendar, document } = model;
  const { locale } = planOf(document);
  const months = calendar.months.slice(range.from, range.to);
  const rows = budgetLines(model).flatMap((row): SheetRow[] => {
    const look = { emphasis: row.emphasis, ...(row.side ? { side: row.side } : {}) };
    if (row.role === 'line')
      return [{ ...look, role: 'line', cells: [words(row.title), ...ruleCells(model, row.id!, range)] }];
    const sum = row.role === 'section' ? [] : [words(sumInWords(model, row.id!), { span: months.length })];
    return [
      { ...look, role: row.role, cells: [words(row.title), ...(sum.length > 0 ? sum : months.map(() => EMPTY_CELL))] },
    ];
  });
  return {
    ...about,
    columns: [{ kind: 'name' }, ...months.map(() => ({ kind: 'figure' as const, width: 9 }))],
    headings: 1,
    rows: [
      { role: 'heading', cells: [EMPTY_CELL, ...months.map((month) => words(monthHeading(month, months, locale)))] },
      ...rows,
    ],
  };
}

/** Returns what a subtotal or total adds up, in words. */
function sumInWords({ document }: PlanModel, id: string): string {
  if (document.groups.has(id)) return t('formats.sumOfGroup');
  if (id === NET) return t('formats.totalRules.@net');
  if (id === CUMULATIVE_NET) return t('formats.totalRules.@cumulativeNet');
  return id === LEFT_OVER ? t('formats.totalRules.@leftOver') : t('formats.sumOfSide');
}

/** The rules behind a line's figures in some months, from left to right, each over the months it holds in. */
function ruleCells(model: PlanModel, line: string, { from, to }: MonthRange): SheetCell[] {
  const { document, calendar } = model;
  const rules = new Array<{ text: string; isException: boolean } | null>(to - from).fill(null);
  for (const { row, from: begins, to: ends } of effectiveSteps(model.stepsOf(line), calendar)) {
    const translation = { text: say(stepInWords(document, line, row)), isException: false };
    for (let index = Math.max(from, begins); index < Math.min(to, ends); index++) rules[index - from] = translation;
  }
  for (const row of model.exceptionsOf(line)) {
    const index = periodOf(calendar, row.month);
    if (index >= from && index < to)
      rules[index - from] = { text: say(stepInWords(document, line, row)), isException: true };
  }
  const cells: SheetCell[] = [];
  for (let index = 0; index < rules.length;) {
    const translation = rules[index] ?? null;
    let next = index + 1;
    while (next < rules.length && rules[next] === translation) next++;
    cells.push(translation === null ? { value: null, span: next - index } : { value: translation.text, span: next - index, ...(translation.isException ? { mark: 'exception' } : {}) }); // prettier-ignore
    index = next;
  }
  return cells;
}
