import {
  inputId,
  monthsBetween,
  movesOf,
  type Calculator,
  type SavingsAnswer,
  type SavingsFundRow,
  type SavingsMoveRow,
} from '@haushalt/core';
import { t } from '../../language.ts';
import { valueAt, call, number, operation, or, text, type SheetFormula } from '../formula.ts';
import { words, type Sheet, type SheetCell, type SheetRow } from '../sheet.ts';
import { isEmptyCell } from '../translation/emptiness.ts';
import { NotTranslatable, type Source } from '../translation/formulaScope.ts';
import type { PlanScope } from '../translation/planScope.ts';
import { inMonths, monthlyOf, result } from './calculatorSheet.ts';
import { MONEY, ScheduleSheet, withSpare } from './scheduleSheet.ts';

/** A savings fund on a sheet of its own: its terms, what it comes to, and its schedule, all as formulas. */
export class LiveSavings extends ScheduleSheet {
  private readonly fund: SavingsFundRow;
  private readonly moves: readonly SavingsMoveRow[];
  private readonly given: SavingsAnswer;

  constructor(scope: PlanScope, calculator: Extract<Calculator, { table: 'savings' }>, answer: SavingsAnswer) {
    super(scope, calculator, (terms) => {
      const mayEnd = calculator.row.unknown === 'months' || (terms.has('months') && !terms.isTyped('months'));
      return { rows: mayEnd ? withSpare(answer.months, 24) : answer.months, mayEnd };
    });
    this.fund = calculator.row;
    this.given = answer;
    this.moves = movesOf(scope.model.document, this.fund.id);
  }

  /** Living off the fund is followed month by month here, and not in the workbook. */
  private get isLivedOff(): boolean {
    return this.fund.withdrawals !== 'none';
  }

  /** All months it is shown for, those after the deposits included. */
  private get shown(): number {
    return this.isLivedOff ? this.given.rows.length : this.rows;
  }

  sourceOf(output: string, place: number): Source | null {
    const month = place - this.offset + 1;
    const read = (column: string): Source | null => {
      if (month < 1 || month > this.shown) return null;
      const key = this.key(column, month);
      return this.mayEnd && month > 1 ? { key, value: call('N', valueAt(key)), empty: isEmptyCell(key) } : { key, value: valueAt(key), empty: false }; // prettier-ignore
    };
    const isEmptied = this.given.withdrawal !== null && this.given.withdrawal.months !== null;
    switch (output) {
      case 'deposit':
      case 'interest':
      case 'withdrawal':
        return read(output);
      case 'balance':
        return month > this.shown && isEmptied ? { key: null, value: number(0), empty: false } : read('closing');
      case 'goal':
        return this.fixedSource('final');
      case 'months':
        return this.fixedSource('months');
      case 'rate':
        return this.fixedSource('rate');
      case 'total deposits':
        return this.fixedSource('deposits');
      case 'total interest':
        return this.fixedSource('interest');
      default:
        throw new NotTranslatable(t('formats.reason.sheetWithoutFigure', { name: output }));
    }
  }

  private periodFor(month: number): number {
    return Math.max(0, Math.min(this.scope.count - 1, this.offset + month - 1));
  }

  private rateIn(month: number): SheetFormula {
    if (this.fund.unknown === 'rate') return valueAt(this.fixed('rate'));
    if (this.isRateSteady) return this.term('rate');
    return this.inPeriod(this.idOf('rate'), this.periodFor(month))?.value ?? number(0);
  }

  private rateSteady: boolean | null = null;
  private get isRateSteady(): boolean {
    return (this.rateSteady ??= this.isSteady('rate'));
  }

  private depositSteady: boolean | null = null;
  /** The regular deposit of a month, grown once a year. */
  private regular(month: number): SheetFormula {
    this.depositSteady ??= this.fund.unknown === 'deposit' || this.isSteady('deposit');
    const typed = this.depositSteady
      ? this.fund.unknown === 'deposit'
        ? valueAt(this.fixed('deposit'))
        : this.term('deposit')
      : (this.inPeriod(this.idOf('deposit'), this.periodFor(month))?.value ?? number(0));
    const years = Math.floor((month - 1) / 12);
    if (!this.has('growth') || years === 0) return typed;
    return operation(typed, '*', operation(operation(number(1), '+', this.term('growth')), '^', number(years)));
  }

  private isPaused(month: number): boolean {
    return this.moves.some(({ kind, from, until }) => {
      const first = monthsBetween(this.fund.first, from) + 1;
      const last = until === null ? first : monthsBetween(this.fund.first, until) + 1;
      return kind === 'pause' && month >= first && month <= last;
    });
  }

  /** Returns what is put in or taken out once in a month; `null` for nothing. */
  private once(month: number, kind: 'deposit' | 'withdrawal'): SheetFormula | null {
    const due = this.moves.filter(
      (move) => move.kind === kind && move.amount !== null && monthsBetween(this.fund.first, move.from) + 1 === month,
    );
    return this.amountsOf(due);
  }

