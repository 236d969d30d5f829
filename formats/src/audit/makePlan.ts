import { messageFor } from '../message.ts';
import {
  MAX_MONTHS,
  Model,
  PlanFormatError,
  TOTALS,
  nameKey,
  parsePlan,
  quoteName,
  type Document,
  type Side,
} from '@haushalt/core';
import { rawCell, WorkbookError, type RawFormula, type RawWorkbook } from '../read/rawWorkbook.ts';
import { t } from '../language.ts';
import { placeKey, type AssumptionCell } from './assumptionCells.ts';
import { isBalance, linesAbove, type Block, type BlockRow } from './block.ts';
import { correctionOfRow, type ReadingCorrections } from './corrections.ts';
import { compareCells, type ComparedCells } from './compareCells.ts';
import { compareTables, nameTables, tablesInFile, totalNamed, type NamedTable } from './planTables.ts';
import type { ReviewedBlock } from './reviewBlock.ts';
import type { FoundTable } from './tables.ts';
import { asPlanFormula, type Naming } from './translate.ts';

/** The plan a workbook makes, with its figures beside the workbook's own. */
export interface MadePlan {
  readonly document: Document;
  readonly cells: ComparedCells;
}

const INCOME = /\b(income|revenues?|receipts?|takings|earnings|sales|inflow|einnahmen|einkommen|erträge|revenus?|recettes|ingresos|entrate|ricavi|inkomsten|receitas)\b/i; // prettier-ignore
const EXPENSE = /(expen|cost|spend|outgo|outflow|ausgaben|kosten|dépenses|depenses|charges|gastos|spese|costi|uitgaven|despesas)/i; // prettier-ignore
const SET_ASIDE = /\b(savings?|set aside|sparen|rücklagen?|épargne|ahorros?|risparmi?o?|sparbeträge)\b/i;

const MEMO = /\b(worth knowing|memo|statistics?|for information|notes|kennzahlen|pour mémoire)\b/i;

function sideOfWords(text: string): Side | null {
  if (INCOME.test(text)) return 'income';
  if (EXPENSE.test(text)) return 'expense';
  return SET_ASIDE.test(text) ? 'setAside' : null;
}

interface LineDraft {
  readonly row: BlockRow;
  readonly name: string;
  readonly group: string;
}

/** Describes what a plan is made of. */
interface Making {
  readonly workbook: RawWorkbook;
  readonly block: Block;
  readonly assumptions: ReadonlyMap<string, AssumptionCell>;
  readonly reviewed: ReviewedBlock;
  /** True when what departs from a row's formula by a fault follows the formula again. */
  readonly isFixed: boolean;
  readonly said: ReadingCorrections;
  /** The tables beside the months that become a part of it. */
  readonly tables: readonly FoundTable[];
}

/** Makes a plan of a block. */
export class PlanMaker {
  private readonly of: Making;
  private named: readonly NamedTable[] = [];
  /** States how far tables are taken: with their rules, with figures alone, or not at all where the plan refuses them. */
  private tablesAs: 'rules' | 'figures' | 'nothing' = 'rules';
  private readonly taken = new Set(TOTALS.map(({ name }) => nameKey(name)));
  private readonly groups = new Map<string, { name: string; side: Side }>();
  private readonly lines = new Map<number, LineDraft>();
  private readonly assumptionNames = new Map<string, string>();
  /** Lines whose rules the plan refused, which have typed figures then. */
  private readonly refused = new Set<number>();
  private readonly first: { readonly month: number; readonly year: number };
  private readonly periods: readonly number[];

  constructor(making: Making) {
    this.of = making;
    const { block } = making;
    const numbered = block.months.map(({ month, year }) => year * 12 + month - 1);
    const first = Math.min(...numbered);
    this.first = { year: Math.floor(first / 12), month: (first % 12) + 1 };
    this.periods = numbered.map((each) => each - first);
    if (Math.max(...this.periods) >= MAX_MONTHS) throw new WorkbookError(messageFor('formats.workbook.tooManyMonths'));
  }

