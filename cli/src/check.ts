import { Command } from 'commander';
import { Model, WHY, findingsOf, monthInWords, nameOf, planOf, reasonOf } from '@haushalt/core';
import { readPlanFile } from './planFile.ts';
import { messages } from './messages.ts';

/** `haushalt check FILE`: prints what a careful reviewer would find in a plan. */
export function checkCommand(): Command {
  return new Command('check')
    .description('Check a plan file as a careful reviewer would. Exits with 1 when something is found.')
    .argument('<file>', 'a plan file, *.haushalt.json')
    .option('--all', 'print what has been set aside too')
    .action((file: string, { all = false }: { all?: boolean }) => {
      const { document } = readPlanFile(file);
      const model = new Model(document);
      const { locale } = planOf(document);
      const findings = findingsOf(model).map((finding) => ({ ...finding, reason: reasonOf(document, finding) }));
      const open = findings.filter(({ reason }) => reason === null);
      for (const { message, place, kind, mend, reason } of all ? findings : open) {
        const month = place.month === null ? '' : `, ${monthInWords(place.month, locale)}`;
        console.log(`${message} [${nameOf(document, place.id) ?? place.id}${month}]`);
        console.log(`  ${WHY[kind]}`);
        if (mend) console.log(messages.toMendIt(mend.words));
        if (reason !== null) console.log(messages.setAside(reason));
      }
      const found = open.length;
      const aside = findings.length - open.length;
      console.log(messages.summary(found, aside));
      if (found > 0) process.exitCode = 1;
    });
}
