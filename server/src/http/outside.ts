import { addDays, isMonth, type Month } from '@haushalt/core';
import Joi from 'joi';
import { messageFor, type Message } from '../message.ts';
import { ApiError } from './errors.ts';

/** States how long a service outside may take to answer, in milliseconds. */
const LONGEST = 8000;
/** The largest answer that is taken, in bytes. */
const LARGEST = 16 << 20;
/** States how many days before the last statement a bank is asked again: late bookings are found by their references. */
const OVERLAP = 5;

export interface OutsideOptions {
  /** States how long a service may take, in milliseconds. */
  readonly longest?: number;
}

/** The statement of an account since the last one, as the bank hands it out. Throws `ApiError` with a sentence. */
export async function fetchStatement(
  bank: string,
  account: { readonly number: string; readonly statedOn: string | null },
  { longest = LONGEST }: OutsideOptions = {},
): Promise<Uint8Array> {
  const from = account.statedOn === null ? '' : `&from=${addDays(account.statedOn, -OVERLAP)}`;
  const number = encodeURIComponent(account.number.replace(/\s/g, ''));
  const { status, body } = await ask(`${bank}/accounts/${number}/statement?format=camt.053${from}`, longest, messageFor('server.bank')); // prettier-ignore
  if (status === 404)
    throw new ApiError(422, 'outside', messageFor('server.bankAccountUnknown', { number: account.number }), 'account');
  if (status !== 200)
    throw new ApiError(503, 'outside', messageFor('server.service.failed', { who: messageFor('server.bank'), status }));
  return body;
}

/** A price index that is published. */
export interface PublishedIndex {
  readonly id: string;
  readonly name: string;
  readonly source: string;
}

export interface IndexSeries extends PublishedIndex {
  readonly values: readonly { readonly month: Month; readonly value: number }[];
}

const text = Joi.string().max(300);
const published = { id: Joi.string().pattern(/^[a-z0-9-]{1,64}$/), name: text, source: text };
const indexList = Joi.object({ indices: Joi.array().items(Joi.object(published).unknown()).max(200) }).unknown().options({ presence: 'required' }); // prettier-ignore
const indexSeries = Joi.object({
  ...published,
  values: Joi.array()
    .max(2400)
    .items(Joi.object({ month: Joi.string(), value: Joi.number().positive() }).unknown()),
})
  .unknown()
  .options({ presence: 'required' });

/** The price indices an office publishes. Throws `ApiError` with a sentence. */
export async function fetchIndices(office: string, options: OutsideOptions = {}): Promise<readonly PublishedIndex[]> {
  return (await askForJson<{ indices: PublishedIndex[] }>(`${office}/indices`, indexList, options)).indices;
}

/** A price index by month, in order, each month once. Throws `ApiError` with a sentence. */
export async function fetchIndex(office: string, id: string, options: OutsideOptions = {}): Promise<IndexSeries> {
  const series = await askForJson<IndexSeries>(`${office}/indices/${encodeURIComponent(id)}`, indexSeries, options);
  const byMonth = new Map(series.values.filter(({ month }) => isMonth(month)).map((each) => [each.month, each]));
  return { ...series, values: [...byMonth.values()].sort((a, b) => (a.month < b.month ? -1 : 1)) };
}

async function askForJson<T>(url: string, schema: Joi.Schema, { longest = LONGEST }: OutsideOptions): Promise<T> {
  const who = messageFor('server.office');
  const { status, body } = await ask(url, longest, who);
  if (status === 404) throw new ApiError(404, 'notFound', messageFor('server.officeIndexUnknown'));
  if (status !== 200) throw new ApiError(503, 'outside', messageFor('server.service.failed', { who, status }));
  let json: unknown;
  try {
    json = JSON.parse(new TextDecoder().decode(body));
  } catch {
    throw new ApiError(503, 'outside', messageFor('server.service.unreadable', { who }));
  }
  const { error, value } = schema.validate(json);
  if (error) throw new ApiError(503, 'outside', messageFor('server.service.unreadable', { who }));
  return value as T;
}

async function ask(url: string, longest: number, who: Message): Promise<{ status: number; body: Uint8Array }> {
  try {
    const response = await fetch(url, { signal: AbortSignal.timeout(longest), redirect: 'error' });
    const parts: Uint8Array[] = [];
    let size = 0;
    for await (const part of response.body ?? []) {
      size += part.length;
      if (size > LARGEST) throw new ApiError(503, 'outside', messageFor('server.service.tooLarge', { who }));
      parts.push(part);
    }
    return { status: response.status, body: Buffer.concat(parts) };
  } catch (error) {
    if (error instanceof ApiError) throw error;
    const isLate = error instanceof Error && error.name === 'TimeoutError';
    throw new ApiError(503, 'outside', isLate ? messageFor('server.service.silent', { who, seconds: longest / 1000 }) : messageFor('server.service.unreachable', { who })); // prettier-ignore
  }
}
