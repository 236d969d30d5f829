import { Command, Option } from 'commander';
import {
  SUMMARIES,
  actualsFrom,
  applyChanges,
  calculatorsOf,
  calendarOf,
  decide,
  findingsOf,
  itemSumsAfter,
  listsOf,
  Model,
  modelWithEntries,
  nameKey,
  namesOf,
  planOf,
  problemsOf,
  readFigure,
  sumsAfter,
  today,
  whyNoAnswer,
  withActuals,
  writeFigure,
  writeWithDecimals,
  yearsOf,
  type PlanModel,
  type Document,
  type LedgerEntry,
} from '@haushalt/core';
import { listTable, planTable, toCsv, toText } from '@haushalt/formats';
import { CliError } from './error.ts';
import { readPlanFile } from './planFile.ts';
import { say, t } from './language.ts';

interface CalcOptions {
  readonly format: 'table' | 'csv' | 'json';
  readonly by: 'month' | 'quarter' | 'year';
  readonly set: readonly string[];
  readonly actual?: boolean;
  readonly list?: string;
}

/** `haushalt calc FILE`: prints every assumption, line, group and total of a plan, and what its calculators give. */
export function calcCommand(): Command {
  return new Command('calc')
    .description(t('cli.help.calc'))
    .argument('<file>', t('cli.help.planFile'))
    .addOption(
      new Option('--format <format>', t('cli.help.calc.format')).choices(['table', 'csv', 'json']).default('table'),
    )
    .addOption(new Option('--by <span>', t('cli.help.calc.by')).choices(['month', 'quarter', 'year']).default('month'))
    .option('--set <assumption=value>', t('cli.help.calc.set'), collect, [])
    .option('--list <name>', t('cli.help.calc.list'))
    .option('--actual', t('cli.help.calc.actual'))
    .action((file: string, options: CalcOptions) => {
      const plan = readPlanFile(file);
      const withValues = options.set.reduce(withValue, plan.document);
      const document = options.actual ? withAllActuals(withValues, plan.entries) : withValues;
      const model = new Model(document);
      process.stdout.write(
        `${options.list === undefined ? print(model, options) : printList(model, options.list, options, plan.entries)}\n`,
      );
      for (const { message } of problemsOf(model).slice(0, 20)) console.error(say(message));
      for (const { row } of calculatorsOf(document)) {
        const reason = whyNoAnswer(model, row.id);
        if (reason !== null) console.error(`${row.name}: ${say(reason)}`);
      }
    });
}

/** The plan with what its entries come to in place of what was planned, in every year that has some. */
function withAllActuals(document: Document, entries: readonly LedgerEntry[]): Document {
  const changes = entries.map((after) => ({ table: 'entries' as const, id: after.id, before: null, after }));
  const actuals = actualsFrom(sumsAfter([], changes), today());
  return yearsOf(calendarOf(document)).reduce((plan, year) => withActuals(plan, actuals, year), document);
}

function print(model: PlanModel, { format, by }: CalcOptions): string {
  const plan = planOf(model.document);
  const table = planTable(model, by);
  switch (format) {
    case 'csv':
      return toCsv(table).trimEnd();
    case 'json': {
      const rows = table.lines.map((line, index) => ({ ...line, figures: table.rows[index]!.slice(2) }));
      return JSON.stringify(
        {
          plan: plan.name,
          currency: plan.currency,
          columns: table.headings.slice(2),
          rows,
          problems: problemsOf(model),
        },
        null,
        2,
      );
    }
    case 'table':
      return `${plan.name}, ${plan.currency}\n\n${toText(table, (figure, row) => writeFigure(figure, table.lines[row]!.unit, plan).replace('\u00a0', ' '))}`;
  }
}

/** The items of a list, with what stands under its columns. */
function printList(
  planModel: PlanModel,
  name: string,
  { format }: CalcOptions,
  entries: readonly LedgerEntry[],
): string {
  const { document } = planModel;
  const plan = planOf(document);
  const list = listsOf(document).find((each) => nameKey(each.name) === nameKey(name));
  if (!list)
    throw new CliError(
      t('cli.listUnknown', {
        name,
        lists: listsOf(document)
          .map((each) => each.name)
          .join(', '),
        hasLists:
          listsOf(document)
            .map((each) => each.name)
            .join(', ') !== '',
      }),
    );
  const changes = entries.map((after) => ({ table: 'entries' as const, id: after.id, before: null, after }));
  const model = modelWithEntries(planModel, list.id, itemSumsAfter([], changes));
  const table = listTable(model, list);
  const problems = findingsOf(model).filter(({ kind, place }) => kind === 'missingFigure' && document.listColumns.get(place.id)?.list === list.id); // prettier-ignore
  for (const { message } of problems.slice(0, 20)) console.error(say(message));
  switch (format) {
    case 'csv':
      return toCsv(table).trimEnd();
    case 'json': {
      const { columns, rows } = table;
      return JSON.stringify({ plan: plan.name, currency: plan.currency, list: list.name, columns, rows, problems: problems.map(({ message }) => say(message)) }, null, 2); // prettier-ignore
    }
    case 'table': {
      const write = (figure: number, column: number) => {
        const { kind, unit, decimals } = table.columns[column]!;
        const text =
          kind === 'yesNo'
            ? say({ id: figure === 0 ? 'comparison.no' : 'comparison.yes' })
            : writeWithDecimals(figure, unit, decimals, plan);
        return text.replace('\u00a0', ' ');
      };
      const under = SUMMARIES.filter((summary) =>
        table.columns.some(({ summaries }) => summaries[summary] !== undefined),
      );
      const sums = under.map((summary) =>
        table.columns.map(({ summaries }, column) => {
          const value = summaries[summary];
          const text = value == null ? '' : summary === 'count' ? String(value) : write(value, column);
          return column === 0 ? `${say({ id: `formats.summaries.${summary}` })} ${text}`.trim() : text;
        }),
      );
      const rows = table.rows.map((row) =>
        row.map((cell, column) => (typeof cell === 'number' ? write(cell, column) : cell)),
      );
      return `${list.name}, ${plan.currency}\n\n${toText({ headings: table.headings, rows: [...rows, ...sums] }, String)}`;
    }
  }
}

function withValue(document: Document, setting: string): Document {
  const match = /^(.+?)=(.*)$/.exec(setting);
  if (!match) throw new CliError(t('cli.set.form', { setting }));
  const [, name, text] = match as unknown as [string, string, string];
  const id = namesOf(document).find(name)?.id;
  const assumption = id === undefined ? undefined : document.assumptions.get(id);
  if (!assumption) throw new CliError(t('cli.set.assumptionUnknown', { name: name.trim() }));
  const read = readFigure(text, 'en', assumption.unit);
  if (!read.ok) throw new CliError(t('cli.set.refused', { name: assumption.name, message: read.message }));
  if (read.figure === null) throw new CliError(t('cli.set.valueMissing', { name: assumption.name }));
  const decision = decide(document, {
    kind: 'assumption.set',
    assumption: assumption.id,
    settings: { value: read.figure },
  });
  if (!decision.ok)
    throw new CliError(t('cli.set.refused', { name: assumption.name, message: decision.refusal.message }));
  // What is tried holds for all months, so dated steps do not apply.
  const steps = [...document.assumptionSteps.values()].filter((step) => step.assumption === assumption.id);
  const removals = steps.map((step) => ({ table: 'assumptionSteps' as const, id: step.id, before: step, after: null }));
  return applyChanges(document, [...decision.changes, ...removals]);
}

function collect(value: string, earlier: readonly string[]): string[] {
  return [...earlier, value];
}
