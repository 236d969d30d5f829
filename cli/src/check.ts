import { Command } from 'commander';
import {
  Balances,
  EXPECTED,
  Model,
  UNASSIGNED,
  CONSEQUENCES,
  actualsFrom,
  daySumsAfter,
  findingsOf,
  ledgerFindingsOf,
  labelOf,
  reasonOf,
  confirmedDays,
  sumsAfter,
  twiceIn,
  type Document,
  type LedgerEntry,
  type LedgerGiven,
} from '@haushalt/core';
import { readPlanFile } from './planFile.ts';
import { say, t } from './language.ts';

/** `haushalt check FILE`: prints what a careful reviewer would find in a plan. */
export function checkCommand(): Command {
  return new Command('check')
    .description(t('cli.help.check'))
    .argument('<file>', t('cli.help.planFile'))
    .option('--all', t('cli.help.check.all'))
    .action((file: string, { all = false }: { all?: boolean }) => {
      const { document, entries } = readPlanFile(file);
      const model = new Model(document);
      const allFindings = [
        ...findingsOf(model),
        ...(entries.length === 0 ? [] : ledgerFindingsOf(model, givenOfEntries(document, entries))),
      ];
      const findings = allFindings.map((finding) => ({ ...finding, reason: reasonOf(document, finding) }));
      const open = findings.filter(({ reason }) => reason === null);
      for (const { message, place, kind, fix, otherFix, reason } of all ? findings : open) {
        const month =
          place.month === null ? '' : `, ${say({ id: 'comparison.month', values: { month: { month: place.month } } })}`;
        console.log(`${say(message)} [${placeName(document, place.id)}${month}]`);
        console.log(`  ${say(CONSEQUENCES[kind])}`);
        for (const each of [fix, otherFix]) if (each) console.log(t('cli.check.fix', { words: each.words }));
        if (reason !== null) console.log(t('cli.check.dismissed', { reason }));
      }
      const count = open.length;
      const aside = findings.length - count;
      console.log(t('cli.check.summary', { found: count, aside }));
      if (count > 0) process.exitCode = 1;
    });
}

function placeName(document: Document, id: string): string {
  if (id === UNASSIGNED) return t('cli.entriesWithoutLine');
  if (id === EXPECTED) return t('cli.recurringEntries');
  const label = labelOf(document, id);
  return (label && say(label)) ?? document.accounts.get(id)?.name ?? id;
}

/** Returns what the checks of a ledger look at, from all its entries; checked as of the day of the last of them. */
function givenOfEntries(document: Document, entries: readonly LedgerEntry[]): LedgerGiven {
  const changes = entries.map((after) => ({ table: 'entries' as const, id: after.id, before: null, after }));
  const sums = sumsAfter([], changes);
  return {
    actuals: actualsFrom(sums),
    settled: confirmedDays(entries),
    sums,
    balances: new Balances(document, daySumsAfter([], changes)),
    twice: twiceIn(entries),
    today: entries.reduce((last, { date }) => (date > last ? date : last), ''),
  };
}
