import { extrasOf } from '../document/calculators.ts';
import { refused } from '../schema/refusal.ts';
import type { LoanRow } from '../schema/tables.ts';
import { checkSpan, refuseMany, setCalculator, settingInWords, storedInput } from './calculators.ts';
import { checkMonth, checkNewId, existing } from './guards.ts';
import { command } from './command.ts';
import { all, columnsBut, id, orNull, some } from './fields.ts';
import { messageFor } from '../../message.ts';

/** States what is done with loans: their terms, extra payments, other offers. */
export const loanCommands = {
  'loan.set': command({
    fields: { loan: id, settings: some(columnsBut('loans', 'offerOf', 'position')) },
    label: ({ loan, settings }, words) => settingInWords('loans', loan, settings.name, words),
    decide: (draft, { loan, settings }) => setCalculator(draft, 'loans', loan, settings),
  }),

  /** An extra payment of a loan; `null` takes it away. */
  'loan.setExtra': command({
    fields: { id, settings: orNull(all(columnsBut('loanExtras'))) },
    label: ({ id, settings }, words) =>
      messageFor('change.loan.setExtra', {
        name: words.name(settings?.loan ?? words.document.loanExtras.get(id)?.loan ?? ''),
      }),
    decide(draft, { id, settings }) {
      if (settings === null) {
        existing(draft, 'loanExtras', id, messageFor('command.thisExtraPayment'));
        return draft.delete('loanExtras', id);
      }
      const loan = existing(draft, 'loans', settings.loan, messageFor('command.theLoan'));
      if (!draft.get('loanExtras', id)) {
        checkNewId(draft, id);
        refuseMany(extrasOf(draft.document, loan.id).length, 'extraPayments');
      }
      checkMonth(settings.from, 'from');
      checkSpan(settings.from, settings.until);
      draft.set('loanExtras', { id, ...settings, amount: storedInput(draft, settings.amount, 'amount') });
    },
  }),

  /** Makes an offer the loan itself, and what the loan was an offer in its place: all that uses the loan follows. */
  'loan.takeOffer': command({
    fields: { offer: id },
    label: ({ offer }, words) => messageFor('change.loan.takeOffer', { offer: words.name(offer) }),
    decide(draft, { offer: id }) {
      const offer = existing(draft, 'loans', id, messageFor('command.thisOffer'));
      if (offer.offerOf === null)
        throw refused('invalid', messageFor('command.notAnOffer', { name: offer.name }), 'offer');
      const loan = existing(draft, 'loans', offer.offerOf, messageFor('command.theLoan'));
      const identity = ({ id: rowId, name, offerOf, position }: LoanRow) => ({ id: rowId, name, offerOf, position });
      const extras = { loan: extrasOf(draft.document, loan.id), offer: extrasOf(draft.document, offer.id) };
      draft.set('loans', { ...offer, ...identity(loan) });
      draft.set('loans', { ...loan, ...identity(offer) });
      for (const extra of extras.loan) draft.set('loanExtras', { ...extra, loan: offer.id });
      for (const extra of extras.offer) draft.set('loanExtras', { ...extra, loan: loan.id });
    },
  }),
};
