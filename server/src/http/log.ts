import { pino, type Logger } from 'pino';

export const LOG_LEVELS = ['silent', 'error', 'warn', 'info', 'debug'] as const;
export type LogLevel = (typeof LOG_LEVELS)[number];

/** Where the server writes what it does: one JSON object a line, on standard error. */
export type Log = Pick<Logger, 'info' | 'warn' | 'error'>;

export function createLog(level: LogLevel): Log {
  return pino({ level, base: null, timestamp: pino.stdTimeFunctions.isoTime }, pino.destination({ fd: 2, sync: true }));
}
