import { rawCell, type RawFormula } from '../read/rawWorkbook.ts';
import { messageFor, type Text } from '../message.ts';
import type { Block, BlockRow } from './block.ts';
import { addressIn } from './review.ts';
import type { ReviewedBlock } from './reviewBlock.ts';

/** A figure of the workbook that differs from the plan's, with the reason. */
export interface CellDifference {
  readonly sheet: string;
  readonly cell: string;
  readonly theirs: number;
  /** The plan's; `null` where it has none. */
  readonly ours: number | null;
  readonly reason: Text;
}

/** Describes how many figures were compared, how many are equal, and those that are not. */
export interface ComparedCells {
  readonly compared: number;
  readonly equal: number;
  readonly differences: readonly CellDifference[];
}

/** Describes what the plan made of a block has. */
interface PlanFigures {
  readonly isFixed: boolean;
  /** The rows of the lines a total stands for. */
  readonly membersOf: (row: number) => readonly number[];
  /** The plan's figure of a line in the month at a place among the columns; NaN where there is none. */
  readonly lineIn: (row: number, index: number) => number;
}

/** All figures of the months of a block beside those of the plan made of it; equal within half a cent. */
export function compareCells(block: Block, { findings, rules }: ReviewedBlock, plan: PlanFigures): ComparedCells {
  const differences: CellDifference[] = [];
  let compared = 0;
  const reckoned = new Map<string, number>();
  for (const row of block.rows) {
    if (row.kind === 'heading' || row.kind === 'other') continue;
    block.columns.forEach((column, index) => {
      const theirs = rawCell(block.sheet, row.row, column)?.value;
      if (typeof theirs !== 'number') return;
      compared++;
      const ours = figureOf(row, index);
      if (Math.abs(ours - theirs) <= Math.max(0.005, Math.abs(theirs) * 1e-9)) return;
      const cell = addressIn(row.row, column);
      differences.push({
        sheet: block.sheet.name,
        cell,
        theirs,
        ours: Number.isNaN(ours) ? null : ours,
        reason: reasonFor(row, cell),
      });
    });
  }
  return { compared, equal: compared - differences.length, differences };

  function figureOf(row: BlockRow, index: number): number {
    const key = `${row.row}|${index}`;
    const computed = reckoned.get(key);
    if (computed !== undefined) return computed;
    reckoned.set(key, NaN);
    const figure = calculateFigure(row, index);
    reckoned.set(key, figure);
    return figure;
  }

  function calculateFigure(row: BlockRow, index: number): number {
    switch (row.kind) {
      case 'line':
        return plan.lineIn(row.row, index);
      case 'total':
        return plan.membersOf(row.row).reduce((sum, member) => sum + orNothing(plan.lineIn(member, index)), 0);
      case 'net':
        return netOf(row, index);
      case 'cumulative': {
        const net = block.rows.findLast(({ kind, row: other }) => kind === 'net' && other < row.row);
        return net ? (index === 0 ? 0 : orNothing(figureOf(row, index - 1))) + orNothing(figureOf(net, index)) : NaN;
      }
      default:
        return NaN;
    }
  }

  /** A net by its formula; a typed one as the first of the two totals above it less the second. */
  function netOf(row: BlockRow, index: number): number {
    const formula = rules.get(row.row)?.formula?.formula;
    if (!formula) {
      const totals = block.rows.filter(({ kind, row: other }) => kind === 'total' && other < row.row).slice(-2);
      const [first, second] = totals;
      return first && second ? orNothing(figureOf(first, index)) - orNothing(figureOf(second, index)) : NaN;
    }
    const walk = (part: RawFormula): number => {
      if (part.kind === 'operation' && part.operator === '-') return walk(part.left) - walk(part.right);
      const row = part.kind === 'cell' ? block.rows.find((each) => each.row === part.at.row) : undefined;
      return row ? orNothing(figureOf(row, index)) : NaN;
    };
    return walk(formula);
  }

  /** Returns what was found in the cell, or in its row; else it follows from what differs elsewhere. */
  function reasonFor(row: BlockRow, cell: string): Text {
    const inRow = (cell: string) => /\d+$/.exec(cell)?.[0] === String(row.row + 1);
    const finding = findings.find((each) => each.cell === cell) ?? findings.find((each) => inRow(each.cell));
    return (
      finding?.message ??
      (plan.isFixed ? messageFor('formats.audit.followsFixed') : messageFor('formats.audit.followsAnother'))
    );
  }
}

const orNothing = (figure: number) => (Number.isNaN(figure) ? 0 : figure);
