import { freshName, inOrder, type Command } from '@haushalt/core';
import { useMemo } from 'react';
import { useNotices } from '../../../ui/Notices.tsx';
import { newId } from '../../../plan-session/api.ts';
import { useSession } from '../../../plan-session/SessionProvider.tsx';
import { useSend } from '../../../plan-session/useSend.ts';
import { moveGroup, moveLine } from './moving.ts';
import type { BudgetRow } from '../../../parts/lines/rows.ts';
import type { BudgetView } from '../../../parts/lines/view.ts';
import { t } from '../../../language/language.ts';

/** Describes what can be done with whole rows: each returns whether it was done. */
export interface WholeRowActions {
  readonly send: (command: Command, done?: string) => boolean;
  /** Adds a line to a group, after another of its lines or at its end; gives its id. */
  readonly addLine: (group: string, after: string | null) => string | null;
  readonly duplicate: (row: BudgetRow) => void;
  readonly remove: (row: BudgetRow) => void;
  /** Moves a line or group one place up or down. */
  readonly move: (row: BudgetRow, direction: 1 | -1) => boolean;
  readonly canMove: () => boolean;
  /** Makes the order in which the lines are sorted their own. */
  readonly keepOrder: () => boolean;
}

/** Commands about the rows of the budget; what is refused is said. */
export function useRowActions(rows: readonly BudgetRow[], view: BudgetView): WholeRowActions {
  const session = useSession();
  const sending = useSend();
  const notices = useNotices();
  return useMemo(() => {
    const send = (command: Command, done?: string): boolean => sending(command, done) === null;
    const canMove = (): boolean => {
      if (view.sortBy === 'order') return true;
      notices.say({ text: t('budget.sortedCannotMove') });
      return false;
    };
    return {
      send,
      canMove,
      addLine: (group, after) => {
        const { document } = session.state;
        const lines = inOrder([...document.lines.values()].filter((line) => line.group === group));
        const index = lines.findIndex((line) => line.id === after);
        const before = index < 0 ? null : (lines[index + 1]?.id ?? null);
        const id = newId();
        const name = freshName(document, t('budget.newLine'));
        return send({ kind: 'line.add', id, group, name, unit: 'money', before }) ? id : null;
      },
      keepOrder: () => {
        const groups = [...session.state.document.groups.keys()]
          .map((group) => ({
            group,
            lines: rows.flatMap((each) => (each.kind === 'line' && each.group.id === group ? [each.id] : [])),
          }))
          .filter(({ lines }) => lines.length > 0);
        return groups.length === 0 || send({ kind: 'lines.order', groups });
      },
      duplicate: (row) => {
        if (row.kind === 'line') send({ kind: 'line.duplicate', line: row.id, id: newId() });
        else if (row.kind === 'heading') send({ kind: 'group.duplicate', group: row.group.id, id: newId() });
      },
      remove: (row) => {
        const done = t('budget.isDeleted', { label: row.label });
        if (row.kind === 'line') send({ kind: 'line.delete', line: row.id }, done);
        else if (row.kind === 'heading') send({ kind: 'group.delete', group: row.group.id }, done);
      },
      move: (row, direction) => {
        if (!canMove()) return false;
        const { document } = session.state;
        const command =
          row.kind === 'line'
            ? moveLine(document, rows, row.line, direction)
            : row.kind === 'heading'
              ? moveGroup(document, row.group, direction)
              : null;
        return command !== null && send(command);
      },
    };
  }, [session, sending, notices, rows, view.sortBy]);
}