  make(title: string): MadePlan {
    this.nameAll();
    if (this.lines.size === 0)
      throw new WorkbookError(messageFor('formats.workbook.nothingBelowMonths', { sheet: this.of.block.sheet.name }));
    for (;;) {
      try {
        const document = parsePlan(this.planFile(title));
        return { document, cells: this.compared(document) };
      } catch (error) {
        // A rule the plan refuses (a circle, for one) gives way to its figures.
        if (error instanceof PlanFormatError && this.tablesGiveWay(error.pointer ?? '')) continue;
        const line = error instanceof PlanFormatError ? this.lineAt(error.pointer ?? '') : null;
        if (line === null || this.refused.has(line)) throw error;
        this.refused.add(line);
      }
    }
  }

  /** Returns whether it is a table that the plan refuses: it is taken with less of it. */
  private tablesGiveWay(pointer: string): boolean {
    if (!/^\/(list|loans|savings)/.test(pointer) || this.tablesAs === 'nothing') return false;
    this.tablesAs = this.tablesAs === 'rules' ? 'figures' : 'nothing';
    return true;
  }

  /** The tables that became a part of the plan. */
  get tablesTaken(): readonly NamedTable[] {
    return this.tablesAs === 'nothing' ? [] : this.named;
  }

  private lineAt(pointer: string): number | null {
    const match = /^\/(ruleSteps|exceptions|lines)\/(\d+)/.exec(pointer);
    const rows = match ? this.rowsWritten[match[1]!] : undefined;
    return rows?.[Number(match![2])] ?? [...this.lines.keys()].find((row) => !this.refused.has(row)) ?? null;
  }

  private free(wanted: string): string {
    const plain = wanted.replace(/\p{Cc}|[\u2028\u2029]/gu, ' ').trim();
    const base = [...plain].slice(0, 70).join('').trim() || t('formats.line');
    for (let attempt = 1; ; attempt++) {
      const name = attempt === 1 ? base : `${base} ${attempt}`;
      if (this.taken.has(nameKey(name))) continue;
      this.taken.add(nameKey(name));
      return name;
    }
  }

  /** Which group each line belongs to, on which side, and what everything is called. */
  private nameAll(): void {
    const { rows } = this.of.block;
    const totals = rows.filter(({ kind }) => kind === 'total');
    const netSides = this.sidesByNet();
    const net = rows.findLast(({ kind }) => kind === 'net')?.row ?? -1;
    let heading: BlockRow | null = null;
    let section: Side | null = null;
    const drafts: { row: BlockRow; group: string; title: string; side: Side }[] = [];
    for (const row of rows) {
      if (row.kind === 'heading') {
        heading = row;
        section = this.sideOfHeading(row) ?? section;
      }
      if (row.kind !== 'line') continue;
      const total = totals.find(({ adds, row: index }) => adds.includes(row.row) || index === this.totalBelow(row.row));
      const title = heading?.label ?? (total ? total.label.replace(/^\s*(sub)?total\s*(of\s*)?/i, '') : '');
      const isMemo = MEMO.test(heading?.label ?? '') || isBalance(row) || (net >= 0 && row.row > net && !total);
      const correctedSide =
        correctionOfRow(this.of.said, row.row).side ?? (heading && correctionOfRow(this.of.said, heading.row).side);
      const side = correctedSide ?? (isMemo ? 'memo' : (heading && sideOfWords(heading.label)) ?? (total && (sideOfWords(total.label) ?? netSides.get(total.row))) ?? section ?? sideOfWords(row.label) ?? 'expense'); // prettier-ignore
      drafts.push({ row, group: `${title}|${side}`, title, side });
    }
    for (const draft of drafts) this.lines.set(draft.row.row, { row: draft.row, name: this.free(draft.row.label), group: draft.group }); // prettier-ignore
    // Where a heading stands over both, what counts keeps its name.
    const bySide = [...drafts.filter(({ side }) => side !== 'memo'), ...drafts.filter(({ side }) => side === 'memo')];
    for (const { group, title, side } of bySide)
      if (!this.groups.has(group))
        this.groups.set(group, { name: this.free(title === '' ? t(`formats.groupNames.${side}`) : title), side });
    for (const [key, { label }] of this.of.assumptions) this.assumptionNames.set(key, this.free(label));
    this.named = nameTables(this.of.tables, (wanted) => this.free(wanted));
  }

