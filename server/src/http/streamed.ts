import type { Text } from '@haushalt/language';
import type { Request, Response } from 'express';
import { speakerFor } from '../language.ts';
import { errorAnswer } from './errors.ts';
import { abortOnClose } from './appServices.ts';

/** Describes how far something has come, from 0 to 1, and what is being done. */
export interface Progressed {
  readonly done: number;
  readonly what: Text;
}

/** Describes what a request with progress comes to: what is said of it, and its content. */
interface Outcome {
  readonly head: Readonly<Record<string, unknown>>;
  readonly content: Uint8Array;
}

export const STREAMED = 'application/x-ndjson';

/** Returns whether whoever asks wants to be told how far it has come. */
export const wantsProgress = (request: Request) => request.accepts(['application/json', STREAMED]) === STREAMED;

/**
 * Answers line by line with JSON: how far it has come while it is at work, then what it has come to, after which the content
 * follows as it is. What goes wrong is a line too, as the answer has begun by then.
 */
export async function answerStreamed(
  response: Response,
  perform: (report: (progress: Progressed) => void, signal: AbortSignal) => Promise<Outcome>,
  report: (error: unknown) => void,
): Promise<void> {
  response.type(STREAMED).set('cache-control', 'no-store');
  const line = (value: unknown) => {
    response.write(`${JSON.stringify(value)}\n`);
    // A compressing layer would keep it back.
    (response as Response & { flush?: () => void }).flush?.();
  };
  try {
    const { head, content } = await perform((progress) => line({ progress }), abortOnClose(response));
    line({ done: { ...head, bytes: content.byteLength } });
    response.end(Buffer.from(content.buffer, content.byteOffset, content.byteLength));
  } catch (error) {
    const { status, error: refusal } = errorAnswer(error, speakerFor(response.req));
    if (status >= 500) report(error);
    if (!response.destroyed) {
      line({ error: { status, ...refusal } });
      response.end();
    }
  }
}
