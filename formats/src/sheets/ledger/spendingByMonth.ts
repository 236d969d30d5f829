import {
  NET,
  actualFigure,
  actualOver,
  directionOf,
  groupsWithLines,
  isTransfer,
  minorUnitsIn,
  nameOfYear,
  planOf,
  sideOfLine,
  toMonth,
  totalOfSide,
  yearIn,
  type Document,
  type LedgerSummary,
  type LedgerEntry,
  type LineRow,
  type Month,
  type PlanModel,
  type Side,
  type MonthRange,
} from '@haushalt/core';
import { labelOf, monthInWords, t } from '../../language.ts';
import { all, valueAt, call, negate, number, operation, text, type SheetFormula } from '../formula.ts';
import { EMPTY_CELL, words, type Sheet, type SheetCell, type SheetRow } from '../sheet.ts';
import { MONEY, column, sumOver } from './journal.ts';

/** Describes what a row shows in a month, and how that is counted. */
interface Counted {
  readonly figure: (month: Month) => number;
  readonly formula: (month: Month) => SheetFormula;
}

/** Describes what happened in a year month by month, line by line, counted from the journal. */
export class SpendingByMonth {
  private readonly document: Document;
  private readonly ledgerSummary: LedgerSummary;
  private readonly entries: readonly LedgerEntry[];
  private readonly months: readonly Month[];
  private readonly id: string;
  private readonly year: string;

  /** `entries` by day; at least one. */
  constructor(
    { document, calendar }: PlanModel,
    ledgerSummary: LedgerSummary,
    entries: readonly LedgerEntry[],
    year: MonthRange,
  ) {
    this.document = document;
    this.ledgerSummary = ledgerSummary;
    this.entries = entries;
    this.months = calendar.months.slice(year.from, year.to);
    this.id = `spending-by-month-${year.from}`;
    this.year = nameOfYear(document, yearIn(document, this.months[0]!));
  }

  sheet(remark: string): Sheet {
    const last = toMonth(this.entries.at(-1)!.date.slice(0, 7));
    const headings = this.months.map((month): SheetCell => ({
      value: `${month}-01`,
      format: { unit: 'date' },
      key: this.key('heading', month),
    }));
    return {
      id: this.id,
      title: t('formats.journal.spendingByMonth', { year: this.year }),
      remark,
      columns: [
        { kind: 'name' },
        ...this.months.map(() => ({ kind: 'figure' as const, addsUp: true })),
        { kind: 'end', addsUp: true },
      ],
      headings: 1,
      rows: [
        { role: 'heading', cells: [EMPTY_CELL, ...headings, words(this.year)] },
        ...this.rows(),
        {
          role: 'remark',
          cells: [
            words(t('formats.journal.countedUntil', { month: monthInWords(last, planOf(this.document).locale) })),
          ],
        },
      ],
    };
  }

  private rows(): SheetRow[] {
    const rows: SheetRow[] = [];
    const groupsOf = new Map<string, string[]>();
    for (const { group, lines } of groupsWithLines(this.document)) {
      const total = totalOfSide(group.side);
      const ofMoney = lines.filter(({ unit }) => unit === 'money');
      if (total === null || ofMoney.length === 0) continue;
      groupsOf.set(total, [...(groupsOf.get(total) ?? []), group.id]);
      rows.push(
        { role: 'section', side: group.side, cells: [words(group.name)] },
        ...ofMoney.map((line) => this.row('line', line.id, line.name, this.ofLine(line))),
        this.row(
          'subtotal',
          group.id,
          t('formats.subtotalOf', { group: group.name }),
          this.sumOf(
            group.id,
            ofMoney.map(({ id }) => id),
          ),
        ),
      );
    }
    for (const [total, groups] of groupsOf)
      rows.push(this.row('total', total, labelOf(this.document, total)!, this.sumOf(total, groups)));
    const there = (side: Side, month: Month) => {
      const total = totalOfSide(side)!;
      return groupsOf.has(total) ? valueAt(this.key(total, month)) : number(0);
    };
    const net: Counted = {
      figure: (month) => this.actualOf(NET, month),
      formula: (month) => operation(there('income', month), '-', there('expense', month)),
    };
    return [
      ...rows,
      this.row('final', NET, labelOf(this.document, NET)!, net),
      this.row('line', 'unassigned', t('formats.journal.unassigned'), this.unassigned()),
    ];
  }

  private row(role: SheetRow['role'], figureRef: string, title: string, { figure, formula }: Counted): SheetRow {
    const { document, months } = this;
    const side = document.groups.get(figureRef)?.side ?? sideOfLine(document, figureRef);
    const cells = months.map((month): SheetCell => ({
      value: figure(month),
      format: MONEY,
      key: this.key(figureRef, month),
      formula: formula(month),
    }));
    const year: SheetCell = {
      value: months.reduce((sum, month) => sum + figure(month), 0),
      format: MONEY,
      key: this.key(figureRef, 'year'),
      formula: call('SUM', all(months.map((month) => this.key(figureRef, month)))),
    };
    return {
      role,
      ...(side ? { side } : {}),
      cells: [words(title, { key: this.key(figureRef, 'name') }), ...cells, year],
    };
  }

  private ofLine({ id }: LineRow): Counted {
    const isOfLine = operation(column('line'), '=', valueAt(this.key(id, 'name')));
    return {
      figure: (month) => actualFigure(this.document, this.ledgerSummary.actuals, id, month) ?? 0,
      formula: (month) => {
        const sum = sumOver(isOfLine, this.isIn(month), column('amount'));
        return directionOf(this.document, id) > 0 ? sum : negate(sum);
      },
    };
  }

  private sumOf(figureRef: string, parts: readonly string[]): Counted {
    return {
      figure: (month) => this.actualOf(figureRef, month),
      formula: (month) => call('SUM', all(parts.map((part) => this.key(part, month)))),
    };
  }

  /** Returns what came in or went out without a line; transfers move nothing. */
  private unassigned(): Counted {
    const units = minorUnitsIn(this.document);
    const without = this.entries.filter((entry) => entry.line === '' && !isTransfer(entry));
    const isEmpty = (field: 'line' | 'toAccount') => operation(column(field), '=', text(''));
    return {
      figure: (month) =>
        without.filter(({ date }) => date.startsWith(month)).reduce((sum, { amount }) => sum + amount, 0) / units,
      formula: (month) => sumOver(isEmpty('line'), isEmpty('toAccount'), this.isIn(month), column('amount')),
    };
  }

  private actualOf(figureRef: string, month: Month): number {
    return actualOver(this.document, this.ledgerSummary.actuals, figureRef, [month]) ?? 0;
  }

  private isIn(month: Month): SheetFormula {
    return operation(column('month'), '=', valueAt(this.key('heading', month)));
  }

  private key(figureRef: string, month: Month | 'year' | 'name'): string {
    return `${this.id}:${figureRef}@${month}`;
  }
}
