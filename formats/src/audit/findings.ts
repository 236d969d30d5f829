import { rawCell, type RawCell, type RawFormula, type RawReference, type RawWorkbook } from '../read/rawWorkbook.ts';
import { figureIn } from '../read/readWorkbook.ts';
import { lettersOf } from '../sheets/printFormula.ts';
import { messages } from '../messages.ts';
import { placeKey, type AssumptionCell } from './assumptionCells.ts';
import { addedRows, mostOf, type Block, type BlockRow } from './block.ts';
import { evaluateRaw, valuesOf, type ValueAt } from './evaluate.ts';
import { allPartsOf, moved, partsOfRaw, relativeForm } from './relative.ts';

/** What can be wrong with a workbook. */
export const AUDIT_KINDS = [
  'slidReference',
  'totalMisses',
  'countsTwice',
  'oddFormula',
  'typedOverFormula',
  'typedRate',
  'yearlyAsMonthly',
  'textFigure',
  'emptyDivisor',
  'hiddenInTotal',
  'circular',
  'errorValue',
] as const;
export type AuditKind = (typeof AUDIT_KINDS)[number];

/** Something wrong with a workbook: where, what, what it costs, and what would mend it. */
export interface AuditFinding {
  readonly kind: AuditKind;
  readonly sheet: string;
  /** The cell, such as `F12`. */
  readonly cell: string;
  readonly message: string;
  readonly mend: string;
  /** By how much the figure is off, in the workbook's money; `null` where that cannot be told. */
  readonly money: number | null;
}

/** How the months of a row are reckoned: by one formula, by typed figures, or by both. */
export interface RowRule {
  readonly row: BlockRow;
  /** The formula most of its months have, as it stands in the first of them, with that month's column; `null` for typed figures. */
  readonly formula: { readonly formula: RawFormula; readonly column: number } | null;
  /** The months that depart from it, by their place among the columns, with the kind of fault. */
  readonly departs: ReadonlyMap<number, AuditKind>;
}

/** What rows are called that tell how something stands. */
const BALANCE =
  /\b(balance|saldo|kontostand|restschuld|solde|outstanding|owed|debt|stock|bestand|units|visitors|members|headcount|number of)\b/i;

/** Reads a block as a careful reviewer would. */
export class Audit {
  readonly findings: AuditFinding[] = [];
  readonly rules = new Map<number, RowRule>();
  private readonly at: ValueAt;
  private readonly faulty = new Set<string>();
  private readonly workbook: RawWorkbook;
  private readonly block: Block;
  private readonly assumptions: ReadonlyMap<string, AssumptionCell>;

  constructor(workbook: RawWorkbook, block: Block, assumptions: ReadonlyMap<string, AssumptionCell>) {
    this.workbook = workbook;
    this.block = block;
    this.assumptions = assumptions;
    this.at = valuesOf(workbook);
    for (const row of block.rows) if (row.kind !== 'heading') this.reviewRow(row);
    for (const row of block.rows) if (row.kind === 'total') this.reviewTotal(row);
    this.reviewRowTotals();
    this.reviewCircles();
    this.findings.sort((a, b) => AUDIT_KINDS.indexOf(a.kind) - AUDIT_KINDS.indexOf(b.kind));
  }

  private get sheetName(): string {
    return this.block.sheet.name;
  }

  private cell(row: number, column: number): RawCell | undefined {
    return rawCell(this.block.sheet, row, column);
  }

  private say(kind: AuditKind, row: number, column: number, message: string, mend: string, money: number | null): void {
    const cell = `${lettersOf(column)}${row + 1}`;
    // One cell has one fault; the gravest is said first.
    if (this.faulty.has(cell)) return;
    this.faulty.add(cell);
    this.findings.push({ kind, sheet: this.sheetName, cell, message, mend, money: money === null ? null : Math.round(money * 100) / 100 }); // prettier-ignore
  }

  private where(row: BlockRow, column: number): string {
    const at = this.block.columns.indexOf(column);
    const month = this.block.months[at];
    return messages.rowInMonth(row.label, month ? `${String(month.month).padStart(2, '0')}/${month.year}` : '');
  }

