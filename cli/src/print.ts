import { paperOf, planOf, today, writeWithDecimals, yearsOf } from '@haushalt/core';
import { PAPERS, PARTS, pagesOf, partsIn, tooSmall, pdfOf, type PageSetup, type Paper, type Part, type PrintRequest } from '@haushalt/formats'; // prettier-ignore
import { Command, Option } from 'commander';
import { CliError } from './error.ts';
import { t } from './language.ts';
import { writeOut } from './output.ts';
import { readPlanFile } from './planFile.ts';
import { sourceOf } from './source.ts';

const ORIENTATIONS = { auto: 'auto', portrait: 'upright', landscape: 'across' } as const;

interface PrintOptions {
  readonly what: string;
  readonly years?: string;
  readonly paper?: Paper;
  readonly pages: PageSetup['pages'];
  readonly orientation: keyof typeof ORIENTATIONS;
  readonly quarters?: boolean;
  readonly notes?: boolean;
  readonly black?: boolean;
  readonly title: string;
  readonly name: string;
}

/** `haushalt print FILE OUT.pdf`: a plan, or parts of it, as pages. */
export function printCommand(): Command {
  return new Command('print')
    .description(t('cli.help.print'))
    .argument('<file>', t('cli.help.planFile'))
    .argument('<out>', t('cli.help.print.out'))
    .option('--what <parts>', t('cli.help.print.what', { parts: PARTS.join(', ') }), 'budget')
    .option('--years <years>', t('cli.help.print.years'))
    .addOption(new Option('--paper <paper>', t('cli.help.print.paper')).choices(PAPERS))
    .addOption(
      new Option('--pages <pages>', t('cli.help.print.pages')).choices(['auto', 'one', 'two', 'many']).default('auto'),
    )
    .addOption(
      new Option('--orientation <orientation>', t('cli.help.print.orientation'))
        .choices(['auto', 'portrait', 'landscape'])
        .default('auto'),
    )
    .option('--quarters', t('cli.help.print.quarters'))
    .option('--notes', t('cli.help.print.notes'))
    .option('--black', t('cli.help.print.black'))
    .option('--title <title>', t('cli.help.print.title'), '')
    .option('--name <name>', t('cli.help.print.name'), '')
    .action(async (file: string, out: string, options: PrintOptions) => {
      const plan = readPlanFile(file);
      const source = sourceOf(plan, today());
      const { document, calendar } = source.model;
      const all = partsIn(document, plan.entries.length > 0);
      const request: PrintRequest = {
        parts: options.what === 'plan' ? all : partsNamed(options.what),
        years: yearsNamed(options.years, yearsOf(calendar)),
        span: options.quarters ? 'quarter' : 'month',
        withNotes: options.notes ?? false,
        paper: options.paper ?? paperOf(planOf(document).locale),
        orientation: ORIENTATIONS[options.orientation],
        pages: options.pages,
        isBlackAndWhite: options.black ?? false,
        isBooklet: options.what === 'plan',
        title: options.title,
        name: options.name,
      };
      const laidOut = await pagesOf(source, request, today());
      writeOut(out, await pdfOf(laidOut, options, planOf(document)));
      for (const { title, size } of tooSmall(laidOut))
        console.error(t('cli.print.tooSmall', { title, size: writeWithDecimals(size, 'number', 1, planOf(document)) }));
      if (laidOut.missing.length > 0)
        console.error(t('cli.print.missingCharacters', { letters: laidOut.missing.join(' ') }));
      console.log(t('cli.print.written', { out, pages: laidOut.pages.length }));
    });
}

function partsNamed(list: string): Part[] {
  return list.split(',').map((text) => {
    const part = PARTS.find((each) => each.toLowerCase() === text.trim().toLowerCase());
    if (!part)
      throw new CliError(t('cli.print.partUnknown', { part: text.trim(), parts: [...PARTS, 'plan'].join(', ') }));
    return part;
  });
}

function yearsNamed(list: string | undefined, years: readonly number[]): number[] {
  if (list === undefined) return [];
  return list.split(',').map((text) => {
    const year = Number(text.trim());
    if (!years.includes(year))
      throw new CliError(t('cli.print.yearUnknown', { year: text.trim(), years: years.join(', ') }));
    return year;
  });
}
