import {
  addMonths,
  inputId,
  monthsBetween,
  movesOf,
  nearestPeriod,
  type Calculator,
  type SavingsAnswer,
  type SavingsFundRow,
  type SavingsMoveRow,
} from '@haushalt/core';
import { messages } from '../../messages.ts';
import { all, at, call, number, operation, or, text, type SheetFormula } from '../formula.ts';
import { said } from '../liveBudget.ts';
import { words, type CellFormat, type Sheet, type SheetCell, type SheetRow } from '../sheet.ts';
import { isEmptyCell } from '../translation/emptiness.ts';
import { Unsayable, type Source } from '../translation/ground.ts';
import { inputKey, type PlanGround } from '../translation/planGround.ts';
import {
  BLANK_ROW,
  CalculatorGround,
  headingRow,
  inMonths,
  monthlyOf,
  result,
  section,
  withoutSpareRows,
  type LiveCalculator,
} from './calculatorSheet.ts';

const MONEY: CellFormat = { unit: 'money' };
const LONGEST = 1200;

/** A savings fund on a sheet of its own: its terms, what it comes to, and its schedule, all as formulas. */
export class LiveSavings extends CalculatorGround implements LiveCalculator {
  private readonly fund: SavingsFundRow;
  private readonly moves: readonly SavingsMoveRow[];
  private readonly given: SavingsAnswer;
  private readonly offset: number;
  /** How many rows deposits have; more than there are where a change may make it take longer. */
  private readonly rows: number;
  private readonly mayEnd: boolean;

  constructor(ground: PlanGround, calculator: Extract<Calculator, { table: 'savings' }>, answer: SavingsAnswer) {
    const { calendar, document } = ground.model;
    super(ground, calculator, nearestPeriod(calendar, calculator.row.first));
    this.fund = calculator.row;
    this.given = answer;
    this.moves = movesOf(document, this.fund.id);
    this.offset = monthsBetween(calendar.first, this.fund.first);
    const isTermTyped = !this.has('months') || this.inPeriod(this.idOf('months'), this.start)?.key !== null;
    this.mayEnd = this.fund.unknown === 'months' || !isTermTyped;
    this.rows = this.mayEnd ? Math.min(LONGEST, answer.months * 2 + 24) : answer.months;
  }

  private key(column: string, month: number): string {
    return `${this.fund.id}.${column}#${month}`;
  }

  private fixed(name: string): string {
    return `${this.fund.id}.${name}`;
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
    const fixed = (name: string): Source => ({ key: this.fixed(name), value: at(this.fixed(name)), empty: false });
    const read = (column: string): Source | null => {
      if (month < 1 || month > this.shown) return null;
      const key = this.key(column, month);
      return this.mayEnd && month > 1 ? { key, value: call('N', at(key)), empty: isEmptyCell(key) } : { key, value: at(key), empty: false }; // prettier-ignore
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
        return fixed('final');
      case 'months':
        return fixed('months');
      case 'rate':
        return fixed('rate');
      case 'total deposits':
        return fixed('deposits');
      case 'total interest':
        return fixed('interest');
      default:
        throw new Unsayable(messages.noOutput(output));
    }
  }

  private periodFor(month: number): number {
    return Math.max(0, Math.min(this.ground.count - 1, this.offset + month - 1));
  }

