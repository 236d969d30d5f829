import { messageFor, MessageError, type Text } from '../../message.ts';

/** A plan file that cannot be read: where, as a JSON pointer (RFC 6901), and why. */
export class PlanFormatError extends MessageError {
  readonly pointer: string;

  constructor(pointer: string, reason: Text) {
    super(messageFor('planFile.at', { isFile: pointer === '', pointer, reason }));
    this.name = 'PlanFormatError';
    this.pointer = pointer;
  }
}

export type Json = Record<string, unknown>;

export function refuseUnknown(json: Json, fields: readonly string[], pointer: string): void {
  for (const key of Object.keys(json)) {
    if (!fields.includes(key)) {
      const escaped = key.replaceAll('~', '~0').replaceAll('/', '~1');
      throw new PlanFormatError(
        `${pointer}/${escaped}`,
        messageFor('planFile.unknownField', { known: fields.join(', ') }),
      );
    }
  }
}

export function isObject(value: unknown): value is Json {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}
