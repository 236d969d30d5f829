import { MAX_MONTHS } from '../calendar/calendar.ts';
import { isCurrency, isLocale } from '../figure/notation.ts';
import {
  addAssumption,
  deleteAssumption,
  foldEarlyValues,
  fixAssumption,
  moveAssumption,
  moveAssumptionStep,
  removeAssumptionStep,
  setAssumption,
  setAssumptionStep,
} from './assumptions.ts';
import {
  Refused,
  checkFigure,
  checkMonth,
  checkName,
  checkNewId,
  checkNote,
  checkSide,
  checkText,
  checkUnit,
  existing,
  refused,
  tidy,
} from './checks.ts';
import {
  copyCalculator,
  deleteCalculator,
  placeLines,
  setBands,
  setCalculator,
  setExtra,
  setMove,
  takeOffer,
} from './calculatorCommands.ts';
import { deleteChart, moveChart, setChart } from './charts.ts';
import { takeProjectionIn } from './carryOn.ts';
import type { Command, Decision } from './commands.ts';
import { applyChanges, planOf, type Document } from './document.ts';
import { Draft } from './draft.ts';
import { lockYear, setFigureNote, setHighlight } from './dress.ts';
import {
  deleteGroup,
  deleteLine,
  duplicateGroup,
  duplicateLine,
  orderLines,
  positionBefore,
  splitIncome,
} from './lines.ts';
import { limitRefusal } from './limits.ts';
import { nameShapeRefusal } from './naming.ts';
import {
  adjustFigures,
  clearFigures,
  foldBeginning,
  moveException,
  moveStep,
  removeStep,
  rewriteStep,
  setFigures,
  setRule,
  storedFormula,
} from './rules.ts';
import {
  adoptScenario,
  clearScenarioFigures,
  deleteScenario,
  setScenario,
  setScenarioFigures,
  setScenarioValues,
} from './scenarios.ts';
import { changesStructure, refuseCircles } from './structure.ts';
import { rowRefusal } from './values.ts';
import { EMPHASES, MAX_DECIMALS, NEGATIVES, ROLL_UPS, type GroupRow, type LineRow } from './tables.ts';

/**
 * Decides what a command changes in a document, or why it cannot be carried out. The document itself is not touched.
 * The same function runs in the browser, for an answer at once, and on the server, for the answer that counts.
 */
export function decide(document: Document, command: Command): Decision {
  try {
    const draft = new Draft(document);
    carryOut(draft, command);
    const changes = draft.changes();
    for (const { table, after } of changes) {
      const doubt = after && rowRefusal(table, after);
      if (doubt) return { ok: false, refusal: { code: 'invalid', message: doubt.message, field: doubt.column } };
    }
    const tooLarge = limitRefusal(draft.document, changes);
    if (tooLarge) return { ok: false, refusal: tooLarge };
    if (changesStructure(changes)) refuseCircles(applyChanges(document, changes));
    return { ok: true, changes };
  } catch (error) {
    if (error instanceof Refused) return { ok: false, refusal: error.refusal };
    throw error;
  }
}