  sheet(): Sheet {
    const { fund } = this;
    const single = this.moves.filter(({ kind, amount }) => kind !== 'pause' && amount !== null);
    return this.layOut(
      {
        id: `savings:${fund.id}`,
        remark: t('formats.fundFrom', { month: this.inWords(fund.first) }),
        terms: ['opening', 'deposit', 'rate', 'months', 'goal', 'growth', 'withdrawal', 'withdrawalMonths'].filter(
          (column) => column !== fund.unknown,
        ),
        besides: single.map((move): SheetRow => ({
          role: 'line',
          cells: [
            words(t('formats.onceIn', { kind: move.kind, month: this.inWords(move.from) })),
            this.termCell(inputId(move.id, 'amount')),
          ],
        })),
        results: this.results(),
        titles: [
          t('formats.openingBalance'),
          t('formats.deposits'),
          t('formats.withdrawals'),
          t('formats.interest'),
          t('formats.closingBalance'),
        ],
        rows: Math.max(this.rows, this.shown),
      },
      (month) => this.row(month),
    );
  }

  private results(): SheetRow[] {
    const { unknown, termIn } = this.fund;
    const { deposit, rate, months, goal, totalDeposits, totalInterest } = this.given;
    return [
      ...(unknown === 'deposit'
        ? [result(t('formats.monthlyDeposit'), deposit, MONEY, this.fixed('deposit'), () => { throw new NotTranslatable(t('formats.reason.search')); })] // prettier-ignore
        : []),
      result(t('formats.yearlyRate'), rate, { unit: 'ratePerYear' }, this.fixed('rate'), () => {
        if (unknown === 'rate') throw new NotTranslatable(t('formats.reason.search'));
        return this.rateIn(1);
      }),
      result(t('formats.termInMonths'), months, { unit: 'count' }, this.fixed('months'), () =>
        unknown === 'months'
          ? call('COUNT', this.column('closing'))
          : this.has('months')
            ? inMonths(this.term('months'), termIn)
            : undefined,
      ),
      result(t('formats.finalBalance'), goal, MONEY, this.fixed('final'), () =>
        this.mayEnd
          ? call('INDEX', this.column('closing'), valueAt(this.fixed('months')))
          : valueAt(this.key('closing', this.rows)),
      ),
      result(t('formats.totalDeposits'), totalDeposits, MONEY, this.fixed('deposits'), () =>
        call('SUM', this.column('deposit', this.shown)),
      ),
      result(t('formats.totalInterest'), totalInterest, MONEY, this.fixed('interest'), () =>
        call('SUM', this.column('interest', this.shown)),
      ),
    ];
  }

  private row(month: number): SheetRow {
    const row = this.given.rows[month - 1];
    const cell = (name: string) => this.cell(name, month);
    const [opening, deposit, withdrawal, interest] = ['opening', 'deposit', 'withdrawal', 'interest'].map(cell) as [SheetFormula, SheetFormula, SheetFormula, SheetFormula]; // prettier-ignore
    const isAfter = this.isLivedOff && month > this.given.months;
    const say = (formula: () => SheetFormula) => () => {
      if (isAfter) throw new NotTranslatable(t('formats.reason.withdrawals'));
      return formula();
    };
    const figure = (name: string, value: number | undefined, formula: () => SheetFormula): SheetCell =>
      this.scheduled(
        name,
        month,
        value,
        say(() => this.whileItRuns(month, formula())),
      );
    const rate = monthlyOf(this.rateIn(month), this.fund.conversion);
    const isAtStart = this.fund.due === 'start';
    const sum = (...parts: readonly SheetFormula[]) => parts.reduce((left, right) => operation(left, '+', right));
    const taken = this.once(month, 'withdrawal');
    const available = isAtStart ? sum(opening, deposit) : this.round(sum(opening, interest, deposit));
    const parts = [...(this.isPaused(month) ? [] : [this.regular(month)]), ...[this.once(month, 'deposit')].filter((part) => part !== null)]; // prettier-ignore
    const openingFormula = () => {
      if (month === 1) return this.term('opening');
      const earlier = this.cell('closing', month - 1);
      if (!this.mayEnd) return earlier;
      const isDone =
        this.fund.unknown === 'months'
          ? operation(call('N', earlier), '>=', this.term('goal'))
          : operation(number(month), '>', valueAt(this.fixed('months')));
      return call('IF', or(isEmptyCell(this.key('closing', month - 1)), isDone), text(''), earlier);
    };
    return {
      role: 'line',
      cells: [
        ...this.beginningOf(month),
        this.scheduled('opening', month, row?.opening, say(openingFormula)),
        figure('deposit', row?.deposit, () => (parts.length === 0 ? number(0) : this.round(sum(...parts)))),
        figure('withdrawal', row?.withdrawal, () =>
          taken ? call('MIN', this.round(taken), call('MAX', number(0), available)) : number(0),
        ),
        figure('interest', row?.interest, () =>
          this.round(operation(isAtStart ? operation(sum(opening, deposit), '-', withdrawal) : opening, '*', rate)),
        ),
        figure('closing', row?.closing, () => this.round(operation(sum(opening, deposit, interest), '-', withdrawal))),
      ],
    };
  }
}
