import { messageFor } from '../../message.ts';
import { upgradeRow } from '../schema/columns.ts';
import { refused } from '../schema/refusal.ts';
import { TABLES, type AssignmentRuleRow } from '../schema/tables.ts';
import { positionBefore } from './placing.ts';
import { checkAssignment, checkFigure, checkNewId, checkText, existing } from './guards.ts';
import { command } from './command.ts';
import { columnsBut, id, placement, some } from './fields.ts';

/** States what is done with assignment rules: "descriptions like this belong to that line". */
export const assignmentRuleCommands = {
  'assignmentRule.set': command({
    fields: { rule: id, settings: some(columnsBut('assignmentRules', 'position')) },
    label({ rule, settings }, { document }) {
      const row = document.assignmentRules.get(rule);
      const text = settings.text ?? row?.text ?? '';
      return row
        ? messageFor('change.assignmentRule.set', { text })
        : messageFor('change.assignmentRule.add', { text });
    },
    inAnyScenario: true,
    decide(draft, { rule, settings }) {
      const before = draft.get('assignmentRules', rule);
      if (!before) checkNewId(draft, rule);
      const row = {
        ...(before ??
          (upgradeRow(TABLES.assignmentRules, {
            id: rule,
            position: positionBefore(draft, 'assignmentRules', null, rule),
          }) as AssignmentRuleRow)),
        ...settings,
      };
      checkText(row.text, 'text', 200);
      for (const field of ['least', 'most'] as const) {
        checkFigure(row[field], field);
        if (row[field] !== null && row[field] < 0)
          throw refused('invalid', messageFor('command.negativeAmount'), field);
      }
      if (row.least !== null && row.most !== null && row.most < row.least)
        throw refused('invalid', messageFor('command.maximumBelowMinimum'), 'most');
      if (row.text.trim() === '' && row.least === null && row.most === null && row.account === null)
        throw refused('invalid', messageFor('command.ruleWithoutCondition'), 'text');
      checkAssignment(draft, row);
      draft.set('assignmentRules', row);
    },
  }),

  'assignmentRule.move': command({
    fields: { rule: id, before: placement },
    label: ({ rule }, { document }) =>
      messageFor('change.assignmentRule.move', { text: document.assignmentRules.get(rule)?.text ?? '' }),
    inAnyScenario: true,
    decide(draft, { rule, before }) {
      const row = existing(draft, 'assignmentRules', rule, messageFor('command.thisAssignmentRule'));
      draft.set('assignmentRules', { ...row, position: positionBefore(draft, 'assignmentRules', before, rule) });
    },
  }),

  'assignmentRule.delete': command({
    fields: { rule: id },
    label: ({ rule }, { document }) =>
      messageFor('change.assignmentRule.delete', { text: document.assignmentRules.get(rule)?.text ?? '' }),
    inAnyScenario: true,
    decide(draft, { rule }) {
      existing(draft, 'assignmentRules', rule, messageFor('command.thisAssignmentRule'));
      draft.delete('assignmentRules', rule);
    },
  }),
};
