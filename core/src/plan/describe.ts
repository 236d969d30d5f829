import { monthInWords, type Month } from '../calendar/month.ts';
import { writeFigure } from '../figure/write.ts';
import { CALCULATORS, type CalculatorTable } from './calculators.ts';
import type { Command, Reach } from './commands.ts';
import { planOf, type Document } from './document.ts';
import { nameOf } from './naming.ts';

/** A command in a few words, for undo, redo and history: "Rent from May 2027 on: 1,190.00". */
export function describeCommand(command: Command, document: Document): string {
  const plan = planOf(document);
  const name = (id: string) => nameOf(document, id) ?? 'a deleted entry';
  switch (command.kind) {
    case 'plan.carryOn':
      return command.years === 1 ? 'Carried on by a year' : `Carried on by ${command.years} years`;
    case 'plan.set':
      return 'Plan settings';
    case 'group.add':
      return `New group ${command.name}`;
    case 'group.set':
      return `Group ${name(command.group)} changed`;
    case 'group.move':
      return `Group ${name(command.group)} moved`;
    case 'group.duplicate':
      return `Group ${name(command.group)} duplicated`;
    case 'group.delete':
      return `Group ${name(command.group)} deleted`;
    case 'line.add':
      return `New line ${command.name}`;
    case 'line.set':
      if (command.settings.locked !== undefined)
        return `${name(command.line)} ${command.settings.locked ? 'locked' : 'unlocked'}`;
      return command.settings.name === undefined
        ? `${name(command.line)} changed`
        : `${name(command.line)} renamed ${command.settings.name}`;
    case 'line.move':
      return `${name(command.line)} moved`;
    case 'line.duplicate':
      return `${name(command.line)} duplicated`;
    case 'line.delete':
      return `${name(command.line)} deleted`;
    case 'line.setFigure': {
      const unit = document.lines.get(command.line)?.unit ?? 'money';
      const figure = command.figure === null ? 'nothing' : writeFigure(command.figure, unit, plan);
      return `${name(command.line)} ${reachInWords(command.reach, command.month, command.until ?? null, plan.locale)}: ${figure}`;
    }
    case 'line.setFormula':
      return `Rule of ${name(command.line)} ${reachInWords(command.reach, command.month, command.until ?? null, plan.locale)}`;
    case 'line.rewriteStep':
      return `Rule of ${name(command.line)} mended`;
    case 'line.clearException':
      return `${name(command.line)} in ${monthInWords(command.month, plan.locale)} back to its rule`;
    case 'line.removeStep':
      return `Step of ${name(command.line)} removed`;
    case 'line.moveStep':
      return `Step of ${name(command.line)} moved to ${monthInWords(command.to, plan.locale)}`;
    case 'line.moveException':
      return `Exception of ${name(command.line)} moved to ${monthInWords(command.to, plan.locale)}`;
    case 'lines.order':
      return `Lines of ${command.groups.map(({ group }) => name(group)).join(', ')} in another order`;
    case 'figures.set':
      return `${count(command.figures.length, 'figure')} ${command.figures.some(({ figure }) => figure !== null) ? 'set' : 'emptied'}`;
    case 'figures.clear':
      return `${count(command.cells.length, 'figure')} back to the rule`;
    case 'figures.adjust': {
      const lowers = command.by.kind === 'amount' ? command.by.amount < 0 : command.by.factor < 1;
      const lines = new Set(command.cells.map((cell) => cell.line));
      const what = lines.size === 1 ? name(command.cells[0]!.line) : count(command.cells.length, 'figure');
      return `${what} ${lowers ? 'lowered' : 'raised'}`;
    }
    case 'income.split':
      return `Income split between ${count(command.shares.length, 'line')}`;
    case 'year.lock':
      return `${command.year} ${command.locked ? 'locked' : 'unlocked'}`;
    case 'figureNote.set':
      return `Note on ${name(command.of)} in ${monthInWords(command.month, plan.locale)}`;
    case 'highlight.set':
      return `Highlight on ${name(command.settings.of)}`;
    case 'highlight.delete':
      return `Highlight on ${name(document.highlights.get(command.id)?.of ?? '')} removed`;
    case 'scenario.set':
      return `Scenario ${command.name}`;
    case 'scenario.delete':
      return `Scenario ${document.scenarios.get(command.id)?.name ?? ''} deleted`;
    case 'scenario.setValues': {
      const names = command.values.map(({ assumption }) => name(assumption)).join(', ');
      return `${names} in the scenario ${document.scenarios.get(command.scenario)?.name ?? ''}`;
    }
    case 'scenario.setFigures':
    case 'scenario.clearFigures':
      return `Figures in the scenario ${document.scenarios.get(command.scenario)?.name ?? ''}`;
    case 'scenario.adopt':
      return `Scenario ${document.scenarios.get(command.id)?.name ?? ''} adopted`;
    case 'chart.set':
      return `${document.charts.has(command.id) ? 'Chart' : 'New chart'} ${command.settings.name}`;
    case 'chart.move':
      return `Chart ${document.charts.get(command.id)?.name ?? ''} moved`;
    case 'chart.delete':
      return `Chart ${document.charts.get(command.id)?.name ?? ''} deleted`;
    case 'lines.place':
      return `${command.lines.map((line) => line.name).join(', ')} put into the budget`;
    case 'loan.set':
      return calculatorInWords(document, 'loans', command.loan, command.settings.name);
    case 'pot.set':
      return calculatorInWords(document, 'savings', command.pot, command.settings.name);
    case 'taxSchedule.set':
      return calculatorInWords(document, 'taxSchedules', command.schedule, command.settings.name);
    case 'breakEven.set':
      return calculatorInWords(document, 'breakEvens', command.breakEven, command.settings.name);
    case 'loan.setExtra':
      return `Extra payment on ${name(command.settings?.loan ?? document.loanExtras.get(command.id)?.loan ?? '')}`;
    case 'loan.takeOffer':
      return `${name(command.offer)} taken`;
    case 'pot.setMove':
      return `Entry in ${name(command.settings?.pot ?? document.savingsMoves.get(command.id)?.pot ?? '')}`;
    case 'taxSchedule.setBands':
      return `Bands of ${name(command.schedule)}`;
    case 'calculator.copy':
      return command.offer ? `Another offer for ${name(command.calculator)}` : `${name(command.calculator)} duplicated`;
    case 'calculator.delete':
      return `${name(command.calculator)} deleted`;
    case 'finding.waive':
      return 'A finding set aside';
    case 'finding.takeUp':
      return 'A finding taken up again';
    case 'assumption.add':
      return `New assumption ${command.name}`;
    case 'assumption.set':
      return command.settings.value === undefined
        ? `${name(command.assumption)} changed`
        : `${name(command.assumption)}: ${writeFigure(command.settings.value, document.assumptions.get(command.assumption)?.unit ?? 'number', plan)}`;
    case 'assumption.fix':
      return `${name(command.assumption)}: ${writeFigure(command.value, document.assumptions.get(command.assumption)?.unit ?? 'number', plan)} in all months`;
    case 'assumption.setStep':
      return `${name(command.assumption)} from ${monthInWords(command.from, plan.locale)} on`;
    case 'assumption.moveStep':
      return `${name(command.assumption)}: its value of ${monthInWords(command.from, plan.locale)} moved to ${monthInWords(command.to, plan.locale)}`;
    case 'assumption.removeStep':
      return `Step of ${name(command.assumption)} removed`;
    case 'assumption.move':
      return `${name(command.assumption)} moved`;
    case 'assumption.delete':
      return `${name(command.assumption)} deleted`;
  }
}

function calculatorInWords(document: Document, table: CalculatorTable, id: string, name: string | undefined): string {
  const present = document[table].get(id)?.name;
  if (present === undefined) return `New ${CALCULATORS[table].word} ${name ?? ''}`;
  return name === undefined || name === present ? `${present} changed` : `${present} renamed ${name}`;
}

function count(many: number, what: string): string {
  return many === 1 ? `1 ${what}` : `${many} ${what}s`;
}

/** A reach in words: "in March 2026", "from March 2026 on", "from March 2026 until May 2026", "in every month". */
export function reachInWords(reach: Reach, month: Month, until: Month | null, locale: string): string {
  if (reach === 'every') return 'in every month';
  if (reach === 'until' && until !== null)
    return `from ${monthInWords(month, locale)} until ${monthInWords(until, locale)}`;
  return reach === 'month' ? `in ${monthInWords(month, locale)}` : `from ${monthInWords(month, locale)} on`;
}
