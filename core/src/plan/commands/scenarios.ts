import { titleRefusal } from '../document/naming.ts';
import { positionBefore } from './placing.ts';
import { partsOfScenario } from '../document/scenarios.ts';
import { deleteWithAll } from '../../graph/references.ts';
import { tidy } from '../schema/names.ts';
import { refused } from '../schema/refusal.ts';
import { scenarioFigureId, scenarioValueId } from '../schema/tables.ts';
import { fixAssumption } from './assumptions.ts';
import { checkFigure, checkMonth, checkNewId, existing } from './guards.ts';
import { command, type Words } from './command.ts';
import { figure, id, many, month, name, orNull } from './fields.ts';
import { setFigures } from './ruleSteps.ts';
import { messageFor, listOf } from '../../message.ts';

const titleOf = (scenario: string, { document }: Words) => document.scenarios.get(scenario)?.name ?? '';

/** States what is done with scenarios. */
export const scenarioCommands = {
  'scenario.set': command({
    fields: { id, name },
    label: ({ name }) => messageFor('change.scenario.set', { name }),
    inAnyScenario: true,
    decide(draft, { id, name: typed }) {
      if (!draft.get('scenarios', id)) checkNewId(draft, id);
      const refusal = titleRefusal(draft.document, 'scenarios', typed, id);
      if (refusal) throw refused('invalid', refusal, 'name');
      const name = tidy(typed);
      const position = draft.get('scenarios', id)?.position ?? positionBefore(draft, 'scenarios', null, id);
      draft.set('scenarios', { id, name, position });
    },
  }),

  'scenario.delete': command({
    fields: { id },
    label: ({ id }, words) => messageFor('change.scenario.delete', { name: titleOf(id, words) }),
    inAnyScenario: true,
    decide(draft, { id }) {
      existing(draft, 'scenarios', id, messageFor('command.thisScenario'));
      deleteWithAll(draft, 'scenarios', id);
    },
  }),

  /** `null` gives an assumption the plan's value again. */
  'scenario.setValues': command({
    fields: { scenario: id, values: many({ assumption: id, value: orNull(figure) }) },
    label: ({ scenario, values }, words) =>
      messageFor('change.scenario.setValues', {
        assumptions: listOf(values.map(({ assumption }) => words.name(assumption))),
        scenario: titleOf(scenario, words),
      }),
    inAnyScenario: true,
    decide(draft, { scenario, values }) {
      existing(draft, 'scenarios', scenario, messageFor('command.thisScenario'));
      for (const { assumption, value } of values) {
        existing(draft, 'assumptions', assumption, messageFor('command.thisAssumption'));
        checkFigure(value, 'values');
        const id = scenarioValueId(scenario, assumption);
        if (value === null) draft.delete('scenarioValues', id);
        else draft.set('scenarioValues', { id, scenario, assumption, value });
      }
    },
  }),

  'scenario.setFigures': command({
    fields: { scenario: id, figures: many({ line: id, month, figure: orNull(figure) }) },
    label: ({ scenario }, words) => messageFor('change.scenario.setFigures', { scenario: titleOf(scenario, words) }),
    inAnyScenario: true,
    decide(draft, { scenario, figures }) {
      existing(draft, 'scenarios', scenario, messageFor('command.thisScenario'));
      for (const { line, month, figure } of figures) {
        existing(draft, 'lines', line, messageFor('command.thisLine'));
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
    },
  }),

  'scenario.clearFigures': command({
    fields: { scenario: id, cells: many({ line: id, month }) },
    label: ({ scenario }, words) => messageFor('change.scenario.clearFigures', { scenario: titleOf(scenario, words) }),
    inAnyScenario: true,
    decide(draft, { scenario, cells }) {
      for (const { line, month } of cells) {
        const id = scenarioFigureId(scenario, line, month);
        if (draft.get('scenarioFigures', id)) draft.delete('scenarioFigures', id);
      }
    },
  }),

  /** Makes what a scenario has the plan's own; the scenario stays. */
  'scenario.adopt': command({
    fields: { id },
    label: ({ id }, words) => messageFor('change.scenario.adopt', { name: titleOf(id, words) }),
    inAnyScenario: true,
    decide(draft, { id }) {
      existing(draft, 'scenarios', id, messageFor('command.thisScenario'));
      const { values, figures } = partsOfScenario(draft.document, id);
      if (values.length === 0 && figures.length === 0)
        throw refused('invalid', messageFor('command.scenarioIsEmpty'), 'id');
      for (const { assumption, value } of values) fixAssumption(draft, assumption, value);
      setFigures(
        draft,
        figures.map(({ line, month, amount }) => ({ line, month, figure: amount })),
        'exceptions',
      );
    },
  }),
};