  private off(row: number, column: number, expected: RawFormula): number | null {
    const should = evaluateRaw(expected, this.sheetName, this.at, this.workbook.names);
    const is = this.cell(row, column)?.value;
    return should === null || typeof is !== 'number' ? null : is - should;
  }

  /** A row's months against each other. */
  private reviewRow(row: BlockRow): void {
    const { columns } = this.block;
    const cells = columns.map((column) => this.cell(row.row, column));
    const departs = new Map<number, AuditKind>();
    cells.forEach((cell, at) => this.reviewCell(row, cell, columns[at]!, at, departs));
    const withFormula = cells.flatMap((cell, at) => (cell?.formula ? [{ formula: cell.formula, at, form: relativeForm(cell.formula, row.row, columns[at]!) }] : [])); // prettier-ignore
    const most = mostOf(withFormula, ({ form }) => form);
    const alike = most ? withFormula.filter(({ form }) => form === most.form) : [];
    // A formula in a single month, among typed figures, is no rule of the row.
    const isRule = most !== null && alike.length >= 2 && alike.length * 2 > withFormula.length;
    const first = isRule ? alike[0]! : null;
    this.rules.set(row.row, {
      row,
      formula: first ? { formula: first.formula, column: columns[first.at]! } : null,
      departs,
    });
    this.reviewMonths(
      row,
      first,
      most?.form ?? '',
      alike.map(({ at }) => at),
      departs,
    );
    for (const [at, kind] of departs) {
      const column = columns[at]!;
      const error = this.cell(row.row, column)?.error;
      if (kind === 'errorValue' && error) this.say('errorValue', row.row, column, messages.showsAnError(this.where(row, column), error), messages.mendTheError, null); // prettier-ignore
    }
  }

  /** The months of a row against the formula most of them have. */
  private reviewMonths(
    row: BlockRow,
    first: { readonly formula: RawFormula; readonly at: number } | null,
    usual: string,
    alike: readonly number[],
    departs: Map<number, AuditKind>,
  ): void {
    if (!first) return;
    const { columns } = this.block;
    const cells = columns.map((column) => this.cell(row.row, column));
    this.reviewSlide(row, alike, first, departs);
    cells.forEach((cell, at) => {
      const column = columns[at]!;
      const expected = moved(first.formula, 0, column - columns[first.at]!);
      if (cell?.formula) {
        const form = relativeForm(cell.formula, row.row, column);
        if (form === usual || row.kind === 'total') return;
        // The first month has nothing before it to go on from.
        if (at < first.at) return;
        const hasSlid =
          relativeForm(cell.formula, row.row, column, false) === relativeForm(expected, row.row, column, false);
        const kind = hasSlid && this.pointsNowhere(cell.formula, expected) ? 'slidReference' : 'oddFormula';
        departs.set(at, kind);
        const message = kind === 'slidReference' ? messages.hasSlid(this.where(row, column), this.nowhere(cell.formula, expected)) : messages.isOdd(this.where(row, column)); // prettier-ignore
        this.say(kind, row.row, column, message, messages.useTheRowsFormula, this.off(row.row, column, expected));
      } else if (typeof cell?.value === 'number' && at > first.at) {
        departs.set(at, 'typedOverFormula');
        this.say('typedOverFormula', row.row, column, messages.isTyped(this.where(row, column)), messages.useTheRowsFormula, this.off(row.row, column, expected)); // prettier-ignore
      }
    });
    this.reviewRates(row, first, columns[first.at]!);
  }

  /** What is wrong with a cell by itself. */
  private reviewCell(
    row: BlockRow,
    cell: RawCell | undefined,
    column: number,
    at: number,
    departs: Map<number, AuditKind>,
  ): void {
    if (!cell) return;
    if (cell.error !== null) {
      const divisor = cell.formula && this.emptyDivisor(cell.formula);
      if (divisor) {
        departs.set(at, 'emptyDivisor');
        this.say('emptyDivisor', row.row, column, messages.dividesByNothing(this.where(row, column), divisor), messages.fillTheDivisor, null); // prettier-ignore
      } else if (!this.takesOverError(cell.formula)) departs.set(at, 'errorValue');
      return;
    }
    if (typeof cell.value === 'string' && !cell.formula) {
      const figure = figureIn(cell.value, false) ?? figureIn(cell.value, true);
      if (figure === null) return;
      departs.set(at, 'textFigure');
      this.say(
        'textFigure',
        row.row,
        column,
        messages.isText(this.where(row, column), cell.value),
        messages.typeAsFigure,
        -figure,
      );
    }
  }

