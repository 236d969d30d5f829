import { MAX_MONTHS } from '../calendar/calendar.ts';
import { circleSentence, componentsOf } from '../engine/circles.ts';
import { usesByNode } from '../engine/dependencies.ts';
import { isCurrency, isLocale } from '../figure/notation.ts';
import { nameKey } from '../formula/names.ts';
import { FormulaError } from '../formula/syntax.ts';
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
import type { Command, Decision, Reach } from './commands.ts';
import { applyChanges, inOrder, isSameRow, planOf, type Change, type Document } from './document.ts';
import { Draft } from './draft.ts';
import { toStored } from './formulas.ts';
import { freeName, nameOf, nameRefusal, nameShapeRefusal, namesOf } from './naming.ts';
import { positionBetween } from './position.ts';
import {
  ROLL_UPS,
  TABLES,
  datedId,
  stepId,
  type AnyRow,
  type ExceptionRow,
  type LineRow,
  type RuleStepRow,
  type TableName,
} from './tables.ts';
import { usersOf } from './users.ts';

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

/**
 * Decides whether changes, typically an inverted set, can be made to a document as it is now: every row must still be as
 * the changes expect, and what results must hold together.
 */
export function decideChanges(document: Document, changes: readonly Change[]): Decision {
  const refuse = (message: string): Decision => ({ ok: false, refusal: { code: 'conflict', message } });
  for (const change of changes) {
    const now = (document[change.table] as ReadonlyMap<string, AnyRow>).get(change.id) ?? null;
    if (!isSameRow(now, change.before)) {
      const row = now ?? change.before ?? change.after;
      const name = row ? ownerName(document, change.table, row) : null;
      return refuse(`${name ?? 'What this was about'} has been changed since, so this can no longer be taken back.`);
    }
  }
  const after = applyChanges(document, changes);
  for (const change of changes) {
    for (const [column, spec] of Object.entries(TABLES[change.table])) {
      if (spec.column.kind !== 'reference' || !change.after) continue;
      const target = (change.after as unknown as Record<string, string | null>)[column] ?? null;
      if (target !== null && !after[spec.column.table as TableName].has(target)) {
        return refuse('What this belongs to has been deleted since, so it can no longer be brought back.');
      }
    }
    if (change.after === null && ['lines', 'assumptions', 'groups'].includes(change.table)) {
      const users = usersOf(after, change.id);
      if (users.length > 0) {
        return refuse(
          `${users.map((user) => user.name).join(', ')} uses this by now, so it can no longer be taken away.`,
        );
      }
    }
    if (
      change.table === 'groups' &&
      change.after === null &&
      [...after.lines.values()].some((line) => line.group === change.id)
    ) {
      return refuse('There are new lines in this group by now, so it can no longer be taken away.');
    }
    if (change.after && 'name' in change.after && change.table !== 'plan') {
      const refusal = nameRefusal(after, change.after.name, change.id);
      if (refusal) return refuse(refusal);
    }
  }
  try {
    if (changesStructure(changes)) refuseCircles(after);
  } catch (error) {
    if (error instanceof Refused) return refuse(error.refusal.message);
    throw error;
  }
  return { ok: true, changes };
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
      for (const line of lines) refuseUsed(draft, line.id, line.name, new Set(lines.map((other) => other.id)));
      for (const line of lines) deleteLine(draft, line.id);
      return draft.delete('groups', group.id);
    }
    case 'line.add': {
      checkNewId(draft, command.id);
      existing(draft, 'groups', command.group, 'The group this line should go to');
      checkName(draft, command.name, null, 'name');
      checkUnit(command.unit);
      const position = positionBefore(draft, 'lines', command.before, null, command.group);
      const { id, group, unit } = command;
      return draft.set('lines', { id, group, name: tidy(command.name), unit, rollUp: 'total', note: '', position });
    }
    case 'line.set': {
      const line = existing(draft, 'lines', command.line, 'This line');
      const next = { ...line, ...command.settings };
      if (command.settings.name !== undefined) checkName(draft, next.name, line.id, 'name');
      checkUnit(next.unit);
      checkNote(next.note);
      if (!ROLL_UPS.includes(next.rollUp))
        throw refused('invalid', `A year is one of ${ROLL_UPS.join(', ')}.`, 'rollUp');
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
      return deleteLine(draft, line.id);
    }
    case 'line.setFigure':
      checkFigure(command.figure, 'figure');
      return setRule(draft, command.line, command.month, command.reach, command.figure, null);
    case 'line.setFormula': {
      existing(draft, 'lines', command.line, 'This line');
      return setRule(draft, command.line, command.month, command.reach, null, storedFormula(draft, command.formula));
    }
    case 'line.clearException': {
      existing(draft, 'lines', command.line, 'This line');
      const id = datedId(command.line, command.month);
      if (draft.get('exceptions', id)) draft.delete('exceptions', id);
      return;
    }
    case 'line.removeStep': {
      existing(draft, 'lines', command.line, 'This line');
      const id = stepId(command.line, command.from);
      if (!draft.get('ruleSteps', id)) throw refused('gone', 'This step of the rule is no longer there.', 'from');
      return draft.delete('ruleSteps', id);
    }
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
  if (next.projectionRate !== null)
    existing(draft, 'assumptions', next.projectionRate, 'The assumption for the projection');
  draft.set('plan', { ...next, name: tidy(next.name) });
}

/**
 * A figure or formula with its reach. This month makes an exception. From here on replaces all that comes later, steps
 * and exceptions. Every month replaces the whole rule.
 */
