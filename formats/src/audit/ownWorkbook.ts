import {
  Model,
  PlanFormatError,
  applyChanges,
  commandForInput,
  decide,
  effectiveSteps,
  figureAsFormula,
  periodOf,
  parsePlan,
  toShown,
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
import { messageFor } from '../message.ts';
import type { CellDifference, ComparedCells } from './compareCells.ts';
import { relativeForm } from './relative.ts';

/** A workbook of ours: the plan it was written from, with the figures that were typed over in it since. */
export interface OwnWorkbook {
  readonly document: Document;
  readonly cells: ComparedCells;
  /** States how many figures were typed over and taken. */
  readonly taken: number;
}

/** The plan a workbook of ours holds; `null` for any other workbook. */
export function ownWorkbook(workbook: RawWorkbook): OwnWorkbook | null {
  const planInfo = workbook.sheets
    .map((sheet) =>
      planInSheet([...sheet.cells.keys()].sort((a, b) => a - b).map((row) => rawCell(sheet, row, 0)?.value)),
    )
    .find((each) => each !== null);
  if (!planInfo) return null;
  let written: Document;
  try {
    written = parsePlan(planInfo.json);
  } catch (error) {
    if (error instanceof PlanFormatError) return null;
    throw error;
  }
  const layout = { by: planInfo.by, author: '' } as const;
  const asWritten = liveWorkbook(new Model(written), layout);
  const changed = changedCells(workbook, asWritten);
  let document = written;
  const left: ChangedCell[] = [];
  for (const change of changed) {
    const { cell, theirs, isTyped } = change;
    const commands = theirs === null || !isTyped ? [] : commandsFor(document, written, cell.key ?? '', theirs);
    const decided = allDecided(document, commands);
    if (decided === null) left.push(change);
    else document = decided;
  }
  const count = changed.length - left.length;
  const compared = countFigures(asWritten);
  const differences = left.map(({ sheet, place, theirs, cell, isTyped }): CellDifference => ({
    sheet,
    cell: place,
    theirs: theirs ?? NaN,
    ours: typeof cell.value === 'number' ? cell.value : null,
    reason: isTyped ? messageFor('formats.audit.typedOver') : messageFor('formats.audit.formulaChanged'),
  }));
  return { document, taken: count, cells: { compared, equal: compared - differences.length, differences } };
}

/** A plan after some commands, all of them or none; `null` where there are none, or one is refused. */
function allDecided(document: Document, commands: readonly Command[]): Document | null {
  let after = document;
  for (const command of commands) {
    const decision = decide(after, command);
    if (!decision.ok) return null;
    after = applyChanges(after, decision.changes);
  }
  return commands.length === 0 ? null : after;
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
  /** States whether a figure was typed where a typed figure was, or one that goes on; else a formula is another one. */
  readonly isTyped: boolean;
}

/** The cells of a workbook that are not as the plan would write them. */
function changedCells(workbook: RawWorkbook, ours: Workbook): ChangedCell[] {
  const places = new Places(ours);
  const names = workbook.sheets.map(({ name }) => name);
  const spelling = officeOpenSpelling(names);
  // Months come in their order.
  const changedLines = new Set<string>();
  return ours.sheets.flatMap((sheet, index) => {
    const raw = workbook.sheets[index];
    if (!raw || sheet.isHidden || sheet.isReport || sheet.id === 'about') return [];
    return sheet.rows.flatMap((row, position) => {
      let column = 0;
      return row.cells.flatMap((cell): ChangedCell[] => {
        const here = column;
        column += cell.span ?? 1;
        const theirs = rawCell(raw, position, here);
        const isSame = cell.formula
          ? isTypedAgain(cell, theirs, changedLines) || theirs?.formula != null && formOf(printSheetFormula(cell.formula, places, index, spelling), position, here) === relativeForm(theirs.formula, position, here) // prettier-ignore
          : isSameFigure(cell, theirs);
        if (isSame) return [];
        const month = monthOfCell(cell.key ?? '');
        if (month) changedLines.add(month.line);
        const value = typeof theirs?.value === 'number' && !theirs.formula ? theirs.value : null;
        return [
          {
            sheet: raw.name,
            place: `${lettersOf(here)}${position + 1}`,
            cell,
            theirs: value,
            isTyped: value !== null && (!cell.formula || goesOn(cell)),
          },
        ];
      });
    });
  });
}

/** Returns whether the very figure was typed over a cell that goes on from an earlier month, and that is what it was. */
function isTypedAgain(cell: SheetCell, theirs: RawCell | undefined, changedLines: ReadonlySet<string>): boolean {
  return goesOn(cell) && isSameFigure(cell, theirs) && !changedLines.has(monthOfCell(cell.key!)!.line);
}

const formOf = (formula: string, row: number, column: number) =>
  relativeForm(parseRawFormula(formula, 'officeOpen'), row, column);

function isSameFigure({ value, format }: SheetCell, theirs: RawCell | undefined): boolean {
  if (typeof value !== 'number' || format?.unit === 'date' || format?.unit === 'day') return true;
  return (
    typeof theirs?.value === 'number' && Math.abs(theirs.value - value) <= Math.abs(value) * 1e-12 && !theirs.formula
  );
}

/** The line and month of a cell of the budget. */
function monthOfCell(key: string): { readonly line: string; readonly place: number } | null {
  const [, line, place] = /^([^:@]+)@(\d+)$/.exec(key) ?? [];
  return line === undefined ? null : { line, place: Number(place) };
}

/** Returns whether a cell holds the amount of an earlier month of its line: a figure typed over it goes on from there. */
function goesOn({ key, formula }: SheetCell): boolean {
  if (formula?.kind !== 'at' || key === undefined) return false;
  return monthOfCell(key)?.line === monthOfCell(formula.key)?.line;
}

/** Returns what typing a figure into a cell of ours means for the plan; nothing for a cell nothing follows from. */
function commandsFor(document: Document, written: Document, key: string, figure: number): Command[] {
  const assumption = /^assumption:(.+)$/.exec(key)?.[1];
  if (assumption !== undefined) return [{ kind: 'assumption.set', assumption, settings: { value: figure } }];
  const step = document.assumptionSteps.get(/^step:(.+)$/.exec(key)?.[1] ?? '');
  if (step) return [{ kind: 'assumption.setStep', assumption: step.assumption, from: step.from, value: figure }];
  const input = /^input:(.+)$/.exec(key)?.[1];
  if (input !== undefined) {
    const command = commandForInput(document, input, figureAsFormula(figure));
    return command ? [command] : [];
  }
  const [, item, column] = /^cell:([^:]+):([^:]+)$/.exec(key) ?? [];
  if (item !== undefined && column !== undefined)
    return [{ kind: 'listCells.set', cells: [{ item, column, value: figure }] }];
  const cell = monthOfCell(key);
  return cell && document.lines.has(cell.line) ? typedFrom(written, cell.line, cell.place, figure) : [];
}

/** A figure typed into a month: an exception, or the amount of all months that go on from there, between exceptions. */
function typedFrom(written: Document, line: string, place: number, figure: number): Command[] {
  const model = new Model(written);
  const { months } = model.calendar;
  const month = months[place];
  if (month === undefined) return [];
  const exceptions = new Set(model.exceptionsOf(line).map((exception) => exception.month));
  const step = effectiveSteps(model.stepsOf(line), model.calendar).find(({ from, to }) => from <= place && place < to);
  if (exceptions.has(month) || !step || step.row.amount === null)
    return [{ kind: 'line.setFigure', line, month, reach: 'month', figure }];
  // What goes on from there takes away the exceptions on its way; they are what they were.
  const kept = model.exceptionsOf(line).filter((exception) => {
    const index = periodOf(model.calendar, exception.month);
    return index > place && index < step.to;
  });
  const goingOn = { kind: 'line.setFigure', line, month, reach: 'until', until: months[step.to - 1]!, figure } as const;
  return [
    goingOn,
    ...kept.map(({ month: month, amount, formula }): Command =>
      formula === null
        ? { kind: 'line.setFigure', line, month: month, reach: 'month', figure: amount }
        : { kind: 'line.setFormula', line, month: month, reach: 'month', formula: toShown(formula, written) },
    ),
  ];
}
