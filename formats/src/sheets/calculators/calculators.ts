import { say } from '../../language.ts';
import { calculatorsOf, type Calculator } from '@haushalt/core';
import type { PlanScope } from '../translation/planScope.ts';
import { LiveBreakEven } from './breakEven.ts';
import { withoutAnswer, type LiveCalculator } from './calculatorSheet.ts';
import { LiveLoan } from './loan.ts';
import { LiveSavings } from './savings.ts';
import { LiveTax } from './tax.ts';

/** The calculators of a plan as sheets, made known to the rules that use what they give. */
export function liveCalculators(scope: PlanScope): LiveCalculator[] {
  return calculatorsOf(scope.model.document).flatMap((calculator) => {
    const live = liveCalculator(scope, calculator);
    scope.outputs.set(calculator.row.id, live);
    return 'sheet' in live ? [live] : [];
  });
}

function liveCalculator(scope: PlanScope, calculator: Calculator): LiveCalculator | ReturnType<typeof withoutAnswer> {
  const { answer } = scope.model.calculationOf(calculator.row.id)!;
  if (answer.kind === 'none') return withoutAnswer(typeof answer.why === 'number' ? answer.why : say(answer.why));
  switch (calculator.table) {
    case 'loans':
      return answer.kind === 'loan' ? new LiveLoan(scope, calculator, answer.loan) : withoutAnswer('');
    case 'savings':
      return answer.kind === 'savings' ? new LiveSavings(scope, calculator, answer.savings) : withoutAnswer('');
    case 'taxSchedules':
      return answer.kind === 'tax' ? new LiveTax(scope, calculator, answer.months) : withoutAnswer('');
    case 'breakEvens':
      return new LiveBreakEven(scope, calculator);
  }
}
