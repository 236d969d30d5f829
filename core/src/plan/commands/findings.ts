import { tidy } from '../schema/names.ts';
import { refused } from '../schema/refusal.ts';
import { checkText } from './guards.ts';
import { command } from './command.ts';
import { text } from './fields.ts';
import { messageFor } from '../../message.ts';

const finding = text(200, 1);

/** Findings of the checks that are no matter, and why. */
export const findingCommands = {
  'finding.waive': command({
    fields: { finding, reason: text(500) },
    label: () => messageFor('change.finding.waive'),
    inAnyScenario: true,
    decide(draft, { finding, reason: given }) {
      const reason = tidy(given);
      if (reason === '') throw refused('invalid', messageFor('command.reasonMissing'), 'reason');
      checkText(reason, 'reason', 500);
      checkText(finding, 'finding', 200);
      draft.set('waivedFindings', { id: finding, finding, reason });
    },
  }),

  'finding.takeUp': command({
    fields: { finding },
    label: () => messageFor('change.finding.takeUp'),
    inAnyScenario: true,
    decide(draft, { finding }) {
      if (!draft.get('waivedFindings', finding))
        throw refused('gone', messageFor('command.findingNotDismissed'), 'finding');
      draft.delete('waivedFindings', finding);
    },
  }),
};
