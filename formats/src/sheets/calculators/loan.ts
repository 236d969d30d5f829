import {
  extrasOf,
  inputId,
  monthsBetween,
  nearestPeriod,
  addMonths,
  type Calculator,
  type LoanAnswer,
  type LoanExtraRow,
  type LoanRow,
} from '@haushalt/core';
import { t } from '../../language.ts';
import { and, valueAt, call, negate, number, operation, or, text, type SheetFormula } from '../formula.ts';
import { words, type Sheet, type SheetCell, type SheetRow } from '../sheet.ts';
import { isEmptyCell } from '../translation/emptiness.ts';
import { NotTranslatable, type Source } from '../translation/formulaScope.ts';
import { inputKey, type PlanScope } from '../translation/planScope.ts';
import { inMonths, monthlyOf, result } from './calculatorSheet.ts';
import { MONEY, ScheduleSheet, withSpare } from './scheduleSheet.ts';

/** A loan on a sheet of its own: its terms, what it comes to, and its schedule month by month, all as formulas. */
export class LiveLoan extends ScheduleSheet {
  private readonly loan: LoanRow;
  private readonly extras: readonly LoanExtraRow[];
  private readonly given: LoanAnswer;
  private readonly isRateSteady: boolean;
  private readonly hasLowering: boolean;
  private readonly type: SheetFormula;

  constructor(scope: PlanScope, calculator: Extract<Calculator, { table: 'loans' }>, answer: LoanAnswer) {
    const { unknown, id } = calculator.row;
    const extras = extrasOf(scope.model.document, id);
    super(scope, calculator, (terms) => {
      const isTermTyped = unknown !== 'months' && terms.isTyped('months');
      return {
        rows: isTermTyped ? answer.months : withSpare(answer.rows.length, 12),
        mayEnd: unknown !== 'payment' || extras.length > 0 || !isTermTyped,
      };
    });
    this.loan = calculator.row;
    this.given = answer;
    this.extras = extras;
    this.isRateSteady = unknown === 'rate' || this.isSteady('rate');
    this.hasLowering = this.extras.some(({ lowers }) => lowers === 'payment');
    this.type = number(this.loan.due === 'start' ? 1 : 0);
  }

  /** Returns what cannot be followed month by month with formulas of one row. */
  private get isTooInvolved(): boolean {
    const shortens = this.extras.some(({ lowers }) => lowers === 'term');
    if (this.hasLowering && shortens) return true;
    return !this.isRateSteady && (this.loan.atNewRate === 'term' || shortens || this.mayEnd);
  }

  sourceOf(output: string, place: number): Source | null {
    const month = place - this.offset + 1;
    const isInside = month >= 1 && month <= this.rows;
    const flow = (value: SheetFormula): Source | null => {
      if (!isInside) return null;
      const empty = this.mayEnd && month > 1 ? isEmptyCell(this.key('opening', month)) : false;
      return { key: null, value, empty };
    };
    const read = (column: string) => (this.mayEnd ? call('N', this.cell(column, month)) : this.cell(column, month));
    switch (output) {
      case 'payment':
        return flow(this.extras.length > 0 ? operation(read('payment'), '+', read('extra')) : read('payment'));
      case 'interest':
        return flow(read('interest'));
      case 'principal':
        return flow(this.extras.length > 0 ? operation(read('principal'), '+', read('extra')) : read('principal'));
      case 'extra':
        return flow(this.extras.length > 0 ? read('extra') : number(0));
      case 'fee':
        return flow(month === 1 ? this.term('fee') : number(0));
      case 'balance':
        if (month < 1) return null;
        return { key: null, value: isInside ? read('closing') : number(0), empty: false };
      case 'rate':
        return this.isRateSteady ? this.fixedSource('rate') : flow(this.rateIn(month));
      case 'regular payment':
        return this.isRegularSteady ? this.fixedSource('regular') : flow(read('regular'));
      case 'amount':
        return this.fixedSource('amount');
      case 'months':
        return this.fixedSource('runs');
      case 'total paid':
        return this.fixedSource('paid');
      case 'total interest':
        return this.fixedSource('interest');
      case 'interest share':
        return this.fixedSource('share');
      default:
        throw new NotTranslatable(t('formats.reason.sheetWithoutFigure', { name: output }));
    }
  }

  private get isRegularSteady(): boolean {
    return this.isRateSteady && !this.hasLowering;
  }