  private rateIn(month: number): SheetFormula {
    if (this.fund.unknown === 'rate') return at(this.fixed('rate'));
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
        ? at(this.fixed('deposit'))
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

  /** What is put in or taken out once in a month; `null` for nothing. */
  private once(month: number, kind: 'deposit' | 'withdrawal'): SheetFormula | null {
    const due = this.moves.filter(
      (move) => move.kind === kind && move.amount !== null && monthsBetween(this.fund.first, move.from) + 1 === month,
    );
    return due.length === 0
      ? null
      : due.map(({ id }) => at(inputKey(inputId(id, 'amount')))).reduce((sum, each) => operation(sum, '+', each));
  }

  paper(): Sheet {
    return withoutSpareRows(this.sheet());
  }

  sheet(): Sheet {
    const { fund } = this;
    const titles = [
      messages.no,
      messages.month,
      messages.openingBalance,
      messages.deposits,
      messages.withdrawals,
      messages.interest,
      messages.closingBalance,
    ];
    const terms = ['opening', 'deposit', 'rate', 'months', 'goal', 'growth', 'withdrawal', 'withdrawalMonths'].filter((column) => column !== fund.unknown); // prettier-ignore
    const single = this.moves.filter(({ kind, amount }) => kind !== 'pause' && amount !== null);
    return {
      id: `savings:${fund.id}`,
      title: fund.name,
      remark: messages.fundFrom(this.inWords(fund.first)),
      columns: [
        { kind: 'name', width: 26 },
        { kind: 'text', width: 16 },
        ...titles.slice(2).map(() => ({ kind: 'figure' as const, width: 14 })),
      ],
      headings: 0,
      rows: [
        section(messages.terms),
        ...this.terms(terms),
        ...single.map((move): SheetRow => ({
          role: 'line',
          cells: [
            words(messages.onceIn(move.kind, this.inWords(move.from))),
            this.termCell(inputId(move.id, 'amount')),
          ],
        })),
        BLANK_ROW,
        section(messages.whatItComesTo),
        ...this.results(),
        BLANK_ROW,
        headingRow(titles),
        ...Array.from({ length: Math.max(this.rows, this.shown) }, (_, index) => this.row(index + 1)),
      ],
    };
  }

  private results(): SheetRow[] {
    const { unknown, termIn } = this.fund;
    const { deposit, rate, months, goal, totalDeposits, totalInterest } = this.given;
    const column = (name: string, rows = this.shown) => all(Array.from({ length: rows }, (_, index) => this.key(name, index + 1))); // prettier-ignore
    return [
      ...(unknown === 'deposit'
        ? [result(messages.monthlyDeposit, deposit, MONEY, this.fixed('deposit'), () => { throw new Unsayable(messages.searchedFor); })] // prettier-ignore
        : []),
      result(messages.yearlyRate, rate, { unit: 'ratePerYear' }, this.fixed('rate'), () => {
        if (unknown === 'rate') throw new Unsayable(messages.searchedFor);
        return this.rateIn(1);
      }),
      result(messages.termInMonths, months, { unit: 'count' }, this.fixed('months'), () =>
        unknown === 'months'
          ? call('COUNT', column('closing', this.rows))
          : this.has('months')
            ? inMonths(this.term('months'), termIn)
            : undefined,
      ),
      result(messages.finalBalance, goal, MONEY, this.fixed('final'), () =>
        this.mayEnd
          ? call('INDEX', column('closing', this.rows), at(this.fixed('months')))
          : at(this.key('closing', this.rows)),
      ),
      result(messages.totalDeposits, totalDeposits, MONEY, this.fixed('deposits'), () =>
        call('SUM', column('deposit')),
      ),
      result(messages.totalInterest, totalInterest, MONEY, this.fixed('interest'), () =>
        call('SUM', column('interest')),
      ),
    ];
  }

  private row(month: number): SheetRow {
    const known = this.given.rows[month - 1];
    const cell = (name: string) => at(this.key(name, month));
    const [opening, deposit, withdrawal, interest] = ['opening', 'deposit', 'withdrawal', 'interest'].map(cell) as [SheetFormula, SheetFormula, SheetFormula, SheetFormula]; // prettier-ignore
    const isAfter = this.isLivedOff && month > this.given.months;
    const say = (formula: () => SheetFormula) => () => {
      if (isAfter) throw new Unsayable(messages.livedOffHere);
      return this.mayEnd && month > 1
        ? call('IF', isEmptyCell(this.key('opening', month)), text(''), formula())
        : formula();
    };
    const figure = (name: string, value: number | undefined, formula: () => SheetFormula): SheetCell =>
      said({ value: value ?? null, format: MONEY, key: this.key(name, month) }, say(formula));
    const rate = monthlyOf(this.rateIn(month), this.fund.conversion);
    const isAtStart = this.fund.due === 'start';
    const sum = (...parts: readonly SheetFormula[]) => parts.reduce((left, right) => operation(left, '+', right));
    const taken = this.once(month, 'withdrawal');
    const available = isAtStart ? sum(opening, deposit) : this.round(sum(opening, interest, deposit));
    const parts = [...(this.isPaused(month) ? [] : [this.regular(month)]), ...[this.once(month, 'deposit')].filter((part) => part !== null)]; // prettier-ignore
    return {
      role: 'line',
      cells: [
        { value: month, format: { unit: 'count' } },
        words(this.inWords(addMonths(this.fund.first, month - 1))),
        said({ value: known?.opening ?? null, format: MONEY, key: this.key('opening', month) }, () => {
          if (isAfter) throw new Unsayable(messages.livedOffHere);
          if (month === 1) return this.term('opening');
          const earlier = at(this.key('closing', month - 1));
          if (!this.mayEnd) return earlier;
          const done =
            this.fund.unknown === 'months'
              ? operation(call('N', earlier), '>=', this.term('goal'))
              : operation(number(month), '>', at(this.fixed('months')));
          return call('IF', or(isEmptyCell(this.key('closing', month - 1)), done), text(''), earlier);
        }),
        figure('deposit', known?.deposit, () => (parts.length === 0 ? number(0) : this.round(sum(...parts)))),
        figure('withdrawal', known?.withdrawal, () =>
          taken ? call('MIN', this.round(taken), call('MAX', number(0), available)) : number(0),
        ),
        figure('interest', known?.interest, () =>
          this.round(operation(isAtStart ? operation(sum(opening, deposit), '-', withdrawal) : opening, '*', rate)),
        ),
        figure('closing', known?.closing, () =>
          this.round(operation(sum(opening, deposit, interest), '-', withdrawal)),
        ),
      ],
    };
  }
}
