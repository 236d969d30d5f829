import { roundTo } from '@haushalt/core';
import { filledIn, type RawFormula, type RawReference, type RawSheet, type RawWorkbook } from '../read/rawWorkbook.ts';

/** Describes what a formula comes to with a workbook's own figures: a figure, a text, or `null` where that cannot be told. */
export type Evaluated = number | string | boolean | null;

/** The value of a cell; what is empty counts as nothing. */
export type ValueAt = (sheet: string, row: number, column: number) => Evaluated | undefined;

export function valuesOf({ sheets }: RawWorkbook): ValueAt {
  const byName = new Map<string, RawSheet>(sheets.map((sheet) => [sheet.name, sheet]));
  return (sheet, row, column) => {
    const cell = byName.get(sheet)?.cells.get(row)?.get(column);
    return cell === undefined || cell.error !== null ? undefined : cell.value;
  };
}

/** Returns what a formula of a cell gives, reckoned anew from the figures it refers to; `null` for what cannot be reckoned here. */
export function evaluateRaw(
  formula: RawFormula,
  sheet: string,
  valueAt: ValueAt,
  { sheets, names }: Pick<RawWorkbook, 'sheets' | 'names'>,
): number | null {
  const value = walk(formula);
  return typeof value === 'number' && Number.isFinite(value) ? value : null;

  function cell({ sheet: other, row, column }: RawReference): Evaluated {
    return valueAt(other ?? sheet, row, column) ?? 0;
  }
  function cells(part: RawFormula): Evaluated[] {
    if (part.kind !== 'range') return [walk(part)];
    const name = part.from.sheet ?? sheet;
    const rawSheet = sheets.find((each) => each.name === name);
    return rawSheet ? [...filledIn(rawSheet, part)].map(([row, column]) => valueAt(name, row, column) ?? null) : [];
  }
  function numbers(parts: readonly RawFormula[]): number[] {
    return parts.flatMap(cells).filter((each) => typeof each === 'number');
  }
  function figure(part: RawFormula): number {
    const value = walk(part);
    return typeof value === 'number'
      ? value
      : typeof value === 'boolean'
        ? Number(value)
        : value === null || value === ''
          ? 0
          : NaN;
  }
  function walk(part: RawFormula): Evaluated {
    switch (part.kind) {
      case 'number':
        return part.value;
      case 'text':
        return part.text;
      case 'yesNo':
        return part.value;
      case 'cell':
        return cell(part.at);
      case 'name': {
        const named = names.get(part.name.toLowerCase());
        return named ? (valueAt(named.sheet, named.row, named.column) ?? 0) : NaN;
      }
      case 'negate':
        return -figure(part.operand);
      case 'percent':
        return figure(part.operand) / 100;
      case 'operation':
        return operate(part.operator, part.left, part.right);
      case 'call':
        return call(part.name, part.args);
      default:
        return NaN;
    }
  }
  function operate(operator: string, left: RawFormula, right: RawFormula): Evaluated {
    const [a, b] = [figure(left), figure(right)];
    switch (operator) {
      case '+':
        return a + b;
      case '-':
        return a - b;
      case '*':
        return a * b;
      case '/':
        return b === 0 ? NaN : a / b;
      case '^':
        return a ** b;
      case '=':
        return walk(left) === walk(right) || a === b;
      case '<>':
        return !(walk(left) === walk(right) || a === b);
      case '<':
        return a < b;
      case '<=':
        return a <= b;
      case '>':
        return a > b;
      case '>=':
        return a >= b;
      default:
        return NaN;
    }
  }
  function call(name: string, args: readonly RawFormula[]): Evaluated {
    switch (name) {
      case 'SUM':
        return numbers(args).reduce((sum, each) => sum + each, 0);
      case 'AVERAGE': {
        const all = numbers(args);
        return all.length === 0 ? NaN : all.reduce((sum, each) => sum + each, 0) / all.length;
      }
      case 'MIN':
        return numbers(args).reduce((least, each) => Math.min(least, each), Infinity);
      case 'MAX':
        return numbers(args).reduce((most, each) => Math.max(most, each), -Infinity);
      case 'COUNT':
        return numbers(args).length;
      case 'ABS':
        return Math.abs(figure(args[0]!));
      case 'INT':
        return Math.floor(figure(args[0]!));
      case 'ROUND':
        return roundTo(figure(args[0]!), args[1] ? figure(args[1]) : 0);
      case 'IF':
        return truth(walk(args[0]!)) ? walk(args[1]!) : args[2] ? walk(args[2]) : false;
      case 'AND':
        return args.every((arg) => truth(walk(arg)));
      case 'OR':
        return args.some((arg) => truth(walk(arg)));
      case 'NOT':
        return !truth(walk(args[0]!));
      case 'N':
        return typeof walk(args[0]!) === 'number' ? walk(args[0]!) : 0;
      case 'MONTH': {
        const serial = figure(args[0]!);
        return new Date((Math.floor(serial) - 25_569) * 86_400_000).getUTCMonth() + 1;
      }
      default:
        return NaN;
    }
  }
}

const truth = (value: Evaluated) => value === true || (typeof value === 'number' && value !== 0);
