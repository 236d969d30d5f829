import { addMonths, type Month } from '../../calendar/month.ts';
import { moneyDecimals } from '../../figure/write.ts';
import { refused } from '../schema/refusal.ts';
import { checkFigure, checkMonth, existing } from './guards.ts';
import { command, type Words } from './command.ts';
import { all, choice, figure, formula, id, optional, many, month, number, oneOf, orNull, yesNo } from './fields.ts';
import { figureOfFormula } from '../document/storedFormulas.ts';
import { planOf } from '../document/document.ts';
import { refuseLocked } from '../document/locks.ts';
import { datedId, stepId } from '../schema/tables.ts';
import {
  NOTHING,
  type RuleValue,
  adjusted,
  clearFigures,
  exceptionsBetween,
  foldBeginning,
  isSameRule,
  putStep,
  rewrite,
  ruleValueAt,
  setFigures,
  setRule,
  stepsOf,
  storedFormula,
  REACHES,
  type Reach,
} from './ruleSteps.ts';
import { messageFor, type Message } from '../../message.ts';

const cell = { line: id, month };
const reach = { line: id, month, reach: choice(REACHES), until: optional(orNull(month)) };

/** States what lines say month by month: their rules with dated steps, and exceptions. */
export const ruleCommands = {
  'line.setFigure': command({
    fields: { ...reach, figure: orNull(figure) },
    label({ line, month, reach, until, figure }, words) {
      const unit = words.document.lines.get(line)?.unit ?? 'money';
      const written = figure === null ? messageFor('change.nothing') : words.figure(figure, unit);
      const months = reachInWords(reach, month, until ?? null, words);
      return messageFor('change.line.setFigure', { line: words.name(line), months, figure: written });
    },
    decide(draft, { line, month, reach, until = null, figure }) {
      checkFigure(figure, 'figure');
      setRule(draft, line, month, reach, until, { amount: figure, formula: null });
    },
  }),

  'line.setFormula': command({
    fields: { ...reach, formula },
    label: ({ line, month, reach, until }, words) =>
      messageFor('change.line.setFormula', {
        line: words.name(line),
        months: reachInWords(reach, month, until ?? null, words),
      }),
    decide(draft, { line, month, reach, until = null, formula }) {
      existing(draft, 'lines', line, messageFor('command.thisLine'));
      setRule(draft, line, month, reach, until, { amount: null, formula: storedFormula(draft, formula) });
    },
  }),

  /** Puts another formula in place of a step's; all else about the line stays. */
  'line.rewriteStep': command({
    fields: { line: id, from: orNull(month), formula },
    label: ({ line }, words) => messageFor('change.line.rewriteStep', { line: words.name(line) }),
    decide(draft, { line: id, from, formula }) {
      const line = existing(draft, 'lines', id, messageFor('command.thisLine'));
      const step = draft.get('ruleSteps', stepId(line.id, from));
      if (!step) throw refused('gone', messageFor('command.stepGone'), 'from');
      refuseLocked(draft, line, from, null);
      const stored = storedFormula(draft, formula);
      const figure = figureOfFormula(stored);
      draft.set('ruleSteps', { ...step, amount: figure, formula: figure === null ? stored : null });
    },
  }),

  'line.clearException': command({
    fields: cell,
    label: ({ line, month }, words) =>
      messageFor('change.line.clearException', { line: words.name(line), month: words.month(month) }),
    decide: (draft, cell) => clearFigures(draft, [cell]),
  }),

  'line.removeStep': command({
    fields: { line: id, from: orNull(month) },
    label: ({ line }, words) => messageFor('change.line.removeStep', { line: words.name(line) }),
    decide(draft, { line: lineId, from }) {
      const line = existing(draft, 'lines', lineId, messageFor('command.thisLine'));
      const id = stepId(lineId, from);
      if (!draft.get('ruleSteps', id)) throw refused('gone', messageFor('command.ruleStepGone'), 'from');
      refuseLocked(draft, line, from, null);
      draft.delete('ruleSteps', id);
    },
  }),

  /** Lets a step of a rule begin in another month. */
  'line.moveStep': command({
    fields: { line: id, from: month, to: month },
    label: ({ line, to }, words) => messageFor('change.line.moveStep', { line: words.name(line), to: words.month(to) }),
    decide(draft, { line: lineId, from, to }) {
      const line = existing(draft, 'lines', lineId, messageFor('command.thisLine'));
      checkMonth(to, 'to');
      const step = draft.get('ruleSteps', stepId(lineId, from));
      if (!step) throw refused('gone', messageFor('command.ruleStepGone'), 'from');
      if (to === from) return;
      if (draft.get('ruleSteps', stepId(lineId, to)))
        throw refused('conflict', messageFor('command.ruleStepBeginsAlready'), 'to');
      refuseLocked(draft, line, from < to ? from : to, from < to ? to : from);
      draft.delete('ruleSteps', step.id);
      const start = to <= planOf(draft.document).firstMonth;
      if (start && draft.get('ruleSteps', stepId(lineId, null)))
        throw refused('conflict', messageFor('command.ruleHasFirstStep'), 'to');
      putStep(draft, lineId, start ? null : to, step);
    },
  }),

  /** Gives an exception to another month. */
  'line.moveException': command({
    fields: { line: id, month, to: month },
    label: ({ line, to }, words) =>
      messageFor('change.line.moveException', { line: words.name(line), to: words.month(to) }),
    decide(draft, { line: lineId, month, to }) {
      const line = existing(draft, 'lines', lineId, messageFor('command.thisLine'));
      checkMonth(to, 'to');
      const exception = draft.get('exceptions', datedId(lineId, month));
      if (!exception) throw refused('gone', messageFor('command.exceptionGone'), 'month');
      if (to === month) return;
      if (draft.get('exceptions', datedId(lineId, to)))
        throw refused('conflict', messageFor('command.exceptionExists'), 'to');
      refuseLocked(draft, line, month, month);
      refuseLocked(draft, line, to, to);
      draft.delete('exceptions', exception.id);
      draft.set('exceptions', { ...exception, id: datedId(lineId, to), month: to });
    },
  }),

  'figures.set': command({
    fields: { figures: many({ ...cell, figure: orNull(figure) }), as: choice(['exceptions', 'rule']) },
    label: ({ figures }) =>
      figures.some(({ figure }) => figure !== null)
        ? messageFor('change.figures.set', { count: figures.length })
        : messageFor('change.figures.empty', { count: figures.length }),
    decide: (draft, { figures, as }) => setFigures(draft, figures, as),
  }),

  /** Lets months follow the rule again. */
  'figures.clear': command({
    fields: { cells: many(cell) },
    label: ({ cells }) => messageFor('change.figures.clear', { count: cells.length }),
    decide: (draft, { cells }) => clearFigures(draft, cells),
  }),

  /**
   * Raises or lowers what lines say in some months. Rules stay rules: a formula is taken times a factor or plus an amount.
   * A single month becomes an exception, months in a row a stretch of the rule.
   */
  'figures.adjust': command({
    fields: {
      cells: many(cell),
      by: oneOf(
        all({ kind: choice(['amount']), amount: figure, notBelowZero: yesNo }),
        all({ kind: choice(['factor']), factor: number(-1e6, 1e6), notBelowZero: yesNo }),
      ),
    },
    label({ cells, by }, words) {
      const lowers = by.kind === 'amount' ? by.amount < 0 : by.factor < 1;
      const lines = new Set(cells.map((cell) => cell.line));
      const way = lowers ? 'lowered' : 'raised';
      return lines.size === 1
        ? messageFor('change.line.adjust', { line: words.name(cells[0]!.line), way })
        : messageFor('change.figures.adjust', { count: cells.length, way });
    },
    decide(draft, { cells, by }) {
      if (by.kind === 'amount') checkFigure(by.amount, 'by');
      const sorted = [...cells].sort((a, b) =>
        a.line < b.line ? -1 : a.line > b.line ? 1 : a.month < b.month ? -1 : 1,
      );
      for (let index = 0; index < sorted.length;) {
        const { line: lineId, month } = sorted[index]!;
        const line = existing(draft, 'lines', lineId, messageFor('command.thisLine'));
        const decimals = line.unit === 'money' ? moneyDecimals(planOf(draft.document)) : null;
        const adjust = (ruleValue: RuleValue) => adjusted(ruleValue, by, decimals);
        checkMonth(month, 'cells');
        let to = month;
        for (
          index++;
          index < sorted.length && sorted[index]!.line === lineId && sorted[index]!.month === addMonths(to, 1);
          index++
        )
          to = sorted[index]!.month;
        refuseLocked(draft, line, month, to);
        foldBeginning(draft, lineId);
        const steps = stepsOf(draft, lineId);
        const exceptions = exceptionsBetween(draft, lineId, month, to);
        for (const row of exceptions) draft.set('exceptions', { ...row, ...adjust(row) });
        if (month === to) {
          const ruleValue = ruleValueAt(steps, month);
          if (exceptions.length === 0 && !isSameRule(ruleValue, NOTHING))
            draft.set('exceptions', { id: datedId(lineId, month), line: lineId, month, ...adjust(ruleValue) });
          continue;
        }
        const inner = steps
          .flatMap((step) => (step.from !== null && step.from > month && step.from <= to ? [step.from] : []))
          .sort();
        rewrite(
          draft,
          line,
          month,
          to,
          [month, ...inner].map((from) => ({ from, saying: adjust(ruleValueAt(steps, from)) })),
        );
      }
    },
  }),
};

/** A reach in words: "in March 2026", "from March 2026 on", "from March 2026 until May 2026", "in every month". */
function reachInWords(reach: Reach, month: Month, until: Month | null, words: Words): Message {
  if (reach === 'every') return messageFor('change.months.every');
  if (reach === 'until' && until !== null)
    return messageFor('command.fromUntil', { from: words.month(month), until: words.month(until) });
  return reach === 'month'
    ? messageFor('command.inMonth', { month: words.month(month) })
    : messageFor('command.fromOn', { month: words.month(month) });
}
