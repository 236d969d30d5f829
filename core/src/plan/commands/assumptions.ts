import type { Month } from '../../calendar/month.ts';
import { writeWithUnit } from '../../figure/write.ts';
import { planOf } from '../document/document.ts';
import type { Draft } from '../document/draft.ts';
import { rowsWhere } from '../document/rowTable.ts';
import { deleteWithAll } from '../../graph/references.ts';
import { tidy } from '../schema/names.ts';
import { refused } from '../schema/refusal.ts';
import { datedId, type AssumptionRow, type AssumptionStepRow } from '../schema/tables.ts';
import { checkFigure, checkMonth, checkName, checkNewId, checkNote, checkText, checkUnit, existing } from './guards.ts';
import { command, type Words } from './command.ts';
import { all, columns, columnsBut, figure, id, optional, list, month, name, placement, some, text } from './fields.ts';
import { positionBefore, refuseUsed } from './placing.ts';
import { storedFormula } from './ruleSteps.ts';
import { messageFor } from '../../message.ts';

/** Describes what can be set of an assumption. */
export type AssumptionSettings = Omit<AssumptionRow, 'id' | 'position'>;

/** States what is done with assumptions: their values, limits and formulas, their dated steps, their order. */
export const assumptionCommands = {
  'assumption.add': command({
    fields: { id, name, ...columns('assumptions', 'unit', 'value', 'note'), before: placement },
    label: ({ name }) => messageFor('change.assumption.add', { name }),
    decide: addAssumption,
  }),

  'assumption.set': command({
    fields: { assumption: id, settings: some(columnsBut('assumptions', 'position')) },
    label: ({ assumption, settings: { value } }, words) =>
      value === undefined
        ? messageFor('change.assumption.set', { assumption: words.name(assumption) })
        : messageFor('change.assumption.setValue', {
            assumption: words.name(assumption),
            value: valueInWords(assumption, value, words),
          }),
    decide: (draft, { assumption, settings }) => setAssumption(draft, assumption, settings),
  }),

  'assumption.fix': command({
    fields: { assumption: id, value: figure },
    label: ({ assumption, value }, words) =>
      messageFor('change.assumption.fix', {
        assumption: words.name(assumption),
        value: valueInWords(assumption, value, words),
      }),
    decide: (draft, { assumption, value }) => fixAssumption(draft, assumption, value),
  }),

  /** Gives an assumption the values of a source outside: one from the plan's start, dated ones after it, and where they are from. */
  'assumption.fill': command({
    fields: {
      assumption: id,
      value: figure,
      steps: list(all({ from: month, value: figure }), 0, 600),
      note: text(2000),
    },
    label: ({ assumption }, words) => messageFor('change.assumption.fill', { assumption: words.name(assumption) }),
    decide(draft, { assumption: id, value, steps, note }) {
      for (const step of stepsOf(draft, id)) draft.delete('assumptionSteps', step.id);
      setAssumption(draft, id, { value, formula: null, note });
      const assumption = existing(draft, 'assumptions', id, messageFor('command.thisAssumption'));
      for (const step of steps) {
        checkMonth(step.from, 'steps');
        checkFigure(step.value, 'steps');
        refuseBeyondLimits(draft, assumption, step.value);
        draft.set('assumptionSteps', { id: datedId(id, step.from), assumption: id, ...step });
      }
    },
  }),

  'assumption.setStep': command({
    fields: { assumption: id, from: month, value: figure },
    label: ({ assumption, from }, words) =>
      messageFor('change.assumption.setStep', { assumption: words.name(assumption), from: words.month(from) }),
    decide(draft, { assumption: id, from, value }) {
      const assumption = existing(draft, 'assumptions', id, messageFor('command.thisAssumption'));
      if (assumption.formula !== null)
        throw refused('invalid', messageFor('command.assumptionIsCalculated', { name: assumption.name }), 'from');
      checkMonth(from, 'from');
      checkFigure(value, 'value');
      refuseBeyondLimits(draft, assumption, value);
      draft.set('assumptionSteps', { id: datedId(id, from), assumption: id, from, value });
    },
  }),

  'assumption.moveStep': command({
    fields: { assumption: id, from: month, to: month },
    label: ({ assumption, from, to }, words) =>
      messageFor('change.assumption.moveStep', {
        assumption: words.name(assumption),
        from: words.month(from),
        to: words.month(to),
      }),
    decide(draft, { assumption, from, to }) {
      const step = existingStep(draft, assumption, from);
      checkMonth(to, 'to');
      if (from === to) return;
      if (draft.get('assumptionSteps', datedId(assumption, to)))
        throw refused('conflict', messageFor('command.valueBeginsAlready'), 'to');
      draft.delete('assumptionSteps', step.id);
      draft.set('assumptionSteps', { ...step, id: datedId(assumption, to), from: to });
    },
  }),

  'assumption.removeStep': command({
    fields: { assumption: id, from: month },
    label: ({ assumption }, words) =>
      messageFor('change.assumption.removeStep', { assumption: words.name(assumption) }),
    decide: (draft, { assumption, from }) => draft.delete('assumptionSteps', existingStep(draft, assumption, from).id),
  }),

  'assumption.move': command({
    fields: { assumption: id, before: placement, section: optional(text(80)) },
    label: ({ assumption }, words) => messageFor('change.assumption.move', { assumption: words.name(assumption) }),
    decide(draft, command) {
      const assumption = existing(draft, 'assumptions', command.assumption, messageFor('command.thisAssumption'));
      const position = positionBefore(draft, 'assumptions', command.before, assumption.id);
      const section = command.section ?? assumption.section;
      checkSection(section);
      draft.set('assumptions', { ...assumption, position, section: tidy(section) });
    },
  }),

  'assumption.delete': command({
    fields: { assumption: id },
    label: ({ assumption }, words) => messageFor('change.assumption.delete', { assumption: words.name(assumption) }),
    decide(draft, { assumption: id }) {
      const assumption = existing(draft, 'assumptions', id, messageFor('command.thisAssumption'));
      refuseUsed(draft, 'assumptions', assumption);
      deleteWithAll(draft, 'assumptions', id);
    },
  }),
};

