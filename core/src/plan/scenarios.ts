import { addMonths, monthInWords, type Month } from '../calendar/month.ts';
import { writeWithUnit } from '../figure/write.ts';
import { fixAssumption } from './assumptions.ts';
import { checkFigure, checkMonth, checkNewId, existing, refused, tidy } from './checks.ts';
import type { Cell, Command, Refusal } from './commands.ts';
import { applyChanges, inOrder, planOf, type Change, type Document } from './document.ts';
import type { Draft } from './draft.ts';
import { nameOf, titleRefusal } from './naming.ts';
import { positionBetween } from './position.ts';
import { deleteWithAll } from './references.ts';
import { rowsWhere } from './rowTable.ts';
import { setFigures } from './rules.ts';
import { datedId, scenarioFigureId, scenarioValueId, type ScenarioFigureRow, type ScenarioValueRow } from './tables.ts';

/** Scenarios: named sets of assumption values, and figures of single months, that stand in place of the plan's. */

type CommandOf<K extends Command['kind']> = Extract<Command, { kind: K }>;

/** What a scenario puts in place of the plan's. */
export function partsOfScenario(
  document: Document,
  id: string,
): { values: ScenarioValueRow[]; figures: ScenarioFigureRow[] } {
  return {
    values: [...rowsWhere(document.scenarioValues, 'scenario', id)],
    figures: [...rowsWhere(document.scenarioFigures, 'scenario', id)],
  };
}

/** The plan as a scenario has it. Given a value, an assumption has it in all months. */
export function withScenario(document: Document, id: string): Document {
  const { values, figures } = partsOfScenario(document, id);
  if (values.length === 0 && figures.length === 0) return document;
  const changes: Change[] = [];
  for (const { assumption, value } of values) {
    const before = document.assumptions.get(assumption)!;
    changes.push({ table: 'assumptions', id: assumption, before, after: { ...before, value, formula: null } });
    for (const step of rowsWhere(document.assumptionSteps, 'assumption', assumption))
      changes.push({ table: 'assumptionSteps', id: step.id, before: step, after: null });
  }
  for (const { line, month, amount } of figures) {
    const row = datedId(line, month);
    const before = document.exceptions.get(row) ?? null;
    changes.push({ table: 'exceptions', id: row, before, after: { id: row, line, month, amount, formula: null } });
  }
  return applyChanges(document, changes);
}

/** What a scenario has otherwise than the plan, one thing after the other. */
export function scenarioInWords(document: Document, id: string): string[] {
  const plan = planOf(document);
  const { values, figures } = partsOfScenario(document, id);
  const ofValues = inOrder(document.assumptions.values()).flatMap((assumption) => {
    const own = values.find((row) => row.assumption === assumption.id);
    if (!own) return [];
    const write = (value: number) => writeWithUnit(value, assumption.unit, plan);
    return [`${assumption.name} ${write(own.value)} instead of ${write(assumption.value)}`];
  });
  const byLine = new Map<string, ScenarioFigureRow[]>();
  for (const row of figures) byLine.set(row.line, [...(byLine.get(row.line) ?? []), row]);
  const ofFigures = [...byLine].map(([line, rows]) => {
    const months = rows.map(({ month }) => month).sort();
    const first = monthInWords(months[0]!, plan.locale, 'short');
    const when = months.length === 1 ? `in ${first}` : `in ${months.length} months from ${first} on`;
    return `${nameOf(document, line) ?? 'a line'} other figures ${when}`;
  });
  return [...ofValues, ...ofFigures];
}

export function setScenario(draft: Draft, { id, name: typed }: CommandOf<'scenario.set'>): void {
  if (!draft.get('scenarios', id)) checkNewId(draft, id);
  const refusal = titleRefusal(draft.document, 'scenarios', typed, id);
  if (refusal) throw refused('invalid', refusal, 'name');
  const name = tidy(typed);
  const last = inOrder(draft.document.scenarios.values()).at(-1)?.position ?? null;
  const position = draft.get('scenarios', id)?.position ?? positionBetween(last, null);
  draft.set('scenarios', { id, name, position });
}

export function deleteScenario(draft: Draft, id: string): void {
  existing(draft, 'scenarios', id, 'This scenario');
  deleteWithAll(draft, 'scenarios', id);
}

