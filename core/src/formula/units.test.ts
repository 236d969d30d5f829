import { english } from '../testing/english.ts';
import { describe, expect, it } from 'vitest';
import { CANONICAL } from '../figure/notation.ts';
import type { Unit } from '../figure/unit.ts';
import { parseFormula } from './parse.ts';
import { inferUnit } from './units.ts';

const UNITS: Readonly<Record<string, Unit>> = {
  rent: 'money',
  balance: 'money',
  sold: 'number',
  inflation: 'ratePerYear',
  interest: 'ratePerMonth',
  discount: 'percent',
  term: 'months',
  age: 'years',
};

function infer(formula: string) {
  const { unit, findings } = inferUnit(parseFormula(formula), {
    byMonth: true,
    unitOf: (id) => UNITS[id]!,
    style: { notation: CANONICAL, nameOf: (id) => id },
  });
  return {
    unit,
    findings: findings.map(({ message, fix }) => (fix ? `${english(message)} → ${fix.replacement}` : message)),
  };
}

describe('the unit of a formula', () => {
  it.each<[string, Unit | undefined]>([
    ['1250', undefined],
    ['{rent} + 5', 'money'],
    ['{rent} * (1 + {inflation})', 'money'],
    ['{rent} * (1 + {inflation})^years', 'money'],
    ['{rent} * 5%', 'money'],
    ['118 * (1 + {inflation})^years', undefined],
    ['{sold} * 94%', undefined],
    ['{rent} * {discount}', 'money'],
    ['{rent} / {sold}', 'money'],
    ['{rent} / {balance}', 'number'],
    ['share({rent}, {balance})', 'percent'],
    ['monthly({inflation})', 'ratePerMonth'],
    ['{rent} * monthly({inflation})', 'money'],
    ['total({rent}, year) * {inflation}', 'money'],
    ['payment({rent}, {inflation}, {term})', 'money'],
    ['if({rent} > 100, {rent})', 'money'],
    ['max({sold}, 3)', 'number'],
    ['{sold} > 3', 'yesNo'],
    ['prior({balance}) + {rent}', 'money'],
  ])('%s is %s', (formula, unit) => {
    expect(infer(formula)).toEqual({ unit, findings: [] });
  });

  it.each([
    ['{balance} * {inflation}', 'Applies the yearly rate inflation to a monthly amount. → monthly(inflation)'],
    ['{rent} + {discount}', 'Adds a percent to money. → rent * (1 + discount)'],
    ['{rent} - {inflation}', 'Subtracts a rate per year from money. → rent * (1 - inflation)'],
    ['{rent} + {sold}', 'This adds money and number.'],
    ['{rent} * {balance}', 'Multiplies money by money.'],
    ['payment({rent}, {inflation}, {age})', 'payment counts in months; this is in years. → age * 12'],
    ['{term} + {age}', 'This adds months and years. → age * 12'],
    ['{age} - {term}', 'This subtracts months from years. → age * 12'],
    ['if({term} > {age}, 1, 2)', 'This compares months and years. → age * 12'],
    ['payment({rent}, {interest}, {term})', 'payment takes a yearly rate; this one is per month.'],
    [
      'PMT({inflation}, {term}, {rent})',
      'A rate per month is expected here; inflation is per year. → monthly(inflation)',
    ],
    ['monthly({interest})', 'This rate is already per month.'],
    ['if({sold} > 3, {rent}, {sold})', 'Mixes money and number.'],
    ['{rent} > {discount}', 'This compares money and percent.'],
  ])('%s is doubtful', (formula, finding) => {
    expect(infer(formula).findings).toEqual([finding]);
  });
});
