import { toPlanFile } from '@haushalt/core';
import { FILE_KINDS, handOver, type FileKind } from '@haushalt/formats';
import { Command, Option } from 'commander';
import { CliError } from './error.ts';
import { messages } from './messages.ts';
import { writeOut } from './output.ts';
import { readPlanFile } from './planFile.ts';
import { sourceOf, today } from './source.ts';

interface ConvertOptions {
  readonly by: 'year' | 'plan';
  readonly notation: 'plan' | 'neutral';
  readonly rules?: boolean;
}

/** `haushalt convert IN OUT`: a plan in another format, by the ending of its name. */
export function convertCommand(): Command {
  return new Command('convert')
    .description('Write a plan in another format, by its ending: .ods, .xlsx, .csv, .pdf, .haushalt.json.')
    .argument('<in>', 'a plan file, *.haushalt.json')
    .argument('<out>', 'the file to be written')
    .addOption(
      new Option('--by <span>', 'in a workbook: a sheet a year, or one for all months')
        .choices(['year', 'plan'])
        .default('year'),
    )
    .addOption(
      new Option('--notation <notation>', 'in CSV: figures as the plan writes them, or neutral')
        .choices(['plan', 'neutral'])
        .default('neutral'),
    )
    .option('--rules', 'in CSV: the rules after the figures')
    .action(async (from: string, out: string, { by, notation, rules }: ConvertOptions) => {
      const isPlan = out.endsWith('.haushalt.json');
      const kind = FILE_KINDS.find((each) => out.toLowerCase().endsWith(`.${each}`));
      if (!isPlan && !kind) throw new CliError(messages.writesTo('.ods, .xlsx, .csv, .pdf, .haushalt.json'));
      const plan = readPlanFile(from);
      if (isPlan) return writeOut(out, JSON.stringify(toPlanFile(plan.document, plan.entries), null, 2));
      const file = await handOver(
        sourceOf(plan, today()),
        {
          kind: kind as FileKind,
          parts: rules ? ['budget', 'rules'] : ['budget'],
          years: [],
          span: 'month',
          withNotes: true,
          paper: 'A4',
          orientation: 'across',
          pages: 'one',
          isBlackAndWhite: false,
          isBooklet: false,
          title: '',
          name: '',
          by,
          notation,
        },
        today(),
      );
      writeOut(out, file);
    });
}
