import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { planOf } from '@haushalt/core';
import { useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { Select } from '../../fields/Select.tsx';
import { messages } from '../../messages/people.ts';
import { Initials } from '../../parts/people/Initials.tsx';
import { useMe } from '../../parts/people/me.ts';
import { ROLES } from '../../parts/people/roles.ts';
import type { Role } from '../../plan-session/api.ts';
import { peopleApi, type Member, type PlanPeople } from '../../plan-session/peopleApi.ts';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';
import { QueryResult } from '../../ui/QueryResult.tsx';
import { FormDialog } from '../../ui/FormDialog.tsx';
import { Icon } from '../../ui/Icon.tsx';
import { dayOf } from '../../ui/moments.ts';
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
        <h2>{messages.people}</h2>
        {data && <p className="year-summary">{messages.whoMayWhat(data.people.length)}</p>}
      </div>
      <div className="page-body">
        <QueryResult query={query}>
          {(people) => (
            <>
              {!people.signsIn && (
                <p className="people-first">
                  {messages.firstAPassword} <Link to="/you">{messages.beginSigningIn}</Link>
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
                    <p className="quiet">{messages.onlyOwners}</p>
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
          <th scope="col">{messages.person}</th>
          <th scope="col">{messages.role}</th>
          <th scope="col">{messages.sinceWhen}</th>
          <th scope="col">{messages.how}</th>
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
        text: messages.roleChanged(member.name, role),
        action: { label: messages.undo, run: () => setRole.mutate(back) },
      });
      return refresh();
    },
    onError: failed,
  });
  const [isAsking, setAsking] = useState(false);
  const remove = useMutation({
    mutationFn: () => peopleApi.removePerson(planId, member.id),
    onSuccess: async ({ revokedLinks }) => {
      notices.say({ text: isMe ? messages.youHaveLeft(plan) : messages.isTakenAway(member.name, revokedLinks) });
      if (isMe) return navigate('/');
      await refresh();
    },
    onError: failed,
  });
  const link = people.links.find(({ id }) => id === member.link);
  const how = link
    ? messages.byThisLink(linkInWords(link))
    : member.link !== ''
      ? messages.byLink
      : isCreator(member, people.people)
        ? messages.creator
        : messages.addedByOwner;
  return (
    <tr>
      <th scope="row">
        <span className="person">
          <Initials id={member.id} name={member.name} />
          <span>
            {member.name}
            {isMe && <small> {messages.itIsYou}</small>}
            {member.address !== '' && <small>{member.address}</small>}
          </span>
        </span>
      </th>
      <td>
        {isOwner ? (
          <Select
            aria-label={messages.roleOf(member.name)}
            value={member.role}
            onChange={(event) => setRole.mutate(event.target.value as Role)}
          >
            {ROLES.map((role) => (
              <option key={role} value={role}>
                {messages.roles[role]}
              </option>
            ))}
          </Select>
        ) : (
          messages.roles[member.role]
        )}
      </td>
      <td>{member.since === '' ? '' : dayOf(member.since)}</td>
      <td>{how}</td>
      <td className="row-actions">
        {isAsking && (
          <FormDialog
            title={isMe ? messages.leaveQuestion(plan) : messages.removeQuestion(member.name)}
            submit={isMe ? messages.leavePlan : messages.takeAway}
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
              {isMe ? messages.youLoseAccess : messages.losesAccess(member.name, link !== undefined)}
            </p>
          </FormDialog>
        )}
        {(isOwner || isMe) && (
          <button type="button" className="tool" disabled={remove.isPending} onClick={() => setAsking(true)}>
            <Icon name="delete" /> {isMe ? messages.leavePlan : messages.takeAway}
          </button>
        )}
      </td>
    </tr>
  );
}

function linkInWords({ role, address }: { readonly role: Role; readonly address: string }): string {
  return address === '' ? messages.linkFor(role) : `${messages.linkFor(role)}, ${messages.sentTo(address)}`;
}

/** Whether the plan is someone's from its beginning: the owner who has had it longest. */
function isCreator(member: Member, members: readonly Member[]): boolean {
  const owners = members.filter(({ role, link }) => role === 'owner' && link === '');
  return owners.length > 0 && member === owners.reduce((first, each) => (each.since < first.since ? each : first));
}
