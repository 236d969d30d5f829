import { monthInWords, type Month } from '../calendar/month.ts';
import { writeFigure } from '../figure/write.ts';
import type { Command, Reach } from './commands.ts';
import { planOf, type Document } from './document.ts';
import { nameOf } from './naming.ts';

/** A command in a few words, for undo, redo and history: "Rent from May 2027 on: 1,190.00". */
export function describeCommand(command: Command, document: Document): string {
  const plan = planOf(document);
  const name = (id: string) => nameOf(document, id) ?? 'a deleted entry';
  switch (command.kind) {
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
      return `${name(command.line)} ${reachInWords(command.reach, command.month, plan.locale)}: ${figure}`;
    }
    case 'line.setFormula':
      return `Rule of ${name(command.line)} ${reachInWords(command.reach, command.month, plan.locale)}`;
    case 'line.clearException':
      return `${name(command.line)} in ${monthInWords(command.month, plan.locale)} back to its rule`;
    case 'line.removeStep':
      return `Step of ${name(command.line)} removed`;
    case 'assumption.add':
      return `New assumption ${command.name}`;
    case 'assumption.set':
      return command.settings.value === undefined
        ? `${name(command.assumption)} changed`
        : `${name(command.assumption)}: ${writeFigure(command.settings.value, document.assumptions.get(command.assumption)?.unit ?? 'number', plan)}`;
    case 'assumption.setStep':
      return `${name(command.assumption)} from ${monthInWords(command.from, plan.locale)} on`;
    case 'assumption.removeStep':
      return `Step of ${name(command.assumption)} removed`;
    case 'assumption.move':
      return `${name(command.assumption)} moved`;
    case 'assumption.delete':
      return `${name(command.assumption)} deleted`;
  }
}

/** A reach in words: "in March 2026", "from March 2026 on", "in every month". */
export function reachInWords(reach: Reach, month: Month, locale: string): string {
  if (reach === 'every') return 'in every month';
  return reach === 'month' ? `in ${monthInWords(month, locale)}` : `from ${monthInWords(month, locale)} on`;
}
