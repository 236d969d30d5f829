import { parsePlan, type Document } from '@haushalt/core';
import { randomFrom } from './random.ts';

/** Describes what a line of the bench plan computes; `a`, `b` and `c` are indexes of earlier lines, `rate` of an assumption. */
export type BenchLine =
  | {
      readonly kind: 'amount';
      readonly amount: number;
      readonly exceptions: readonly { period: number; amount: number }[];
    }
  | { readonly kind: 'growth'; readonly amount: number; readonly rate: number }
  | { readonly kind: 'share'; readonly a: number; readonly rate: number }
  | { readonly kind: 'scaled'; readonly a: number; readonly b: number; readonly rate: number }
  | { readonly kind: 'mixed'; readonly a: number; readonly b: number; readonly c: number }
  | { readonly kind: 'seasonal'; readonly a: number; readonly month: number; readonly amount: number }
  | { readonly kind: 'atLeast'; readonly a: number; readonly b: number }
  | { readonly kind: 'balance'; readonly a: number; readonly rate: number }
  | { readonly kind: 'lagged'; readonly a: number; readonly rate: number }
  | { readonly kind: 'running'; readonly a: number }
  | { readonly kind: 'ratio'; readonly a: number; readonly b: number }
  | { readonly kind: 'pair'; readonly a: number; readonly partner: number; readonly factor: number };

export interface BenchPlan {
  readonly months: number;
  readonly rates: readonly number[];
  readonly lines: readonly BenchLine[];
  readonly groupOf: readonly number[];
  /** Group index to side: 1 income, -1 expense. */
  readonly sides: readonly (1 | -1)[];
  readonly document: Document;
}

const WEIGHTS: readonly [BenchLine['kind'], number][] = [
  ['amount', 15],
  ['growth', 12],
  ['share', 14],
  ['scaled', 10],
  ['mixed', 12],
  ['seasonal', 7],
  ['atLeast', 7],
  ['balance', 10],
  ['lagged', 4],
  ['running', 3],
  ['ratio', 3],
  ['pair', 3],
];

/** Draws a plan in which every line depends on assumptions or other lines, formulas and recurrences mixed. */
export function drawPlan(lineCount: number, months: number, seed: number): BenchPlan {
  const random = randomFrom(seed);
  const rates = Array.from({ length: 12 }, () => 0.005 + random.next() * 0.05);
  const groups = Math.ceil(lineCount / 15);
  const sides = Array.from({ length: groups }, (_, group) => (group % 3 === 0 ? 1 : -1) as 1 | -1);
  const lines: BenchLine[] = [];
  while (lines.length < lineCount) draw(lines, lineCount, months, rates.length, random);
  const groupOf = lines.map(() => random.below(groups));
  return { months, rates, lines, groupOf, sides, document: documentFor(lines, groupOf, sides, rates, months) };
}

function draw(
  lines: BenchLine[],
  lineCount: number,
  months: number,
  rates: number,
  random: ReturnType<typeof randomFrom>,
): void {
  const earlier = () => random.below(lines.length);
  const rate = () => random.below(rates);
  const amount = () => Math.round(random.next() * 200_000) / 100 + 1;
  const kind = lines.length < 3 ? 'amount' : pick(random.next());
  switch (kind) {
    case 'amount': {
      const exceptions = Array.from({ length: random.below(4) }, () => ({
        period: random.below(months),
        amount: amount(),
      }));
      const unique = [...new Map(exceptions.map((exception) => [exception.period, exception])).values()];
      lines.push({ kind, amount: amount(), exceptions: unique });
      return;
    }
    case 'growth':
      lines.push({ kind, amount: amount(), rate: rate() });
      return;
    case 'share':
      lines.push({ kind, a: earlier(), rate: rate() });
      return;
    case 'scaled':
      lines.push({ kind, a: earlier(), b: earlier(), rate: rate() });
      return;
    case 'mixed':
      lines.push({ kind, a: earlier(), b: earlier(), c: earlier() });
      return;
    case 'seasonal':
      lines.push({ kind, a: earlier(), month: 1 + random.below(12), amount: amount() });
      return;
    case 'atLeast':
      lines.push({ kind, a: earlier(), b: earlier() });
      return;
    case 'balance':
    case 'lagged':
      lines.push({ kind, a: earlier(), rate: rate() });
      return;
    case 'running':
      lines.push({ kind, a: earlier() });
      return;
    case 'ratio':
      // Divides by a line of amounts, which is never zero.
      lines.push({ kind, a: earlier(), b: random.below(3) });
      return;
    case 'pair':
      if (lines.length + 2 > lineCount) return;
      lines.push({ kind, a: earlier(), partner: lines.length + 1, factor: 0.5 });
      lines.push({ kind, a: random.below(lines.length - 1), partner: lines.length - 1, factor: 0.4 });
  }
}