  /** The cell a formula divides by, where nothing or 0 stands in it. */
  private emptyDivisor(formula: RawFormula): string | null {
    for (const part of allPartsOf(formula)) {
      if (part.kind !== 'operation' || part.operator !== '/' || part.right.kind !== 'cell') continue;
      const { sheet, row, column } = part.right.at;
      const value = this.at(sheet ?? this.sheetName, row, column);
      if (value === undefined || value === null || value === 0 || value === '') return `${lettersOf(column)}${row + 1}`;
    }
    return null;
  }

  /** Whether the error of a cell comes from another one, where it is said. */
  private takesOverError(formula: RawFormula | null): boolean {
    if (!formula) return false;
    const isError = (sheet: string | null, row: number, column: number) => {
      const cell = this.workbook.sheets.find(({ name }) => name === (sheet ?? this.sheetName))?.cells.get(row)?.get(column); // prettier-ignore
      // A text among figures is a fault of its own, said where it stands.
      return cell !== undefined && (cell.error !== null || typeof cell.value === 'string');
    };
    return allPartsOf(formula).some((part) => {
      if (part.kind === 'cell') return isError(part.at.sheet, part.at.row, part.at.column);
      if (part.kind !== 'range') return false;
      for (let row = part.from.row; row <= part.to.row; row++)
        for (let column = part.from.column; column <= part.to.column; column++)
          if (isError(part.from.sheet, row, column)) return true;
      return false;
    });
  }

  /** Formulas that look alike in all months although what they refer to stands in one cell: it has slid along with them. */
  private reviewSlide(
    row: BlockRow,
    alike: readonly number[],
    first: { readonly formula: RawFormula; readonly at: number },
    departs: Map<number, AuditKind>,
  ): void {
    // prettier-ignore
    const { columns } = this.block;
    const from = columns[first.at]!;
    for (const part of allPartsOf(first.formula)) {
      if (part.kind !== 'cell' || part.at.fixedColumn || this.isMonthCell(part.at)) continue;
      const { sheet, row: at, column } = part.at;
      const key = placeKey(sheet ?? this.sheetName, at, column);
      if (!this.assumptions.has(key)) continue;
      const slid = alike.filter((place) => place !== first.at);
      // Where every month finds something of its own, it is a row of values, however odd its place.
      const lost = slid.filter((place) => this.isEmpty(sheet, at, column + columns[place]! - from));
      if (lost.length * 2 <= slid.length) continue;
      const money = slid.reduce((sum, place) => {
        const mended = fixing(moved(first.formula, 0, columns[place]! - from), first.formula, part.at);
        return sum + (this.off(row.row, columns[place]!, mended) ?? 0);
      }, 0);
      for (const place of slid) departs.set(place, 'slidReference');
      this.say('slidReference', row.row, columns[slid[0]!]!, messages.slidesAlong(row.label, this.assumptions.get(key)!.label, `${lettersOf(column + columns[slid[0]!]! - from)}${at + 1}`), messages.fixTheReference(`$${lettersOf(column)}$${at + 1}`), money); // prettier-ignore
    }
  }

  private isMonthCell({ sheet, row, column }: RawReference): boolean {
    return (
      (sheet === null || sheet === this.sheetName) &&
      this.block.columns.includes(column) &&
      (row === this.block.heading || this.block.rows.some((each) => each.row === row))
    );
  }

  private isEmpty(sheet: string | null, row: number, column: number): boolean {
    const value = this.at(sheet ?? this.sheetName, row, column);
    return value === undefined || value === null || value === '' || (typeof value === 'string' && value.trim() !== '');
  }

