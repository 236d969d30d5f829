import { movesOf } from '../document/calculators.ts';
import { checkSpan, refuseMany, setCalculator, settingInWords, storedInput } from './calculators.ts';
import { checkMonth, checkNewId, existing } from './checks.ts';
import { command } from './command.ts';
import { all, columnsBut, id, orNull, some } from './fields.ts';
import { messages } from '../../messages/commands.ts';

/** What is done with savings pots: their terms, single deposits, withdrawals and pauses. */
export const savingsCommands = {
  'pot.set': command({
    fields: { pot: id, settings: some(columnsBut('savings', 'position')) },
    label: ({ pot, settings }, words) => settingInWords('savings', pot, settings.name, words),
    decide: (draft, { pot, settings }) => setCalculator(draft, 'savings', pot, settings),
  }),

  /** A single deposit, a withdrawal or a pause of a pot; `null` takes it away. */
  'pot.setMove': command({
    fields: { id, settings: orNull(all(columnsBut('savingsMoves'))) },
    label: ({ id, settings }, words) =>
      `Entry in ${words.name(settings?.pot ?? words.document.savingsMoves.get(id)?.pot ?? '')}`,
    decide(draft, { id, settings }) {
      if (settings === null) {
        existing(draft, 'savingsMoves', id, messages.thisEntry);
        return draft.delete('savingsMoves', id);
      }
      const pot = existing(draft, 'savings', settings.pot, messages.theSavingsPot);
      if (!draft.get('savingsMoves', id)) {
        checkNewId(draft, id);
        refuseMany(movesOf(draft.document, pot.id).length, 'entries');
      }
      checkMonth(settings.from, 'from');
      checkSpan(settings.from, settings.until);
      draft.set('savingsMoves', { id, ...settings, amount: storedInput(draft, settings.amount, 'amount') });
    },
  }),
};
