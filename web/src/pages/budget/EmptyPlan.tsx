import type { Command } from '@haushalt/core';
import { newId } from '../../plan-session/api.ts';

/** Adds the groups most plans have. */
export function startWithUsualGroups(send: (command: Command) => boolean): void {
  const groups = [
    ['Income', 'income', null],
    ['Fixed costs', 'expense', 'fixed'],
    ['Now and then', 'expense', 'periodic'],
    ['Day to day', 'expense', 'dayToDay'],
    ['Set aside', 'setAside', null],
  ] as const;
  for (const [name, side, rhythm] of groups) send({ kind: 'group.add', id: newId(), name, side, rhythm, before: null });
}

/** What a plan without any group shows: how to begin. */
export function EmptyPlan({ onAdd, onStart }: { readonly onAdd: () => void; readonly onStart: () => void }) {
  return (
    <div className="empty-state">
      <h2>An empty plan</h2>
      <p>
        Lines live in groups: what comes in, what goes out, what you set aside. Begin with the usual five, or with one
        of your own.
      </p>
      <p>
        <button type="button" className="btn btn-primary" onClick={onStart} autoFocus>
          Begin with the usual groups
        </button>{' '}
        <button type="button" className="btn btn-outline-primary" onClick={onAdd}>
          Add one group
        </button>
      </p>
    </div>
  );
}
