import { createReadStream, createWriteStream, rmSync } from 'node:fs';
import { mkdtemp } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { Request, Response } from 'express';
import { messageFor } from '../message.ts';
import { ApiError, tooLarge } from './errors.ts';

/** Has a file of its own for as long as something is done with it; nothing is left of it then. */
export async function withTempFile<T>(use: (file: string) => Promise<T>): Promise<T> {
  const folder = await mkdtemp(join(tmpdir(), 'haushalt-'));
  try {
    return await use(join(folder, 'file'));
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

/** Stores a request's body as a file, as it arrives. Throws `ApiError` 413 for a body of more than so many bytes. */
export async function storeBody(request: Request, file: string, most: number, refusal = tooLarge(most)): Promise<void> {
  if (!['', 'identity'].includes(request.get('content-encoding') ?? ''))
    throw new ApiError(415, 'unsupported', messageFor('server.requestNotJson'));
  if (Number(request.get('content-length') ?? 0) > most) throw refusal;
  let size = 0;
  const bounded = new Transform({
    transform(chunk: Buffer, _encoding, done) {
      size += chunk.length;
      done(size > most ? refusal : null, chunk);
    },
  });
  await pipeline(request, bounded, createWriteStream(file, { mode: 0o600 }));
}

/** Sends a file, no faster than it is read. Who goes away meanwhile has gone away. */
export async function sendStored(response: Response, file: string): Promise<void> {
  await pipeline(createReadStream(file), response).catch((error: NodeJS.ErrnoException) => {
    if (error.code !== 'ERR_STREAM_PREMATURE_CLOSE') throw error;
  });
}
