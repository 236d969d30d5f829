import type { Sqlite } from './database.ts';
import { hashed, newSecret } from './people.ts';
import type { Role } from './plans.ts';

/** Someone who has a role in a plan. */
export interface Member {
  readonly id: string;
  readonly name: string;
  readonly address: string;
  readonly role: Role;
  readonly since: string;
  /** The link they came by; empty for whoever made the plan or was added. */
  readonly link: string;
}

/** A link by which a plan is shared. What it holds is known to nobody but who has it. */
export interface SharingLink {
  readonly id: string;
  readonly role: Role;
  /** Whom it was sent to; empty for one that was copied. */
  readonly address: string;
  readonly createdAt: string;
  readonly createdBy: string;
  /** The last day it may be used. */
  readonly until: string | null;
  readonly once: boolean;
  readonly uses: number;
  readonly revokedAt: string | null;
}

/** A link that may be used now, and what it leads to. */
export interface OpenLink {
  readonly planId: string;
  readonly id: string;
  readonly role: Role;
  readonly planName: string;
  /** Whom it was mailed to; empty for one that was copied. */
  readonly address: string;
  readonly sharedBy: string;
}

/** Who may do what with which plan. */
export interface SharingStore {
  members(planId: string): Member[];
  /** Gives a person a role, whatever theirs was. */
  grant(planId: string, personId: string, role: Role, moment: string, link?: string): void;
  /** Takes a person's role away. */
  revoke(planId: string, personId: string): void;
  owners(planId: string): number;
  /** The plans a person alone owns, by name. */
  ownedAlone(personId: string): { readonly id: string; readonly name: string }[];
  /** Makes a link; gives what it holds. */
  addLink(planId: string, link: Omit<SharingLink, 'uses' | 'revokedAt'>): string;
  links(planId: string): SharingLink[];
  revokeLink(planId: string, id: string, moment: string): boolean;
  /** The link of what someone holds, where it may be used on this day. */
  openLink(token: string, today: string): OpenLink | undefined;
  /** Revokes the links a person made, and the one they came by; gives how many could still be used. */
  revokeLinksOf(planId: string, personId: string, cameBy: string, moment: string): number;
  /** Notes that a link has been used. */
  useLink(planId: string, id: string): void;
}

type StoredLink = Omit<SharingLink, 'once'> & { readonly once: number };

export function createSharingStore(database: Sqlite): SharingStore {
  const members = database.prepare<[string], Member>(
    `select people.id, people.name, people.address, role, since, link from roles join people on people.id = personId
      where planId = ? order by case role when 'owner' then 0 when 'editor' then 1 else 2 end, people.name collate nocase`,
  );
  const grant = database.prepare(
    `insert into roles (planId, personId, role, since, link) values (?, ?, ?, ?, ?)
         on conflict (planId, personId) do update set role = excluded.role, since = excluded.since, link = excluded.link`,
  );
  const revoke = database.prepare('delete from roles where planId = ? and personId = ?');
  const owners = database
    .prepare<[string], number>(`select count(*) from roles where planId = ? and role = 'owner'`)
    .pluck();
  const ownedAlone = database.prepare<[string], { id: string; name: string }>(
    `select plans.id, plans.name from roles join plans on plans.id = roles.planId
      where roles.personId = ? and roles.role = 'owner'
        and not exists (select 1 from roles as others
                         where others.planId = roles.planId and others.role = 'owner' and others.personId <> roles.personId)
      order by plans.name collate nocase`,
  );
  const addLink = database.prepare(
    `insert into links (planId, id, token, role, address, createdAt, createdBy, until, once)
     values (@planId, @id, @token, @role, @address, @createdAt, @createdBy, @until, @once)`,
  );
  const links = database.prepare<[string], StoredLink>(
    `select id, role, address, createdAt, createdBy, until, once, uses, revokedAt from links
      where planId = ? order by createdAt desc, id`,
  );
  const revokeLink = database.prepare(
    'update links set revokedAt = ? where planId = ? and id = ? and revokedAt is null',
  );
  // A link gives no more than who made it may still give: it is of no use once they own the plan no more.
  const open = database.prepare<[string, string], OpenLink>(
    `select links.planId, links.id, links.role, links.address, plans.name as planName, people.name as sharedBy
       from links join roles on roles.planId = links.planId and roles.personId = links.createdBy and roles.role = 'owner' join plans on plans.id = links.planId join people on people.id = links.createdBy
      where token = ? and revokedAt is null and (until is null or until >= ?) and (once = 0 or uses = 0)
        and plans.deletedAt is null and plans.incomplete = 0`,
  );
  const revokeOf = database.prepare(
    `update links set revokedAt = @at
      where planId = @planId and revokedAt is null and (createdBy = @personId or id = @cameBy)
        and (until is null or until >= substr(@at, 1, 10)) and (once = 0 or uses = 0)`,
  );
  const use = database.prepare('update links set uses = uses + 1 where planId = ? and id = ?');

  return {
    members: (planId) => members.all(planId),
    grant: (planId, personId, role, moment, link = '') => void grant.run(planId, personId, role, moment, link),
    revoke: (planId, personId) => void revoke.run(planId, personId),
    owners: (planId) => owners.get(planId)!,
    ownedAlone: (personId) => ownedAlone.all(personId),
    addLink(planId, link) {
      const token = newSecret();
      addLink.run({ ...link, planId, token: hashed(token), once: link.once ? 1 : 0 });
      return token;
    },
    links: (planId) => links.all(planId).map((link) => ({ ...link, once: link.once === 1 })),
    revokeLink: (planId, id, moment) => revokeLink.run(moment, planId, id).changes > 0,
    revokeLinksOf: (planId, personId, cameBy, moment) => revokeOf.run({ planId, personId, cameBy, at: moment }).changes,
    openLink: (token, today) => open.get(hashed(token), today),
    useLink: (planId, id) => void use.run(planId, id),
  };
}
