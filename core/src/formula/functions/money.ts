import { messageFor } from '../../message.ts';
import * as annuity from '../../finance/annuity.ts';
import { scheduleRefusal, setOfYear, taxOn } from '../../finance/tax.ts';
import { BLANK, checked, why, without, type Reader, type Site } from '../expression/evaluation.ts';
import {
  count,
  family,
  figure,
  figures,
  optional,
  rate,
  schedule,
  series,
  word,
  type CallUnits,
  type Inferred,
  type TaxTerms,
} from './description.ts';

const type = optional(count('type'));
const [present, future, payment] = [figure('present'), figure('future'), figure('payment')];
const [periods, period] = [count('periods'), count('period')];

/** Functions of money and rates. Those in capitals have the meaning and signs of OpenFormula. */
export const MONEY = family('money', [
  {
    name: 'share',
    summary: messageFor('function.share'),
    example: 'share(Rent, Pay)',
    parameters: [figure('x'), optional(figure('base'))],
    evaluation: (call) =>
      call.args.length === 1 ? { kind: 'crossSection', compute: sharesOfTotal } : { kind: 'operator', operator: '/' },
    unit(call) {
      if (call.units.length > 1) call.comparable();
      return 'percent';
    },
  },
  {
    name: 'monthly',
    summary: messageFor('function.monthly'),
    example: 'prior(Rent) * (1 + monthly(Inflation, effective))',
    parameters: [rate('yearly rate'), word('effective', ['effective'])],
    evaluation: {
      kind: 'pointwise',
      reader: ([yearly], call, site) => monthly(yearly!, call.args[1] !== undefined, site),
    },
    unit(call) {
      if (call.units[0] === 'ratePerMonth') call.doubt(null, messageFor('function.monthly.isMonthly'));
      return 'ratePerMonth';
    },
  },
  {
    name: 'payment',
    summary: messageFor('function.payment'),
    example: 'payment(5400, 4.9%, 36)',
    parameters: [figure('amount'), rate('yearly rate'), count('months')],
    evaluation: figures((amount, yearly, months) => -annuity.pmt(yearly / 12, months, amount)),
    unit: paymentUnit,
  },
  {
    name: 'tax',
    summary: messageFor('function.tax'),
    example: 'tax(Bands, total(Pay, year))',
    parameters: [schedule('schedule'), figure('income')],
    evaluation: { kind: 'schedule', reader: tax },
    unit(call) {
      const income = call.units[1]!;
      if (income !== 'any' && income !== 'money')
        call.doubt(1, messageFor('function.tax.takesMoney', { unit: call.words(income) }));
      return 'money';
    },
  },
  {
    name: 'PMT',
    summary: messageFor('function.PMT'),
    example: 'PMT(Inflation / 12, 36, 5400)',
    parameters: [rate('rate'), periods, present, optional(future), type],
    evaluation: figures(annuity.pmt),
    unit: perPeriod,
  },
  {
    name: 'IPMT',
    summary: messageFor('function.IPMT'),
    example: 'IPMT(Inflation / 12, period, 36, 5400)',
    parameters: [rate('rate'), period, periods, present, optional(future), type],
    evaluation: figures(annuity.ipmt),
    unit: perPeriod,
  },
  {
    name: 'PPMT',
    summary: messageFor('function.PPMT'),
    example: 'PPMT(Inflation / 12, period, 36, 5400)',
    parameters: [rate('rate'), period, periods, present, optional(future), type],
    evaluation: figures(annuity.ppmt),
    unit: perPeriod,
  },
  {
    name: 'FV',
    summary: messageFor('function.FV'),
    example: 'FV(Inflation / 12, 36, -150)',
    parameters: [rate('rate'), periods, payment, optional(present), type],
    evaluation: figures(annuity.fv),
    unit: perPeriod,
  },
  {
    name: 'PV',
    summary: messageFor('function.PV'),
    example: 'PV(Inflation / 12, 36, -150)',
    parameters: [rate('rate'), periods, payment, optional(future), type],
    evaluation: figures(annuity.pv),
    unit: perPeriod,
  },
  {
    name: 'NPER',
    summary: messageFor('function.NPER'),
    example: 'NPER(Inflation / 12, -150, 5000)',
    parameters: [rate('rate'), payment, present, optional(future), type],
    evaluation: figures(annuity.nper),
    unit: 'number',
  },
  {
    name: 'RATE',
    summary: messageFor('function.RATE'),
    example: 'RATE(36, -161.59, 5400)',
    parameters: [periods, payment, present, optional(future), type, optional(rate('guess'))],
    evaluation: figures(annuity.rate),
    unit: 'ratePerMonth',
    searches: true,
  },
  {
    name: 'CUMIPMT',
    summary: messageFor('function.CUMIPMT'),
    example: 'CUMIPMT(Inflation / 12, 36, 5400, 1, 12, 0)',
    parameters: [rate('rate'), periods, present, count('start'), count('end'), type],
    evaluation: figures(annuity.cumipmt),
    unit: perPeriod,
  },
  {
    name: 'CUMPRINC',
    summary: messageFor('function.CUMPRINC'),
    example: 'CUMPRINC(Inflation / 12, 36, 5400, 1, 12, 0)',
    parameters: [rate('rate'), periods, present, count('start'), count('end'), type],
    evaluation: figures(annuity.cumprinc),
    unit: perPeriod,
  },
  {
    name: 'EFFECT',
    summary: messageFor('function.EFFECT'),
    example: 'EFFECT(4.9%, 12)',
    parameters: [rate('nominal'), periods],
    evaluation: figures(annuity.effect),
    unit: 'ratePerYear',
  },
  {
    name: 'NOMINAL',
    summary: messageFor('function.NOMINAL'),
    example: 'NOMINAL(5%, 12)',
    parameters: [rate('effective'), periods],
    evaluation: figures(annuity.nominal),
    unit: 'ratePerYear',
  },
  {
    name: 'NPV',
    summary: messageFor('function.NPV'),
    example: 'NPV(monthly(Inflation), Pay - Rent)',
    parameters: [rate('rate'), series('x')],
    more: [figure('x')],
    evaluation: ({ args }) =>
      args.length === 2
        ? { kind: 'wholeSeries', flow: 1, compute: presentValue }
        : figures((each, ...given) => annuity.npv(each, given)),
    unit: perPeriod,
  },
  {
    name: 'IRR',
    summary: messageFor('function.IRR'),
    example: 'IRR(if(period = 1, -1000, 90))',
    parameters: [series('x'), optional(rate('guess'))],
    evaluation: { kind: 'wholeSeries', flow: 0, compute: rateOfReturn },
    unit: 'ratePerMonth',
    searches: true,
  },
]);

