import { today } from '@haushalt/core';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { t } from '../../language/language.ts';
import { peopleApi, type PlanPeople, type SharingLink } from '../../plan-session/peopleApi.ts';
import { Icon } from '../../ui/Icon.tsx';
import { dayOf } from '../../language/moments.ts';
import { useNotices } from '../../ui/Notices.tsx';

/** The links to a plan: what they allow, whom they were for, whether they were used; each can be revoked. */
export function Links({ planId, people }: { readonly planId: string; readonly people: PlanPeople }) {
  const client = useQueryClient();
  const notices = useNotices();
  const revoke = useMutation({
    mutationFn: (id: string) => peopleApi.revokeLink(planId, id),
    onSuccess: () => {
      notices.say({ text: t('people.revoked') });
      return client.invalidateQueries({ queryKey: ['people', planId] });
    },
    onError: (error) => notices.say({ text: error.message, tone: 'warning' }),
  });
  return (
    <section>
      <h3>{t('people.links')}</h3>
      {people.links.length === 0 && <p className="quiet">{t('people.noLinks')}</p>}
      <ul className="ruled-list link-list">
        {people.links.map((link) => (
          <li key={link.id} className={isOpen(link) ? '' : 'is-over'}>
            <span>
              {sentence(t('people.linkFor', { role: link.role }))},{' '}
              {link.address === '' ? t('people.toShare') : t('people.sentTo', { address: link.address })}
              <small className="quiet">{stateOf(link).join(', ')}</small>
            </span>
            {isOpen(link) && (
              <button type="button" className="tool" disabled={revoke.isPending} onClick={() => revoke.mutate(link.id)}>
                <Icon name="delete" /> {t('people.revoke')}
              </button>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}

function isOpen({ revokedAt, until, once, uses }: SharingLink): boolean {
  const isPast = until !== null && until < today();
  return revokedAt === null && !isPast && !(once && uses > 0);
}

function stateOf(link: SharingLink): string[] {
  const { createdAt, until, uses, revokedAt, once } = link;
  const texts = [
    t('people.createdOn', { day: dayOf(createdAt) }),
    once ? t('people.singleUse').toLowerCase() : t('people.reusable').toLowerCase(),
  ];
  if (until !== null) texts.push(t('people.untilDay', { day: dayOf(until) }));
  texts.push(t('people.used', { count: uses }));
  if (revokedAt !== null) texts.push(t('people.isRevoked'));
  else if (!isOpen(link)) texts.push(t('people.isExpired'));
  return texts;
}

const sentence = (words: string) => words.charAt(0).toUpperCase() + words.slice(1);