  /** The yearly rate in a month of the loan. */
  private rateIn(month: number): SheetFormula {
    if (this.isRateSteady) return valueAt(this.fixed('rate'));
    const { calendar } = this.scope.model;
    const period = nearestPeriod(calendar, addMonths(this.loan.first, month - 1));
    return this.inPeriod(this.idOf('rate'), period)?.value ?? number(0);
  }

  private monthly(month: number): SheetFormula {
    return monthlyOf(this.isRateSteady ? valueAt(this.fixed('rate')) : this.cell('rate', month), this.loan.conversion);
  }

  private get monthlyRate(): SheetFormula {
    return monthlyOf(valueAt(this.fixed('rate')), this.loan.conversion);
  }

  private paying(rate: SheetFormula, months: SheetFormula, amount: SheetFormula, balloon: SheetFormula): SheetFormula {
    return this.round(negate(call('PMT', rate, months, amount, negate(balloon), this.type)));
  }

  private less(months: SheetFormula): SheetFormula {
    return this.has('interestOnly') ? operation(months, '-', this.term('interestOnly')) : months;
  }

  /** The four terms, of which one follows from the others, with what the loan comes to. */
  private results(): SheetRow[] {
    const { unknown, conversion, termIn } = this.loan;
    const { amount, rate, months, payment, totalPaid, totalInterest, interestShare, rows } = this.given;
    const balloon = this.term('balloon');
    const [A, M, R] = [valueAt(this.fixed('amount')), valueAt(this.fixed('months')), valueAt(this.fixed('regular'))];
    const ofYear = (monthly: SheetFormula) =>
      conversion === 'nominal'
        ? operation(monthly, '*', number(12))
        : operation(operation(operation(number(1), '+', monthly), '^', number(12)), '-', number(1));
    const guarded = (say: () => SheetFormula) => () => {
      if (this.isTooInvolved) throw new NotTranslatable(t('formats.reason.notRowByRow'));
      return say();
    };
    return [
      result(t('formats.amount'), amount, MONEY, this.fixed('amount'), () =>
        unknown === 'amount'
          ? this.round(call('PV', this.monthlyRate, this.less(M), negate(R), negate(balloon), this.type))
          : this.term('amount'),
      ),
      result(t('formats.yearlyRate'), rate, { unit: 'ratePerYear' }, this.fixed('rate'), () =>
        unknown === 'rate'
          ? ofYear(call('RATE', this.less(M), negate(R), A, negate(balloon), this.type))
          : this.isRateSteady
            ? this.term('rate')
            : this.rateIn(1),
      ),
      result(t('formats.termInMonths'), months, { unit: 'count' }, this.fixed('months'), () =>
        unknown === 'months' ? this.monthsUntilPaid(A, balloon) : inMonths(this.term('months'), termIn),
      ),
      result(t('formats.monthlyPayment'), payment, MONEY, this.fixed('regular'), () =>
        unknown === 'payment'
          ? this.paying(this.monthlyRate, this.less(M), A, balloon)
          : this.round(this.term('payment')),
      ),
      result(t('formats.monthsItRuns'), rows.length, { unit: 'count' }, this.fixed('runs'), guarded(() => call('COUNT', this.column('closing')))), // prettier-ignore
      result(t('formats.totalPaid'), totalPaid, MONEY, this.fixed('paid'), guarded(() => {
        const paid = call('SUM', this.column('payment'));
        return this.extras.length > 0 ? operation(paid, '+', call('SUM', this.column('extra'))) : paid;
      })), // prettier-ignore
      result(t('formats.totalInterest'), totalInterest, MONEY, this.fixed('interest'), guarded(() => call('SUM', this.column('interest')))), // prettier-ignore
      result(t('formats.interestShare'), interestShare, { unit: 'percent' }, this.fixed('share'), () =>
        operation(valueAt(this.fixed('interest')), '/', A),
      ),
      result(
        t('formats.effectiveAnnualRate'),
        this.given.yearlyCost,
        { unit: 'ratePerYear' },
        this.fixed('effective'),
        () => this.effectiveRate(A, M, R, balloon),
      ),
    ];
  }

  /** Returns what it costs a year with everything, where all payments are alike. */
  private effectiveRate(
    amount: SheetFormula,
    months: SheetFormula,
    paid: SheetFormula,
    balloon: SheetFormula,
  ): SheetFormula | null {
    if (this.given.yearlyCost === null) return null;
    if (this.mayEnd || !this.isRateSteady || this.has('interestOnly'))
      throw new NotTranslatable(t('formats.reason.search'));
    const received = this.has('fee') ? operation(amount, '-', this.term('fee')) : amount;
    const monthly = call('RATE', months, negate(paid), received, negate(balloon), this.type);
    return operation(operation(operation(number(1), '+', monthly), '^', number(12)), '-', number(1));
  }

