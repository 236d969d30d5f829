import type { Response } from 'express';
import type { LogEntry } from '../store/log.ts';

/** Streams change sets, and word of changed ledgers, to every open browser of a plan, as server-sent events. */
export class Events {
  private readonly listeners = new Map<string, Set<Response>>();
  private readonly heartbeat: NodeJS.Timeout;

  constructor() {
    this.heartbeat = setInterval(() => this.beat(), 20_000);
    this.heartbeat.unref();
  }

  /** Keeps a response open for a plan's events; first sends what the browser missed since it last listened. */
  listen(planId: string, response: Response, missed: readonly LogEntry[]): void {
    response.writeHead(200, {
      'content-type': 'text/event-stream',
      'cache-control': 'no-store',
      connection: 'keep-alive',
    });
    response.write('retry: 2000\n\n');
    for (const entry of missed) response.write(message(entry));
    const own = this.listeners.get(planId) ?? new Set<Response>();
    this.listeners.set(planId, own.add(response));
    response.on('close', () => {
      own.delete(response);
      if (own.size === 0) this.listeners.delete(planId);
    });
  }

  publish(planId: string, entry: LogEntry): void {
    for (const response of this.listeners.get(planId) ?? []) response.write(message(entry));
  }

  /** Says that the ledger of a plan is another one; what is in it is fetched where it is shown. */
  tellLedger(planId: string): void {
    for (const response of this.listeners.get(planId) ?? []) response.write('event: ledger\ndata: {}\n\n');
  }

  close(): void {
    clearInterval(this.heartbeat);
    for (const own of this.listeners.values()) for (const response of own) response.end();
  }

  private beat(): void {
    for (const own of this.listeners.values()) for (const response of own) response.write(': here\n\n');
  }
}

function message(entry: LogEntry): string {
  return `id: ${entry.revision}\nevent: changes\ndata: ${JSON.stringify(entry)}\n\n`;
}
