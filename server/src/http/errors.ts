import type { ErrorRequestHandler, RequestHandler } from 'express';
import type { Refusal } from '@haushalt/core';

/** An answer other than success, with a sentence for a person. */
export class ApiError extends Error {
  readonly status: number;
  readonly code: string;
  readonly path: string | undefined;
  /** What a form needs to show the error in its place: the part of a formula, names that may have been meant, uses. */
  readonly details: Readonly<Record<string, unknown>>;

  constructor(
    status: number,
    code: string,
    message: string,
    path?: string,
    details: Readonly<Record<string, unknown>> = {},
  ) {
    super(message);
    this.status = status;
    this.code = code;
    this.path = path;
    this.details = details;
  }
}

const STATUS = { invalid: 422, gone: 409, used: 409, conflict: 409, locked: 409 } as const;

/** A refusal of the core as an answer. */
export function refusalError(refusal: Refusal): ApiError {
  const { code, message, field, place, suggestions, uses } = refusal;
  return new ApiError(STATUS[code], code, message, field, { place, suggestions, uses });
}

export const unknownRoute: RequestHandler = (request) => {
  throw new ApiError(404, 'notFound', `There is nothing at ${request.method} ${request.originalUrl.split('?')[0]}.`);
};

/** Turns whatever was thrown into JSON. Nothing about the program's inside leaves it. */
export function errorAnswers(report: (error: unknown) => void): ErrorRequestHandler {
  return (error, _request, response, next) => {
    if (response.headersSent) return next(error);
    const answer = asApiError(error);
    if (answer.status >= 500) report(error);
    const { code, message, path, details } = answer;
    response
      .status(answer.status)
      .json({ error: { code, message, ...(path === undefined ? {} : { path }), ...details } });
  };
}

function asApiError(error: unknown): ApiError {
  if (error instanceof ApiError) return error;
  const { type, limit } = (error ?? {}) as { type?: string; limit?: number };
  switch (type) {
    case 'entity.parse.failed':
      return new ApiError(400, 'notJson', 'The request is not valid JSON.');
    case 'entity.too.large':
      return new ApiError(413, 'tooLarge', `That is too large: at most ${sizeInWords(limit ?? 0)} can be taken.`);
    case 'encoding.unsupported':
    case 'charset.unsupported':
      return new ApiError(415, 'unsupported', 'The request has to be JSON in UTF-8.');
    case 'request.aborted':
      return new ApiError(400, 'aborted', 'The request ended early.');
    default:
      return new ApiError(500, 'internal', 'Something went wrong in Haushalt itself. Nothing has been changed.');
  }
}

function sizeInWords(bytes: number): string {
  return bytes >= 1 << 20 ? `${Math.floor(bytes / (1 << 20))} MB` : `${Math.floor(bytes / 1024)} kB`;
}
