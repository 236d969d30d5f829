import type { Request } from 'express';
import type { Store } from '../store/store.ts';
import { messageFor } from '../message.ts';
import { ApiError } from './errors.ts';
import type { Events } from './events.ts';
import type { Routing } from './routing.ts';

/** Up to how many milliseconds requests took, for the counts of operators. */
const BUCKETS = [5, 25, 100, 500, 2500];

/** Counts and times of requests since the server began. */
export class Counts {
  private readonly byStatus = new Map<number, number>();
  private readonly byTime = new Array<number>(BUCKETS.length + 1).fill(0);
  private total = 0;
  private ms = 0;

  request(status: number, ms: number): void {
    const kind = Math.floor(status / 100) * 100;
    this.byStatus.set(kind, (this.byStatus.get(kind) ?? 0) + 1);
    const bucket = BUCKETS.findIndex((most) => ms <= most);
    this.byTime[bucket < 0 ? BUCKETS.length : bucket]! += 1;
    this.total++;
    this.ms += ms;
  }

  /** The counts as lines of text, in the open exposition format for metrics. */
  asText(events: Events, store: Store): string {
    const lines = ['# TYPE haushalt_requests_total counter'];
    for (const [status, count] of this.byStatus) lines.push(`haushalt_requests_total{status="${status}"} ${count}`);
    lines.push('# TYPE haushalt_request_milliseconds histogram');
    let sum = 0;
    for (const [index, most] of BUCKETS.entries())
      lines.push(`haushalt_request_milliseconds_bucket{le="${most}"} ${(sum += this.byTime[index]!)}`);
    lines.push(`haushalt_request_milliseconds_bucket{le="+Inf"} ${this.total}`);
    lines.push(`haushalt_request_milliseconds_sum ${Math.round(this.ms)}`);
    lines.push(`haushalt_request_milliseconds_count ${this.total}`);
    const gauges: [string, number][] = [
      ['haushalt_open_pages', events.listening],
      ['haushalt_plans', store.plans.count()],
      ['haushalt_memory_bytes', process.memoryUsage.rss()],
      ['haushalt_uptime_seconds', Math.round(process.uptime())],
    ];
    for (const [name, value] of gauges) lines.push(`# TYPE ${name} gauge`, `${name} ${value}`);
    return `${lines.join('\n')}\n`;
  }
}

/** The routes for whoever watches the server: whether it lives, whether it can work, and what it has done. */
export function operatingRoutes(
  routing: Routing,
  { store, events, counts, version }: { store: Store; events: Events; counts: Counts; version: string },
): void {
  routing.anyone('get', '/health', ({ response }) => {
    response.json({ ok: true, version });
  });

  // Whether the database answers, and can be written to.
  routing.anyone('get', '/ready', ({ response }) => {
    store.probe();
    response.json({ ok: true });
  });

  routing.anyone('get', '/metrics', ({ request, response }) => {
    if (!isFromHere(request)) throw new ApiError(404, 'notFound', messageFor('server.notFound'));
    response.type('text/plain; version=0.0.4').send(counts.asText(events, store));
  });
}

/** Returns whether a request came from this machine itself, through no proxy. */
function isFromHere(request: Request): boolean {
  const from = request.socket.remoteAddress ?? '';
  const isLoopback = from === '127.0.0.1' || from === '::1' || from === '::ffff:127.0.0.1';
  return isLoopback && request.get('x-forwarded-for') === undefined && request.get('forwarded') === undefined;
}
