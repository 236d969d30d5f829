import { compile, type EvalFunction } from 'mathjs';
import type { BenchLine, BenchPlan } from './plan.ts';

/**
 * The lines of the bench plan through a general expression library: every rule compiled once, evaluated month by month
 * with the figures it needs in its scope.
 */
export function byLibrary(plan: BenchPlan): { recalculate: () => void; lines: Float64Array[] } {
  const { months } = plan;
  const lines = plan.lines.map(() => new Float64Array(months));
  const compiled = plan.lines.map((line) => compile(expressionOf(line)));
  const scope: Record<string, number> = {};
  const evaluate = (index: number, position: number): number => {
    const line = plan.lines[index]!;
    if (line.kind === 'amount') {
      const exception = line.exceptions.find(({ period }) => period === position);
      if (exception) return exception.amount;
    }
    fillScope(scope, plan, line, lines, index, position);
    return (compiled[index] as EvalFunction).evaluate(scope) as number;
  };
  const recalculate = () => {
    for (let position = 0; position < months; position++) {
      for (let index = 0; index < lines.length; index++) lines[index]![position] = evaluate(index, position);
    }
  };
  return { recalculate, lines };
}

function fillScope(
  scope: Record<string, number>,
  plan: BenchPlan,
  line: BenchLine,
  lines: readonly Float64Array[],
  index: number,
  position: number,
): void {
  if ('rate' in line) scope.rate = plan.rates[line.rate]!;
  if ('a' in line) scope.a = lines[line.a]![position]!;
  if ('b' in line) scope.b = lines[line.b]![position]!;
  if ('c' in line) scope.c = lines[line.c]![position]!;
  scope.years = Math.floor(position / 12);
  scope.month = (position % 12) + 1;
  const before = line.kind === 'pair' ? line.partner : line.kind === 'lagged' ? line.a : index;
  scope.before = position === 0 ? 0 : lines[before]![position - 1]!;
  if (line.kind === 'running' && position % 12 === 0) scope.before = 0;
}

function expressionOf(line: BenchLine): string {
  switch (line.kind) {
    case 'amount':
      return String(line.amount);
    case 'growth':
      return `${line.amount} * (1 + rate)^years`;
    case 'share':
      return 'a * rate';
    case 'scaled':
      return 'a * (1 + rate) + b';
    case 'mixed':
      return '(a + b - c) / 2';
    case 'seasonal':
      return `month == ${line.month} ? ${line.amount} : a`;
    case 'atLeast':
      return 'max(a - b, 0)';
    case 'balance':
      return 'before * (1 + rate / 12) + a';
    case 'lagged':
      return 'before * (1 + rate)';
    case 'running':
      return 'before + a';
    case 'ratio':
      return 'a / b';
    case 'pair':
      return `before * ${line.factor} + a`;
  }
}