function setRule(
  draft: Draft,
  lineId: string,
  month: string,
  reach: Reach,
  amount: number | null,
  formula: string | null,
): void {
  const line = existing(draft, 'lines', lineId, 'This line');
  checkMonth(month, 'month');
  const plan = planOf(draft.document);
  if (reach === 'month') {
    const id = datedId(line.id, month);
    return draft.set('exceptions', { id, line: line.id, month, amount, formula } as ExceptionRow);
  }
  const from = reach === 'every' || month <= plan.firstMonth ? null : (month as RuleStepRow['from']);
  for (const step of draft.document.ruleSteps.values()) {
    if (step.line === line.id && (from === null || (step.from !== null && step.from >= from)))
      draft.delete('ruleSteps', step.id);
  }
  for (const exception of draft.document.exceptions.values()) {
    if (exception.line === line.id && (from === null || exception.month >= from))
      draft.delete('exceptions', exception.id);
  }
  draft.set('ruleSteps', { id: stepId(line.id, from), line: line.id, from, amount, formula });
}

function storedFormula(draft: Draft, text: string): string {
  try {
    return toStored(text, namesOf(draft.document));
  } catch (error) {
    if (!(error instanceof FormulaError)) throw error;
    const { message, place, suggestions } = error.problem;
    throw new Refused({ code: 'invalid', message, field: 'formula', place, ...(suggestions ? { suggestions } : {}) });
  }
}

function duplicateGroup(draft: Draft, groupId: string, id: string): void {
  const group = existing(draft, 'groups', groupId, 'This group');
  checkNewId(draft, id);
  const order = inOrder(draft.document.groups.values());
  const after = order[order.findIndex((other) => other.id === group.id) + 1]?.id ?? null;
  const name = freeName(draft.document, group.name);
  draft.set('groups', { ...group, id, name, position: positionBefore(draft, 'groups', after, null) });
  const taken = new Set([nameKey(name)]);
  inOrder([...draft.document.lines.values()].filter((line) => line.group === group.id)).forEach((line, index) => {
    const copy = freeName(draft.document, line.name, taken);
    taken.add(nameKey(copy));
    const copyId = `${id.slice(0, 58)}-${index + 1}`;
    checkNewId(draft, copyId);
    copyLine(draft, line, copyId, id, copy);
  });
}

/** Copies a line with its rule and exceptions; in its own group the copy stands right after it. */
function copyLine(draft: Draft, line: LineRow, id: string, group: string, name: string): void {
  const siblings = inOrder([...draft.document.lines.values()].filter((other) => other.group === group));
  const at = siblings.findIndex((other) => other.id === line.id);
  const before = at < 0 ? null : (siblings[at + 1]?.id ?? null);
  draft.set('lines', { ...line, id, group, name, position: positionBefore(draft, 'lines', before, null, group) });
  for (const step of draft.document.ruleSteps.values()) {
    if (step.line === line.id) draft.set('ruleSteps', { ...step, id: stepId(id, step.from), line: id });
  }
  for (const exception of draft.document.exceptions.values()) {
    if (exception.line === line.id)
      draft.set('exceptions', { ...exception, id: datedId(id, exception.month), line: id });
  }
}

function deleteLine(draft: Draft, id: string): void {
  for (const table of ['ruleSteps', 'exceptions'] as const) {
    for (const row of draft.document[table].values()) if (row.line === id) draft.delete(table, row.id);
  }
  draft.delete('lines', id);
}

function refuseUsed(draft: Draft, id: string, name: string, except: ReadonlySet<string>): void {
  const uses = usersOf(draft.document, id).filter((user) => !except.has(user.id));
  if (uses.length === 0) return;
  const list = uses.map((user) => user.name).join(', ');
  throw new Refused({
    code: 'used',
    message: `${name} is used by ${list}. Change ${uses.length === 1 ? 'that rule' : 'those rules'} first.`,
    uses,
  });
}

/** Whether changes can make or break ways from line to line. */
function changesStructure(changes: readonly Change[]): boolean {
  return changes.some((change) => {
    if (change.table === 'lines') return change.before?.group !== change.after?.group;
    if (change.table === 'groups') return change.before?.side !== change.after?.side;
    return (
      (change.table === 'ruleSteps' || change.table === 'exceptions') &&
      change.after !== null &&
      change.after.formula !== null
    );
  });
}

function refuseCircles(document: Document): void {
  for (const { circle } of componentsOf(usesByNode(document))) {
    if (!circle) continue;
    throw refused(
      'invalid',
      circleSentence(circle, (id) => nameOf(document, id) ?? id),
      'formula',
    );
  }
}

function positionBefore(
  draft: Draft,
  table: 'groups' | 'lines' | 'assumptions',
  before: string | null,
  self: string | null,
  group?: string,
): string {
  const rows = inOrder<{ id: string; position: string; group?: string }>(draft.document[table].values()).filter(
    (row) => row.id !== self && (group === undefined || row.group === group),
  );
  const at = before === null ? rows.length : rows.findIndex((row) => row.id === before);
  if (at < 0) throw refused('gone', 'The place this should go to is no longer there.', 'before');
  return positionBetween(rows[at - 1]?.position ?? null, rows[at]?.position ?? null);
}

function ownerName(document: Document, table: TableName, row: AnyRow): string | null {
  if ('name' in row) return row.name;
  const owner = 'line' in row ? row.line : 'assumption' in row ? row.assumption : null;
  return owner === null ? table : (nameOf(document, owner) ?? null);
}