/** A formula takes the place of the value and of the dated steps; `null` gives the value its place again. */
function setAssumption(draft: Draft, id: string, settings: Partial<AssumptionSettings>): void {
  const assumption = existing(draft, 'assumptions', id, messageFor('command.thisAssumption'));
  const next = { ...assumption, ...settings };
  if (settings.name !== undefined) checkName(draft, next.name, assumption.id, 'name');
  checkUnit(next.unit);
  checkFigure(next.value, 'value');
  checkFigure(next.low, 'low');
  checkFigure(next.high, 'high');
  checkNote(next.note);
  checkSection(next.section);
  if (next.low !== null && next.high !== null && next.low >= next.high)
    throw refused('invalid', messageFor('command.lowerLimitTooHigh'), settings.low === undefined ? 'high' : 'low');
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
  if (!step) throw refused('gone', messageFor('command.stepGone'), 'from');
  return step;
}

function stepsOf(draft: Draft, id: string): AssumptionStepRow[] {
  return [...rowsWhere(draft.document.assumptionSteps, 'assumption', id)];
}

function checkSection(section: string): void {
  checkText(section, 'section');
  if ([...section].length > 80) throw refused('invalid', messageFor('command.headingTooLong'), 'section');
}

function refuseBeyondLimits(draft: Draft, { name, unit, low, high }: AssumptionRow, value: number): void {
  const write = (figure: number) => writeWithUnit(figure, unit, planOf(draft.document));
  if (low !== null && value < low)
    throw refused('invalid', messageFor('command.belowLimit', { name, limit: write(low) }), 'value');
  if (high !== null && value > high)
    throw refused('invalid', messageFor('command.aboveLimit', { name, limit: write(high) }), 'value');
}

function valueInWords(assumption: string, value: number, words: Words): string {
  return words.figure(value, words.document.assumptions.get(assumption)?.unit ?? 'number');
}

type NewAssumption = Pick<AssumptionRow, 'id' | 'name' | 'unit' | 'value' | 'note'> & {
  readonly before: string | null;
};

/** Adds an assumption in front of another, or at the end. */
export function addAssumption(draft: Draft, { id, name, unit, value, note, before }: NewAssumption): void {
  checkNewId(draft, id);
  checkName(draft, name, null, 'name');
  checkUnit(unit);
  checkFigure(value, 'value');
  checkNote(note);
  const position = positionBefore(draft, 'assumptions', before, null);
  const rest = { formula: null, low: null, high: null, section: '', note, position };
  draft.set('assumptions', { id, name: tidy(name), unit, value, ...rest });
}
