import { MAX_MONTHS } from '../calendar/calendar.ts';
import { isCurrency, isLocale } from '../figure/notation.ts';
import {
  Refused,
  checkFigure,
  checkMonth,
  checkName,
  checkNewId,
  checkNote,
  checkSide,
  checkUnit,
  existing,
  refused,
  tidy,
} from './checks.ts';
import type { Command, Decision } from './commands.ts';
import { applyChanges, planOf, type Document } from './document.ts';
import { Draft } from './draft.ts';
import { lockYear, setFigureNote, setHighlight, undress } from './dress.ts';
import {
  copyLine,
  deleteLine,
  duplicateGroup,
  orderLines,
  positionBefore,
  refuseLossInLockedYears,
  refuseUsed,
  splitIncome,
} from './lines.ts';
import { freeName, nameShapeRefusal } from './naming.ts';
import {
  adjustFigures,
  clearFigures,
  moveException,
  moveStep,
  removeStep,
  setFigures,
  setRule,
  storedFormula,
} from './rules.ts';
import { changesStructure, refuseCircles } from './structure.ts';
import { EMPHASES, MAX_DECIMALS, NEGATIVES, ROLL_UPS, datedId } from './tables.ts';

/**
 * Decides what a command changes in a document, or why it cannot be carried out. The document itself is not touched.
 * The same function runs in the browser, for an answer at once, and on the server, for the answer that counts.
 */
export function decide(document: Document, command: Command): Decision {
  try {
    const draft = new Draft(document);
    carryOut(draft, command);
    const changes = draft.changes();
    if (changesStructure(changes)) refuseCircles(applyChanges(document, changes));
    return { ok: true, changes };
  } catch (error) {
    if (error instanceof Refused) return { ok: false, refusal: error.refusal };
    throw error;
  }
}

function carryOut(draft: Draft, command: Command): void {
  switch (command.kind) {
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
        position,
      });
    }
    case 'group.set': {
      const group = existing(draft, 'groups', command.group, 'This group');
      const next = { ...group, ...command.settings };
      if (command.settings.name !== undefined) checkName(draft, next.name, group.id, 'name');
      if (next.side !== 'expense') next.rhythm = null;
      checkSide(next.side, next.rhythm);
      return draft.set('groups', { ...next, name: tidy(next.name) });
    }
    case 'group.move': {
      const group = existing(draft, 'groups', command.group, 'This group');
      return draft.set('groups', { ...group, position: positionBefore(draft, 'groups', command.before, group.id) });
    }
    case 'group.duplicate':
      return duplicateGroup(draft, command.group, command.id);
    case 'group.delete': {
      const group = existing(draft, 'groups', command.group, 'This group');
      const lines = [...draft.document.lines.values()].filter((line) => line.group === group.id);
      refuseUsed(draft, group.id, group.name, new Set(lines.map((line) => line.id)));
      for (const line of lines) {
        refuseUsed(draft, line.id, line.name, new Set(lines.map((other) => other.id)));
        refuseLossInLockedYears(draft, line);
      }
      for (const line of lines) deleteLine(draft, line.id);
      undress(draft, group.id);
      return draft.delete('groups', group.id);
    }
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
      return draft.set('lines', { ...next, name: tidy(next.name) });
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
      return copyLine(draft, line, command.id, line.group, freeName(draft.document, line.name));
    }
    case 'line.delete': {
      const line = existing(draft, 'lines', command.line, 'This line');
      refuseUsed(draft, line.id, line.name, new Set([line.id]));
      refuseLossInLockedYears(draft, line);
      return deleteLine(draft, line.id);
    }
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
    case 'line.clearException':
      return clearFigures(draft, [command]);
    case 'line.removeStep':
      return removeStep(draft, command.line, command.from);
    case 'line.moveStep':
      return moveStep(draft, command);
    case 'line.moveException':
      return moveException(draft, command);
    case 'lines.order':
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
    case 'assumption.add': {
      checkNewId(draft, command.id);
      checkName(draft, command.name, null, 'name');
      checkUnit(command.unit);
      checkFigure(command.value, 'value');
      checkNote(command.note);
      const position = positionBefore(draft, 'assumptions', command.before, null);
      const { id, unit, value, note } = command;
      return draft.set('assumptions', { id, name: tidy(command.name), unit, value, note, position });
    }
    case 'assumption.set': {
      const assumption = existing(draft, 'assumptions', command.assumption, 'This assumption');
      const next = { ...assumption, ...command.settings };
      if (command.settings.name !== undefined) checkName(draft, next.name, assumption.id, 'name');
      checkUnit(next.unit);
      checkFigure(next.value, 'value');
      checkNote(next.note);
      return draft.set('assumptions', { ...next, name: tidy(next.name) });
    }
    case 'assumption.setStep': {
      existing(draft, 'assumptions', command.assumption, 'This assumption');
      checkMonth(command.from, 'from');
      checkFigure(command.value, 'value');
      const { assumption, from, value } = command;
      return draft.set('assumptionSteps', { id: datedId(assumption, from), assumption, from, value });
    }
    case 'assumption.removeStep': {
      const id = datedId(command.assumption, command.from);
      if (!draft.get('assumptionSteps', id)) throw refused('gone', 'This step is no longer there.', 'from');
      return draft.delete('assumptionSteps', id);
    }
    case 'assumption.move': {
      const assumption = existing(draft, 'assumptions', command.assumption, 'This assumption');
      const position = positionBefore(draft, 'assumptions', command.before, assumption.id);
      return draft.set('assumptions', { ...assumption, position });
    }
    case 'assumption.delete': {
      const assumption = existing(draft, 'assumptions', command.assumption, 'This assumption');
      refuseUsed(draft, assumption.id, assumption.name, new Set());
      for (const step of draft.document.assumptionSteps.values()) {
        if (step.assumption === assumption.id) draft.delete('assumptionSteps', step.id);
      }
      return draft.delete('assumptions', assumption.id);
    }
  }
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
  draft.set('plan', { ...next, name: tidy(next.name) });
}
