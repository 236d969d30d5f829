import { useQueryClient } from '@tanstack/react-query';
import Dropdown from 'react-bootstrap/Dropdown';
import { Link } from 'react-router';
import { t } from '../../language/language.ts';

import { peopleApi } from '../../plan-session/peopleApi.ts';
import { Icon } from '../../ui/Icon.tsx';
import { forgetWhatIsBegun } from '../../ui/storedFile.ts';
import { Initials } from './Initials.tsx';
import { ME, useMe } from './me.ts';

/** Who one is here, and what is one's own: the way to oneself, to backups, and out. */
export function PersonMenu() {
  const me = useMe();
  const client = useQueryClient();
  if (!me?.person) return null;
  const { id, name, isAdmin } = me.person;
  const signOut = async () => {
    await peopleApi.signOut();
    await forgetWhatIsBegun();
    client.removeQueries({ predicate: ({ queryKey }) => queryKey[0] !== ME[0] });
    await client.invalidateQueries({ queryKey: ME });
  };
  return (
    <Dropdown align="end" className="person-menu">
      <Dropdown.Toggle
        as="button"
        type="button"
        className="tool"
        aria-label={`${t('people.you')}: ${name}`}
        title={name}
      >
        {me.signsIn ? <Initials id={id} name={name} /> : <Icon name="person" />}
      </Dropdown.Toggle>
      <Dropdown.Menu>
        {me.signsIn && <div className="person-name">{name}</div>}
        <Dropdown.Item as={Link} to="/you">
          {t('people.yourAccount')}
        </Dropdown.Item>
        <Dropdown.Item as={Link} to="/deleted">
          {t('maintenance.deletedPlans')}
        </Dropdown.Item>
        {isAdmin && (
          <Dropdown.Item as={Link} to="/backups">
            {t('maintenance.backups')}
          </Dropdown.Item>
        )}
        {me.signsIn && <Dropdown.Item onClick={() => void signOut()}>{t('people.signOut')}</Dropdown.Item>}
      </Dropdown.Menu>
    </Dropdown>
  );
}
