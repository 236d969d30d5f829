import { isDay } from '../../calendar/readDate.ts';
import { decimalText } from '../../figure/decimal.ts';
import { readFigure } from '../../figure/read.ts';
import { messageFor, listOf } from '../../message.ts';
import { planOf } from '../document/document.ts';
import type { Draft } from '../document/draft.ts';
import { isTyped } from '../document/lists.ts';
import { rowsWhere } from '../document/rowTable.ts';
import { refused } from '../schema/refusal.ts';
import type { ListCellRow, ListColumnRow } from '../schema/tables.ts';
import { usersOfColumn } from '../../graph/users.ts';
import { setCell } from './listCells.ts';
import { hasFigures } from '../document/lists.ts';

/**
 * Takes along what was typed in a column that has become another kind. What cannot be taken along is refused, so that
 * nothing is lost; where a rule takes its place, that has to have been said.
 */
export function changeKind(draft: Draft, before: ListColumnRow, after: ListColumnRow, replace: boolean): void {
  const users = hasFigures(before) && !hasFigures(after) ? usersOfColumn(draft.document, before) : [];
  if (users.length > 0)
    throw refused('used', messageFor('command.isUsed', { name: before.name, list: listOf(users.map(({ name }) => name)), useCount: users.length }), 'kind'); // prettier-ignore
  const cells = rowsWhere(draft.document.listCells, 'column', after.id);
  if (cells.length === 0) return;
  if (!isTyped(after) && !replace && isTyped(before))
    throw refused(
      'invalid',
      messageFor('command.typedValuesWouldBeReplaced', { name: before.name, count: cells.length }),
      'kind',
    );
  const lost: string[] = [];
  for (const cell of cells) {
    draft.delete('listCells', cell.id);
    if (!isTyped(after)) continue;
    const value = asKind(draft, cell, before, after);
    if (value === null) lost.push(textOf(cell));
    else setCell(draft, { item: cell.item, column: after.id, value });
  }
  if (lost.length > 0)
    throw refused(
      'invalid',
      messageFor('command.valuesCannotBeConverted', { count: lost.length, example: lost[0]! }),
      'kind',
    );
}

/** Returns what an entry is as one of another kind; `null` when it is none. */
function asKind(draft: Draft, cell: ListCellRow, before: ListColumnRow, after: ListColumnRow): number | string | null {
  const text = textOf(cell);
  const { locale } = planOf(draft.document);
  switch (after.kind) {
    case 'figure': {
      if (cell.figure !== null) return cell.figure;
      const read = readFigure(text, locale, after.unit);
      return read.ok ? read.figure : null;
    }
    case 'yesNo':
      return cell.figure === 0 || cell.figure === 1 ? cell.figure : null;
    case 'date':
      return isDay(text) ? text : null;
    case 'text':
    case 'choice':
      return before.kind === 'line' || text === '' ? null : text;
    default:
      return null;
  }
}

function textOf({ figure, text, line }: ListCellRow): string {
  return figure === null ? text || (line ?? '') : decimalText(figure);
}
