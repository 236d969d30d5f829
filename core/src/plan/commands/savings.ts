import { movesOf } from '../document/calculators.ts';
import { checkSpan, refuseMany, setCalculator, settingInWords, storedInput } from './calculators.ts';
import { checkMonth, checkNewId, existing } from './guards.ts';
import { command } from './command.ts';
import { all, columnsBut, id, orNull, some } from './fields.ts';
import { messageFor } from '../../message.ts';

/** States what is done with savings funds: their terms, single deposits, withdrawals and pauses. */
export const savingsCommands = {
  'fund.set': command({
    fields: { fund: id, settings: some(columnsBut('savings', 'position')) },
    label: ({ fund, settings }, words) => settingInWords('savings', fund, settings.name, words),
    decide: (draft, { fund, settings }) => setCalculator(draft, 'savings', fund, settings),
  }),

  /** A single deposit, a withdrawal or a pause of a fund; `null` takes it away. */
  'fund.setMove': command({
    fields: { id, settings: orNull(all(columnsBut('savingsMoves'))) },
    label: ({ id, settings }, words) =>
      messageFor('change.fund.setMove', {
        name: words.name(settings?.fund ?? words.document.savingsMoves.get(id)?.fund ?? ''),
      }),
    decide(draft, { id, settings }) {
      if (settings === null) {
        existing(draft, 'savingsMoves', id, messageFor('command.thisEntry'));
        return draft.delete('savingsMoves', id);
      }
      const fund = existing(draft, 'savings', settings.fund, messageFor('command.theSavingsFund'));
      if (!draft.get('savingsMoves', id)) {
        checkNewId(draft, id);
        refuseMany(movesOf(draft.document, fund.id).length, 'singleAmounts');
      }
      checkMonth(settings.from, 'from');
      checkSpan(settings.from, settings.until);
      draft.set('savingsMoves', { id, ...settings, amount: storedInput(draft, settings.amount, 'amount') });
    },
  }),
};
