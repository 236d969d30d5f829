import {
  planOf,
  readFigure,
  rowsWhere,
  unitOf,
  type Command,
  type Document,
  type Month,
  type Unit,
} from '@haushalt/core';
import type { Reading } from '../../../grid/editing.ts';
import type { CellRef, Draft } from '../../../grid/state.ts';

export type BlockAs = Extract<Command, { kind: 'figures.set' }>['as'];

/** Returns what the lines of a block count, each unit once: what is typed is read as each line counts. */
export function unitsOfBlock(cells: readonly CellRef[], document: Document): Unit[] {
  return [...new Set(cells.map(({ row }) => unitOf(document, row)))];
}

/** Returns how a block's figures are kept: lines without a rule get one; lines that have one get exceptions. */
export function blockAs({ options }: Draft, cells: readonly CellRef[], document: Document): BlockAs {
  if (options.as === 'rule' || options.as === 'exceptions') return options.as;
  const isWithout = ({ row }: CellRef) => [...rowsWhere(document.ruleSteps, 'line', row)].length === 0;
  return cells.every(isWithout) ? 'rule' : 'exceptions';
}

/** One figure for all cells of a block, read as each of their lines counts. */
export function readBlockDraft(cells: readonly CellRef[], draft: Draft, document: Document): Reading {
  const { locale } = planOf(document);
  const figures = new Map<Unit, number | null>();
  for (const unit of unitsOfBlock(cells, document)) {
    const read = readFigure(draft.text, locale, unit);
    // 5 is 5.00 for money, and 5 % for a percentage.
    if (!read.ok) return { refusal: { code: 'invalid', message: read.message } };
    figures.set(unit, read.figure);
  }
  return {
    command: {
      kind: 'figures.set',
      as: blockAs(draft, cells, document),
      figures: cells.map(({ row: line, column }) => ({
        line,
        month: column as Month,
        figure: figures.get(unitOf(document, line))!,
      })),
    },
  };
}
