import {
  CellError,
  DetailedCellError,
  FunctionArgumentType,
  FunctionPlugin,
  HyperFormula,
  type CellValue,
} from 'hyperformula';
import * as XLSX from 'xlsx';
import { Places, type CellPlace, type CellRange } from '../sheets/placed.ts';
import { lettersOf, officeOpenSpelling, printSheetFormula } from '../sheets/printFormula.ts';
import type { SheetCell, Workbook } from '../sheets/sheet.ts';
import { sheetNamesOf } from '../sheets/sheetNames.ts';

/** The digits programs look at when they round. */
const MOST_DIGITS = 15;

/**
 * Three functions as the standard has them (OpenFormula 1.2): INT rounds down (6.17.2), where the library cuts off a negative
 * number's decimals; ROUND takes 1.005 for the half it is meant to be, and what was computed for its fifteen digits, which
 * is as far as programs look, where the library rounds it down for what it is in binary; and RANK (6.18.65), which it does not have.
 */
class Standard extends FunctionPlugin {
  static override implementedFunctions = {
    INT: { method: 'int', parameters: [{ argumentType: FunctionArgumentType.NUMBER }] },
    ROUND: {
      method: 'round',
      parameters: [
        { argumentType: FunctionArgumentType.NUMBER },
        { argumentType: FunctionArgumentType.NUMBER, defaultValue: 0 },
      ],
    },
    RANK: {
      method: 'rank',
      parameters: [{ argumentType: FunctionArgumentType.NUMBER }, { argumentType: FunctionArgumentType.RANGE }],
    },
  };

  int(ast: { args: never[] }, state: never) {
    return this.runFunction(ast.args, state, this.metadata('INT'), (value: number) => Math.floor(value));
  }

  round(ast: { args: never[] }, state: never) {
    return this.runFunction(ast.args, state, this.metadata('ROUND'), (value: number, digits: number) => {
      const scale = 10 ** digits;
      const scaled = Number((Math.abs(value) * scale).toPrecision(MOST_DIGITS));
      return (Math.sign(value) * Math.round(scaled)) / scale || 0;
    });
  }

  rank(ast: { args: never[] }, state: never) {
    return this.runFunction(ast.args, state, this.metadata('RANK'), (value: number, range: { data: unknown[][] }) => {
      const all = range.data.flat();
      const problem = all.find((each) => each instanceof CellError);
      return problem ?? all.filter((each) => typeof each === 'number' && each > value).length + 1;
    });
  }
}
HyperFormula.registerFunctionPlugin(Standard, { enGB: { INT: 'INT', ROUND: 'ROUND', RANK: 'RANK' } });

