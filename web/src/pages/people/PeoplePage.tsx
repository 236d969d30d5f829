import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { planOf } from '@haushalt/core';
import { useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { Select } from '../../fields/Select.tsx';
import { t } from '../../language/language.ts';
import { Initials } from '../../parts/people/Initials.tsx';
import { useMe } from '../../parts/people/me.ts';
import { ROLES } from '../../parts/people/roles.ts';
import type { Role } from '../../plan-session/api.ts';
import { peopleApi, type Member, type PlanPeople } from '../../plan-session/peopleApi.ts';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';
import { QueryResult } from '../../ui/QueryResult.tsx';
import { FormDialog } from '../../ui/FormDialog.tsx';
import { Icon } from '../../ui/Icon.tsx';
import { dayOf } from '../../language/moments.ts';
import { useNotices } from '../../ui/Notices.tsx';
import { Links } from './Links.tsx';
import { ShareForms } from './ShareForms.tsx';
import './people.scss';

/** Who may do what with the plan, since when and how they came by it; and how it is shared. */
export function PeoplePage() {
  const { planId = '' } = useParams();
  const me = useMe();
  const query = useQuery({ queryKey: ['people', planId], queryFn: () => peopleApi.people(planId) });
  const { data } = query;
  const isOwner = data?.people.some(({ id, role }) => id === me?.person?.id && role === 'owner') ?? false;
  return (
    <div className="scrolled-page people-page">
      <div className="page-head">
        <h2>{t('people.people')}</h2>
        {data && <p className="year-summary">{t('people.peopleWithAccess', { count: data.people.length })}</p>}
      </div>
      <div className="page-body">
        <QueryResult query={query}>
          {(people) => (
            <>
              {!people.signsIn && (
                <p className="people-first">
                  {t('people.signInNeeded')} <Link to="/you">{t('people.turnOnSignIn')}</Link>
                </p>
              )}
              {people.signsIn && (
                <>
                  <Members planId={planId} people={people} isOwner={isOwner} />
                  {isOwner ? (
                    <>
                      <ShareForms planId={planId} />
                      <Links planId={planId} people={people} />
                    </>
                  ) : (
                    <p className="quiet">{t('people.onlyOwners')}</p>
                  )}
                </>
              )}
            </>
          )}
        </QueryResult>
      </div>
    </div>
  );
}

interface MembersProps {
  readonly planId: string;
  readonly people: PlanPeople;
  readonly isOwner: boolean;
}

function Members({ planId, people, isOwner }: MembersProps) {
  return (
    <table className="plan-list people-list">
      <thead>
        <tr>
          <th scope="col">{t('people.person')}</th>
          <th scope="col">{t('people.role')}</th>
          <th scope="col">{t('people.sinceWhen')}</th>
          <th scope="col">{t('people.access')}</th>
          <th />
        </tr>
      </thead>
      <tbody>
        {people.people.map((member) => (
          <MemberRow key={member.id} planId={planId} member={member} people={people} isOwner={isOwner} />
        ))}
      </tbody>
    </table>
  );
}

function MemberRow({ planId, member, people, isOwner }: MembersProps & { readonly member: Member }) {
  const me = useMe();
  const client = useQueryClient();
  const notices = useNotices();
  const navigate = useNavigate();
  const { name: plan } = planOf(useSessionState().document);
  const isMe = me?.person?.id === member.id;
  const refresh = () => client.invalidateQueries({ queryKey: ['people', planId] });
  const failed = (error: Error) => notices.say({ text: error.message, tone: 'warning' });
  const setRole = useMutation({
    mutationFn: (role: Role) => peopleApi.setRole(planId, member.id, role),
    onSuccess: (_answer, role) => {
      const back = member.role;
      notices.say({
        text: t('people.roleChanged', { name: member.name, role }),
        action: { label: t('people.undo'), run: () => setRole.mutate(back) },
      });
      return refresh();
    },
    onError: failed,
  });
  const [isAsking, setAsking] = useState(false);
  const remove = useMutation({
    mutationFn: () => peopleApi.removePerson(planId, member.id),
    onSuccess: async ({ revokedLinks }) => {
      notices.say({
        text: isMe
          ? t('people.youHaveLeft', { plan })
          : t('people.removed', { name: member.name, links: revokedLinks }),
      });
      if (isMe) return navigate('/');
      await refresh();
    },
    onError: failed,
  });
  const link = people.links.find(({ id }) => id === member.link);
  const how = link
    ? t('people.byLinkFor', { what: linkInWords(link) })
    : member.link !== ''
      ? t('people.byLink')
      : isCreator(member, people.people)
        ? t('people.creator')
        : t('people.addedByOwner');
  return (
    <tr>
      <th scope="row">
        <span className="person">
          <Initials id={member.id} name={member.name} />
          <span>
            {member.name}
            {isMe && <small> {t('people.isYou')}</small>}
            {member.address !== '' && <small>{member.address}</small>}
          </span>
        </span>
      </th>
      <td>
        {isOwner ? (
          <Select
            aria-label={t('people.roleOf', { name: member.name })}
            value={member.role}
            onChange={(event) => setRole.mutate(event.target.value as Role)}
          >
            {ROLES.map((role) => (
              <option key={role} value={role}>
                {t(`people.roles.${role}`)}
              </option>
            ))}
          </Select>
        ) : (
          t(`people.roles.${member.role}`)
        )}
      </td>
      <td>{member.since === '' ? '' : dayOf(member.since)}</td>
      <td>{how}</td>
      <td className="row-actions">
        {isAsking && (
          <FormDialog
            title={isMe ? t('people.leaveQuestion', { plan }) : t('people.removeQuestion', { name: member.name })}
            submit={isMe ? t('people.leavePlan') : t('people.remove')}
            refusal={null}
            busy={remove.isPending}
            onClose={() => setAsking(false)}
            onSubmit={(event) => {
              event.preventDefault();
              setAsking(false);
              remove.mutate();
            }}
          >
            <p className="wide">
              {isMe
                ? t('people.youLoseAccess')
                : t('people.losesAccess', { name: member.name, cameByLink: link !== undefined })}
            </p>
          </FormDialog>
        )}
        {(isOwner || isMe) && (
          <button type="button" className="tool" disabled={remove.isPending} onClick={() => setAsking(true)}>
            <Icon name="delete" /> {isMe ? t('people.leavePlan') : t('people.remove')}
          </button>
        )}
      </td>
    </tr>
  );
}

function linkInWords({ role, address }: { readonly role: Role; readonly address: string }): string {
  return address === ''
    ? t('people.linkFor', { role })
    : `${t('people.linkFor', { role })}, ${t('people.sentTo', { address })}`;
}

/** Returns whether the plan is someone's from its beginning: the owner who has had it longest. */
function isCreator(member: Member, members: readonly Member[]): boolean {
  const owners = members.filter(({ role, link }) => role === 'owner' && link === '');
  return owners.length > 0 && member === owners.reduce((first, each) => (each.since < first.since ? each : first));
}