  /** The cells a formula refers to where it departs from what is expected, that hold nothing that could be meant. */
  private strays(formula: RawFormula, expected: RawFormula): RawReference[] {
    const refs = (of: RawFormula) => allPartsOf(of).flatMap((part) => (part.kind === 'cell' ? [part.at] : []));
    const wanted = refs(expected);
    return refs(formula).filter((ref, index) => {
      const other = wanted[index];
      return other !== undefined && (other.row !== ref.row || other.column !== ref.column || other.sheet !== ref.sheet);
    });
  }

  private pointsNowhere(formula: RawFormula, expected: RawFormula): boolean {
    const strays = this.strays(formula, expected);
    const isKnown = ({ sheet, row, column }: RawReference) => this.assumptions.has(placeKey(sheet ?? this.sheetName, row, column)); // prettier-ignore
    // A neighbour of the cell that was meant: a copy that went one row or column too far.
    return (
      strays.length > 0 &&
      strays.every((ref) => !isKnown(ref) || this.isEmpty(ref.sheet, ref.row, ref.column) || !this.isMonthCell(ref))
    );
  }

  private nowhere(formula: RawFormula, expected: RawFormula): string {
    return this.strays(formula, expected).map(({ row, column }) => `${lettersOf(column)}${row + 1}`).join(', '); // prettier-ignore
  }

  /** Rates typed into a row's formula, and yearly ones used as if they were for a month. */
  private reviewRates(row: BlockRow, { formula }: { readonly formula: RawFormula }, column: number): void {
    const typed = typedRateIn(formula);
    if (typed !== null) {
      const shared = [...this.assumptions.values()].find(({ value }) => Math.abs(value - typed) < 1e-9);
      this.say('typedRate', row.row, column, messages.hasTypedRate(row.label, typed), shared ? messages.referTo(shared.label) : messages.giveItACell, null); // prettier-ignore
    }
    const yearly = this.yearlyFactor(formula);
    if (!yearly) return;
    const value = this.cell(row.row, column)?.value;
    const money = typeof value === 'number' ? (value * 11) / 12 : null;
    this.say(
      'yearlyAsMonthly',
      row.row,
      column,
      messages.isYearly(row.label, yearly.label),
      messages.divideBy12,
      money,
    );
  }

  /** A yearly rate by which a month’s figure is multiplied as it is. */
  private yearlyFactor(formula: RawFormula): AssumptionCell | null {
    for (const part of allPartsOf(formula)) {
      if (part.kind !== 'operation' || part.operator !== '*') continue;
      for (const side of [part.left, part.right]) {
        if (side.kind !== 'cell' && side.kind !== 'name') continue;
        const named = side.kind === 'name' ? this.workbook.names.get(side.name.toLowerCase()) : undefined;
        const key = side.kind === 'cell' ? placeKey(side.at.sheet ?? this.sheetName, side.at.row, side.at.column) : named ? placeKey(named.sheet, named.row, named.column) : ''; // prettier-ignore
        const rate = this.assumptions.get(key);
        if (rate?.period === 'year' && rate.look === 'percent' && !dividesBy12(formula)) return rate;
      }
    }
    return null;
  }

