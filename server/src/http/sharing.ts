import { speakerFor, speakerOf } from '../language.ts';
import { randomUUID } from 'node:crypto';
import Joi from 'joi';
import { addDays, dayOf, isDay } from '@haushalt/core';
import type { Role } from '../store/plans.ts';
import { FEW_VALUES, json } from './json.ts';
import { messageFor } from '../message.ts';
import { ApiError } from './errors.ts';
import { allOf, date } from './fields.ts';
import { readExportRequest } from './exportSchemas.ts';
import type { Routing } from './routing.ts';
import { read, readId } from './schemas.ts';
import { fileName, type AppServices } from './appServices.ts';

const role = Joi.string().valid('owner', 'editor', 'viewer');
const address = Joi.string().max(200).pattern(/^[^\s@]+@[^\s@]+$/, 'server.expected.mailAddress'); // prettier-ignore
const inviteSchema = allOf({ address, role });
const roleSchema = allOf({ role });
const linkSchema = allOf({ role, until: date.allow(null), once: Joi.boolean() });
const mailSchema = allOf({ address, text: Joi.string().allow('').max(2000), file: Joi.object().unknown() });

/** The most links a plan keeps; older ones that are of no use any more make room. */
const MOST_LINKS = 200;
/** States how many days an invitation by mail may be used. */
const INVITED_FOR = 30;