  private sideOfHeading({ row, label }: BlockRow): Side | null {
    return correctionOfRow(this.of.said, row).side ?? sideOfWords(label);
  }

  /** The side a line was put on, or that a heading says; `null` for other rows. */
  sideOf(row: BlockRow): Side | null {
    if (row.kind === 'heading') return this.sideOfHeading(row);
    const line = this.lines.get(row.row);
    return line ? this.groups.get(line.group)!.side : null;
  }

  private totalBelow(row: number): number {
    return (
      this.of.block.rows.find(({ row: index, kind }) => index > row && (kind === 'total' || kind === 'net'))?.row ?? -1
    );
  }

  /** Returns what is added and what is taken off in the net: income and expenses. */
  private sidesByNet(): Map<number, Side> {
    const sides = new Map<number, Side>();
    for (const { row, kind } of this.of.block.rows) {
      const formula = this.of.reviewed.rules.get(row)?.formula?.formula;
      if (kind !== 'net' || formula?.kind !== 'operation') continue;
      const take = (part: RawFormula, side: Side): void => {
        if (part.kind === 'cell') sides.set(part.at.row, side);
        else if (part.kind === 'operation' && part.operator === '-') {
          take(part.left, side);
          take(part.right, side === 'income' ? 'expense' : 'income');
        }
      };
      take(formula, 'income');
    }
    return sides;
  }

  private rowsWritten: Record<string, number[]> = {};

  private monthAt(period: number): string {
    const month = this.first.year * 12 + this.first.month - 1 + period;
    return `${Math.floor(month / 12)}-${String((month % 12) + 1).padStart(2, '0')}`;
  }

  private planFile(title: string): unknown {
    const { columns } = this.of.block;
    const ruleSteps: { line: string; from?: string; amount?: number; formula?: string }[] = [];
    const exceptions: { line: string; month: string; amount?: number }[] = [];
    this.rowsWritten = { ruleSteps: [], exceptions: [], lines: [] };
    for (const { row, name } of this.lines.values()) {
      this.rowsWritten.lines!.push(row.row);
      const rule = this.of.reviewed.rules.get(row.row);
      const formula = rule?.formula && !this.refused.has(row.row) ? asPlanFormula(rule.formula.formula, rule.formula.column, this.naming()) : null; // prettier-ignore
      const begins = rule?.formula ? columns.indexOf(rule.formula.column) : 0;
      let before: number | null | undefined;
      columns.forEach((column, index) => {
        // A month that is there twice counts once.
        if (this.periods.indexOf(this.periods[index]!) < index) return;
        const cell = rawCell(this.of.block.sheet, row.row, column);
        const value = typeof cell?.value === 'number' ? cell.value : null;
        const month = this.monthAt(this.periods[index]!);
        const step = (settings: object) => {
          ruleSteps.push({ line: name, ...(this.periods[index] === 0 ? {} : { from: month }), ...settings });
          this.rowsWritten.ruleSteps!.push(row.row);
        };
        if (formula === null || index < begins) {
          if (value !== before) step(value === null ? {} : { amount: value });
          before = value;
          return;
        }
        if (index === begins) step({ formula });
        const fault = rule!.departs.get(index);
        const isOwn = cell === undefined || !cell.formula || fault !== undefined;
        if (!isOwn || (this.of.isFixed && fault !== undefined && fault !== 'oddFormula')) return;
        exceptions.push({ line: name, month, ...(value === null ? {} : { amount: value }) });
        this.rowsWritten.exceptions!.push(row.row);
      });
    }
    return {
      version: 1,
      plan: {
        name: title,
        currency: 'EUR',
        locale: 'en-IE',
        firstMonth: this.monthAt(0),
        months: Math.max(...this.periods) + 1,
        ...(this.first.month !== 1 && columns.length % 12 === 0 ? { yearBegins: this.first.month } : {}),
      },
      assumptions: [...this.of.assumptions].map(([key, { value, look, period }]) => ({
        name: this.assumptionNames.get(key),
        unit: look === 'percent' ? (period === 'year' ? 'ratePerYear' : period === 'month' ? 'ratePerMonth' : 'percent') : look === 'money' ? 'money' : 'number', // prettier-ignore
        value,
      })),
      groups: [...this.groups.values()],
      lines: [...this.lines.values()].map(({ name, group }) => ({ name, group: this.groups.get(group)!.name })),
      ruleSteps,
      exceptions,
      ...tablesInFile(this.tablesTaken, this.monthAt(0), (key) => this.cellNamed(key), this.tablesAs === 'figures'),
    };
  }