function carryOut(draft: Draft, command: Command): void {
  switch (command.kind) {
    case 'plan.carryOn':
      return takeProjectionIn(draft, command);
    case 'plan.set':
      return setPlan(draft, command);
    case 'group.add': {
      checkNewId(draft, command.id);
      checkName(draft, command.name, null, 'name');
      checkSide(command.side, command.rhythm);
      const position = positionBefore(draft, 'groups', command.before, null);
      return draft.set('groups', {
        id: command.id,
        name: tidy(command.name),
        side: command.side,
        rhythm: command.rhythm,
        projectionRate: null,
        ownRate: null,
        position,
      });
    }
    case 'group.set': {
      const group = existing(draft, 'groups', command.group, 'This group');
      const next = { ...group, ...command.settings };
      if (command.settings.name !== undefined) checkName(draft, next.name, group.id, 'name');
      if (next.side !== 'expense') next.rhythm = null;
      checkSide(next.side, next.rhythm);
      return draft.set('groups', { ...withOneRate(draft, next, command.settings), name: tidy(next.name) });
    }
    case 'group.move': {
      const group = existing(draft, 'groups', command.group, 'This group');
      return draft.set('groups', { ...group, position: positionBefore(draft, 'groups', command.before, group.id) });
    }
    case 'group.duplicate':
      return duplicateGroup(draft, command.group, command.id);
    case 'group.delete':
      return deleteGroup(draft, command.group);
    case 'line.add': {
      checkNewId(draft, command.id);
      existing(draft, 'groups', command.group, 'The group this line should go to');
      checkName(draft, command.name, null, 'name');
      checkUnit(command.unit);
      const position = positionBefore(draft, 'lines', command.before, null, command.group);
      const { id, group, unit } = command;
      return draft.set('lines', {
        id,
        group,
        name: tidy(command.name),
        unit,
        rollUp: 'total',
        note: '',
        position,
        emphasis: 'none',
        locked: false,
        targetShare: null,
        projectionRate: null,
        ownRate: null,
      });
    }
    case 'line.set': {
      const line = existing(draft, 'lines', command.line, 'This line');
      const next = { ...line, ...command.settings };
      if (command.settings.name !== undefined) checkName(draft, next.name, line.id, 'name');
      checkUnit(next.unit);
      checkNote(next.note);
      if (!ROLL_UPS.includes(next.rollUp))
        throw refused('invalid', `A year is one of ${ROLL_UPS.join(', ')}.`, 'rollUp');
      if (!EMPHASES.includes(next.emphasis))
        throw refused('invalid', `Emphasis is one of ${EMPHASES.join(', ')}.`, 'emphasis');
      checkFigure(next.targetShare, 'targetShare');
      return draft.set('lines', { ...withOneRate(draft, next, command.settings), name: tidy(next.name) });
    }
    case 'line.move': {
      const line = existing(draft, 'lines', command.line, 'This line');
      existing(draft, 'groups', command.group, 'The group this line should go to');
      const position = positionBefore(draft, 'lines', command.before, line.id, command.group);
      return draft.set('lines', { ...line, group: command.group, position });
    }
    case 'line.duplicate': {
      const line = existing(draft, 'lines', command.line, 'This line');
      checkNewId(draft, command.id);
      return duplicateLine(draft, line, command.id);
    }
    case 'line.delete':
      return deleteLine(draft, command.line);
    case 'line.setFigure':
      checkFigure(command.figure, 'figure');
      return setRule(draft, command.line, command.month, command.reach, command.until ?? null, {
        amount: command.figure,
        formula: null,
      });
    case 'line.setFormula': {
      existing(draft, 'lines', command.line, 'This line');
      return setRule(draft, command.line, command.month, command.reach, command.until ?? null, {
        amount: null,
        formula: storedFormula(draft, command.formula),
      });
    }
    case 'line.rewriteStep':
      return rewriteStep(draft, command);
    case 'line.clearException':
      return clearFigures(draft, [command]);
    case 'line.removeStep':
      return removeStep(draft, command.line, command.from);
    case 'line.moveStep':
      return moveStep(draft, command);
    case 'line.moveException':
      return moveException(draft, command);
    case 'lines.order':
      if (new Set(command.groups.map(({ group }) => group)).size < command.groups.length)
        throw refused('invalid', 'Each group can be put in order once.', 'groups');
      for (const { group, lines } of command.groups) orderLines(draft, group, lines);
      return;
    case 'figures.set':
      return setFigures(draft, command);
    case 'figures.clear':
      return clearFigures(draft, command.cells);
    case 'figures.adjust':
      return adjustFigures(draft, command);
    case 'income.split':
      return splitIncome(draft, command.shares);
    case 'year.lock':
      return lockYear(draft, command.year, command.locked);
    case 'figureNote.set':
      return setFigureNote(draft, command);
    case 'highlight.set':
      return setHighlight(draft, command.id, command.settings);
    case 'highlight.delete':
      if (!draft.get('highlights', command.id)) throw refused('gone', 'This highlight is no longer there.', 'id');
      return draft.delete('highlights', command.id);
    case 'scenario.set':
      return setScenario(draft, command);
    case 'scenario.delete':
      return deleteScenario(draft, command.id);
    case 'scenario.setValues':
      return setScenarioValues(draft, command);
    case 'scenario.setFigures':
      return setScenarioFigures(draft, command);
    case 'scenario.clearFigures':
      return clearScenarioFigures(draft, command);
    case 'scenario.adopt':
      return adoptScenario(draft, command.id);
    case 'chart.set':
      return setChart(draft, command);
    case 'chart.move':
      return moveChart(draft, command);
    case 'chart.delete':
      return deleteChart(draft, command.id);
    case 'lines.place':
      return placeLines(draft, command);
    case 'loan.set':
      return setCalculator(draft, 'loans', command.loan, command.settings);
    case 'loan.setExtra':
      return setExtra(draft, command);
    case 'loan.takeOffer':
      return takeOffer(draft, command);
    case 'pot.set':
      return setCalculator(draft, 'savings', command.pot, command.settings);
    case 'pot.setMove':
      return setMove(draft, command);
    case 'taxSchedule.set':
      return setCalculator(draft, 'taxSchedules', command.schedule, command.settings);
    case 'taxSchedule.setBands':
      return setBands(draft, command);
    case 'breakEven.set':
      return setCalculator(draft, 'breakEvens', command.breakEven, command.settings);
    case 'calculator.copy':
      return copyCalculator(draft, command);
    case 'calculator.delete':
      return deleteCalculator(draft, command.calculator);
    case 'finding.waive': {
      const reason = tidy(command.reason);
      if (reason === '')
        throw refused('invalid', 'Say why this is no matter, for whoever reads the plan after you.', 'reason');
      checkText(reason, 'reason', 500);
      checkText(command.finding, 'finding', 200);
      return draft.set('waivedFindings', { id: command.finding, finding: command.finding, reason });
    }
    case 'finding.takeUp':
      if (!draft.get('waivedFindings', command.finding))
        throw refused('gone', 'This finding is not set aside any more.', 'finding');
      return draft.delete('waivedFindings', command.finding);
    case 'assumption.add':
      return addAssumption(draft, command);
    case 'assumption.set':
      return setAssumption(draft, command.assumption, command.settings);
    case 'assumption.fix':
      return fixAssumption(draft, command.assumption, command.value);
    case 'assumption.setStep':
      return setAssumptionStep(draft, command.assumption, command.from, command.value);
    case 'assumption.moveStep':
      return moveAssumptionStep(draft, command);
    case 'assumption.removeStep':
      return removeAssumptionStep(draft, command.assumption, command.from);
    case 'assumption.move':
      return moveAssumption(draft, command);
    case 'assumption.delete':
      return deleteAssumption(draft, command.assumption);
  }
}

