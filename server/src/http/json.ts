import express, { type RequestHandler } from 'express';

/** Describes what a body of JSON may be. */
export interface JsonLimits {
  /** In bytes. */
  readonly size: number;
  /** States how many values it may hold: whatever stands between commas, colons and brackets. */
  readonly values: number;
}

/** States how many values most requests may hold, and those that carry a statement or a block of figures. */
export const FEW_VALUES = 20_000;
export const MOST_VALUES = 1_000_000;

/** States how deep what is asked may be nested; no request needs a tenth of it. */
export const MOST_DEPTH = 64;

/**
 * Takes a body of JSON. Its bytes are looked through before any of them is read as JSON: what is nested deeper or holds more
 * values than anybody needs is refused while that is cheap, and what walks a body later on walks no more than that.
 */
export function json({ size, values }: JsonLimits): RequestHandler {
  return express.json({
    limit: size,
    verify: (_request, _response, bytes) => {
      const trouble = troubleIn(bytes, values);
      if (trouble !== null) throw Object.assign(new Error(trouble), { type: trouble, limit: values });
    },
  });
}

const [QUOTE, BACKSLASH, COMMA, COLON] = [0x22, 0x5c, 0x2c, 0x3a];
const [OPEN_LIST, OPEN_OBJECT, CLOSE_LIST, CLOSE_OBJECT] = [0x5b, 0x7b, 0x5d, 0x7d];

/** Returns whether JSON in UTF-8 is too deep or holds too many values; texts are skipped. `null` where it is neither, or no JSON. */
export function troubleIn(bytes: Uint8Array, values: number): 'body.too.deep' | 'body.too.many' | null {
  let depth = 0;
  let count = 1;
  for (let index = 0; index < bytes.length; index++) {
    switch (bytes[index]) {
      case QUOTE:
        index = endOfText(bytes, index);
        break;
      case OPEN_LIST:
      case OPEN_OBJECT:
        if (++depth > MOST_DEPTH) return 'body.too.deep';
        if (++count > values) return 'body.too.many';
        break;
      case CLOSE_LIST:
      case CLOSE_OBJECT:
        depth--;
        break;
      case COMMA:
      case COLON:
        if (++count > values) return 'body.too.many';
    }
  }
  return null;
}

/** The place of the quote that ends a text; the end of the bytes where none does. */
function endOfText(bytes: Uint8Array, start: number): number {
  for (let quote = bytes.indexOf(QUOTE, start + 1); quote >= 0; quote = bytes.indexOf(QUOTE, quote + 1)) {
    let slashes = 0;
    while (bytes[quote - 1 - slashes] === BACKSLASH) slashes++;
    if (slashes % 2 === 0) return quote;
  }
  return bytes.length;
}
