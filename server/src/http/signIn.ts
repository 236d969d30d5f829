import { LANGUAGES, type Speaker } from '@haushalt/language';
import { speakerFor, speakerTo } from '../language.ts';
import { randomUUID } from 'node:crypto';
import express from 'express';
import Joi from 'joi';
import { dayOf } from '@haushalt/core';
import { LOCAL_PERSON, type Person } from '../store/people.ts';
import { FEW_VALUES, json } from './json.ts';
import { messageFor, listOf } from '../message.ts';
import { ApiError } from './errors.ts';
import { allOf, name as anyName } from './fields.ts';
import { MOST_PASSWORD, type Strength } from '../threads/strength.ts';
import { hashOfNew, isPassword } from './passwords.ts';
import type { Routing } from './routing.ts';
import { read, readId } from './schemas.ts';
import { fileName, type AppServices } from './appServices.ts';

/** States how long a link to choose a new password may be used, in milliseconds. */
const RESET_LASTS = 3_600_000;
/** States how long a link to confirm an address may be used. */
const CONFIRMATION_LASTS = 24 * 3_600_000;

/** States what a person is called; what looks like an address is one, and nobody's name. */
const name = anyName.pattern(/^[^@]*$/, 'server.expected.nameWithoutAt');

const address = Joi.string().allow('').max(200).pattern(/^[^\s@]+@[^\s@]+$/, 'server.expected.mailAddress'); // prettier-ignore
const password = Joi.string().min(1).max(MOST_PASSWORD);
const yesNo = Joi.boolean();
const signInSchema = allOf({ who: Joi.string().min(1).max(200), password, stay: yesNo });
const newPersonSchema = allOf({ name, address, password, stay: yesNo });
const languageSchema = allOf({ language: Joi.string().valid('', ...LANGUAGES) });
const selfSchema = allOf({ name, address, password: Joi.string().allow('').max(MOST_PASSWORD).optional() });
const changeSchema = allOf({ now: password, password });
const leaveSchema = allOf({ password, names: Joi.string().valid('kept', 'replaced') });
const forgottenSchema = allOf({ who: Joi.string().min(1).max(200) });
const resetSchema = allOf({ password });
const strengthSchema = allOf({ password: Joi.string().allow('').max(MOST_PASSWORD), own: Joi.array().items(Joi.string().allow('').max(200)).max(4) }); // prettier-ignore

interface NewPerson {
  readonly name: string;
  readonly address: string;
  readonly password: string;
  readonly stay: boolean;
}

