import type { Speaker } from '@haushalt/language';
import { speakerFor } from '../language.ts';
import type { ErrorRequestHandler, RequestHandler } from 'express';
import type { Refusal } from '@haushalt/core';
import { DatabaseError, storageTrouble } from '../store/database.ts';
import { FileRefused, TooLargeTask, TooMuchWork, WorkCancelled, WorkFailed } from '../threads/work.ts';
import { messageFor, type Message } from '../message.ts';

/** An answer other than success, with what is said to a person. */
export class ApiError extends Error {
  readonly status: number;
  readonly code: string;
  readonly text: Message;
  readonly path: string | undefined;
  /** States what a form needs to show the error in its place: the part of a formula, names that may have been meant, uses. */
  readonly details: Readonly<Record<string, unknown>>;

  constructor(
    status: number,
    code: string,
    text: Message,
    path?: string,
    details: Readonly<Record<string, unknown>> = {},
  ) {
    super(text.id);
    this.text = text;
    this.status = status;
    this.code = code;
    this.path = path;
    this.details = details;
  }
}

const STATUS = { invalid: 422, gone: 409, used: 409, conflict: 409, locked: 409 } as const;

/** A refusal of the core as an answer. */
export function refusalError(refusal: Refusal): ApiError {
  const { code, message, field, place, suggestions, uses, now } = refusal;
  return new ApiError(STATUS[code], code, message, field, { place, suggestions, uses, now });
}

export const unknownRoute: RequestHandler = (request) => {
  throw new ApiError(
    404,
    'notFound',
    messageFor('server.nothingAt', { method: request.method, split: request.originalUrl.split('?')[0] }),
  );
};

/** Whatever was thrown as it is answered: the status, and what is said of it as a message and as a sentence. */
export function errorAnswer(error: unknown, speaker: Speaker) {
  const { status, code, text, path, details } = asApiError(error);
  const body = { code, message: speaker.say(text), text };
  return { status, error: { ...body, ...(path === undefined ? {} : { path }), ...details } };
}

/** Turns whatever was thrown into JSON. Nothing about the program's inside leaves it. */
export function errorAnswers(report: (error: unknown) => void): ErrorRequestHandler {
  return (error, request, response, next) => {
    const { status, error: refusal } = errorAnswer(error, speakerFor(request));
    if (status >= 500) report(error);
    if (response.headersSent) return next(error);
    if (status === 503) response.set('retry-after', '1');
    response.status(status).set('content-encoding', 'identity').json({ error: refusal });
  };
}

/** States what the status codes of errors made by Express and what it is built from say to people. */
const SENTENCES: Readonly<Record<number, Message>> = {
  400: messageFor('server.requestUnreadable'),
  403: messageFor('server.cannotBeOpened'),
  404: messageFor('server.notFound'),
  412: messageFor('server.changedSince'),
  415: messageFor('server.requestNotJson'),
  416: messageFor('server.partNotFound'),
};

/** Whatever was thrown, as an answer with a sentence for a person. */
export function asApiError(error: unknown): ApiError {
  if (error instanceof ApiError) return error;
  if (error instanceof FileRefused)
    return error.pointer === null
      ? new ApiError(400, 'notJson', error.text)
      : new ApiError(422, 'planFile', error.text, error.pointer);
  const trouble = storageTrouble(error);
  if (trouble) return new ApiError(trouble.passes ? 503 : 500, trouble.passes ? 'busy' : 'storage', trouble.message);
  if (error instanceof DatabaseError) return new ApiError(503, 'storage', error.text);
  if (error instanceof TooLargeTask) return new ApiError(413, 'tooLarge', error.text);
  const { code } = (error ?? {}) as NodeJS.ErrnoException;
  if (code === 'ENOSPC' || code === 'EDQUOT') return new ApiError(503, 'busy', messageFor('server.database.diskFull'));
  if (code === 'ERR_STREAM_PREMATURE_CLOSE' || code === 'ECONNRESET')
    return new ApiError(400, 'aborted', messageFor('server.requestEndedEarly'));
  if (error instanceof TooMuchWork || error instanceof WorkFailed)
    return new ApiError(503, 'busy', messageFor('server.busy'));
  if (error instanceof WorkCancelled) return new ApiError(400, 'aborted', error.text);
  const { type, limit, status } = (error ?? {}) as { type?: string; limit?: number; status?: number };
  switch (type) {
    case 'entity.parse.failed':
      return new ApiError(400, 'notJson', messageFor('server.requestInvalidJson'));
    case 'entity.too.large':
      return tooLarge(limit ?? 0);
    case 'body.too.deep':
      return new ApiError(400, 'tooDeep', messageFor('server.requestTooDeep'));
    case 'body.too.many':
      return new ApiError(413, 'tooLarge', messageFor('server.requestTooManyValues', { most: limit ?? 0 }));
    case 'encoding.unsupported':
    case 'charset.unsupported':
      return new ApiError(415, 'unsupported', messageFor('server.requestNotJson'));
    case 'request.aborted':
      return new ApiError(400, 'aborted', messageFor('server.requestEndedEarly'));
  }
  if (status !== undefined && status >= 400 && status < 500)
    return new ApiError(status, 'badRequest', SENTENCES[status] ?? messageFor('server.requestFailed'));
  return new ApiError(500, 'internal', messageFor('server.unexpected'));
}

/** That something is larger than so many bytes. */
export function tooLarge(most: number): ApiError {
  return new ApiError(413, 'tooLarge', messageFor('server.tooLarge', { size: sizeInWords(most) }));
}

function sizeInWords(bytes: number): string {
  return bytes >= 1 << 20 ? `${Math.floor(bytes / (1 << 20))} MB` : `${Math.floor(bytes / 1024)} kB`;
}
