import { bandSetsOf, inputWith, ownerOfFigure, type CalculatorTable } from '../document/calculators.ts';
import type { Document } from '../document/document.ts';
import type { Command } from './commands.ts';

/** The command that gives a calculator another figure or formula for one of its inputs. */
export function commandForInput(document: Document, inputId: string, formula: string | null): Command {
  const placed = inputWith(document, inputId);
  if (!placed) throw new RangeError('There is no such input in the plan.');
  const { calculator, input } = placed;
  const owner = ownerOfFigure(inputId);
  const extra = document.loanExtras.get(owner);
  if (extra) return { kind: 'loan.setExtra', id: owner, settings: withoutId({ ...extra, amount: formula }) };
  const move = document.savingsMoves.get(owner);
  if (move) return { kind: 'fund.setMove', id: owner, settings: withoutId({ ...move, amount: formula }) };
  const band = document.taxBands.get(inputId.slice(0, inputId.lastIndexOf(':')));
  if (band) {
    const { schedule, validFrom } = band;
    const set = bandSetsOf(document, schedule).find((each) => each.validFrom === validFrom)!;
    const bands = set.bands.map(({ id, from, rate }) => ({
      from,
      rate,
      ...(id === band.id ? { [input.column]: formula ?? '' } : {}),
    }));
    return { kind: 'taxSchedule.setBands', schedule, validFrom, bands };
  }
  return commandForSettings(calculator.table, owner, { [input.column]: formula });
}

/** The command that changes what is said of a calculator, or makes one; `decide` checks what it says. */
export function commandForSettings(
  table: CalculatorTable,
  id: string,
  settings: Readonly<Record<string, string | number | null>>,
): Command {
  switch (table) {
    case 'loans':
      return { kind: 'loan.set', loan: id, settings } as Command;
    case 'savings':
      return { kind: 'fund.set', fund: id, settings } as Command;
    case 'taxSchedules':
      return { kind: 'taxSchedule.set', schedule: id, settings } as Command;
    case 'breakEvens':
      return { kind: 'breakEven.set', breakEven: id, settings } as Command;
  }
}

function withoutId<R extends { readonly id: string }>({ id: _, ...rest }: R): Omit<R, 'id'> {
  return rest;
}