/** `null` gives an assumption the plan's value again. */
export function setScenarioValues(draft: Draft, { scenario, values }: CommandOf<'scenario.setValues'>): void {
  existing(draft, 'scenarios', scenario, 'This scenario');
  for (const { assumption, value } of values) {
    existing(draft, 'assumptions', assumption, 'This assumption');
    checkFigure(value, 'values');
    const id = scenarioValueId(scenario, assumption);
    if (value === null) draft.delete('scenarioValues', id);
    else draft.set('scenarioValues', { id, scenario, assumption, value });
  }
}

export function setScenarioFigures(draft: Draft, { scenario, figures }: CommandOf<'scenario.setFigures'>): void {
  existing(draft, 'scenarios', scenario, 'This scenario');
  for (const { line, month, figure } of figures) {
    existing(draft, 'lines', line, 'This line');
    checkMonth(month, 'figures');
    checkFigure(figure, 'figures');
    draft.set('scenarioFigures', {
      id: scenarioFigureId(scenario, line, month),
      scenario,
      line,
      month,
      amount: figure,
    });
  }
}

export function clearScenarioFigures(draft: Draft, { scenario, cells }: CommandOf<'scenario.clearFigures'>): void {
  for (const { line, month } of cells) {
    const id = scenarioFigureId(scenario, line, month);
    if (draft.get('scenarioFigures', id)) draft.delete('scenarioFigures', id);
  }
}

/** Makes what a scenario has the plan's own; the scenario stays. */
export function adoptScenario(draft: Draft, id: string): void {
  existing(draft, 'scenarios', id, 'This scenario');
  const { values, figures } = partsOfScenario(draft.document, id);
  if (values.length === 0 && figures.length === 0)
    throw refused('invalid', 'This scenario has nothing otherwise than the plan.', 'id');
  for (const { assumption, value } of values) fixAssumption(draft, assumption, value);
  if (figures.length > 0)
    setFigures(draft, {
      kind: 'figures.set',
      as: 'exceptions',
      figures: figures.map(({ line, month, amount }) => ({ line, month, figure: amount })),
    });
}

/** What a command is while a scenario is active, so that the plan itself is never changed by accident; or why it cannot be. */
export function commandInScenario(
  document: Document,
  scenario: string,
  command: Command,
): { readonly command: Command } | { readonly refusal: Refusal } {
  switch (command.kind) {
    case 'assumption.fix':
      return { command: valuesCommand(scenario, command.assumption, command.value) };
    case 'assumption.set': {
      const { value, formula, ...rest } = command.settings;
      if (value === undefined || formula != null || Object.keys(rest).length > 0) break;
      return { command: valuesCommand(scenario, command.assumption, value) };
    }
    case 'line.setFigure': {
      const figures = monthsOfReach(document, command).map((month) => ({
        line: command.line,
        month,
        figure: command.figure,
      }));
      return { command: { kind: 'scenario.setFigures', scenario, figures } };
    }
    case 'figures.set':
      return { command: { kind: 'scenario.setFigures', scenario, figures: command.figures } };
    case 'line.clearException':
      return clearing(document, scenario, [command]);
    case 'figures.clear':
      return clearing(document, scenario, command.cells);
    default:
      if (/^(scenario|chart|finding|figureNote|highlight)\./.test(command.kind)) return { command };
  }
  const name = document.scenarios.get(scenario)?.name ?? '';
  return {
    refusal: {
      code: 'invalid',
      message: `The scenario ${name} is active: in it, values of assumptions and figures of months are tried. Everything else belongs to the plan; go back to it first.`,
    },
  };
}

function valuesCommand(scenario: string, assumption: string, value: number): Command {
  return { kind: 'scenario.setValues', scenario, values: [{ assumption, value }] };
}

function clearing(
  document: Document,
  scenario: string,
  cells: readonly Cell[],
): { readonly command: Command } | { readonly refusal: Refusal } {
  const own = cells.filter(({ line, month }) => document.scenarioFigures.has(scenarioFigureId(scenario, line, month)));
  if (own.length > 0) return { command: { kind: 'scenario.clearFigures', scenario, cells: own } };
  const message = 'This exception is the plan’s own. Go back to the plan to clear it, or type another figure here.';
  return { refusal: { code: 'invalid', message } };
}

function monthsOfReach(document: Document, { month, reach, until }: CommandOf<'line.setFigure'>): Month[] {
  const plan = planOf(document);
  const all = Array.from({ length: plan.months }, (_, at) => addMonths(plan.firstMonth, at));
  switch (reach) {
    case 'month':
      return [month];
    case 'onward':
      return all.filter((each) => each >= month);
    case 'until':
      return all.filter((each) => each >= month && (until == null || each <= until));
    case 'every':
      return all;
  }
}