  /** A total against the lines it should add up. */
  private reviewTotal(row: BlockRow): void {
    const { columns, rows } = this.block;
    const kindAt = new Map(rows.map((each) => [each.row, each]));
    const isFilled = (of: number) => columns.some((column) => this.cell(of, column) !== undefined);
    const members = (added: readonly number[]) => added.filter((of) => kindAt.has(of) && kindAt.get(of)!.kind !== 'heading' && isFilled(of)); // prettier-ignore
    const sumOf = (of: readonly number[], column: number) =>
      of.reduce((sum, each) => sum + numberAt(this.cell(each, column)), 0);
    const usual = members(row.adds);
    const isOfTotals = usual.length > 0 && usual.every((of) => kindAt.get(of)!.kind === 'total');
    const own = isOfTotals ? usual : this.linesAbove(row);
    const missing = own.filter((of) => !usual.includes(of) && !this.isBalance(of));
    const all = (of: readonly number[]) => columns.reduce((sum, column) => sum + sumOf(of, column), 0);
    const firstColumn = columns[0]!;
    if (missing.length > 0)
      this.say('totalMisses', row.row, firstColumn, messages.misses(row.label, missing.map((of) => kindAt.get(of)!.label).join(', ')), messages.widenTheSum, -all(missing)); // prettier-ignore
    const twice = this.countedTwice(usual, kindAt);
    if (twice.length > 0)
      this.say('countsTwice', row.row, firstColumn, messages.twice(row.label, twice.map((of) => kindAt.get(of)!.label).join(', ')), messages.countOnce, all(twice)); // prettier-ignore
    const hidden = usual.filter((of) => this.block.sheet.hiddenRows.has(of) && all([of]) !== 0);
    if (hidden.length > 0)
      this.say('hiddenInTotal', row.row, firstColumn, messages.hides(row.label, hidden.map((of) => `${of + 1}`).join(', ')), messages.showTheRow, all(hidden)); // prettier-ignore
    const rule = this.rules.get(row.row);
    columns.forEach((column, at) => {
      const cell = this.cell(row.row, column);
      const added = addedRows(cell, column);
      if (added && added.join() === row.adds.join()) return;
      if (added) {
        const without = usual.filter((of) => !added.includes(of));
        const beyond = members(added).filter((of) => !usual.includes(of));
        (rule?.departs as Map<number, AuditKind> | undefined)?.set(at, 'totalMisses');
        if (without.length > 0) this.say('totalMisses', row.row, column, messages.misses(this.where(row, column), without.map((of) => kindAt.get(of)!.label).join(', ')), messages.useTheRowsFormula, -sumOf(without, column)); // prettier-ignore
        else if (beyond.length > 0) this.say('countsTwice', row.row, column, messages.twice(this.where(row, column), beyond.map((of) => kindAt.get(of)!.label).join(', ')), messages.useTheRowsFormula, sumOf(beyond, column)); // prettier-ignore
      } else if (cell?.formula && cell.error === null && rule?.formula) {
        const expected = moved(rule.formula.formula, 0, column - rule.formula.column);
        (rule.departs as Map<number, AuditKind>).set(at, 'oddFormula');
        this.say('oddFormula', row.row, column, messages.isOdd(this.where(row, column)), messages.useTheRowsFormula, this.off(row.row, column, expected)); // prettier-ignore
      }
    });
  }

  /** Whether a row tells how something stands, rather than what comes in or goes out; no total adds it up. */
  isBalance(row: number): boolean {
    const label = this.block.rows.find((each) => each.row === row)?.label ?? '';
    return BALANCE.test(label);
  }

  /** The lines above a total, back to the total, heading or net before it. */
  private linesAbove(row: BlockRow): number[] {
    const { rows } = this.block;
    const at = rows.indexOf(row);
    const lines: number[] = [];
    for (let before = at - 1; before >= 0; before--) {
      const { kind, row: number } = rows[before]!;
      if (kind === 'heading' && lines.length > 0) break;
      if (kind === 'total' || kind === 'net' || kind === 'cumulative') break;
      if (kind === 'line') lines.unshift(number);
    }
    return lines;
  }

  /** What is added up although a total that is added up too has it already, or is named twice. */
  private countedTwice(added: readonly number[], kindAt: ReadonlyMap<number, BlockRow>): number[] {
    const inTotals = new Set(added.flatMap((of) => (kindAt.get(of)!.kind === 'total' ? kindAt.get(of)!.adds : [])));
    return added.filter((of, at) => inTotals.has(of) || added.indexOf(of) !== at);
  }

  /** What adds up a row over the months, to the right of them. */
  private reviewRowTotals(): void {
    const { columns, rows } = this.block;
    const column = columns.at(-1)! + 1;
    for (const row of rows) {
      if (row.kind === 'heading') continue;
      const formula = this.cell(row.row, column)?.formula;
      const range =
        formula?.kind === 'call' && formula.name === 'SUM' && formula.args.length === 1 ? formula.args[0] : null;
      if (range?.kind !== 'range' || range.from.row !== row.row || range.to.row !== row.row) continue;
      const missed = columns.filter((each) => each < range.from.column || each > range.to.column);
      if (missed.length === 0) continue;
      const money = missed.reduce((sum, each) => sum + numberAt(this.cell(row.row, each)), 0);
      this.say(
        'totalMisses',
        row.row,
        column,
        messages.missesMonths(row.label, missed.length),
        messages.widenTheSum,
        -money,
      );
    }
  }