/** The routes by which people sign in and see to what is theirs. */
export function signInRoutes(routing: Routing, services: AppServices): void {
  const { store, callers, events, linkSync, now, outside, attempts, work, post } = services;
  const { people, sharing } = store;
  const body = json({ size: 16 << 10, values: FEW_VALUES });
  const timestamp = () => now().toISOString();
  const later = (time: number) => new Date(now().getTime() + time).toISOString();
  // Who asks: the person, and whether there is anyone to sign in as.
  routing.anyone('get', '/me', ({ response, person }) => {
    const self = person && people.find(person.id);
    response.json({
      person: self ? { ...self, isAdmin: self.id === LOCAL_PERSON.id } : null,
      signsIn: people.haveSignIn(),
      mail: outside.mail,
      isDemo: callers.isDemo,
    });
  });

  routing.anyone(
    'post',
    '/session',
    async ({ request, response }) => {
      const { who, password, stay } = read<{ who: string; password: string; stay: boolean }>(signInSchema, request.body); // prettier-ignore
      const person = people.byNameOrAddress(who.trim());
      await attempts.begin(request, who, person?.id);
      if (!(await isPassword(person?.password, password)))
        throw new ApiError(401, 'wrong', messageFor('server.nameOrPasswordWrong'), 'password');
      await attempts.succeeded(request, who, person!.id, timestamp());
      callers.signIn(request, response, person!.id, stay);
      response.json({ id: person!.id });
    },
    body,
  );

  routing.anyone('delete', '/session', ({ request, response, session }) => {
    callers.signOut(request, response);
    events.endOf((listener) => session !== '' && listener.session === session, 'signedOut');
    response.status(204).end();
  });

  // The first person becomes who has been using this Haushalt so far, and owns what is there.
  routing.anyone(
    'post',
    '/first',
    async ({ request, response }) => {
      const given = read<NewPerson>(newPersonSchema, request.body);
      refuseSecond();
      const hash = await newHash(given.password, [given.name, given.address]);
      refuseSecond();
      people.rename(LOCAL_PERSON.id, given.name);
      people.setPassword(LOCAL_PERSON.id, hash);
      await want(speakerFor(request), LOCAL_PERSON.id, given.name, given.address);
      callers.signIn(request, response, LOCAL_PERSON.id, given.stay);
      response.status(201).json({ id: LOCAL_PERSON.id });
    },
    body,
  );

  routing.anyone(
    'post',
    '/strength',
    async ({ request, response }) => {
      await attempts.beginStrength(request);
      const { password, own } = read<{ password: string; own: string[] }>(strengthSchema, request.body);
      response.json(await strength(password, own.filter((text) => text !== ''))); // prettier-ignore
    },
    body,
  );

  // Whoever has a link to a plan may become a person here; then they have the plan.
  routing.anyone('get', '/links/:token', ({ request, response, person }) => {
    const link = openLink(request.params.token);
    const mine = person ? store.plans.roleOf(link.planId, person.id) : undefined;
    response.json({ plan: link.planName, role: link.role, sharedBy: link.sharedBy, mine: mine ?? null, planId: mine ? link.planId : null }); // prettier-ignore
  });

  routing.anyone(
    'post',
    '/links/:token/person',
    async ({ request, response }) => {
      const given = read<NewPerson>(newPersonSchema, request.body);
      mayJoin(openLink(request.params.token), given);
      const hash = await newHash(given.password, [given.name, given.address]);
      // What was true before the password was hashed may not be any more.
      const link = openLink(request.params.token);
      const isConfirmed = mayJoin(link, given);
      const id = randomUUID();
      people.add({
        id,
        name: given.name,
        address: isConfirmed ? given.address : '',
        createdAt: timestamp(),
        password: hash,
      });
      if (!isConfirmed) await want(speakerFor(request), id, given.name, given.address);
      join(link, id);
      callers.signIn(request, response, id, given.stay);
      response.status(201).json({ planId: link.planId });
    },
    body,
  );

  routing.person(
    'post',
    '/links/:token/use',
    ({ request, response, person }) => {
      const link = openLink(request.params.token);
      join(link, person.id);
      response.json({ planId: link.planId });
    },
    body,
  );

  // A new password by mail. The answer is the same whoever is asked for, and comes before anything is looked up.
  routing.anyone(
    'post',
    '/resets',
    async ({ request, response }) => {
      const { who } = read<{ who: string }>(forgottenSchema, request.body);
      if (!post.isThere) throw new ApiError(404, 'notFound', messageFor('server.mail.notSetUp'));
      await attempts.beginReset(request);
      response.status(202).json({});
      const person = people.byNameOrAddress(who.trim());
      if (!person || person.address === '') return;
      const { say } = speakerTo(person, request);
      const token = people.beginReset(person.id, later(RESET_LASTS));
      const text = say(
        messageFor('server.mail.passwordBody', {
          name: person.name,
          link: `${services.publicUrl()}/reset/${token}`,
        }),
      );
      await post
        .send({ to: person.address, subject: say(messageFor('server.mail.passwordSubject')), text })
        .catch(services.report);
    },
    body,
  );

  routing.anyone(
    'post',
    '/resets/:token',
    async ({ request, response }) => {
      const given = read<{ password: string }>(resetSchema, request.body);
      const token = String(request.params.token);
      const isOf = people.resetOf(token, timestamp());
      if (isOf === undefined) throw new ApiError(404, 'notFound', messageFor('server.linkExpired'));
      const hash = await newHash(given.password, [people.find(isOf)?.name ?? '']);
      const personId = people.takeReset(token, timestamp());
      if (personId === undefined) throw new ApiError(404, 'notFound', messageFor('server.linkExpired'));
      people.setPassword(personId, hash);
      endSessions(personId);
      callers.signIn(request, response, personId, false);
      response.json({ id: personId });
    },
    body,
  );

  routing.person(
    'patch',
    '/me',
    async ({ request, response, person }) => {
      const given = read<{ name: string; address: string; password?: string }>(selfSchema, request.body);
      if (!people.haveSignIn()) throw new ApiError(409, 'conflict', messageFor('server.signInIsOff'));
      refuseTaken(given.name, person.id);
      const self = people.find(person.id)!;
      const wanted = given.address.toLowerCase();
      const isOther = wanted !== (self.wantedAddress || self.address);
      // Whoever reads the mail of an address can choose a new password: it takes the old one to change it.
      if (isOther) await checkOwn(request, person, given.password ?? '', 'password');
      people.rename(person.id, given.name);
      if (isOther) await want(speakerTo(self, request), person.id, given.name, wanted);
      response.json(people.find(person.id));
    },
    body,
  );

  // The language pages, files and mails are in; an empty one leaves it to the browser.
  routing.person(
    'put',
    '/me/language',
    ({ request, response, person }) => {
      const { language } = read<{ language: string }>(languageSchema, request.body);
      people.setLanguage(person.id, language);
      response.status(204).end();
    },
    body,
  );

  // Whoever opens the link reads the mail of the address: it is theirs from now on.
  routing.anyone('post', '/confirmations/:token', async ({ request, response }) => {
    await attempts.beginReset(request);
    const outcome = people.confirm(String(request.params.token), timestamp());
    if (outcome === 'unknown') throw new ApiError(404, 'notFound', messageFor('server.linkExpired'));
    if (outcome === 'taken') throw new ApiError(409, 'conflict', messageFor('server.addressTaken'));
    response.status(204).end();
  });

  routing.person(
    'put',
    '/me/password',
    async ({ request, response, person }) => {
      const given = read<{ now: string; password: string }>(changeSchema, request.body);
      await checkOwn(request, person, given.now, 'now');
      const hash = await newHash(given.password, [person.name]);
      const stays = callers.stays(request);
      people.setPassword(person.id, hash);
      endSessions(person.id);
      callers.signIn(request, response, person.id, stays);
      response.status(204).end();
    },
    body,
  );

  routing.person('get', '/me/sessions', ({ response, person, session }) => {
    const sessions = people.sessionsOf(person.id, timestamp());
    response.json({ sessions: sessions.map((each) => ({ ...each, isThis: session.startsWith(each.id) })) });
  });

  routing.person('delete', '/me/sessions/:session', ({ request, response, person }) => {
    const ended = people.end(person.id, readId(request.params.session));
    if (ended === undefined) throw new ApiError(404, 'notFound', messageFor('server.sessionEnded'));
    events.endOf((listener) => listener.session === ended, 'signedOut');
    response.status(204).end();
  });

  // All that is kept of a person, for them to take along.
  routing.person('get', '/me/data', ({ response, person }) => {
    const self = people.find(person.id)!;
    const plans = store.plans.listFor(person.id, null);
    const data = {
      person: self,
      sessions: people.sessionsOf(person.id, timestamp()),
      plans: plans.map(({ id, name, role }) => ({ id, name, role })),
      steps: store.log.of(person.id),
    };
    response
      .attachment(fileName(self.name, 'json'))
      .type('application/json')
      .send(JSON.stringify(data, null, 2));
  });

  routing.person(
    'post',
    '/me/leave',
    async ({ request, response, person }) => {
      const given = read<{ password: string; names: 'kept' | 'replaced' }>(leaveSchema, request.body);
      if (person.id === LOCAL_PERSON.id) throw new ApiError(409, 'conflict', messageFor('server.administratorStays'));
      await checkOwn(request, person, given.password, 'password');
      const alone = sharing.ownedAlone(person.id);
      if (alone.length > 0)
        throw new ApiError(
          409,
          'conflict',
          messageFor('server.handOverFirst', { plans: listOf(alone.map(({ name }) => name)), count: alone.length }),
        );
      people.leave(
        person.id,
        given.names === 'kept' ? person.name : speakerFor(request).say(messageFor('server.formerMember')),
        timestamp(),
      );
      linkSync.lookAtAll();
      events.endOf((listener) => listener.person.id === person.id, 'signedOut');
      callers.signOut(request, response);
      response.status(204).end();
    },
    body,
  );

  function openLink(content: unknown) {
    const link = sharing.openLink(String(content), dayOf(now()));
    if (!link) throw new ApiError(404, 'notFound', messageFor('server.linkExpired'));
    return link;
  }

  /** Gives the role of a link, unless the person's is as good already. */
  function join({ planId, id, role }: ReturnType<typeof openLink>, personId: string): void {
    const mine = store.plans.roleOf(planId, personId);
    if (mine !== undefined && RANK[mine] >= RANK[role]) return;
    sharing.grant(planId, personId, role, timestamp(), id);
    sharing.useLink(planId, id);
    // What they followed of this plan goes on.
    linkSync.hasChanged(planId, personId);
    events.sharingChanged(planId);
  }

  function refuseTaken(name: string, but?: string): void {
    if (people.isNameTaken(name, but)) throw new ApiError(409, 'conflict', messageFor('server.nameTaken'), 'name');
  }

  function refuseSecond(): void {
    if (people.haveSignIn()) throw new ApiError(409, 'conflict', messageFor('server.signInIsOn'));
  }

  /** Refuses what someone new cannot be called; says whether their address is the one the link was mailed to. */
  function mayJoin(link: ReturnType<typeof openLink>, given: NewPerson): boolean {
    refuseTaken(given.name);
    const isMailedTo = given.address !== '' && given.address.toLowerCase() === link.address.toLowerCase();
    if (isMailedTo && people.isAddressTaken(given.address))
      throw new ApiError(409, 'conflict', messageFor('server.addressTaken'), 'address');
    return isMailedTo;
  }

  /** Mails a link by which an address becomes a person's. Where no mail is set up it stays a wish; none is sent for none. */
  async function want({ say }: Speaker, personId: string, name: string, address: string): Promise<void> {
    people.want(personId, address, address !== '');
    if (address === '' || !post.isThere) return;
    const token = people.beginConfirmation(personId, address, later(CONFIRMATION_LASTS));
    const text = say(messageFor('server.mail.confirmBody', { name, link: `${services.publicUrl()}/confirm/${token}` }));
    await post.send({ to: address, subject: say(messageFor('server.mail.confirmSubject')), text }, { person: personId }).catch(services.report); // prettier-ignore
  }

  /** Asks for one's own password again, at the pace of one's own session. */
  async function checkOwn(request: express.Request, person: Person, given: string, path: string): Promise<void> {
    await attempts.begin(request, person.name, person.id);
    if (!(await isPassword(people.passwordOf(person.id), given)))
      throw new ApiError(422, 'wrong', messageFor('server.wrongPassword'), path);
    await attempts.succeeded(request, person.name, person.id, timestamp());
  }

  function strength(password: string, own: readonly string[]): Promise<Strength> {
    return work.quick.do<'strength'>({ kind: 'strength', password, own });
  }

  /** The hash of a new password; how strong it is is found out in a thread. */
  function newHash(password: string, own: readonly string[]): Promise<string> {
    return hashOfNew(password, own, strength);
  }

  function endSessions(personId: string): void {
    const ended = new Set(people.endAll(personId));
    events.endOf((listener) => ended.has(listener.session), 'signedOut');
  }
}

export const RANK = { viewer: 0, editor: 1, owner: 2 } as const;
