import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Hint } from '@udrel/contract/endpoints';
import { listenToHints } from './listen';

/** A stream of hints that a test speaks through. */
class FakeSource {
  static last: FakeSource;
  static readonly CLOSED = 2;
  readyState = 1;
  private readonly heard = new Map<string, (event: unknown) => void>();

  constructor(readonly url: string) {
    FakeSource.last = this;
  }

  addEventListener(kind: string, take: (event: unknown) => void) {
    this.heard.set(kind, take);
  }

  close() {
    this.readyState = FakeSource.CLOSED;
  }

  say(kind: 'open' | 'error' | 'message', hint?: Hint, lastEventId = '') {
    this.heard.get(kind)?.({ data: JSON.stringify(hint), lastEventId });
  }
}

const dispatched: { type: string; payload?: unknown }[] = [];
const stale = () =>
  dispatched.filter((action) => action.type.endsWith('invalidateTags')).map((action) => action.payload);
/** Listens at a page that shows a version of each job; whatever is read takes so long. */
const listen = (shown: number | null = null, takes = 20) => {
  const dispatch = ((action: never) => dispatched.push(action)) as never;
  const allRead = () => new Promise((resolve) => setTimeout(resolve, takes));
  return listenToHints({ dispatch, versionShown: () => shown, allRead }, 'a1.7');
};

beforeEach(() => {
  vi.useFakeTimers();
  vi.stubGlobal('EventSource', FakeSource);
  dispatched.length = 0;
});
afterEach(() => void vi.useRealTimers());

describe('hints', () => {
  it('that come together lead to one reading', () => {
    listen();
    FakeSource.last.say('open');
    FakeSource.last.say('message', { kind: 'job', tag: 'U-1', version: 4 });
    FakeSource.last.say('message', { kind: 'shelf' });
    vi.runAllTimers();
    expect(stale()).toEqual([
      [
        { type: 'Job', id: 'U-1' },
        { type: 'JobRuns', id: 'U-1' },
        { type: 'JobPhotos', id: 'U-1' },
        { type: 'Match', id: 'U-1' },
        ...[
          'Floor',
          'Runs',
          'Jobs',
          'Berths',
          'Quote',
          'Customer',
          'Stays',
          'Messages',
          'Parts',
          'Match',
          'Quote',
          'SetUp',
        ],
      ],
    ]);
  });

  it('of a version that is on the screen already do not read the job again', () => {
    listen(4);
    FakeSource.last.say('message', { kind: 'job', tag: 'U-1', version: 4 });
    vi.runAllTimers();
    const ofJob = ['JobRuns', 'JobPhotos', 'Match'].map((type) => ({ type, id: 'U-1' }));
    expect(stale()).toEqual([[...ofJob, 'Floor', 'Runs', 'Jobs', 'Berths', 'Quote', 'Customer', 'Stays', 'Messages']]);
    FakeSource.last.say('message', { kind: 'job', tag: 'U-1', version: 5 });
    vi.runAllTimers();
    expect(stale()[1]).toContainEqual({ type: 'Job', id: 'U-1' });
  });
});

describe('a stream that the server refuses', () => {
  it('has the session looked at: somebody may have been signed out before it was open', () => {
    listen();
    FakeSource.last.readyState = FakeSource.CLOSED;
    FakeSource.last.say('error');
    vi.advanceTimersByTime(100);
    expect(stale().flat()).toContain('Session');
  });

  it('is no more than lost while the server cannot be reached', () => {
    listen();
    FakeSource.last.readyState = 0;
    FakeSource.last.say('error');
    vi.advanceTimersByTime(100);
    expect(stale()).toEqual([]);
  });
});

