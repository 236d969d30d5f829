import type { Command } from '@haushalt/core';
import { newId } from '../../plan-session/api.ts';
import { t } from '../../language/language.ts';

/** Adds the groups most plans have. */
export function startWithUsualGroups(send: (command: Command) => boolean): void {
  const groups = [
    [t('budget.income'), 'income', null],
    [t('budget.fixedCosts'), 'expense', 'fixed'],
    [t('budget.periodic'), 'expense', 'periodic'],
    [t('budget.dayToDay'), 'expense', 'dayToDay'],
    [t('budget.savings'), 'setAside', null],
  ] as const;
  for (const [name, side, rhythm] of groups) send({ kind: 'group.add', id: newId(), name, side, rhythm, before: null });
}

/** Shows what a plan without any group shows: how to begin. */
export function EmptyPlan({ onAdd, onStart }: { readonly onAdd: () => void; readonly onStart: () => void }) {
  return (
    <div className="empty-state">
      <h2>{t('budget.anEmptyPlan')}</h2>
      <p>{t('budget.emptyPlanHint')}</p>
      <p>
        <button type="button" className="btn btn-primary" onClick={onStart} autoFocus>
          {t('budget.addUsualGroups')}
        </button>{' '}
        <button type="button" className="btn btn-outline-primary" onClick={onAdd}>
          {t('budget.addGroup')}
        </button>
      </p>
    </div>
  );
}
