import { today, toPlanFile } from '@haushalt/core';
import { readFileSync } from 'node:fs';
import { basename } from 'node:path';
import {
  FILE_KINDS,
  USUAL_PRINT,
  WorkbookError,
  auditPdf,
  auditWorkbook,
  readingCorrections,
  exportPlan,
  type FileKind,
  type ReadingCorrections,
  type AuditedWorkbook,
} from '@haushalt/formats';
import { Command, Option } from 'commander';
import { CliError } from './error.ts';
import { say, t } from './language.ts';
import { writeOut } from './output.ts';
import { readPlanFile } from './planFile.ts';
import { sourceOf } from './source.ts';

interface ConvertOptions {
  readonly by: 'year' | 'plan';
  readonly notation: 'plan' | 'neutral';
  readonly rules?: boolean;
  readonly audit?: string;
  readonly corrections?: string;
  readonly fix?: boolean;
  /** The two above by their former names. */
  readonly said?: string;
  readonly mend?: boolean;
}

/** `haushalt convert IN OUT`: a plan in another format, by the ending of its name. */
export function convertCommand(): Command {
  return (
    new Command('convert')
      .description(t('cli.help.convert'))
      .argument('<in>', t('cli.help.convert.in'))
      .argument('<out>', t('cli.help.outputFile'))
      .addOption(new Option('--by <span>', t('cli.help.convert.by')).choices(['year', 'plan']).default('year'))
      .addOption(
        new Option('--notation <notation>', t('cli.help.convert.notation'))
          .choices(['plan', 'neutral'])
          .default('neutral'),
      )
      .option('--rules', t('cli.help.convert.rules'))
      .option('--audit <file>', t('cli.help.convert.audit'))
      .option('--corrections <file>', t('cli.help.convert.corrections'))
      .option('--fix', t('cli.help.convert.fix'))
      // What the two were called before.
      .addOption(new Option('--said <file>').hideHelp())
      .addOption(new Option('--mend').hideHelp())
      .action(async (from: string, out: string, options: ConvertOptions) => {
        const { by, notation, rules, audit, corrections = options.said, fix = options.mend ?? false } = options;
        const isPlan = out.endsWith('.haushalt.json');
        const kind = FILE_KINDS.find((each) => out.toLowerCase().endsWith(`.${each}`));
        if (!isPlan && !kind)
          throw new CliError(t('cli.export.endings', { endings: '.ods, .xlsx, .csv, .pdf, .haushalt.json' }));
        const plan =
          from.endsWith('.json') || from === '-'
            ? readPlanFile(from)
            : await planOfWorkbook(from, fix, corrections, audit);
        if (isPlan) return writeOut(out, JSON.stringify(toPlanFile(plan.document, plan.entries), null, 2));
        const file = await exportPlan(
          sourceOf(plan, today()),
          {
            ...USUAL_PRINT,
            kind: kind as FileKind,
            parts: rules ? ['budget', 'rules'] : ['budget'],
            withNotes: true,
            by,
            notation,
          },
          today(),
        );
        writeOut(out, file);
      })
  );
}

/** The plan a workbook makes; what was found in it is said on standard error, and written as JSON where that is asked for. */
async function planOfWorkbook(
  file: string,
  isFixed: boolean,
  correctionsFile: string | undefined,
  auditFile: string | undefined,
): Promise<ReturnType<typeof readPlanFile>> {
  let bytes: Buffer;
  try {
    bytes = readFileSync(file);
  } catch {
    throw new CliError(t('cli.unreadable', { name: file }));
  }
  try {
    const title = basename(file).replace(/\.[^.]*$/, '');
    const audited = await auditWorkbook(
      bytes,
      title,
      isFixed,
      correctionsFile === undefined ? {} : readCorrections(correctionsFile),
    );
    const { document, findings, cells, remarks } = audited;
    for (const remark of remarks) console.error(say(remark));
    for (const { sheet, cell, message, fix: how, money } of findings)
      console.error(`${sheet}!${cell}: ${say(message)}${money === null ? '' : ` (${money.toFixed(2)})`} ${say(how)}`);
    console.error(t('cli.cellsCompared', { equal: cells.equal, compared: cells.compared }));
    for (const { sheet, cell, theirs, ours, reason } of cells.differences.slice(0, MOST_SHOWN))
      console.error(`  ${sheet}!${cell}: ${theirs} ≠ ${ours ?? '–'}: ${say(reason)}`);
    if (cells.differences.length > MOST_SHOWN)
      console.error(t('cli.andMore', { count: cells.differences.length - MOST_SHOWN }));
    if (auditFile?.toLowerCase().endsWith('.pdf')) writeOut(auditFile, await auditPdf(audited, title, today()));
    else if (auditFile !== undefined) writeOut(auditFile, JSON.stringify(inWords(audited), null, 2));
    return { document, entries: [] };
  } catch (error) {
    if (error instanceof WorkbookError) throw new CliError(`${file}: ${say(error.text)}`);
    throw error;
  }
}

/** Returns what an audit found, with its messages as sentences. */
const inWords = ({ findings, cells, remarks }: AuditedWorkbook) => ({
  findings: findings.map((finding) => ({ ...finding, message: say(finding.message), fix: say(finding.fix) })),
  cells: { ...cells, differences: cells.differences.map((each) => ({ ...each, reason: say(each.reason) })) },
  remarks: remarks.map(say),
});

/** Returns what is said of a workbook in a file. */
function readCorrections(file: string): ReadingCorrections {
  let text: string;
  try {
    text = readFileSync(file, 'utf8');
  } catch {
    throw new CliError(t('cli.unreadable', { name: file }));
  }
  try {
    return readingCorrections(JSON.parse(text));
  } catch (error) {
    if (error instanceof SyntaxError) throw new CliError(t('cli.invalidJson', { name: file, message: error.message }));
    throw error;
  }
}

/** States how many differing cells are printed. */
const MOST_SHOWN = 20;
