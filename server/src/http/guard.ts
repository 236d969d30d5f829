import { networkInterfaces } from 'node:os';
import type { RequestHandler } from 'express';
import { ApiError } from './errors.ts';
import { messageFor } from '../message.ts';

/** The names this machine has for itself. */
const OWN_NAMES = ['127.0.0.1', 'localhost', '::1'];

/** Returns whether an address is reached from this machine alone. */
export function isLoopback(host: string): boolean {
  return OWN_NAMES.includes(host);
}

/** The names a server bound to an address may be called by: its own, and for all addresses each of the machine's. */
export function namesFor(host: string, also: readonly string[] = []): ReadonlySet<string> {
  const all = host === '0.0.0.0' || host === '::';
  const addresses = all
    ? Object.values(networkInterfaces()).flatMap((addresses) => (addresses ?? []).map(({ address }) => address))
    : [host];
  return new Set([...OWN_NAMES, ...addresses, ...also].map((name) => name.toLowerCase()));
}

/**
 * Answers only what is asked for by one of the server's own names: a page elsewhere can give its name this machine's
 * address, but cannot take that name off its requests.
 */
export function onlyByName(names: ReadonlySet<string>): RequestHandler {
  return (request, _response, next) => {
    // What a proxy says people asked it for is not looked at: it hands on what they sent.
    const name = nameIn(request.get('host') ?? '');
    if (!names.has(name)) {
      throw new ApiError(403, 'forbidden', messageFor('server.wrongHost', { name, hasName: name !== '' }));
    }
    next();
  };
}

/** The name in a Host header, without the port and the brackets of an address. */
function nameIn(host: string): string {
  return host
    .toLowerCase()
    .replace(/:\d*$/, '')
    .replace(/^\[|\]$/g, '');
}

const READING = new Set(['GET', 'HEAD', 'OPTIONS']);

/** Takes changes only from the server's own pages, and from programs, which say nothing of where they come from. */
export const onlyFromOwnPages: RequestHandler = (request, _response, next) => {
  if (READING.has(request.method)) return next();
  const site = request.get('sec-fetch-site');
  const origin = request.get('origin');
  const isOwn = origin === undefined || hostOf(origin) === request.get('host')?.toLowerCase();
  if (!isOwn || (site !== undefined && site !== 'same-origin' && site !== 'none'))
    throw new ApiError(403, 'forbidden', messageFor('server.fromOtherSite'));
  next();
};

/** Takes a body only as JSON, or as a bank's file: what a form elsewhere can send is neither. */
export const onlyJson: RequestHandler = (request, _response, next) => {
  const hasBody = request.method !== 'DELETE' || (request.get('content-length') ?? '0') !== '0';
  if (READING.has(request.method) || !hasBody) return next();
  if (!request.is(['application/json', 'application/octet-stream']))
    throw new ApiError(415, 'unsupported', messageFor('server.expected.json'));
  // The bytes of a body are looked through as UTF-8, which JSON is written in.
  const charset = /charset\s*=\s*"?([^\s;"]+)/i.exec(request.get('content-type') ?? '')?.[1];
  if (charset !== undefined && charset.toLowerCase() !== 'utf-8')
    throw new ApiError(415, 'unsupported', messageFor('server.requestNotJson'));
  next();
};

function hostOf(origin: string): string | null {
  try {
    return new URL(origin).host.toLowerCase();
  } catch {
    return null;
  }
}
