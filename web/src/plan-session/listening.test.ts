// @vitest-environment jsdom
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { listenTo } from './listening.ts';
import type { PlanSession } from './session.ts';

/** A stream as the browser gives it, that a test can let fail. */
class Stream extends EventTarget {
  static readonly CLOSED = 2;
  static readonly all: Stream[] = [];
  readyState = 1;
  readonly url: string;

  constructor(url: string) {
    super();
    this.url = url;
    Stream.all.push(this);
  }

  close() {
    this.readyState = Stream.CLOSED;
  }

  fail() {
    this.readyState = Stream.CLOSED;
    this.dispatchEvent(new Event('error'));
  }
}

const open = () => Stream.all.filter(({ readyState }) => readyState !== Stream.CLOSED);

function show(state: 'visible' | 'hidden') {
  vi.spyOn(document, 'visibilityState', 'get').mockReturnValue(state);
  document.dispatchEvent(new Event('visibilitychange'));
}

describe('listening to a plan', () => {
  const session = { state: { ended: null }, knownRevision: 7, retryNow: vi.fn(), receive: vi.fn(), reload: vi.fn() };
  let quiet = () => {};
  beforeEach(() => {
    vi.useFakeTimers();
    vi.stubGlobal('EventSource', Stream);
    Stream.all.length = 0;
    session.knownRevision = 7;
  });
  afterEach(() => {
    quiet();
    vi.restoreAllMocks();
    vi.unstubAllGlobals();
    vi.useRealTimers();
  });
  const onOpen = vi.fn();
  const listen = () =>
    (quiet = listenTo('p1', session as unknown as PlanSession, 'tab', { onSharing: () => {}, onOpen }));

  it('ends when the page is out of sight, and catches up when it is in sight again', () => {
    listen();
    expect(open()).toHaveLength(1);
    show('hidden');
    expect(open()).toHaveLength(0);
    session.knownRevision = 9;
    show('visible');
    expect(open().map(({ url }) => url)).toEqual(['/api/plans/p1/events?tab=tab&since=9']);
  });

  it('does not begin in a tab that is opened behind another', () => {
    vi.spyOn(document, 'visibilityState', 'get').mockReturnValue('hidden');
    listen();
    expect(Stream.all).toHaveLength(0);
    show('visible');
    expect(open()).toHaveLength(1);
  });

  it('goes on after an error, later each time, and not while out of sight', () => {
    listen();
    Stream.all[0]!.fail();
    expect(open()).toHaveLength(0);
    vi.advanceTimersByTime(1000);
    expect(open()).toHaveLength(1);
    open()[0]!.fail();
    show('hidden');
    vi.advanceTimersByTime(60_000);
    expect(open()).toHaveLength(0);
    show('visible');
    expect(open()).toHaveLength(1);
  });

  it('says so each time it has begun, also after a break', () => {
    listen();
    expect(onOpen).not.toHaveBeenCalled();
    open()[0]!.dispatchEvent(new Event('open'));
    open()[0]!.fail();
    vi.advanceTimersByTime(1000);
    open()[0]!.dispatchEvent(new Event('open'));
    expect(onOpen).toHaveBeenCalledTimes(2);
  });

  it('opens one stream at a time, however often the page is looked at', () => {
    listen();
    for (let time = 0; time < 5; time++) show('visible');
    expect(Stream.all).toHaveLength(1);
    quiet();
    show('visible');
    expect(open()).toHaveLength(0);
  });
});
