import { expect } from 'vitest';
import { base } from './served.ts';

/** Describes what a browser holds of a server: its cookies. */
export class Browser {
  private cookies = new Map<string, string>();

  /** Asks as this browser would; the answer's cookies are kept. */
  async ask(
    method: string,
    path: string,
    body?: unknown,
    headers: Record<string, string> = {},
  ): Promise<{
    status: number;
    headers: Headers;
    // The tests look into answers freely.
    // eslint-disable-next-line @typescript-eslint/no-explicit-any
    body: any;
  }> {
    const response = await fetch(base + path, {
      method,
      headers: {
        ...(body === undefined ? {} : { 'content-type': 'application/json' }),
        ...(this.cookies.size === 0 ? {} : { cookie: [...this.cookies].map((pair) => pair.join('=')).join('; ') }),
        ...headers,
      },
      ...(body === undefined ? {} : { body: JSON.stringify(body) }),
    });
    for (const set of response.headers.getSetCookie()) {
      const [pair] = set.split(';');
      const [name, value] = pair!.split('=') as [string, string];
      if (/expires=Thu, 01 Jan 1970/i.test(set)) this.cookies.delete(name);
      else this.cookies.set(name, value);
    }
    const text = await response.text();
    let read: unknown = text;
    try {
      read = text === '' ? null : JSON.parse(text);
    } catch {
      // Not everything is JSON.
    }
    return { status: response.status, headers: response.headers, body: read };
  }

  get token(): string | undefined {
    return this.cookies.get('haushalt');
  }

  /** Another browser that holds the same. */
  copy(): Browser {
    const copy = new Browser();
    copy.cookies = new Map(this.cookies);
    return copy;
  }
}

export const PASSWORDS = { mara: 'lantern-loaf-canal', kofi: 'paper-heron-attic', ines: 'thimble-river-quince' };

/** Names the first person, Mara; gives her browser. */
export async function firstPerson(): Promise<Browser> {
  const browser = new Browser();
  const { status } = await browser.ask('POST', '/first', { name: 'Mara', address: 'mara@home.example', password: PASSWORDS.mara, stay: true }); // prettier-ignore
  expect(status).toBe(201);
  return browser;
}

/** Someone new who comes by a link to a plan with a role. */
export async function joined(
  owner: Browser,
  plan: string,
  name: 'kofi' | 'ines',
  role: 'owner' | 'editor' | 'viewer',
): Promise<Browser> {
  const link = await owner.ask('POST', `/plans/${plan}/links`, { role, until: null, once: true });
  expect(link.status).toBe(201);
  const browser = new Browser();
  const token = (link.body.path as string).split('/').at(-1)!;
  const answer = await browser.ask('POST', `/links/${token}/person`, { name, address: `${name}@home.example`, password: PASSWORDS[name], stay: true }); // prettier-ignore
  expect(answer.status).toBe(201);
  return browser;
}

export const NEW_PLAN = {
  id: 'home',
  name: 'Home',
  currency: 'EUR',
  locale: 'en-IE',
  firstMonth: '2026-01',
  months: 12,
};
