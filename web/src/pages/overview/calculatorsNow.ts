import {
  calculatorsOf,
  isNoFigure,
  noFigureInWords,
  outputId,
  planOf,
  whyNoAnswer,
  yearOf,
  yearInWords,
  type Calculator,
  type PlanModel,
} from '@haushalt/core';
import { say, writeWithUnit, monthInWords, t } from '../../language/language.ts';

/** A calculator in a few words, as it stands in a month. */
export interface CalculatorNow {
  readonly calculator: Calculator;
  readonly words: string;
}

/** The key figures of all calculators, from the point of view of a period; offers stand behind their loan. */
export function calculatorsNow(model: PlanModel, period: number): CalculatorNow[] {
  return calculatorsOf(model.document)
    .filter(({ table, row }) => table !== 'loans' || row.offerOf === null)
    .map((calculator) => ({ calculator, words: inWords(model, calculator, period) }));
}

function inWords(model: PlanModel, calculator: Calculator, period: number): string {
  const { row } = calculator;
  const plan = planOf(model.document);
  const money = (value: number) => writeWithUnit(value, 'money', plan);
  const output = (name: string) => model.seriesOf(outputId(row.id, name))!.valueAt(period);
  const { answer } = model.calculationOf(row.id)!;
  switch (answer.kind) {
    case 'loan': {
      const { payment, last } = answer.loan;
      const interestDue = output('balance');
      const now = interestDue === interestDue ? t('overview.outstanding', { money: money(interestDue) }) : '';
      return t('overview.paymentUntil', { money: money(payment), now, month: monthInWords(last, plan.locale) });
    }
    case 'savings': {
      const { goal, reached } = answer.savings;
      const inIt = output('balance');
      const now = inIt === inIt ? t('overview.fundBalance', { money: money(inIt) }) : '';
      return t('overview.finalBalanceIn', { now, money: money(goal), month: monthInWords(reached, plan.locale) });
    }
    case 'tax': {
      const tax = output('tax');
      const yearBegins = calculator.table === 'taxSchedules' ? calculator.row.yearBegins : 1;
      const year = yearInWords(yearOf(model.calendar.months[period]!, yearBegins), yearBegins);
      const result = answer.months[period]!;
      if (isNoFigure(result)) return say(noFigureInWords(model, result));
      return tax === tax ? t('overview.taxFor', { money: money(tax), year }) : t('overview.noIncome');
    }
    case 'units': {
      const units = output('whole units');
      const result = answer.months[period]!;
      if (isNoFigure(result)) return say(noFigureInWords(model, result));
      if (units !== units) return t('overview.never');
      return t('overview.breakEvenUnits', { figure: writeWithUnit(units, 'number', plan) });
    }
    case 'payback': {
      const { reached, never } = answer.payback;
      return reached ? t('overview.paidBackIn', { month: monthInWords(reached.month, plan.locale) }) : say(never!);
    }
    case 'between': {
      const { crossing, never } = answer.between;
      return crossing ? t('overview.equalCostsIn', { month: monthInWords(crossing.month, plan.locale) }) : say(never!);
    }
    default:
      return say(whyNoAnswer(model, row.id)) ?? '';
  }
}
