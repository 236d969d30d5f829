import type { Month } from '../../calendar/month.ts';
import type { PlanModel } from '../../engine/planModel.ts';
import { calculatorsOf, extrasOf, movesOf } from '../../plan/document/calculators.ts';
import type { Command } from '../../plan/commands/commands.ts';
import { labelOf } from '../../plan/document/naming.ts';
import type { Check, Found } from './finding.ts';
import { noFigureInWords } from '../../engine/results.ts';
import { messageFor, type Message } from '../../message.ts';

/** Calculators that have no answer yet, or none at all. A mistake of an input is found where it was made. */
export const withoutAnswer: Check = (model) =>
  calculatorsOf(model.document).flatMap(({ row }): Found[] => {
    const answer = model.calculationOf(row.id)!.answer;
    if (answer.kind !== 'none' || typeof answer.why === 'number') return [];
    return [
      {
        place: { id: row.id, month: null },
        message: messageFor('finding.noResult', { name: row.name, reason: noFigureInWords(model, answer) }),
        fix: null,
      },
    ];
  });

/** Extra payments and entries in months in which their loan or fund does not run. */
export function outsideRuns(model: PlanModel): Found[] {
  const { document } = model;
  const findings: Found[] = [];
  const look = (owner: string, rows: readonly { readonly month: Month }[], parts: readonly Part[]) => {
    const [first, last] = [rows[0]!.month, rows.at(-1)!.month];
    for (const { id, from, until, words, command } of parts) {
      if (from <= last && (until ?? last) >= first) continue;
      const message = messageFor('finding.outsideMonths', {
        words,
        of: labelOf(document, owner)!,
        month: { month: from },
      });
      findings.push({
        place: { id: owner, month: null },
        about: id,
        message,
        fix: { words: messageFor('finding.outsideMonths.fix'), command },
      });
    }
  };
  for (const { row } of calculatorsOf(document)) {
    const { answer } = model.calculationOf(row.id)!;
    if (answer.kind === 'loan') {
      const parts = extrasOf(document, row.id).map(({ id, every, from, until }): Part => {
        const command = { kind: 'loan.setExtra', id, settings: null } as const;
        return {
          id,
          from,
          until: every === 'once' ? from : until,
          words: messageFor('finding.extraPayment'),
          command,
        };
      });
      look(row.id, answer.loan.rows, parts);
    }
    if (answer.kind === 'savings') {
      const parts = movesOf(document, row.id).map(({ id, from, until }): Part => {
        const command = { kind: 'fund.setMove', id, settings: null } as const;
        return { id, from, until: until ?? from, words: messageFor('finding.entry'), command };
      });
      look(row.id, answer.savings.rows, parts);
    }
  }
  return findings;
}

/** Something that happens in one month, or from one until another. */
interface Part {
  readonly id: string;
  readonly from: Month;
  readonly until: Month | null;
  readonly words: Message;
  readonly command: Command;
}
