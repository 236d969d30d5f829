import { addMonths, decide, parsePlan, toMonth, type Command, type Document } from '@haushalt/core';
import { atMost, mediansInTurn, medianOf, type Row } from './measure.ts';

const FIRST = toMonth('2026-01');

/** The rows about how the work grows with what is asked for: blocks of cells, and plan files. */
export function growthRows(): Row[] {
  const plan = typedPlan(300, 600);
  const many = block(plan, 0, 10_000);
  // The same cells in hundreds, so that both find as much of the plan at hand in the processor's memory.
  const hundreds = Array.from({ length: 100 }, (_, nth) => take(block(plan, nth * 100, 100)));
  let nth = 0;
  const [small, large] = mediansInTurn(15, 100, () => hundreds[nth++ % 100]!(), 1, take(many));
  const [short, long] = [planFile(1000), planFile(4000)];
  const [one, four] = mediansInTurn(
    9,
    1,
    () => void parsePlan(short),
    1,
    () => void parsePlan(long),
  );
  const seconds = medianOf(5, 1, take(many)) / 1e6;
  return [
    atMost('per cell, a block of 10,000 cells decided over one of 100', large / 10_000 / (small / 100), 1.5, '×'),
    atMost('the block of 10,000 cells, in a plan of 180,000 typed figures', seconds, 0.2, 's'),
    atMost('per line, a plan file of 4,000 lines read over one of 1,000', four / 4000 / (one / 1000), 1.5, '×'),
  ];

  function take(command: Command) {
    return () => {
      const decision = decide(plan, command);
      if (!decision.ok) throw new Error(decision.refusal.message.id);
    };
  }
}

/** A plan in which every month of every line has been typed. */
export function typedPlan(lines: number, months: number): Document {
  return parsePlan({
    ...planFile(lines, months),
    ruleSteps: [],
    exceptions: Array.from({ length: lines * months }, (_, index) => ({
      line: `Line ${index % lines}`,
      month: addMonths(FIRST, Math.floor(index / lines)),
      amount: index,
    })),
  });
}

function planFile(lines: number, months = 12) {
  return {
    version: 1,
    plan: { name: 'Bench', currency: 'EUR', locale: 'en-IE', firstMonth: FIRST, months },
    groups: [{ name: 'All', side: 'expense' }],
    lines: Array.from({ length: lines }, (_, index) => ({ id: `l${index}`, group: 'All', name: `Line ${index}` })),
    ruleSteps: Array.from({ length: lines }, (_, index) =>
      index === 0 ? { line: 'Line 0', amount: 1 } : { line: `Line ${index}`, formula: `Line ${index - 1} * 1.01 + 2` },
    ),
  };
}

function block(plan: Document, from: number, cells: number): Command {
  const lines = [...plan.lines.keys()];
  return {
    kind: 'figures.set',
    as: 'exceptions',
    figures: Array.from({ length: cells }, (_, nth) => {
      const index = from + nth;
      return {
        line: lines[index % lines.length]!,
        month: addMonths(FIRST, Math.floor(index / lines.length)),
        figure: index + 0.5,
      };
    }),
  };
}
