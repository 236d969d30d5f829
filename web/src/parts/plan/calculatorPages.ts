import type { CalculatorTable } from '@haushalt/core';

/** The page each kind of calculator has, as its address names it. */
export const CALCULATOR_PAGES: Readonly<Record<CalculatorTable, string>> = {
  loans: 'loans',
  savings: 'savings',
  taxSchedules: 'tax',
  breakEvens: 'break-even',
};
