import type { Command } from '@haushalt/core';
import { newId } from '../../plan-session/api.ts';
import { messages } from '../../messages/budget.ts';

/** Adds the groups most plans have. */
export function startWithUsualGroups(send: (command: Command) => boolean): void {
  const groups = [
    [messages.income, 'income', null],
    [messages.fixedCosts, 'expense', 'fixed'],
    [messages.nowAndThen, 'expense', 'periodic'],
    [messages.dayToDay, 'expense', 'dayToDay'],
    [messages.setAside, 'setAside', null],
  ] as const;
  for (const [name, side, rhythm] of groups) send({ kind: 'group.add', id: newId(), name, side, rhythm, before: null });
}

/** What a plan without any group shows: how to begin. */
export function EmptyPlan({ onAdd, onStart }: { readonly onAdd: () => void; readonly onStart: () => void }) {
  return (
    <div className="empty-state">
      <h2>{messages.anEmptyPlan}</h2>
      <p>{messages.linesLiveInGroupsWhat}</p>
      <p>
        <button type="button" className="btn btn-primary" onClick={onStart} autoFocus>
          {messages.beginWithTheUsualGroups}
        </button>{' '}
        <button type="button" className="btn btn-outline-primary" onClick={onAdd}>
          {messages.addOneGroup}
        </button>
      </p>
    </div>
  );
}