/** A group or line is projected at an assumption or at a rate of its own: setting one of them puts the other aside. */
function withOneRate<R extends GroupRow | LineRow>(draft: Draft, next: R, settings: Partial<GroupRow | LineRow>): R {
  checkFigure(next.ownRate, 'ownRate');
  if (next.ownRate !== null && next.ownRate <= -1)
    throw refused('invalid', 'A yearly rate lies above −100 %.', 'ownRate');
  if (next.projectionRate !== null)
    existing(draft, 'assumptions', next.projectionRate, 'The assumption for the projection');
  if (settings.ownRate != null) return { ...next, projectionRate: null };
  return settings.projectionRate == null ? next : { ...next, ownRate: null };
}

function setPlan(draft: Draft, { settings }: Extract<Command, { kind: 'plan.set' }>): void {
  const next = { ...planOf(draft.document), ...settings };
  const shape = nameShapeRefusal(next.name);
  if (shape) throw refused('invalid', shape, 'name');
  if (!isCurrency(next.currency))
    throw refused('invalid', `${next.currency} is not a currency code such as EUR.`, 'currency');
  if (!isLocale(next.locale)) throw refused('invalid', `${next.locale} is not a language tag such as en-IE.`, 'locale');
  checkMonth(next.firstMonth, 'firstMonth');
  if (!Number.isInteger(next.months) || next.months < 1 || next.months > MAX_MONTHS) {
    throw refused('invalid', `A plan has 1 to ${MAX_MONTHS} months; ${next.months} is not possible.`, 'months');
  }
  if (!NEGATIVES.includes(next.negatives))
    throw refused('invalid', `Figures below zero are written with one of ${NEGATIVES.join(', ')}.`, 'negatives');
  if (
    next.decimals !== null &&
    !(Number.isInteger(next.decimals) && next.decimals >= 0 && next.decimals <= MAX_DECIMALS)
  ) {
    throw refused('invalid', `Money is shown with 0 to ${MAX_DECIMALS} decimals.`, 'decimals');
  }
  if (next.projectionRate !== null)
    existing(draft, 'assumptions', next.projectionRate, 'The assumption for the projection');
  const { firstMonth } = planOf(draft.document);
  draft.set('plan', { ...next, name: tidy(next.name) });
  if (next.firstMonth <= firstMonth) return;
  for (const line of draft.document.lines.keys()) foldBeginning(draft, line);
  for (const { id, formula } of draft.document.assumptions.values()) if (formula === null) foldEarlyValues(draft, id);
}