/** The routes by which a plan is shared: who may do what with it, links to it, and files of it by mail. */
export function sharingRoutes(routing: Routing, services: AppServices): void {
  const { store, events, now, work, linkSync, post } = services;
  const { sharing, people, plans } = store;
  const body = json({ size: 64 << 10, values: FEW_VALUES });
  const timestamp = () => now().toISOString();
  // The people of a plan; the links to it are for its owners alone.
  routing.plan('view', 'get', '/plans/:id/people', ({ response, person, plan }) => {
    const isOwner = plans.roleOf(plan.id, person.id) === 'owner';
    const members = sharing.members(plan.id);
    const shown = isOwner ? members : members.map(({ id, name, role, since, link }) => ({ id, name, role, since, link, address: '' })); // prettier-ignore
    response.json({ people: shown, links: isOwner ? sharing.links(plan.id) : [], signsIn: people.haveSignIn() });
  });

  // By address: a link is mailed, by which whoever reads it accepts. The answer is the same whether they are known here.
  routing.plan(
    'own',
    'post',
    '/plans/:id/people',
    async ({ request, response, person, plan }) => {
      refuseAlone();
      const { address, role } = read<{ address: string; role: Role }>(inviteSchema, request.body);
      const { name } = plans.nameOf(plan.id)!;
      const { say } = speakerFor(request);
      if (people.find(person.id)?.address === address.toLowerCase())
        throw new ApiError(422, 'invalid', messageFor('server.ownAddress'), 'address');
      if (!post.isThere) throw new ApiError(422, 'invalid', messageFor('server.mail.useLinkInstead'), 'address');
      const until = addDays(dayOf(now()), INVITED_FOR);
      const { id, token } = addLink(plan.id, person.id, { role, until, once: true, address });
      const link = `${services.publicUrl()}/join/${token}`;
      try {
        await post.send(
          {
            to: address,
            subject: say(messageFor('server.mail.invitationSubject', { who: person.name, plan: name })),
            text: say(
              messageFor('server.mail.invitationBody', {
                who: person.name,
                plan: name,
                may: messageFor(`server.mayDo.${role}`),
                link,
                until: { day: until },
              }),
            ),
          },
          { person: person.id, plan: plan.id },
        );
      } catch (error) {
        sharing.revokeLink(plan.id, id, timestamp());
        throw error;
      }
      response.status(201).json({ link: id });
    },
    body,
  );

  routing.plan(
    'own',
    'patch',
    '/plans/:id/people/:person',
    ({ request, response, plan }) => {
      const { role } = read<{ role: Role }>(roleSchema, request.body);
      const member = memberOf(plan.id, request.params.person);
      if (member.role === 'owner' && role !== 'owner') refuseLastOwner(plan.id);
      sharing.grant(plan.id, member.id, role, timestamp(), member.link);
      // Links they made as an owner would give back what was taken.
      if (member.role === 'owner' && role !== 'owner') sharing.revokeLinksOf(plan.id, member.id, '', timestamp());
      if (role === 'viewer') events.endOf((listener) => listener.planId === plan.id && listener.person.id === member.id, 'reload'); // prettier-ignore
      events.sharingChanged(plan.id);
      response.status(204).end();
    },
    body,
  );

  // An owner takes someone's role away; anyone may leave by themselves.
  routing.plan('view', 'delete', '/plans/:id/people/:person', ({ request, response, person, plan }) => {
    const member = memberOf(plan.id, request.params.person);
    if (member.id !== person.id && plans.roleOf(plan.id, person.id) !== 'owner')
      throw new ApiError(403, 'forbidden', messageFor('server.ownerOnly'));
    if (member.role === 'owner') refuseLastOwner(plan.id);
    const links = sharing.revokeLinksOf(plan.id, member.id, member.link, timestamp());
    sharing.revoke(plan.id, member.id);
    linkSync.hasChanged(plan.id, person.id);
    events.endOf((listener) => listener.planId === plan.id && listener.person.id === member.id, 'gone');
    events.sharingChanged(plan.id);
    response.json({ revokedLinks: links });
  });

  routing.plan(
    'own',
    'post',
    '/plans/:id/links',
    ({ request, response, person, plan }) => {
      refuseAlone();
      const given = read<{ role: Role; until: string | null; once: boolean }>(linkSchema, request.body);
      if (given.until !== null && !isDay(given.until)) throw new ApiError(422, 'invalid', messageFor('server.invalidDate'), 'until'); // prettier-ignore
      if (given.until !== null && given.until < dayOf(now())) throw new ApiError(422, 'invalid', messageFor('server.dateInPast'), 'until'); // prettier-ignore
      const { id, token } = addLink(plan.id, person.id, { ...given, address: '' });
      response.status(201).json({ id, path: `/join/${token}` });
    },
    body,
  );

  routing.plan('own', 'delete', '/plans/:id/links/:link', ({ request, response, plan }) => {
    if (!sharing.revokeLink(plan.id, readId(request.params.link), timestamp()))
      throw new ApiError(404, 'notFound', messageFor('server.linkExpired'));
    events.sharingChanged(plan.id);
    response.status(204).end();
  });

  // A page or a workbook of the plan by mail, with a sentence.
  routing.plan(
    'view',
    'post',
    '/plans/:id/mail',
    async ({ request, response, person, plan }) => {
      const { address, text, file } = read<{ address: string; text: string; file: unknown }>(mailSchema, request.body);
      const { exportRequest, language = speakerFor(request).language } = readExportRequest(file);
      const { say } = speakerOf(language);
      if (!post.isThere) throw new ApiError(404, 'notFound', messageFor('server.mail.notSetUp'));
      const written = await work.slow.do<'export'>({
        kind: 'export',
        database: store.file,
        planId: plan.id,
        exportRequest,
        today: dayOf(now()),
        language,
      });
      await post.send(
        {
          to: address,
          subject: say(messageFor('server.mail.exportSubject', { who: person.name, what: written.name })),
          text: text || say(messageFor('server.mail.exportBody', { what: written.name })),
          attachment: { name: fileName(written.name, exportRequest.kind), content: written.file },
        },
        { person: person.id, plan: plan.id },
      );
      response.status(204).end();
    },
    body,
  );

  function addLink(
    planId: string,
    createdBy: string,
    given: { role: Role; until: string | null; once: boolean; address: string },
  ): { id: string; token: string } {
    if (sharing.links(planId).length >= MOST_LINKS) throw new ApiError(422, 'invalid', messageFor('server.tooManyLinks', { most: MOST_LINKS })); // prettier-ignore
    const id = randomUUID();
    const token = sharing.addLink(planId, { id, createdAt: timestamp(), createdBy, ...given });
    events.sharingChanged(planId);
    return { id, token };
  }

  function memberOf(planId: string, id: unknown) {
    const member = sharing.members(planId).find((each) => each.id === readId(id));
    if (!member) throw new ApiError(404, 'notFound', messageFor('server.noLongerMember'));
    return member;
  }

  function refuseLastOwner(planId: string): void {
    if (sharing.owners(planId) < 2) throw new ApiError(409, 'conflict', messageFor('server.ownerNeeded'));
  }

  /** Links lead to a server on which people sign in. */
  function refuseAlone(): void {
    if (!people.haveSignIn()) throw new ApiError(409, 'alone', messageFor('server.signInIsOff'));
  }
}
