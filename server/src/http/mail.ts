import { RateLimiterMemory, RateLimiterRes } from 'rate-limiter-flexible';
import { messageFor } from '../message.ts';
import { ApiError } from './errors.ts';

/** A message to be sent. */
export interface Mail {
  readonly to: string;
  readonly subject: string;
  readonly text: string;
  readonly attachment?: { readonly name: string; readonly content: Uint8Array };
}

/** Describes how many messages may be sent, and in how many seconds. */
export interface MailLimits {
  /** By one person. */
  readonly person: { readonly points: number; readonly duration: number };
  /** From one plan. */
  readonly plan: { readonly points: number; readonly duration: number };
  /** To one address. */
  readonly address: { readonly points: number; readonly duration: number };
}

const AN_HOUR = 3600;
export const MAIL_LIMITS: MailLimits = {
  person: { points: 20, duration: AN_HOUR },
  plan: { points: 60, duration: AN_HOUR },
  address: { points: 6, duration: AN_HOUR },
};

/** Hands messages to the mail box, so many an hour for each person, plan and address. */
export class Post {
  private readonly box: string | null;
  private readonly limits: Readonly<Record<keyof MailLimits, RateLimiterMemory>>;

  constructor(box: string | null, limits: MailLimits = MAIL_LIMITS) {
    this.box = box;
    const limit = (source: keyof MailLimits) => new RateLimiterMemory({ keyPrefix: source, ...limits[source] });
    this.limits = { person: limit('person'), plan: limit('plan'), address: limit('address') };
  }

  /** Returns whether there is a mail box. */
  get isThere(): boolean {
    return this.box !== null;
  }

  /**
   * Sends a message in the name of a person and a plan, where there are such. Throws `ApiError`: 404 without a mail box, 429
   * for more than one may send, 502 where the box does not take it.
   */
  async send(mail: Mail, by: { readonly person?: string; readonly plan?: string } = {}): Promise<void> {
    if (this.box === null) throw new ApiError(404, 'notFound', messageFor('server.mail.notSetUp'));
    const counted = [
      ['person', by.person],
      ['plan', by.plan],
      ['address', mail.to.toLowerCase()],
    ] as const;
    for (const [source, key] of counted) {
      if (key === undefined) continue;
      await this.limits[source].consume(key).catch((wait: unknown) => {
        if (!(wait instanceof RateLimiterRes)) throw wait;
        throw new ApiError(
          429,
          'tooMany',
          messageFor('server.tooManyMails', { minutes: Math.ceil(wait.msBeforeNext / 60_000) }),
        );
      });
    }
    await sendMail(this.box, mail);
  }
}

/** States how long the mail box may take to answer, in milliseconds. */
const LONGEST = 15_000;

/** Hands a message to the mail box. Throws `ApiError` 502 where it does not take it. */
async function sendMail(box: string, { attachment, ...mail }: Mail): Promise<void> {
  const attached = attachment && { name: attachment.name, content: Buffer.from(attachment.content).toString('base64') };
  let response: Response;
  try {
    response = await fetch(`${box}/messages`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ ...mail, ...(attached ? { attachment: attached } : {}) }),
      signal: AbortSignal.timeout(LONGEST),
    });
  } catch {
    throw new ApiError(502, 'outside', messageFor('server.mail.serverSilent'));
  }
  if (!response.ok) throw new ApiError(502, 'outside', messageFor('server.mail.notAccepted'));
}