describe('hints of runs', () => {
  it('lead to one reading a second however many berths count, and never hold up another hint', async () => {
    listen();
    for (let n = 0; n < 300; n++) {
      FakeSource.last.say('message', { kind: 'run', tag: `U-${n % 200}` });
      await vi.advanceTimersByTimeAsync(10);
    }
    expect(stale()).toHaveLength(3);
    expect(stale().flat()).not.toContainEqual(expect.objectContaining({ type: 'Job' }));
    FakeSource.last.say('message', { kind: 'job', tag: 'U-7', version: 2 });
    await vi.advanceTimersByTimeAsync(60);
    expect(stale()).toHaveLength(4);
    expect(stale()[3]).toContainEqual({ type: 'Job', id: 'U-7' });
  });

  it('light the lamps of the bench each five seconds, and at once where a job says more', async () => {
    listen();
    for (let n = 0; n < 120; n++) {
      FakeSource.last.say('message', { kind: 'run', tag: 'U-1' });
      await vi.advanceTimersByTimeAsync(100);
    }
    expect(stale().filter((tags) => (tags as string[]).includes('Berths'))).toHaveLength(3);
    expect(stale().length).toBeGreaterThan(9);
    FakeSource.last.say('message', { kind: 'job', tag: 'U-1', version: 2 });
    await vi.runAllTimersAsync();
    expect(stale().at(-1)).toContain('Berths');
  });
});

describe('a stream that breaks', () => {
  it('is lost only after a while, and nothing is read again when it is back: what was missed is said then', () => {
    listen();
    FakeSource.last.say('open');
    FakeSource.last.say('error');
    vi.advanceTimersByTime(1000);
    expect(dispatched.map((action) => action.type)).toEqual(['connection/found']);
    vi.advanceTimersByTime(1000);
    expect(dispatched.at(-1)?.type).toBe('connection/lost');
    FakeSource.last.say('open');
    vi.runAllTimers();
    expect(stale()).toEqual([]);
    FakeSource.last.say('message', { kind: 'everything' }, 'b2.1');
    vi.runAllTimers();
    expect(stale()[0]).toContain('Job');
  });

  it('is asked for again where it was left when it was refused, and at once after signing in', () => {
    const stream = listen();
    const first = FakeSource.last;
    expect(first.url).toMatch(/\?since=a1\.7$/);
    first.say('message', { kind: 'shelf' }, 'a1.8');
    first.readyState = FakeSource.CLOSED;
    first.say('error');
    vi.advanceTimersByTime(5000);
    expect(FakeSource.last).not.toBe(first);
    const second = FakeSource.last;
    expect(second.url).toMatch(/\?since=a1\.8$/);
    stream.anew();
    expect(FakeSource.last).not.toBe(second);
    expect(second.readyState).toBe(FakeSource.CLOSED);
  });
});

describe('changes that come one after the other', () => {
  it('lead to one reading in half a second, the first of them at once', async () => {
    listen();
    FakeSource.last.say('open');
    for (let n = 0; n < 20; n++) {
      FakeSource.last.say('message', { kind: 'job', tag: `U-${n}`, version: 1 });
      await vi.advanceTimersByTimeAsync(50);
      FakeSource.last.say('message', { kind: 'messages' });
      await vi.advanceTimersByTimeAsync(50);
    }
    await vi.runAllTimersAsync();
    // Two seconds: at once, then every half.
    expect(stale().length).toBeGreaterThanOrEqual(4);
    expect(stale().length).toBeLessThanOrEqual(6);
    expect(stale().flat()).toContainEqual({ type: 'Job', id: 'U-19' });
  });

  it.each([
    { takes: 400, least: 4, most: 6 },
    // However long it takes, a page is no older than that by some seconds.
    { takes: 5000, least: 3, most: 5 },
  ])('lead to fewer readings where one takes $takes ms', async ({ takes, least, most }) => {
    listen(null, takes);
    FakeSource.last.say('open');
    for (let n = 0; n < 100; n++) {
      FakeSource.last.say('message', { kind: 'job', tag: `U-${n}`, version: 1 });
      await vi.advanceTimersByTimeAsync(100);
    }
    expect(stale().length).toBeGreaterThanOrEqual(least);
    expect(stale().length).toBeLessThanOrEqual(most);
    await vi.runAllTimersAsync();
    expect(stale().flat()).toContainEqual({ type: 'Job', id: 'U-99' });
  });
});
