import { Command } from 'commander';
import {
  Balances,
  EXPECTED,
  Model,
  UNASSIGNED,
  WHY,
  actualsFrom,
  daySumsAfter,
  findingsOf,
  ledgerFindingsOf,
  monthInWords,
  nameOf,
  planOf,
  reasonOf,
  settledBy,
  sumsAfter,
  twiceIn,
  type Document,
  type LedgerEntry,
  type LedgerGiven,
} from '@haushalt/core';
import { readPlanFile } from './planFile.ts';
import { messages } from './messages.ts';

/** `haushalt check FILE`: prints what a careful reviewer would find in a plan. */
export function checkCommand(): Command {
  return new Command('check')
    .description('Check a plan file like a careful reviewer. Exits with 1 if there are findings.')
    .argument('<file>', 'a plan file, *.haushalt.json')
    .option('--all', 'also print dismissed findings')
    .action((file: string, { all = false }: { all?: boolean }) => {
      const { document, entries } = readPlanFile(file);
      const model = new Model(document);
      const { locale } = planOf(document);
      const found = [
        ...findingsOf(model),
        ...(entries.length === 0 ? [] : ledgerFindingsOf(model, givenOfEntries(document, entries))),
      ];
      const findings = found.map((finding) => ({ ...finding, reason: reasonOf(document, finding) }));
      const open = findings.filter(({ reason }) => reason === null);
      for (const { message, place, kind, mend, otherMend, reason } of all ? findings : open) {
        const month = place.month === null ? '' : `, ${monthInWords(place.month, locale)}`;
        console.log(`${message} [${placeName(document, place.id)}${month}]`);
        console.log(`  ${WHY[kind]}`);
        for (const each of [mend, otherMend]) if (each) console.log(messages.toMendIt(each.words));
        if (reason !== null) console.log(messages.setAside(reason));
      }
      const count = open.length;
      const aside = findings.length - count;
      console.log(messages.summary(count, aside));
      if (count > 0) process.exitCode = 1;
    });
}

function placeName(document: Document, id: string): string {
  if (id === UNASSIGNED) return messages.entriesWithoutLine;
  if (id === EXPECTED) return messages.whatIsExpected;
  return nameOf(document, id) ?? document.accounts.get(id)?.name ?? id;
}

/** What the checks of a ledger look at, from all its entries; checked as of the day of the last of them. */
function givenOfEntries(document: Document, entries: readonly LedgerEntry[]): LedgerGiven {
  const changes = entries.map((after) => ({ table: 'entries' as const, id: after.id, before: null, after }));
  const sums = sumsAfter([], changes);
  return {
    actuals: actualsFrom(sums),
    settled: settledBy(entries),
    sums,
    balances: new Balances(document, daySumsAfter([], changes)),
    twice: twiceIn(entries),
    today: entries.reduce((last, { date }) => (date > last ? date : last), ''),
  };
}
