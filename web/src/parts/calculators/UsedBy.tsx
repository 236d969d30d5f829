import type { Text } from '@haushalt/language';
import { Icon } from '../../ui/Icon.tsx';
import { useShell } from '../plan/shell.ts';
import { t, say } from '../../language/language.ts';

interface UsedByProps {
  readonly users: readonly { readonly id: string; readonly name: Text }[];
  /** Puts it into the budget; left out where that has no meaning. */
  readonly onPlace?: () => void;
}

/** Who uses a calculator's figures, and a way to put it into the budget. */
export function UsedBy({ users, onPlace }: UsedByProps) {
  const shell = useShell();
  if (users.length === 0 && !onPlace) return null;
  return (
    <div className="used-by">
      <h3>{t('calculators.inThePlan')}</h3>
      {users.length > 0 && (
        <p>
          {t('calculators.usedBy')}{' '}
          {users.map(({ id, name }, index) => (
            <span key={id}>
              {index > 0 && ', '}
              <button type="button" className="jump" onClick={() => shell.goTo(id)}>
                {say(name)}
              </button>
            </span>
          ))}
        </p>
      )}
      {onPlace && (
        <button type="button" className="tool add-part" onClick={onPlace}>
          <Icon name="budget" />
          {t('calculators.addToBudgetAction')}
        </button>
      )}
    </div>
  );
}