  /** Formulas that lead back to themselves. */
  private reviewCircles(): void {
    const state = new Map<string, 'open' | 'done'>();
    const visit = (row: number, column: number, path: string[]): void => {
      const key = `${lettersOf(column)}${row + 1}`;
      if (state.get(key) === 'done') return;
      if (state.get(key) === 'open') {
        const circle = path.slice(path.indexOf(key));
        this.faulty.delete(key);
        return this.say(
          'circular',
          row,
          column,
          messages.isCircle([...circle, key].join(' → ')),
          messages.breakTheCircle,
          null,
        );
      }
      const formula = this.cell(row, column)?.formula;
      if (!formula) return void state.set(key, 'done');
      state.set(key, 'open');
      if (path.length < 2000) for (const [r, c] of cellsOf(formula)) visit(r, c, [...path, key]);
      state.set(key, 'done');
    };
    for (const [row, line] of this.block.sheet.cells) for (const column of line.keys()) visit(row, column, []);
  }
}

/** The cells of the same sheet a formula refers to, single ones and those of ranges. */
function cellsOf(formula: RawFormula): [number, number][] {
  return allPartsOf(formula).flatMap((part): [number, number][] => {
    if (part.kind === 'cell') return part.at.sheet === null ? [[part.at.row, part.at.column]] : [];
    if (part.kind !== 'range' || part.from.sheet !== null) return [];
    const all: [number, number][] = [];
    const rows = Math.min(part.to.row, part.from.row + 500);
    for (let row = part.from.row; row <= rows; row++)
      for (let column = part.from.column; column <= Math.min(part.to.column, part.from.column + 60); column++)
        all.push([row, column]);
    return all;
  });
}

const numberAt = (cell: RawCell | undefined) => (typeof cell?.value === 'number' ? cell.value : 0);

/** A formula in which one reference is where it was in the first month. */
function fixing(slid: RawFormula, first: RawFormula, at: RawReference): RawFormula {
  const [parts, firsts] = [partsOfRaw(slid), partsOfRaw(first)];
  if (first.kind === 'cell' && first.at === at) return first;
  if (parts.length === 0) return slid;
  const mended = parts.map((part, index) => fixing(part, firsts[index]!, at));
  switch (slid.kind) {
    case 'sign':
    case 'percent':
      return { ...slid, operand: mended[0]! };
    case 'operation':
      return { ...slid, left: mended[0]!, right: mended[1]! };
    case 'call':
      return { ...slid, args: mended };
    default:
      return slid;
  }
}

function dividesBy12(formula: RawFormula): boolean {
  return allPartsOf(formula).some((part) => part.kind === 'operation' && (part.operator === '/' || part.operator === '^') && allPartsOf(part.right).some((each) => each.kind === 'number' && each.value === 12)); // prettier-ignore
}

/** A rate typed into a formula: `* 1.02`, `* 2.4%`, `* (1 + 0.024)`; `null` when there is none. */
export function typedRateIn(formula: RawFormula): number | null {
  for (const part of allPartsOf(formula)) {
    if (part.kind === 'percent' && part.operand.kind === 'number') return part.operand.value / 100;
    if (part.kind !== 'operation') continue;
    for (const side of [part.left, part.right]) {
      if (side.kind !== 'number') continue;
      const isPart = side.value > 0 && side.value < 1;
      if (part.operator === '*' && isPart) return side.value;
      if (part.operator === '*' && side.value > 1 && side.value < 1.5) return Math.round((side.value - 1) * 1e9) / 1e9;
      const other = side === part.left ? part.right : part.left;
      if (part.operator === '+' && isPart && other.kind === 'number' && other.value === 1) return side.value;
    }
  }
  return null;
}
