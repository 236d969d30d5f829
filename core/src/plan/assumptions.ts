import type { Month } from '../calendar/month.ts';
import { writeWithUnit } from '../figure/write.ts';
import {
  checkFigure,
  checkMonth,
  checkName,
  checkNewId,
  checkNote,
  checkText,
  checkUnit,
  existing,
  refused,
  tidy,
} from './checks.ts';
import type { AssumptionSettings, Command } from './commands.ts';
import { planOf } from './document.ts';
import type { Draft } from './draft.ts';
import { positionBefore, refuseUsed } from './lines.ts';
import { deleteWithAll } from './references.ts';
import { rowsWhere } from './rowTable.ts';
import { storedFormula } from './rules.ts';
import { datedId, type AssumptionRow, type AssumptionStepRow } from './tables.ts';

/** What is done with assumptions: their values, limits and formulas, their dated steps, their order. */

type CommandOf<K extends Command['kind']> = Extract<Command, { kind: K }>;

export function addAssumption(draft: Draft, command: CommandOf<'assumption.add'>): void {
  checkNewId(draft, command.id);
  checkName(draft, command.name, null, 'name');
  checkUnit(command.unit);
  checkFigure(command.value, 'value');
  checkNote(command.note);
  const position = positionBefore(draft, 'assumptions', command.before, null);
  const { id, unit, value, note } = command;
  const name = tidy(command.name);
  draft.set('assumptions', {
    id,
    name,
    unit,
    value,
    formula: null,
    low: null,
    high: null,
    section: '',
    note,
    position,
  });
}

/** A formula takes the place of the value and of the dated steps; `null` gives the value its place again. */
export function setAssumption(draft: Draft, id: string, settings: Partial<AssumptionSettings>): void {
  const assumption = existing(draft, 'assumptions', id, 'This assumption');
  const next = { ...assumption, ...settings };
  if (settings.name !== undefined) checkName(draft, next.name, assumption.id, 'name');
  checkUnit(next.unit);
  checkFigure(next.value, 'value');
  checkFigure(next.low, 'low');
  checkFigure(next.high, 'high');
  checkNote(next.note);
  checkSection(next.section);
  if (next.low !== null && next.high !== null && next.low >= next.high)
    throw refused(
      'invalid',
      'The lower limit has to be below the upper one.',
      settings.low === undefined ? 'high' : 'low',
    );
  const steps = stepsOf(draft, id);
  if (next.formula !== null) {
    if (settings.formula !== undefined) next.formula = storedFormula(draft, next.formula);
    for (const step of steps) draft.delete('assumptionSteps', step.id);
  } else {
    refuseBeyondLimits(draft, next, next.value);
    for (const step of steps) refuseBeyondLimits(draft, next, step.value);
  }
  draft.set('assumptions', { ...next, name: tidy(next.name), section: tidy(next.section) });
}

/** Gives an assumption one value in all months: its dated values and its formula go. */
export function fixAssumption(draft: Draft, id: string, value: number): void {
  for (const step of stepsOf(draft, id)) draft.delete('assumptionSteps', step.id);
  setAssumption(draft, id, { value, formula: null });
}

export function setAssumptionStep(draft: Draft, id: string, from: Month, value: number): void {
  const assumption = existing(draft, 'assumptions', id, 'This assumption');
  if (assumption.formula !== null)
    throw refused('invalid', `${assumption.name} is computed by a formula and takes no dated values.`, 'from');
  checkMonth(from, 'from');
  checkFigure(value, 'value');
  refuseBeyondLimits(draft, assumption, value);
  draft.set('assumptionSteps', { id: datedId(id, from), assumption: id, from, value });
}

export function moveAssumptionStep(draft: Draft, { assumption, from, to }: CommandOf<'assumption.moveStep'>): void {
  const step = existingStep(draft, assumption, from);
  checkMonth(to, 'to');
  if (from === to) return;
  if (draft.get('assumptionSteps', datedId(assumption, to)))
    throw refused('conflict', 'In that month another value begins already.', 'to');
  draft.delete('assumptionSteps', step.id);
  draft.set('assumptionSteps', { ...step, id: datedId(assumption, to), from: to });
}

export function removeAssumptionStep(draft: Draft, assumption: string, from: Month): void {
  draft.delete('assumptionSteps', existingStep(draft, assumption, from).id);
}

export function moveAssumption(draft: Draft, command: CommandOf<'assumption.move'>): void {
  const assumption = existing(draft, 'assumptions', command.assumption, 'This assumption');
  const position = positionBefore(draft, 'assumptions', command.before, assumption.id);
  const section = command.section ?? assumption.section;
  checkSection(section);
  draft.set('assumptions', { ...assumption, position, section: tidy(section) });
}

export function deleteAssumption(draft: Draft, id: string): void {
  const assumption = existing(draft, 'assumptions', id, 'This assumption');
  refuseUsed(draft, 'assumptions', assumption);
  deleteWithAll(draft, 'assumptions', id);
}

/** Gives an assumption the value it has in the plan's first month from its start on; earlier ones go. */
export function foldEarlyValues(draft: Draft, id: string): void {
  const { firstMonth } = planOf(draft.document);
  const early = stepsOf(draft, id).filter((step) => step.from <= firstMonth);
  if (early.length === 0) return;
  const { value } = early.reduce((last, step) => (step.from > last.from ? step : last));
  for (const step of early) draft.delete('assumptionSteps', step.id);
  draft.set('assumptions', { ...draft.get('assumptions', id)!, value });
}

function existingStep(draft: Draft, assumption: string, from: Month): AssumptionStepRow {
  const step = draft.get('assumptionSteps', datedId(assumption, from));
  if (!step) throw refused('gone', 'This step is no longer there.', 'from');
  return step;
}

function stepsOf(draft: Draft, id: string): AssumptionStepRow[] {
  return [...rowsWhere(draft.document.assumptionSteps, 'assumption', id)];
}

function checkSection(section: string): void {
  checkText(section, 'section');
  if ([...section].length > 80) throw refused('invalid', 'A heading may have 80 letters.', 'section');
}

function refuseBeyondLimits(draft: Draft, { name, unit, low, high }: AssumptionRow, value: number): void {
  const write = (figure: number) => writeWithUnit(figure, unit, planOf(draft.document));
  if (low !== null && value < low)
    throw refused('invalid', `${name} may not go below ${write(low)}. Change its limits to go there.`, 'value');
  if (high !== null && value > high)
    throw refused('invalid', `${name} may not go above ${write(high)}. Change its limits to go there.`, 'value');
}
