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
    exceptions: Array.from({ length: lines * months }, (_, at) => ({
      line: `Line ${at % lines}`,
      month: addMonths(FIRST, Math.floor(at / lines)),
      amount: at,
    })),
  });
}

function planFile(lines: number, months = 12) {
  return {
    version: 1,
    plan: { name: 'Bench', currency: 'EUR', locale: 'en-IE', firstMonth: FIRST, months },
    groups: [{ name: 'All', side: 'expense' }],
    lines: Array.from({ length: lines }, (_, at) => ({ id: `l${at}`, group: 'All', name: `Line ${at}` })),
    ruleSteps: Array.from({ length: lines }, (_, at) =>
      at === 0 ? { line: 'Line 0', amount: 1 } : { line: `Line ${at}`, formula: `Line ${at - 1} * 1.01 + 2` },
    ),
  };
}

function block(plan: Document, from: number, cells: number): Command {
  const lines = [...plan.lines.keys()];
  return {
    kind: 'figures.set',
    as: 'exceptions',
    figures: Array.from({ length: cells }, (_, nth) => {
      const at = from + nth;
      return {
        line: lines[at % lines.length]!,
        month: addMonths(FIRST, Math.floor(at / lines.length)),
        figure: at + 0.5,
      };
    }),
  };
}
