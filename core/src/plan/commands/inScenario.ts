import { addMonths, type Month } from '../../calendar/month.ts';
import { planOf, type Document } from '../document/document.ts';
import type { Refusal } from '../schema/refusal.ts';
import { scenarioFigureId } from '../schema/tables.ts';
import { COMMANDS, type Command, type CommandOf } from './commands.ts';
import type { Cell } from './ruleSteps.ts';
import { messageFor } from '../../message.ts';

/** Returns what a command is while a scenario is active, so that the plan itself is never changed by accident; or why it cannot be. */
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
      if (COMMANDS[command.kind].inAnyScenario) return { command };
  }
  const name = document.scenarios.get(scenario)?.name ?? '';
  return {
    refusal: {
      code: 'invalid',
      message: messageFor('command.scenarioIsOpen', { name }),
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
  const scenarioCells = cells.filter(({ line, month }) =>
    document.scenarioFigures.has(scenarioFigureId(scenario, line, month)),
  );
  if (scenarioCells.length > 0) return { command: { kind: 'scenario.clearFigures', scenario, cells: scenarioCells } };
  const message = messageFor('command.exceptionOfPlan');
  return { refusal: { code: 'invalid', message } };
}

function monthsOfReach(document: Document, { month, reach, until }: CommandOf<'line.setFigure'>): Month[] {
  const plan = planOf(document);
  const all = Array.from({ length: plan.months }, (_, index) => addMonths(plan.firstMonth, index));
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
