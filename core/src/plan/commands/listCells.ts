import { isDay } from '../../calendar/readDate.ts';
import { messageFor } from '../../message.ts';
import type { Draft } from '../document/draft.ts';
import { namesInList } from '../document/listNames.ts';
import { choicesOf } from '../document/lists.ts';
import { refused } from '../schema/refusal.ts';
import { cellId, type ListCellRow, type ListColumnRow } from '../schema/tables.ts';
import { checkFigure, checkText, existing } from './guards.ts';
import { storedFormula } from './ruleSteps.ts';

/** Describes what is said of an item in a column: a figure, a text, or nothing; with a formula, a rule of its own. */
export interface CellRuleValue {
  readonly item: string;
  readonly column: string;
  readonly value: number | string | null;
  readonly formula?: string;
}

/** Puts a value where an item and a column meet, as far as the column takes it. */
export function setCell(draft: Draft, { item, column: columnId, value, formula }: CellRuleValue): void {
  const column = existing(draft, 'listColumns', columnId, messageFor('command.thisColumn'));
  const row = existing(draft, 'listItems', item, messageFor('command.thisItem'));
  if (row.list !== column.list) throw refused('invalid', messageFor('command.columnOfOtherList'), 'column');
  if (column.locked) throw refused('locked', messageFor('command.columnIsLocked', { name: column.name }));
  const id = cellId(item, columnId);
  const empty = { id, item, column: columnId, figure: null, text: '', line: null, formula: null };
  if (formula !== undefined) {
    if (column.kind !== 'rule')
      throw refused('invalid', messageFor('command.exceptionWithoutRule', { name: column.name }), 'formula');
    const stored = storedFormula(draft, formula, 'formula', namesInList(draft.document, column.list));
    return draft.set('listCells', { ...empty, formula: stored });
  }
  if (value === null || value === '') {
    if (draft.get('listCells', id)) draft.delete('listCells', id);
    return;
  }
  draft.set('listCells', { ...empty, ...heldBy(draft, column, value) });
}

/** Returns what a cell of a column holds for a value. */
function heldBy(draft: Draft, column: ListColumnRow, value: number | string): Partial<ListCellRow> {
  const { kind, name } = column;
  switch (kind) {
    case 'figure':
    case 'rule':
      if (typeof value !== 'number') throw refused('invalid', messageFor('command.columnOfFigures', { name }), 'value');
      checkFigure(value, 'value');
      return { figure: value };
    case 'yesNo':
      if (value !== 0 && value !== 1) throw refused('invalid', messageFor('command.columnOfYesNo', { name }), 'value');
      return { figure: value };
    case 'entries':
      throw refused('invalid', messageFor('command.columnFollowsEntries', { name }), 'value');
    case 'status':
      throw refused('invalid', messageFor('command.columnFollowsStatus', { name }), 'value');
  }
  if (typeof value !== 'string') throw refused('invalid', messageFor('command.columnOfTexts', { name }), 'value');
  checkText(value, 'value', 500);
  if (/[\r\n\t]/.test(value)) throw refused('invalid', messageFor('command.valueWithLineBreak'), 'value');
  switch (kind) {
    case 'date':
      if (!isDay(value)) throw refused('invalid', messageFor('command.invalidDate', { day: value }), 'value');
      return { text: value };
    case 'line':
      existing(draft, 'lines', value, messageFor('command.thisLine'));
      return { line: value };
    case 'choice':
      offer(draft, column, value);
      return { text: value };
    case 'text':
      return { text: value };
  }
}

/** A choice that was not there yet is offered from now on. */
function offer(draft: Draft, { id }: ListColumnRow, choice: string): void {
  const column = draft.get('listColumns', id)!;
  const choices = choicesOf(column);
  if (choices.includes(choice)) return;
  const options = [...choices, choice].join('\n');
  checkText(options, 'value', 4000);
  draft.set('listColumns', { ...column, options });
}
