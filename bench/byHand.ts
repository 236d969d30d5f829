import type { BenchPlan } from './plan.ts';

/**
 * The bench plan computed by loops written by hand over the same kind of arrays: one loop per line, one pass each, then
 * the groups and totals. This is what the engine is measured against. Recalculate by calling the result.
 */
export function byHand(plan: BenchPlan): {
  recalculate: () => void;
  lines: Float64Array[];
  net: Float64Array;
  cumulative: Float64Array;
} {
  const { months, rates } = plan;
  const arrays = (count: number) => Array.from({ length: count }, () => new Float64Array(months));
  const lines = arrays(plan.lines.length);
  const groups = arrays(plan.sides.length);
  const [income, expenses, net, cumulative, left] = arrays(5) as [
    Float64Array,
    Float64Array,
    Float64Array,
    Float64Array,
    Float64Array,
  ];
  const years = Float64Array.from({ length: months }, (_, index) => Math.floor(index / 12));
  const monthOfYear = Float64Array.from({ length: months }, (_, index) => (index % 12) + 1);

  const line = (index: number): void => {
    const rule = plan.lines[index]!;
    const out = lines[index]!;
    switch (rule.kind) {
      case 'amount':
        out.fill(rule.amount);
        for (const { period, amount } of rule.exceptions) out[period] = amount;
        return;
      case 'growth': {
        const factor = 1 + rates[rule.rate]!;
        for (let index = 0; index < months; index++) out[index] = rule.amount * factor ** years[index]!;
        return;
      }
      case 'share': {
        const a = lines[rule.a]!;
        const rate = rates[rule.rate]!;
        for (let index = 0; index < months; index++) out[index] = a[index]! * rate;
        return;
      }
      case 'scaled': {
        const a = lines[rule.a]!;
        const b = lines[rule.b]!;
        const factor = 1 + rates[rule.rate]!;
        for (let index = 0; index < months; index++) out[index] = a[index]! * factor + b[index]!;
        return;
      }
      case 'mixed': {
        const a = lines[rule.a]!;
        const b = lines[rule.b]!;
        const c = lines[rule.c]!;
        for (let index = 0; index < months; index++) out[index] = (a[index]! + b[index]! - c[index]!) / 2;
        return;
      }
      case 'seasonal': {
        const a = lines[rule.a]!;
        for (let index = 0; index < months; index++)
          out[index] = monthOfYear[index] === rule.month ? rule.amount : a[index]!;
        return;
      }
      case 'atLeast': {
        const a = lines[rule.a]!;
        const b = lines[rule.b]!;
        for (let index = 0; index < months; index++) out[index] = Math.max(a[index]! - b[index]!, 0);
        return;
      }
      case 'balance': {
        const a = lines[rule.a]!;
        const factor = 1 + rates[rule.rate]! / 12;
        out[0] = a[0]!;
        for (let index = 1; index < months; index++) out[index] = out[index - 1]! * factor + a[index]!;
        return;
      }
      case 'lagged': {
        const a = lines[rule.a]!;
        const factor = 1 + rates[rule.rate]!;
        out[0] = 0;
        for (let index = 1; index < months; index++) out[index] = a[index - 1]! * factor;
        return;
      }
      case 'running': {
        const a = lines[rule.a]!;
        for (let index = 0; index < months; index++)
          out[index] = index % 12 === 0 ? a[index]! : out[index - 1]! + a[index]!;
        return;
      }
      case 'ratio': {
        const a = lines[rule.a]!;
        const b = lines[rule.b]!;
        for (let index = 0; index < months; index++) out[index] = a[index]! / b[index]!;
        return;
      }
      case 'pair': {
        if (rule.partner < index) return;
        const other = plan.lines[rule.partner] as typeof rule;
        const partner = lines[rule.partner]!;
        const a = lines[rule.a]!;
        const b = lines[other.a]!;
        out[0] = a[0]!;
        partner[0] = b[0]!;
        for (let index = 1; index < months; index++) {
          out[index] = partner[index - 1]! * rule.factor + a[index]!;
          partner[index] = out[index - 1]! * other.factor + b[index]!;
        }
      }
    }
  };

  const recalculate = () => {
    for (let index = 0; index < lines.length; index++) line(index);
    for (const group of groups) group.fill(0);
    lines.forEach((figures, index) => addTo(groups[plan.groupOf[index]!]!, figures));
    income.fill(0);
    expenses.fill(0);
    groups.forEach((figures, index) => addTo(plan.sides[index] === 1 ? income : expenses, figures));
    let sum = 0;
    for (let index = 0; index < months; index++) {
      net[index] = income[index]! - expenses[index]!;
      sum += net[index]!;
      cumulative[index] = sum;
      left[index] = net[index]!;
    }
  };
  return { recalculate, lines, net, cumulative };
}

function addTo(out: Float64Array, figures: Float64Array): void {
  for (let index = 0; index < out.length; index++) out[index] = out[index]! + figures[index]!;
}
