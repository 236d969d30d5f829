import {
  Model,
  PlanFormatError,
  applyChanges,
  commandForInput,
  decide,
  figureAsFormula,
  parsePlan,
  toMonth,
  type Command,
  type Document,
} from '@haushalt/core';
import { parseRawFormula } from '../read/parseFormula.ts';
import { rawCell, type RawCell, type RawWorkbook } from '../read/rawWorkbook.ts';
import { liveWorkbook } from '../sheets/liveWorkbook.ts';
import { Places } from '../sheets/placed.ts';
import { planInSheet } from '../sheets/planSheet.ts';
import { lettersOf, officeOpenSpelling, printSheetFormula } from '../sheets/printFormula.ts';
import type { SheetCell, Workbook } from '../sheets/sheet.ts';
import { messages } from '../messages.ts';
import type { CellDifference, ComparedCells } from './compareCells.ts';
import { relativeForm } from './relative.ts';

/** A workbook of ours: the plan it was written from, with the figures that were typed over in it since. */
export interface OwnWorkbook {
  readonly document: Document;
  readonly cells: ComparedCells;
  /** How many figures were typed over and taken. */
  readonly taken: number;
}

/** The plan a workbook of ours holds; `null` for any other workbook. */
export function ownWorkbook(workbook: RawWorkbook): OwnWorkbook | null {
  const found = workbook.sheets
    .map((sheet) =>
      planInSheet([...sheet.cells.keys()].sort((a, b) => a - b).map((row) => rawCell(sheet, row, 0)?.value)),
    )
    .find((each) => each !== null);
  if (!found) return null;
  let written: Document;
  try {
    written = parsePlan(found.json);
  } catch (error) {
    if (error instanceof PlanFormatError) return null;
    throw error;
  }
  const layout = { by: found.by, author: '' } as const;
  const asWritten = liveWorkbook(new Model(written), layout);
  const changed = changedCells(workbook, asWritten);
  let document = written;
  let taken = 0;
  for (const { cell, theirs, isTyped } of changed) {
    const command = theirs === null || !isTyped ? null : commandFor(document, cell.key ?? '', theirs);
    const decision = command && decide(document, command);
    if (!decision?.ok) continue;
    document = applyChanges(document, decision.changes);
    taken++;
  }
  // Beside the plan as it is now, only what could not be taken over differs.
  const ours = taken === 0 ? asWritten : liveWorkbook(new Model(document), layout);
  const rest = taken === 0 ? changed : changedCells(workbook, ours);
  const differences = rest.map(({ sheet, place, theirs, cell, isTyped }): CellDifference => ({
    sheet,
    cell: place,
    theirs: theirs ?? NaN,
    ours: typeof cell.value === 'number' ? cell.value : null,
    reason: isTyped ? messages.typedOverHere : messages.formulaChanged,
  }));
  const compared = countFigures(ours);
  return { document, taken, cells: { compared, equal: compared - differences.length, differences } };
}

function countFigures(ours: Workbook): number {
  const sheets = ours.sheets.filter(({ isReport }) => !isReport);
  return sheets.reduce((sum, { rows }) => sum + rows.reduce((some, { cells }) => some + cells.filter(({ value }) => typeof value === 'number').length, 0), 0); // prettier-ignore
}

interface ChangedCell {
  readonly sheet: string;
  readonly place: string;
  readonly cell: SheetCell;
  readonly theirs: number | null;
  /** Whether a figure was typed where a typed figure was; else a formula is another one. */
  readonly isTyped: boolean;
}

/** The cells of a workbook that are not as the plan would write them. */
function changedCells(workbook: RawWorkbook, ours: Workbook): ChangedCell[] {
  const places = new Places(ours);
  const names = workbook.sheets.map(({ name }) => name);
  const spelling = officeOpenSpelling(names);
  return ours.sheets.flatMap((sheet, index) => {
    const raw = workbook.sheets[index];
    if (!raw || sheet.isHidden || sheet.isReport || sheet.id === 'about') return [];
    return sheet.rows.flatMap((row, at) => {
      let column = 0;
      return row.cells.flatMap((cell): ChangedCell[] => {
        const here = column;
        column += cell.span ?? 1;
        const theirs = rawCell(raw, at, here);
        const isSame = cell.formula
          ? theirs?.formula != null && formOf(printSheetFormula(cell.formula, places, index, spelling), at, here) === relativeForm(theirs.formula, at, here) // prettier-ignore
          : isSameFigure(cell, theirs);
        if (isSame) return [];
        const value = typeof theirs?.value === 'number' && !theirs.formula ? theirs.value : null;
        return [
          {
            sheet: raw.name,
            place: `${lettersOf(here)}${at + 1}`,
            cell,
            theirs: value,
            isTyped: value !== null && !cell.formula,
          },
        ];
      });
    });
  });
}

const formOf = (formula: string, row: number, column: number) =>
  relativeForm(parseRawFormula(formula, 'officeOpen'), row, column);

function isSameFigure({ value, format }: SheetCell, theirs: RawCell | undefined): boolean {
  if (typeof value !== 'number' || format?.unit === 'date' || format?.unit === 'day') return true;
  return (
    typeof theirs?.value === 'number' && Math.abs(theirs.value - value) <= Math.abs(value) * 1e-12 && !theirs.formula
  );
}

/** What typing a figure into a cell of ours means for the plan; `null` for a cell nothing follows from. */
function commandFor(document: Document, key: string, figure: number): Command | null {
  const assumption = /^assumption:(.+)$/.exec(key)?.[1];
  if (assumption !== undefined) return { kind: 'assumption.set', assumption, settings: { value: figure } };
  const step = document.assumptionSteps.get(/^step:(.+)$/.exec(key)?.[1] ?? '');
  if (step) return { kind: 'assumption.setStep', assumption: step.assumption, from: step.from, value: figure };
  const input = /^input:(.+)$/.exec(key)?.[1];
  if (input !== undefined) return commandForInput(document, input, figureAsFormula(figure));
  const [, item, column] = /^cell:([^:]+):([^:]+)$/.exec(key) ?? [];
  if (item !== undefined && column !== undefined)
    return { kind: 'listCells.set', cells: [{ item, column, value: figure }] };
  const [, line, period] = /^([^:@]+)@(\d+)$/.exec(key) ?? [];
  const month = period === undefined ? undefined : monthsOf(document)[Number(period)];
  if (line === undefined || month === undefined || !document.lines.has(line)) return null;
  return { kind: 'line.setFigure', line, month: toMonth(month), reach: 'month', figure };
}

const monthsOf = (document: Document) => new Model(document).calendar.months;
