import type { Assignment, Document, LedgerEntry } from '@haushalt/core';
import { t } from '../../language/language.ts';
import { transferTo } from './draft.ts';

/** An entry that belongs to a line, or is a transfer to or from another account. */
export function assigned(entry: LedgerEntry, line: string, toAccount: string): LedgerEntry {
  if (toAccount === '') return { ...entry, line };
  // What came in was transferred from the other account.
  return entry.amount < 0
    ? { ...entry, line, toAccount }
    : { ...entry, line, account: toAccount, toAccount: entry.account, amount: -entry.amount, reference: '', toReference: entry.reference, reconciled: '', toReconciled: entry.reconciled }; // prettier-ignore
}

/** Returns what an assignment means, as a target. */
export function targetOf({ line, toAccount }: Assignment): string {
  return line === '' ? transferTo(toAccount) : line;
}

/** Why an entry is proposed for a line, in a few words. */
export function whyInWords({ by }: Assignment, document: Document): string {
  if (by.kind === 'proposal') return t('entries.proposedLike', { like: by.like });
  return t('entries.proposedByRule', { text: document.assignmentRules.get(by.rule)?.text ?? '' });
}
