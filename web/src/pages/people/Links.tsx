import { today } from '@haushalt/core';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { messages } from '../../messages/people.ts';
import { peopleApi, type PlanPeople, type SharingLink } from '../../plan-session/peopleApi.ts';
import { Icon } from '../../ui/Icon.tsx';
import { dayOf } from '../../ui/moments.ts';
import { useNotices } from '../../ui/Notices.tsx';

/** The links to a plan: what they allow, whom they were for, whether they were used; each can be revoked. */
export function Links({ planId, people }: { readonly planId: string; readonly people: PlanPeople }) {
  const client = useQueryClient();
  const notices = useNotices();
  const revoke = useMutation({
    mutationFn: (id: string) => peopleApi.revokeLink(planId, id),
    onSuccess: () => {
      notices.say({ text: messages.revoked });
      return client.invalidateQueries({ queryKey: ['people', planId] });
    },
    onError: (error) => notices.say({ text: error.message, tone: 'warning' }),
  });
  return (
    <section>
      <h3>{messages.links}</h3>
      {people.links.length === 0 && <p className="quiet">{messages.noLinks}</p>}
      <ul className="ruled-list link-list">
        {people.links.map((link) => (
          <li key={link.id} className={isOpen(link) ? '' : 'is-over'}>
            <span>
              {sentence(messages.linkFor(link.role))},{' '}
              {link.address === '' ? messages.handedOver : messages.sentTo(link.address)}
              <small className="quiet">{stateOf(link).join(', ')}</small>
            </span>
            {isOpen(link) && (
              <button type="button" className="tool" disabled={revoke.isPending} onClick={() => revoke.mutate(link.id)}>
                <Icon name="delete" /> {messages.revoke}
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
  const said = [messages.madeOn(dayOf(createdAt)), once ? messages.once.toLowerCase() : messages.often.toLowerCase()];
  if (until !== null) said.push(messages.untilDay(dayOf(until)));
  said.push(messages.used(uses));
  if (revokedAt !== null) said.push(messages.isRevoked);
  else if (!isOpen(link)) said.push(messages.isOver);
  return said;
}

const sentence = (words: string) => words.charAt(0).toUpperCase() + words.slice(1);