function pick(index: number): BenchLine['kind'] {
  let rest = index * WEIGHTS.reduce((sum, [, weight]) => sum + weight, 0);
  for (const [kind, weight] of WEIGHTS) if ((rest -= weight) < 0) return kind;
  return 'amount';
}

function documentFor(
  lines: readonly BenchLine[],
  groupOf: readonly number[],
  sides: readonly (1 | -1)[],
  rates: readonly number[],
  months: number,
): Document {
  return parsePlan({
    version: 1,
    plan: { name: 'Bench', currency: 'EUR', locale: 'en-IE', firstMonth: '2026-01', months },
    assumptions: rates.map((value, index) => ({ name: `Rate ${index}`, unit: 'ratePerYear', value })),
    groups: sides.map((side, index) => ({ name: `Group ${index}`, side: side === 1 ? 'income' : 'expense' })),
    lines: lines.map((_, index) => ({ name: `Line ${index}`, group: `Group ${groupOf[index]}` })),
    ruleSteps: lines.map((line, index) =>
      line.kind === 'amount'
        ? { line: `Line ${index}`, amount: line.amount }
        : { line: `Line ${index}`, formula: formulaOf(line, index) },
    ),
    exceptions: lines.flatMap((line, index) =>
      line.kind === 'amount'
        ? line.exceptions.map(({ period, amount }) => ({ line: `Line ${index}`, month: monthAt(period), amount }))
        : [],
    ),
  });
}

/** The month of a period of a bench plan, which begins in January 2026. */
export function monthAt(period: number): string {
  return `${2026 + Math.floor(period / 12)}-${String((period % 12) + 1).padStart(2, '0')}`;
}

/** The rule of a line, as people would write it. */
export function formulaOf(line: Exclude<BenchLine, { kind: 'amount' }>, index: number): string {
  switch (line.kind) {
    case 'growth':
      return `${line.amount} * (1 + Rate ${line.rate})^years`;
    case 'share':
      return `Line ${line.a} * Rate ${line.rate}`;
    case 'scaled':
      return `Line ${line.a} * (1 + Rate ${line.rate}) + Line ${line.b}`;
    case 'mixed':
      return `(Line ${line.a} + Line ${line.b} - Line ${line.c}) / 2`;
    case 'seasonal':
      return `if(month = ${line.month}, ${line.amount}, Line ${line.a})`;
    case 'atLeast':
      return `max(Line ${line.a} - Line ${line.b}, 0)`;
    case 'balance':
      return `prior(Line ${index}) * (1 + monthly(Rate ${line.rate})) + Line ${line.a}`;
    case 'lagged':
      return `prior(Line ${line.a}) * (1 + Rate ${line.rate})`;
    case 'running':
      return `running(Line ${line.a}, year)`;
    case 'ratio':
      return `Line ${line.a} / Line ${line.b}`;
    case 'pair':
      return `prior(Line ${line.partner}) * ${line.factor} + Line ${line.a}`;
  }
}