  /** Returns what an assumption of the workbook is called in rules. */
  private cellNamed(key: string): string | null {
    const name = this.assumptionNames.get(key);
    return name === undefined ? null : quoteName(name);
  }

  private naming(): Naming {
    const { sheet, columns, heading } = this.of.block;
    const named = (key: string) => this.cellNamed(key);
    return {
      columns,
      heading,
      rows: this.of.block.rows.map(({ row }) => row),
      isOwnSheet: (name) => name === null || name === sheet.name,
      rowName: (row) => this.rowName(row),
      cellName: (reference) =>
        named(placeKey(reference.sheet ?? sheet.name, reference.row, reference.column)) ??
        totalNamed(this.tablesTaken, reference.sheet ?? sheet.name, reference),
      named: (name) => {
        const cell = this.of.workbook.names.get(name.toLowerCase());
        return cell ? named(placeKey(cell.sheet, cell.row, cell.column)) : null;
      },
    };
  }

  /** Returns what a row is called in rules: a line by its name, a total by what it adds up. */
  private rowName(row: number): string | null {
    const line = this.lines.get(row);
    if (line) return quoteName(line.name);
    const members = this.membersOf(row);
    if (members.length === 0) return null;
    const names = members.map((member) => quoteName(this.lines.get(member)!.name));
    return names.length === 1 ? names[0]! : `sum(${names.join(', ')})`;
  }

  /** The lines a total stands for: all of its group, as it should be. Totals may add each other up, in a circle too. */
  private membersOf(row: number, seen = new Set<number>()): number[] {
    const total = this.of.block.rows.find((each) => each.row === row);
    if (total?.kind !== 'total' || seen.has(row)) return [];
    seen.add(row);
    const { rows: all } = this.of.block;
    const own = linesAbove(all, all.indexOf(total)).flatMap((row) => (isBalance(row) ? [] : [row.row]));
    // A total of totals has whatever these have, and lines of its own.
    const rows =
      own.length > 0 ? own : total.adds.flatMap((row) => (this.lines.has(row) ? [row] : this.membersOf(row, seen)));
    return [...new Set(rows)];
  }

  /** All figures of the months beside the workbook’s own. */
  private compared(document: Document): ComparedCells {
    const model = new Model(document);
    const ids = new Map([...document.lines.values()].map(({ id, name }) => [name, id]));
    const tables = compareTables(this.tablesTaken, model);
    const cells = compareCells(this.of.block, this.of.reviewed, {
      isFixed: this.of.isFixed,
      membersOf: (row) => this.membersOf(row),
      lineIn: (row, index) => {
        const id = ids.get(this.lines.get(row)!.name);
        return id === undefined ? NaN : (model.seriesOf(id)?.valueAt(this.periods[index]!) ?? NaN);
      },
    });
    return {
      compared: cells.compared + tables.compared,
      equal: cells.equal + tables.compared - tables.differences.length,
      differences: [...cells.differences, ...tables.differences],
    };
  }
}
