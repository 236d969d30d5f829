import type { Text } from '@haushalt/language';
import { ServerAway, ServerRefusal } from './refusals.ts';
import { languageAsked, messageFor } from '../language/language.ts';

/** Describes how far something has come, from 0 to 1, and what is being done. */
export interface Progress {
  readonly done: number;
  readonly what: Text;
}

/** A line of an answer that comes bit by bit. */
type Line =
  | { readonly progress: Progress }
  | { readonly done: { readonly bytes: number; readonly name?: string } & Readonly<Record<string, unknown>> }
  | { readonly error: { readonly status: number; readonly text: Text; readonly path?: string } };

/** Describes what has come: its name, if it has one, all that is said of it, and its content. */
export interface Received {
  readonly name: string;
  readonly head: Readonly<Record<string, unknown>>;
  readonly content: Uint8Array<ArrayBuffer>;
}

/** Asks for something that may take long, and is told how far it has come. Throws `ServerRefusal` or `ServerAway`. */
export async function requestStreamed(
  path: string,
  body: Blob | string,
  { signal, onProgress }: { readonly signal: AbortSignal; readonly onProgress: (progress: Progress) => void },
): Promise<Received> {
  let response: Response;
  try {
    response = await fetch(`/api${path}`, {
      method: 'POST',
      headers: {
        accept: 'application/x-ndjson',
        'accept-language': languageAsked(),
        'content-type': body instanceof Blob ? 'application/octet-stream' : 'application/json',
      },
      body,
      signal,
    });
  } catch (error) {
    if (signal.aborted) throw error;
    throw new ServerAway();
  }
  if (!response.ok || !response.body) {
    const answer = (await response.json().catch(() => null)) as {
      error?: { text?: Text; message?: string; path?: string };
    } | null;
    if (response.status >= 500 || response.status === 429)
      throw new ServerAway(answer?.error?.text ?? answer?.error?.message);
    throw new ServerRefusal(response.status, answer?.error?.text ?? answer?.error?.message ?? messageFor('session.refusedWithoutReason'), answer?.error?.path); // prettier-ignore
  }
  const lines = new Lines(response.body.getReader());
  for (;;) {
    const line = (await lines.next().catch((error: unknown) => {
      if (signal.aborted) throw error;
      return null;
    })) as Line | null;
    if (line === null) throw new ServerAway();
    if ('progress' in line) onProgress(line.progress);
    else if ('error' in line) {
      const { status, text, path: where } = line.error;
      throw status >= 500 ? new ServerAway(text) : new ServerRefusal(status, text, where);
    } else {
      const content = await lines.rest(line.done.bytes);
      if (content === null) throw new ServerAway();
      return { name: line.done.name ?? '', head: line.done, content };
    }
  }
}

/** An answer read line by line, and what follows them as it is. */
class Lines {
  private readonly reader: ReadableStreamDefaultReader<Uint8Array>;
  private buffer = new Uint8Array(0);

  constructor(reader: ReadableStreamDefaultReader<Uint8Array>) {
    this.reader = reader;
  }

  /** The next line; `null` when the answer ends within it. */
  async next(): Promise<unknown> {
    for (;;) {
      const end = this.buffer.indexOf(10);
      if (end >= 0) {
        const text = new TextDecoder().decode(this.buffer.subarray(0, end));
        this.buffer = this.buffer.slice(end + 1);
        return JSON.parse(text) as unknown;
      }
      if (!(await this.more())) return null;
    }
  }

  /** So many bytes more; `null` when there are fewer. */
  async rest(count: number): Promise<Uint8Array<ArrayBuffer> | null> {
    const all = new Uint8Array(count);
    all.set(this.buffer.subarray(0, count));
    let filled = Math.min(this.buffer.length, count);
    while (filled < count) {
      const { done, value } = await this.reader.read();
      if (done) return null;
      const part = value.subarray(0, count - filled);
      all.set(part, filled);
      filled += part.length;
    }
    return all;
  }

  private async more(): Promise<boolean> {
    const { done, value } = await this.reader.read();
    if (done) return false;
    const joined = new Uint8Array(this.buffer.length + value.length);
    joined.set(this.buffer);
    joined.set(value, this.buffer.length);
    this.buffer = joined;
    return true;
  }
}