/** References of OpenDocument to other sheets, which the reader leaves as they are: `[$'Cargo bike'.$D$18:.$D$20]`. */
function readAsTheLibraryDoes(formula: string): string {
  return formula
    .replaceAll("$'", "'")
    .replace(/\[('(?:[^']|'')+')\.(\$?[A-Z]+\$?\d+)(?::\.(\$?[A-Z]+\$?\d+))?\]/g, (_, sheet: string, from: string, to?: string) => `${sheet}!${from}${to === undefined ? '' : `:${to}`}`); // prettier-ignore
}

/** Describes what a workbook's cells come to by a formula library of others: a figure, a text, a problem, or nothing. */
export type Recalculated = number | string | boolean | null | 'problem';

type Content = string | number | boolean | null;

interface Named {
  readonly name: string;
  /** The cells it stands for: `'Journal'!$A$2:$A$9`. */
  readonly reference: string;
}

/**
 * The library takes names in Latin letters alone, where the formats take those of any language, and cannot compute with
 * several cells by their name: there it gets the cells.
 */
function aliasing(names: readonly Named[]): (formula: string) => string {
  const aliases = names.flatMap(({ name }, index) =>
    /^[\x20-\u02af]+$/.test(name) ? [] : [[name, `alias_${index}`] as const],
  );
  const ranges = new Map(names.filter(({ reference }) => reference.includes(':')).map(({ name, reference }) => [name, reference])); // prettier-ignore
  return (formula) => {
    const aliased = aliases.reduce((text, [name, alias]) => text.replaceAll(name, alias), readAsTheLibraryDoes(formula)); // prettier-ignore
    return ranges.size === 0
      ? aliased
      : aliased.replace(/[\p{L}_][\p{L}\p{N}_]*/gu, (word) => ranges.get(word) ?? word);
  };
}

function contentOf({ value, formula, format, problem }: SheetCell, print: () => string): Content {
  if (formula) return `=${print()}`;
  if (value === null) return problem === undefined ? null : '=NA()';
  const isDate = typeof value === 'string' && (format?.unit === 'date' || format?.unit === 'day');
  // Days are numbers there, counted from the end of 1899.
  return isDate ? Date.parse(`${value}T00:00Z`) / 86_400_000 + 25_569 : typeof value === 'string' ? `'${value}` : value;
}

/** A workbook read by another reader and recalculated by another library than those it was made with. */
export class RecalculatedWorkbook {
  private readonly engine: HyperFormula;
  readonly sheetNames: readonly string[];

  private constructor(
    sheetNames: readonly string[],
    sheets: Record<string, Content[][]>,
    names: readonly { readonly name: string; readonly expression: string }[],
  ) {
    this.sheetNames = sheetNames;
    this.engine = HyperFormula.buildFromSheets(
      sheets,
      { licenseKey: 'gpl-v3', smartRounding: false, nullYear: 30, precisionRounding: 14, useArrayArithmetic: true },
      [...names],
    );
  }

  /** Without the way through a file, which is tested by itself. */
  static of(workbook: Workbook): RecalculatedWorkbook {
    const sheetNames = sheetNamesOf(workbook.sheets);
    const places = new Places(workbook);
    const spelling = officeOpenSpelling(sheetNames);
    const cellAt = ({ row, column }: CellPlace) => `$${lettersOf(column)}$${row + 1}`;
    const names = workbook.names.map(({ key, name, keys }): Named => {
      const [{ from, to }] = places.rangesOf(keys.length > 0 ? keys : [key]) as [CellRange];
      return { name, reference: `'${sheetNames[from.sheet]!}'!${cellAt(from)}${from === to ? '' : `:${cellAt(to)}`}` };
    });
    const aliased = aliasing(names);
    const sheets = workbook.sheets.map(({ rows }, index) => [
      sheetNames[index]!,
      rows.map(({ cells }) => cells.flatMap((cell): Content[] => [contentOf(cell, () => aliased(printSheetFormula(cell.formula!, places, index, spelling))), ...Array<null>((cell.span ?? 1) - 1).fill(null)])), // prettier-ignore
    ]);
    const one = names.filter(({ reference }) => !reference.includes(':'));
    const expressions = one.map(({ name, reference }) => ({ name: aliased(name), expression: `=${reference}` }));
    return new RecalculatedWorkbook(sheetNames, Object.fromEntries(sheets) as Record<string, Content[][]>, expressions);
  }

  /** A file, read by another reader than the libraries it was written with. */
  static read(file: Uint8Array): RecalculatedWorkbook {
    const book = XLSX.read(file, { type: 'array', cellFormula: true, cellNF: false, cellText: false });
    const names = (book.Workbook?.Names ?? []).filter(({ Name }) => !Name.startsWith('_xlnm'));
    const aliased = aliasing(names.map(({ Name, Ref }) => ({ name: Name, reference: readAsTheLibraryDoes(Ref) })));
    const sheets: Record<string, Content[][]> = {};
    for (const name of book.SheetNames) {
      const sheet = book.Sheets[name]!;
      const { e } = XLSX.utils.decode_range(sheet['!ref'] ?? 'A1');
      sheets[name] = Array.from({ length: e.r + 1 }, (_, row) =>
        Array.from({ length: e.c + 1 }, (__, column) => {
          const cell = sheet[XLSX.utils.encode_cell({ r: row, c: column })] as XLSX.CellObject | undefined;
          if (!cell) return null;
          if (cell.f !== undefined) return `=${aliased(cell.f)}`;
          if (cell.t === 'e') return '=NA()';
          return cell.v instanceof Date ? Number(cell.v) : (cell.v ?? null);
        }),
      );
    }
    const one = names.filter(({ Ref }) => !Ref.includes(':'));
    const expressions = one.map(({ Name, Ref }) => ({ name: aliased(Name), expression: `=${aliased(Ref)}` }));
    return new RecalculatedWorkbook(book.SheetNames, sheets, expressions);
  }

  at(sheet: string, row: number, column: number): Recalculated {
    const value: CellValue = this.engine.getCellValue({ sheet: this.engine.getSheetId(sheet)!, row, col: column });
    return value instanceof DetailedCellError ? 'problem' : (value as Recalculated);
  }

  /** The problem in a cell in the library's words. */
  why(sheet: string, row: number, column: number): string {
    const id = { sheet: this.engine.getSheetId(sheet)!, row, col: column };
    const value = this.engine.getCellValue(id);
    return `${this.engine.getCellFormula(id) ?? ''} → ${value instanceof DetailedCellError ? `${value.value} ${value.message}` : String(value)}`;
  }

  /** Types a figure into a cell. */
  set(sheet: string, row: number, column: number, value: number): void {
    this.engine.setCellContents({ sheet: this.engine.getSheetId(sheet)!, row, col: column }, value);
  }
}
