import type { Text } from '@haushalt/language';
import type { EntryNow } from '@haushalt/core';
import { languageAsked, messageFor } from '../language/language.ts';
import { ServerAway, ServerRefusal } from './refusals.ts';

/** States what the window is told of when the server no longer knows who asks. */
export const SIGNED_OUT = 'haushalt:signedOut';
/** And when it knows again. */
export const SIGNED_IN = 'haushalt:signedIn';

/** Asks the server, and gives its answer. Throws `ServerRefusal` with its sentence, or `ServerAway`. */
export async function request<T>(method: string, path: string, body?: unknown, signal?: AbortSignal): Promise<T> {
  let response: Response;
  try {
    response = await fetch(`/api${path}`, {
      method,
      headers: {
        'accept-language': languageAsked(),
        ...(body === undefined
          ? {}
          : { 'content-type': body instanceof Blob ? 'application/octet-stream' : 'application/json' }),
      },
      ...(body === undefined
        ? {}
        : {
            body: typeof body === 'string' || body instanceof Blob ? body : JSON.stringify(body),
          }),
      ...(signal === undefined ? {} : { signal }),
    });
  } catch (error) {
    if (signal?.aborted) throw error;
    throw new ServerAway();
  }
  if (response.status === 204) return undefined as T;
  const answer = (await response.json().catch(() => null)) as {
    error?: { code?: string; text?: Text; message?: string; path?: string; now?: readonly EntryNow[] };
  } | null;
  if (response.ok && answer !== null) return answer as T;
  // What is wrong with the server may pass: it is asked again. Whether it could not answer or failed is told apart.
  if (response.status >= 500 || response.status === 429 || (response.ok && answer === null))
    throw new ServerAway(answer?.error?.text ?? answer?.error?.message, response.status === 500);
  if (response.status === 401 && answer?.error?.code === 'signIn') window.dispatchEvent(new Event(SIGNED_OUT));
  throw new ServerRefusal(
    response.status,
    answer?.error?.text ?? answer?.error?.message ?? messageFor('session.refusedWithoutReason'),
    answer?.error?.path,
    answer?.error?.now,
  );
}
