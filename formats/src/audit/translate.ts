import { decimalText, functionNamed } from '@haushalt/core';
import type { RawFormula, RawReference } from '../read/rawWorkbook.ts';

/** Describes what names a cell of somebody's sheet has in a plan, as seen from one of its months. */
export interface Naming {
  /** The months' columns, from left to right. */
  readonly columns: readonly number[];
  /** The row of months. */
  readonly heading: number;
  /** The rows that may be named. */
  readonly rows: readonly number[];
  /** Returns what stands for a row in the plan's formulas; `null` for a row that is no line or total of it. */
  readonly rowName: (row: number) => string | null;
  /** Returns what stands for a cell outside the months. */
  readonly cellName: (reference: RawReference) => string | null;
  /** Returns what a defined name stands for. */
  readonly named: (name: string) => string | null;
  readonly isOwnSheet: (sheet: string | null) => boolean;
}

class Untranslatable extends Error {}

/** A formula of a workbook as one of a plan; `null` where a plan has no words for it. */
export function asPlanFormula(formula: RawFormula, column: number, naming: Naming): string | null {
  const here = naming.columns.indexOf(column);
  try {
    return write(formula);
  } catch (error) {
    if (error instanceof Untranslatable) return null;
    throw error;
  }

  function row(reference: RawReference): string {
    const name = naming.isOwnSheet(reference.sheet) ? naming.rowName(reference.row) : null;
    if (name === null) throw new Untranslatable();
    return name;
  }
  function reference(target: RawReference): string {
    const month = naming.isOwnSheet(target.sheet) ? naming.columns.indexOf(target.column) : -1;
    if (month < 0 || target.row <= naming.heading) {
      const name = naming.cellName(target);
      if (name === null) throw new Untranslatable();
      return name;
    }
    const name = row(target);
    if (target.fixedColumn) return `at(${name}, ${month + 1})`;
    const lag = month - here;
    return lag === 0 ? name : lag < 0 ? `prior(${name}, ${-lag})` : `next(${name}, ${lag})`;
  }
  /** Returns what a range is in a function of several figures. */
  function several({ from, to }: Extract<RawFormula, { kind: 'range' }>): string[] {
    if (from.row === to.row) {
      const [first, last] = [naming.columns.indexOf(from.column), naming.columns.indexOf(to.column)];
      if (first < 0 || last < 0) throw new Untranslatable();
      if (from.fixedColumn && !to.fixedColumn && first === 0 && last === here) return [`running(${row(from)})`];
      if (first === 0 && last === naming.columns.length - 1) return [`total(${row(from)})`];
      throw new Untranslatable();
    }
    if (from.column !== to.column) throw new Untranslatable();
    if (naming.columns.indexOf(from.column) !== here || from.fixedColumn) throw new Untranslatable();
    const [first, last] = [Math.min(from.row, to.row), Math.max(from.row, to.row)];
    const names = naming.rows
      .filter((index) => index >= first && index <= last)
      .map((index) => naming.rowName(index))
      .filter((name) => name !== null);
    if (names.length === 0) throw new Untranslatable();
    return names;
  }
  function call(name: string, args: readonly RawFormula[]): string {
    const [first] = args;
    if ((name === 'MONTH' || name === 'YEAR') && first?.kind === 'cell' && first.at.row === naming.heading) return name.toLowerCase(); // prettier-ignore
    if (name === 'N' && args.length === 1) return write(first!);
    if (name === 'TRUE' || name === 'FALSE') return name === 'TRUE' ? '1' : '0';
    const description = functionNamed(name);
    if (!description) throw new Untranslatable();
    const written = args.flatMap((arg) => (arg.kind === 'range' ? several(arg) : [write(arg)]));
    if (name === 'SUM' && written.length === 1) return written[0]!;
    return `${description.name}(${written.join(', ')})`;
  }
  function write(part: RawFormula): string {
    switch (part.kind) {
      case 'number':
        return decimalText(part.value);
      case 'yesNo':
        return part.value ? '1' : '0';
      case 'cell':
        return reference(part.at);
      case 'name': {
        const name = naming.named(part.name);
        if (name === null) throw new Untranslatable();
        return name;
      }
      case 'negate':
        return `(-${write(part.operand)})`;
      case 'percent':
        return part.operand.kind === 'number' ? `${decimalText(part.operand.value)}%` : `((${write(part.operand)})%)`;
      case 'operation':
        if (part.operator === '&') throw new Untranslatable();
        return `(${write(part.left)} ${part.operator} ${write(part.right)})`;
      case 'call':
        return call(part.name, part.args);
      default:
        throw new Untranslatable();
    }
  }
}