  private monthsUntilPaid(amount: SheetFormula, balloon: SheetFormula): SheetFormula {
    const periods = call('NPER', this.monthlyRate, negate(this.term('payment')), amount, negate(balloon), this.type);
    const all = this.has('interestOnly') ? operation(periods, '+', this.term('interestOnly')) : periods;
    const whole = call('ROUNDUP', operation(all, '-', number(1e-6)), number(0));
    return call('MAX', number(1), whole);
  }

  sheet(): Sheet {
    const { loan, given } = this;
    const hasExtra = this.extras.length > 0;
    return this.layOut(
      {
        id: `loan:${loan.id}`,
        remark: t('formats.loanFrom', { month: this.inWords(loan.first) }),
        terms: ['amount', 'rate', 'months', 'payment', 'balloon', 'fee', 'interestOnly'].filter(
          (column) => column !== loan.unknown,
        ),
        besides: this.extras.map((extra): SheetRow => ({
          role: 'line',
          cells: [words(t('formats.extraPaymentFrom', { month: this.inWords(extra.from) })), this.extraCell(extra)],
        })),
        results: this.results(),
        titles: [
          t('formats.openingBalance'),
          t('formats.payment'),
          t('formats.interest'),
          t('formats.principal'),
          ...(hasExtra ? [t('formats.extraPayments')] : []),
          t('formats.closingBalance'),
          ...(this.isRateSteady ? [] : [t('formats.yearlyRate')]),
          ...(this.isRegularSteady ? [] : [t('formats.regularPayment')]),
        ],
        rows: this.rows,
      },
      (month) => this.row(month, given),
    );
  }

  private extraCell({ id, amount }: LoanExtraRow): SheetCell {
    const key = inputId(id, 'amount');
    return amount === null ? { value: null, key: inputKey(key) } : this.termCell(key);
  }

  /** Returns what is paid on top in a month, of the payments that lower the term or the payment; `null` for nothing. */
  private onTop(month: number, lowers: LoanExtraRow['lowers']): SheetFormula | null {
    const due = this.extras.filter((extra) => {
      if (extra.lowers !== lowers || extra.amount === null) return false;
      const first = monthsBetween(this.loan.first, extra.from) + 1;
      const last = extra.until === null ? Infinity : monthsBetween(this.loan.first, extra.until) + 1;
      const stride = extra.every === 'monthly' ? 1 : extra.every === 'yearly' ? 12 : Infinity;
      return month === first || (month > first && month <= last && (month - first) % stride === 0);
    });
    return this.amountsOf(due);
  }

  private row(month: number, { rows }: LoanAnswer): SheetRow {
    const row = rows[month - 1];
    const [O, I, P, X] = ['opening', 'interest', 'payment', 'extra'].map((name) => this.cell(name, month));
    const [opening, interest, paid, extra] = [O!, I!, P!, X!];
    const say = (formula: () => SheetFormula) => () => {
      if (this.isTooInvolved) throw new NotTranslatable(t('formats.reason.notRowByRow'));
      return formula();
    };
    const figure = (column: string, value: number | undefined, formula: () => SheetFormula, format = MONEY) =>
      this.scheduled(
        column,
        month,
        value,
        say(() => this.whileItRuns(month, formula())),
        format,
      );
    const hasExtra = this.extras.length > 0;
    const regular = this.isRegularSteady ? valueAt(this.fixed('regular')) : this.cell('regular', month);
    const rate = this.monthly(month);
    const isAlone = this.isAlone(month);
    const interestDue = this.owed(opening, rate, regular, isAlone);
    const last = this.isLast(month, opening, interestDue, regular, isAlone);
    const isAtStart = this.loan.due === 'start';
    const choose = (when: SheetFormula | boolean, then: SheetFormula, otherwise: SheetFormula) =>
      when === true ? then : when === false ? otherwise : call('IF', when, then, otherwise);
    const before = choose(last, number(0), this.round(operation(operation(opening, '+', interest), '-', paid)));
    const openingFormula = () => {
      if (month === 1) return valueAt(this.fixed('amount'));
      const earlier = this.cell('closing', month - 1);
      return this.mayEnd ? call('IF', operation(call('N', earlier), '<=', number(0)), text(''), earlier) : earlier;
    };
    return {
      role: 'line',
      cells: [
        ...this.beginningOf(month),
        this.scheduled('opening', month, row?.opening, say(openingFormula)),
        figure('payment', row?.payment, () =>
          choose(last, operation(opening, '+', interest), choose(isAlone, interest, regular)),
        ),
        figure('interest', row?.interest, () => (isAtStart ? choose(last, number(0), interestDue) : interestDue)),
        figure('principal', row?.principal, () => this.round(operation(paid, '-', interest))),
        ...(hasExtra ? [figure('extra', row?.extra, () => this.extraIn(month, before))] : []),
        figure('closing', row?.closing, () => (hasExtra ? this.round(operation(before, '-', extra)) : before)),
        ...(this.isRateSteady ? [] : [figure('rate', row?.rate, () => this.rateIn(month), { unit: 'ratePerYear' })]),
        ...(this.isRegularSteady ? [] : [figure('regular', row?.regular, () => this.regularIn(month))]),
      ],
    };
  }