/** Money from a rate per period. */
function perPeriod(call: CallUnits): Inferred {
  if (call.units[0] === 'ratePerYear') call.yearlyWherePeriodic(0);
  return 'money';
}

function paymentUnit(call: CallUnits): Inferred {
  if (call.units[1] === 'ratePerMonth') call.doubt(1, messageFor('function.payment.isMonthly'));
  if (call.units[2] === 'years') {
    const inMonths = `${call.write(2, true)} * 12`;
    call.doubt(2, messageFor('function.payment.isInYears'), { words: inMonths, replacement: inMonths });
  }
  return 'money';
}

function monthly(rates: Reader, effective: boolean, site: Site): Reader {
  return (index) => {
    const yearly = rates(index);
    if (yearly !== yearly || !effective) return yearly / 12;
    return checked(Math.expm1(Math.log1p(yearly) / 12), index, site);
  };
}

/** A result, or the reason why there is none. */
function finiteOr(site: Site, value: number): number {
  return Number.isFinite(value) ? value : without(site.code('noResult', -1));
}

function presentValue(flow: number[], [rates]: readonly Reader[], site: Site): number {
  const perMonth = rates!(0);
  return perMonth === perMonth ? finiteOr(site, annuity.npv(perMonth, flow)) : NaN;
}

function rateOfReturn(flow: number[], [, guess]: readonly Reader[], site: Site): number {
  const near = guess?.(0);
  if (near !== undefined && near !== near) return NaN;
  const rates = annuity.ratesOfReturn(flow);
  if (near === undefined && rates.length > 1) return without(site.code('severalResults', -1, rates));
  return finiteOr(site, annuity.nearestTo(near ?? 0.1, rates));
}

/**
 * The tax on the income of a month by the bands of its year. Without an income it is empty, without an allowance or
 * rebate limit they are nothing; a year without bands, and bands or limits that cannot be, have no result.
 */
function tax({ sets, year, income, allowance, rebateLimit }: TaxTerms, site: Site): Reader {
  const orNothing = (reader: Reader, index: number): number => {
    const value = reader(index);
    return value === value ? value : why.code > BLANK ? NaN : 0;
  };
  return (index) => {
    const amount = income(index);
    if (amount !== amount) return NaN;
    const free = orNothing(allowance, index);
    if (free !== free) return NaN;
    const limit = orNothing(rebateLimit, index);
    if (limit !== limit) return NaN;
    const set = setOfYear(sets, year(index));
    if (!set) return without(site.code('noResult', index));
    const bands: { from: number; rate: number }[] = [];
    for (const read of set.bands) {
      const from = read.from(index);
      if (from !== from) return NaN;
      const rate = read.rate(index);
      if (rate !== rate) return NaN;
      bands.push({ from, rate });
    }
    const schedule = { bands, allowance: free, rebateLimit: limit };
    return scheduleRefusal(schedule) === null ? taxOn(amount, schedule).tax : without(site.code('noResult', index));
  };
}

/** Writes each figure’s share of the total of all; no result where that is nothing. */
function sharesOfTotal(figures: Float64Array, into: Float64Array): void {
  let total = 0;
  for (let index = 0; index < figures.length; index++) {
    const figure = figures[index]!;
    if (figure === figure) total += figure;
  }
  if (total === 0) into.fill(NaN);
  else for (let index = 0; index < figures.length; index++) into[index] = figures[index]! / total;
}
