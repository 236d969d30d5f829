import { Router, type RequestHandler, type Request, type Response } from 'express';
import { LOCAL_PERSON, type Person } from '../store/people.ts';
import type { StoredPlan } from '../store/plans.ts';
import type { Store } from '../store/store.ts';
import { messageFor } from '../message.ts';
import { planFor, type Purpose } from './access.ts';
import type { Caller, Callers } from './callers.ts';
import { doneFor } from '../threads/owner.ts';
import { networkOf } from './attempts.ts';
import { ApiError } from './errors.ts';

/**
 * Who may ask for something: anyone, whoever is signed in, whoever keeps the server, or who has a role in the plan that
 * allows it; `restore` is what an owner may do with a deleted plan.
 */
export type Access = 'anyone' | 'person' | 'admin' | Purpose | 'restore';

export type Method = 'get' | 'post' | 'put' | 'patch' | 'delete';

/** A route as it was declared. */
export interface Rule {
  readonly method: Method;
  readonly path: string;
  readonly access: Access;
}

/** Describes what a route is asked, by whom. */
export interface RequestContext {
  readonly request: Request;
  readonly response: Response;
  readonly person: Person;
  /** The session it is asked in; empty where nobody has to sign in. */
  readonly session: string;
}

/** Describes what a route of a plan is asked. */
export interface PlanRequestContext extends RequestContext {
  readonly plan: StoredPlan;
}

type Handler<A> = (context: A) => unknown;

/**
 * The one way routes are made: each says who may ask, which is settled before anything of the request's body is read. The
 * rules are a table, so that tests can ask every route as everyone.
 */
export class Routing {
  readonly router = Router();
  readonly rules: Rule[] = [];
  private readonly store: Store;
  private readonly callers: Callers;

  constructor(store: Store, callers: Callers) {
    this.store = store;
    this.callers = callers;
  }

  /** A route for everyone; the caller may be nobody. */
  anyone(
    method: Method,
    path: string,
    answer: Handler<Omit<RequestContext, 'person'> & { readonly person: Person | null }>,
    ...before: RequestHandler[]
  ): void {
    this.add(method, path, 'anyone', before, (request, response) => {
      const { callers } = this;
      // Who asks is looked up where that matters: whether the server lives is said without the database.
      return answer({
        request,
        response,
        get person() {
          return callers.of(request)?.person ?? null;
        },
        get session() {
          return callers.of(request)?.session ?? '';
        },
      });
    });
  }

  /** A route for who is signed in. */
  person(method: Method, path: string, answer: Handler<RequestContext>, ...before: RequestHandler[]): void {
    this.add(method, path, 'person', [this.check(() => {}), ...before], (request, response) =>
      answer({ request, response, ...callerIn(response) }),
    );
  }

  /** A route for whoever keeps the server: the first person. */
  admin(method: Method, path: string, answer: Handler<RequestContext>, ...before: RequestHandler[]): void {
    const check = this.check(({ person }) => {
      if (person.id !== LOCAL_PERSON.id) throw new ApiError(403, 'forbidden', messageFor('server.administratorOnly'));
    });
    this.add(method, path, 'admin', [check, ...before], (request, response) =>
      answer({ request, response, ...callerIn(response) }),
    );
  }

  /** A route of a plan, which is named by `:id` in its path. */
  plan(
    access: Purpose | 'restore',
    method: Method,
    path: string,
    answer: Handler<PlanRequestContext>,
    ...before: RequestHandler[]
  ): void {
    const find = (person: Person, request: Request) =>
      planFor(this.store, person, String(request.params.id), access === 'restore' ? 'own' : access, access === 'restore'); // prettier-ignore
    const check = this.check(({ person }, request) => void find(person, request));
    this.add(method, path, access, [check, ...before], async (request, response) => {
      const caller = callerIn(response);
      await this.store.settled(String(request.params.id));
      // While the body arrived the plan may have been deleted, or the role lost.
      return answer({ request, response, ...caller, plan: find(caller.person, request) });
    });
  }

  /** Settles whether someone may ask, and notes who it is. */
  private check(allowed: (caller: Caller, request: Request) => void): RequestHandler {
    return (request, response, next) => {
      const caller = this.callers.of(request);
      if (!caller) throw new ApiError(401, 'signIn', messageFor('server.signInFirst'));
      allowed(caller, request);
      response.locals.caller = caller;
      next();
    };
  }

  private add(
    method: Method,
    path: string,
    access: Access,
    before: RequestHandler[],
    answer: (request: Request, response: Response) => unknown,
  ): void {
    this.rules.push({ method, path, access });
    this.router[method](path, ...before, async (request, response) => {
      await doneFor(ownerOf(request, response), async () => void (await answer(request, response)));
    });
  }
}

/** For whom a request is answered: who is signed in, or where it comes from. */
const ownerOf = (request: Request, response: Response): string =>
  (response.locals.caller as Caller | undefined)?.person.id ?? `from ${networkOf(request.ip)}`;

const callerIn = (response: Response): Caller => response.locals.caller as Caller;