  /** Returns whether a month pays interest alone. */
  private isAlone(month: number): SheetFormula | boolean {
    if (!this.has('interestOnly')) return false;
    return operation(number(month), '<=', this.term('interestOnly'));
  }

  private owed(
    opening: SheetFormula,
    rate: SheetFormula,
    regular: SheetFormula,
    isAlone: SheetFormula | boolean,
  ): SheetFormula {
    if (this.loan.due === 'end') return this.round(operation(opening, '*', rate));
    const later = this.round(operation(operation(opening, '-', call('MIN', regular, opening)), '*', rate));
    if (isAlone === false) return later;
    const kept = this.round(operation(operation(opening, '*', rate), '/', operation(number(1), '+', rate)));
    return isAlone === true ? kept : call('IF', isAlone, kept, later);
  }

  private isLast(
    month: number,
    opening: SheetFormula,
    interestDue: SheetFormula,
    regular: SheetFormula,
    isAlone: SheetFormula | boolean,
  ): SheetFormula | boolean {
    const isEnd = month === this.rows;
    if (!this.mayEnd) return isEnd;
    if (isEnd) return true;
    const notAlone = (condition: SheetFormula) =>
      typeof isAlone === 'boolean' ? condition : and(call('NOT', isAlone), condition);
    if (this.loan.unknown === 'months') {
      const rest = this.round(operation(operation(opening, '+', interestDue), '-', regular));
      return notAlone(operation(rest, '<=', this.term('balloon')));
    }
    const isLast = notAlone(operation(operation(regular, '-', interestDue), '>=', opening));
    return or(operation(number(month), '=', valueAt(this.fixed('months'))), isLast);
  }

  private extraIn(month: number, before: SheetFormula): SheetFormula {
    const part = (amount: SheetFormula | null, most: SheetFormula): SheetFormula | null =>
      amount && call('MIN', most, call('MAX', number(0), this.round(amount)));
    const shortening = part(this.onTop(month, 'term'), before);
    const lowering = part(this.onTop(month, 'payment'), shortening ? operation(before, '-', shortening) : before);
    if (shortening && lowering) return operation(shortening, '+', lowering);
    return shortening ?? lowering ?? number(0);
  }

  /** The regular payment of a month, where another rate or an extra payment changes it. */
  private regularIn(month: number): SheetFormula {
    if (month === 1) return valueAt(this.fixed('regular'));
    const before = month - 1;
    const balloon = (balance: SheetFormula) => call('MIN', this.term('balloon'), balance);
    const passed = this.has('interestOnly') ? call('MAX', number(before), this.term('interestOnly')) : number(before);
    const left = operation(valueAt(this.fixed('months')), '-', passed);
    let carried: SheetFormula = this.cell('regular', before);
    if (this.onTop(before, 'payment')) {
      const closing = this.cell('closing', before);
      const anew = call('MIN', carried, this.paying(this.monthly(before), left, closing, balloon(closing)));
      carried = call('IF', and(operation(closing, '>', number(0)), operation(left, '>=', number(1))), anew, carried);
    }
    if (this.isRateSteady) return carried;
    const opening = this.cell('opening', month);
    const isSame = operation(this.cell('rate', month), '=', this.cell('rate', before));
    return call('IF', isSame, carried, this.paying(this.monthly(month), left, opening, balloon(opening)));
  }
}
