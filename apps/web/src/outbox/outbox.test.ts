import { configureStore } from '@reduxjs/toolkit';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { JobView } from '@udrel/contract/types';
import { api } from '../api/api';
import { inTurn } from './in-turn';
import { answering } from '../testing/server/answering';
import { connectionSlice } from '../api/connection-slice';
import { keep, keptEntries, standing, type Entry } from './entries';
import { giveUp, keepAndSend, sendAnyway, sendKept, type Doing } from './outbox';
import { outboxSlice } from './outbox-slice';
import { withKept } from './overlay';

const disassembly = [
  {
    id: 's1',
    stage: 1,
    kind: 'screw',
    name: 'base screw',
    count: 10,
    out: 0,
    back: 0,
    missing: 0,
    left: 0,
    replaced: 0,
  },
];
const jobAt = (version: number, over: Partial<JobView['snapshot']> = {}): JobView =>
  ({
    tag: 'U-1',
    version,
    history: [{ by: 'Odo' }],
    snapshot: { facts: {}, disassembly, ...over },
  }) as unknown as JobView;
const BEFORE = { set: null, whyNot: 'does not start' };
const measuring: Doing = {
  tag: 'U-1',
  command: 'recordFact',
  params: { key: 'before' },
  body: { value: BEFORE },
  subject: { kind: 'fact', key: 'before' },
};
const noting: Doing = {
  tag: 'U-1',
  command: 'addNote',
  params: {},
  body: { text: 'called' },
  subject: { kind: 'note' },
};

const sent: { url: string; body: { version?: number }; key: string }[] = [];
let answers: ((body: { version?: number }) => { status: number; data: unknown } | Error)[] = [];

async function open(job: JobView = jobAt(3)) {
  const store = configureStore({
    reducer: {
      [api.reducerPath]: api.reducer,
      [connectionSlice.name]: connectionSlice.reducer,
      [outboxSlice.name]: outboxSlice.reducer,
    },
    middleware: (defaults) => defaults().concat(api.middleware),
  });
  await store.dispatch(api.util.upsertQueryData('job', { tag: 'U-1' }, job));
  await store.dispatch(api.util.upsertQueryData('session', undefined, { staff: { id: 'me' } } as never));
  const dispatch = store.dispatch as (thunk: unknown) => Promise<unknown>;
  return { dispatch, state: () => store.getState(), watch: store.subscribe };
}

beforeEach(() => {
  const kept = new Map<string, string>();
  vi.stubGlobal('localStorage', {
    get length() {
      return kept.size;
    },
    key: (n: number) => [...kept.keys()][n] ?? null,
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, value: string) => void kept.set(key, value),
    removeItem: (key: string) => void kept.delete(key),
  });
  vi.stubGlobal('navigator', { locks: { request: (_name: string, act: () => Promise<void>) => act() } });
  sent.length = 0;
  answers = [];
  answering(({ url, body, key }) => {
    const given = body as { version?: number };
    sent.push({ url, body: given, key: key ?? '' });
    return answers.shift()?.(given) ?? new Error('no connection');
  });
});

const away = () => new Error('no connection');
const taken = (version: number) => () => ({ status: 200, data: jobAt(version) });
const cameOut = (job: JobView | null, outcomes: object[]) => () => ({ status: 200, data: { outcomes, job } });
const oneMore = (from: number) => ({ done: true, from, version: from + 1 });
const stale = (current: JobView) => () => ({ status: 409, data: { detail: 'stale', current } });

describe('what an earlier version kept', () => {
  it.each([
    ['/notes', { kind: 'note' }, 'addNote', {}],
    ['/strip/s1', { kind: 'strip', item: 's1' }, 'moveDisassemblyItem', { item: 's1' }],
    ['/strip', { kind: 'whole strip' }, 'moveWholeDisassembly', {}],
    ['/facts/trial%20start', { kind: 'fact', key: 'trial start' }, 'recordFact', { key: 'trial start' }],
    [
      '/counter/document-given',
      { kind: 'fact', key: 'document given' },
      'recordAtCounter',
      { counterKey: 'document given' },
    ],
  ])('%s is sent as the command that it is', (path, subject, command, params) => {
    const kept = {
      id: 'a',
      at: 1,
      staffId: 'me',
      tag: 'U-1',
      path,
      method: 'PUT',
      body: {},
      subject,
      state: 'waiting',
    };
    localStorage.setItem('udrel.outbox.000000000000001.a', JSON.stringify(kept));
    expect(keptEntries()).toMatchObject([{ command, params }]);
  });

  it('is sent as what a command is called now', () => {
    const kept = {
      id: 'a',
      at: 1,
      command: 'moveStripItem',
      subject: { kind: 'strip', item: 's1' },
      places: { item: 's1' },
    };
    localStorage.setItem('udrel.outbox.000000000000001.a', JSON.stringify(kept));
    const subject = { kind: 'disassembly', item: 's1' };
    expect(keptEntries()).toMatchObject([{ command: 'moveDisassemblyItem', params: { item: 's1' }, subject }]);
  });
});

describe('what was kept for several jobs', () => {
  it('is sent for all of them, and put on the screen of those that are open', async () => {
    const { dispatch, state } = await open();
    for (const [at, tag] of ['U-1', 'U-2'].entries()) {
      const entry = { ...noting, id: tag, at, tag, staffId: 'me', version: 3, seen: 'null', state: 'waiting' } as const;
      keep(entry);
      answers.push(() => ({ status: 200, data: { ...jobAt(4), tag } }));
    }
    await dispatch(sendKept());
    expect(keptEntries()).toEqual([]);
    const shown = (tag: string) => api.endpoints.job.select({ tag })(state()).data?.version;
    expect([shown('U-1'), shown('U-2')]).toEqual([4, undefined]);
  });
});

describe('a change', () => {
  it('is kept before it is sent, and gone once it was taken', async () => {
    const { dispatch, state } = await open();
    answers = [
      () => {
        expect(keptEntries()).toHaveLength(1);
        return taken(4)();
      },
    ];
    expect(await dispatch(keepAndSend(measuring))).toMatchObject({ view: { version: 4 } });
    expect(keptEntries()).toEqual([]);
    expect(state().outbox.entries).toEqual([]);
  });

  it('stays without a connection, lies over the job, and is sent later under the same key', async () => {
    const { dispatch, state } = await open();
    answers = [away];
    expect(await dispatch(keepAndSend(measuring))).toMatchObject({ view: { version: 3 } });
    expect(state().connection.lostAt).not.toBeNull();
    expect(withKept(jobAt(3), state().outbox.entries).snapshot.facts.before).toEqual(BEFORE);
    answers = [taken(4)];
    await dispatch(sendKept());
    expect(new Set(sent.map((one) => one.key)).size).toBe(1);
    expect([keptEntries(), state().connection.lostAt]).toEqual([[], null]);
  });

  it('goes over a change to something else by itself', async () => {
    const { dispatch } = await open();
    answers = [stale(jobAt(5)), taken(6)];
    expect(await dispatch(keepAndSend(measuring))).toMatchObject({ view: { version: 6 } });
    expect(sent.map((one) => one.body.version)).toEqual([3, 5]);
  });

  it('is a conflict when the same thing changed, with both states kept, and goes over it only by word', async () => {
    const { dispatch, state } = await open();
    const theirs = { set: null, whyNot: 'customer in a hurry' };
    answers = [stale(jobAt(5, { facts: { before: theirs } }))];
    expect(await dispatch(keepAndSend(measuring))).toMatchObject({ error: { status: 409 } });
    const [entry] = state().outbox.entries as [Entry];
    expect(entry).toMatchObject({ state: 'conflict', theirs: { version: 5, by: 'Odo' } });
    expect(JSON.parse(entry.theirs?.value ?? '')).toEqual(theirs);
    await dispatch(sendKept());
    expect(sent).toHaveLength(1);
    answers = [taken(6)];
    await dispatch(sendAnyway(entry));
    expect(sent.at(-1)?.body.version).toBe(5);
    expect(keptEntries()).toEqual([]);
  });

  it('that stood otherwise when its typing began is a conflict without being sent', async () => {
    const { dispatch, state } = await open(jobAt(3, { facts: { before: { set: null, whyNot: 'theirs' } } }));
    await dispatch(keepAndSend({ ...measuring, seen: 'null' }));
    expect(sent).toEqual([]);
    expect(state().outbox.entries[0]).toMatchObject({ state: 'conflict' });
    void dispatch(giveUp(state().outbox.entries[0] as Entry));
    expect(keptEntries()).toEqual([]);
  });

  it('refused at once is given back to its form; refused later it is kept with the reason', async () => {
    const { dispatch, state } = await open();
    const refuse = () => ({ status: 409, data: { detail: 'First: Fit the new drive.' } });
    answers = [refuse];
    expect(await dispatch(keepAndSend(measuring))).toMatchObject({
      error: { data: { detail: 'First: Fit the new drive.' } },
    });
    expect(keptEntries()).toEqual([]);
    answers = [away, refuse];
    await dispatch(keepAndSend(measuring));
    await dispatch(sendKept());
    expect(state().outbox.entries[0]).toMatchObject({ state: 'refused', sentence: 'First: Fit the new drive.' });
  });

  it('of somebody else on this tablet waits for them', async () => {
    const { dispatch } = await open();
    const entry = { ...noting, id: 'n1', at: 1, staffId: 'other', version: 3, seen: 'null', state: 'waiting' as const };
    keep(entry);
    await dispatch(sendKept());
    expect([sent.length, keptEntries().length]).toEqual([0, 1]);
  });
});

describe('a browser that has no room left', () => {
  const full = () =>
    vi.spyOn(localStorage, 'setItem').mockImplementation(() => {
      throw new DOMException('full', 'QuotaExceededError');
    });

  it('sends at once what it cannot keep, and says what it could not send', async () => {
    const { dispatch, state } = await open();
    full();
    answers = [taken(4), away, () => ({ status: 422, data: { detail: 'Check it.' } })];
    expect(await dispatch(keepAndSend(noting))).toMatchObject({ view: { version: 4 } });
    expect(api.endpoints.job.select({ tag: 'U-1' })(state()).data?.version).toBe(4);
    expect(await dispatch(keepAndSend(measuring))).toMatchObject({ error: { data: { code: 'no-room-here' } } });
    expect(await dispatch(keepAndSend(measuring))).toMatchObject({ error: { data: { detail: 'Check it.' } } });
    expect(keptEntries()).toEqual([]);
  });
});

describe('a fault of the server', () => {
  it('does not hold up what stands behind it: it is shown as refused, and can be given up', async () => {
    const { dispatch, state } = await open();
    answers = [away, away];
    await dispatch(keepAndSend(measuring));
    await dispatch(keepAndSend(noting));
    const failed = () => ({ status: 500, data: { detail: 'Something failed here.' } });
    // Both as one first, then each alone.
    answers = [failed, failed, taken(4)];
    await dispatch(sendKept());
    expect(state().outbox.entries).toMatchObject([{ state: 'refused', sentence: 'Something failed here.' }]);
    expect(state().connection.lostAt).toBeNull();
    void dispatch(giveUp(state().outbox.entries[0] as Entry));
    expect(keptEntries()).toEqual([]);
  });

  it.each([502, 503, 504])('that is %s means later', async (status) => {
    const { dispatch, state } = await open();
    answers = [() => ({ status, data: { detail: 'away' } })];
    await dispatch(keepAndSend(measuring));
    expect(state().outbox.entries).toMatchObject([{ state: 'waiting' }]);
    expect(state().connection.lostAt).not.toBeNull();
  });
});

describe('my own earlier entry', () => {
  it('is no conflict, however the server wrote it down', async () => {
    const { dispatch } = await open();
    const typed = (whyNot: string): Doing => ({ ...measuring, body: { value: { set: null, whyNot } } });
    answers = [away, away];
    await dispatch(keepAndSend(typed('does not start  ')));
    await dispatch(keepAndSend(typed('starts, but hangs')));
    const trimmed = jobAt(4, { facts: { before: { set: null, whyNot: 'does not start' } } });
    answers = [() => ({ status: 200, data: trimmed }), stale(trimmed), taken(5)];
    await dispatch(sendKept());
    expect(keptEntries()).toEqual([]);
  });

  it('of the whole sheet is none for one of its rows', async () => {
    const { dispatch } = await open();
    answers = [away, away];
    const whole: Doing = {
      tag: 'U-1',
      command: 'moveWholeDisassembly',
      params: {},
      body: { way: 'out' },
      subject: { kind: 'whole disassembly' },
    };
    const row: Doing = {
      tag: 'U-1',
      command: 'moveDisassemblyItem',
      params: { item: 's1' },
      body: { out: 9, back: 0 },
      subject: { kind: 'disassembly', item: 's1' },
    };
    await dispatch(keepAndSend(whole));
    await dispatch(keepAndSend(row));
    const after = jobAt(4, { disassembly: disassembly.map((item) => ({ ...item, out: 10 })) as never });
    answers = [() => ({ status: 200, data: after }), stale(after), taken(5)];
    await dispatch(sendKept());
    expect(keptEntries()).toEqual([]);
  });
});

describe('an earlier entry of mine', () => {
  it('does not make what somebody else changed meanwhile count as seen', async () => {
    const { dispatch, state } = await open();
    answers = [away, away];
    await dispatch(keepAndSend(noting));
    await dispatch(keepAndSend(measuring));
    const theirs = { set: null, whyNot: 'customer in a hurry' };
    const current = jobAt(6, { facts: { before: theirs } });
    const problem = { status: 409, detail: 'stale', current };
    answers = [
      cameOut(current, [
        { done: true, from: 5, version: 6 },
        { done: false, problem },
      ]),
      taken(7),
    ];
    await dispatch(sendKept());
    expect(sent).toHaveLength(3);
    expect(state().outbox.entries).toMatchObject([{ subject: { key: 'before' }, state: 'conflict' }]);
  });
});

describe('what waits at one job', () => {
  const row = (item: string, out: number): Doing => ({
    tag: 'U-1',
    command: 'moveDisassemblyItem',
    params: { item },
    body: { out, back: 0 },
    subject: { kind: 'disassembly', item },
  });
  const kept = async (...doings: Doing[]) => {
    const opened = await open();
    answers = doings.map(() => away);
    for (const doing of doings) await opened.dispatch(keepAndSend(doing));
    sent.length = 0;
    return opened;
  };
  const names = ({ body }: (typeof sent)[number]) =>
    (body as { commands?: { name: string }[] }).commands?.map(({ name }) => name) ?? 'alone';

  it('goes in one request up to what rests on something in it', async () => {
    const { dispatch } = await kept(measuring, noting, row('s1', 4), noting, row('s1', 9));
    const ids = keptEntries().map(({ id }) => id);
    const after = jobAt(7, {
      facts: { before: BEFORE },
      disassembly: disassembly.map((one) => ({ ...one, out: 4 })) as never,
    });
    answers = [cameOut(after, [3, 4, 5, 6].map(oneMore)), taken(8)];
    await dispatch(sendKept());
    expect(sent.map(names)).toEqual([['recordFact', 'addNote', 'moveDisassemblyItem', 'addNote'], 'alone']);
    expect(sent[0]).toMatchObject({
      url: '/api/v1/jobs/U-1/kept',
      body: { version: 3, commands: ids.slice(0, 4).map((key) => ({ key })) },
    });
    expect(sent[1]).toMatchObject({ key: ids[4], body: { version: 7, out: 9 } });
    expect(keptEntries()).toEqual([]);
  });

  it('goes on after one that was refused, and waits from one that comes again later', async () => {
    const { dispatch, state } = await kept(measuring, noting, row('s1', 4), noting, noting);
    const refused = { done: false, problem: { status: 422, detail: 'Check it.' } };
    const later = { done: false, problem: { status: 503, detail: 'away' } };
    answers = [
      cameOut(null, [refused]),
      cameOut(jobAt(4), [oneMore(3), refused]),
      cameOut(jobAt(5), [oneMore(4), later]),
    ];
    await dispatch(sendKept());
    expect(state().outbox.entries.map(({ state, subject }) => [state, subject.kind])).toEqual([
      ['refused', 'fact'],
      ['refused', 'disassembly'],
      ['waiting', 'note'],
    ]);
    expect(state().connection.lostAt).not.toBeNull();
  });

  it('is sent again on what stands there where only something else changed', async () => {
    const { dispatch } = await kept(noting, measuring, noting);
    const current = jobAt(9);
    answers = [
      cameOut(current, [
        { done: true, from: 8, version: 9 },
        { done: false, problem: { status: 409, detail: 'stale', current } },
      ]),
      taken(10),
      taken(11),
    ];
    await dispatch(sendKept());
    expect(sent.map(names)).toEqual([['addNote', 'recordFact', 'addNote'], 'alone', 'alone']);
    expect(sent[1]?.body.version).toBe(9);
    expect(keptEntries()).toEqual([]);
  });

  it('takes nothing for seen that somebody else did between two of them', async () => {
    const again: Doing = { ...measuring, body: { value: { set: null, whyNot: 'no drive' } } };
    const { dispatch, state } = await kept(measuring, noting, again);
    const theirs = jobAt(6, { facts: { before: { set: null, whyNot: 'customer in a hurry' } } });
    answers = [cameOut(theirs, [oneMore(3), { done: true, from: 5, version: 6 }])];
    await dispatch(sendKept());
    expect(sent).toHaveLength(1);
    expect(state().outbox.entries).toMatchObject([{ state: 'conflict', body: again.body }]);
  });
});

describe('what is shown of a change', () => {
  it('is on the screen before it is answered: what is pressed on it meanwhile rests on the answer', async () => {
    const { dispatch } = await open();
    answers = [taken(4), taken(5)];
    const kept = dispatch(keepAndSend(measuring));
    const rested: number[] = [];
    const pressed = inTurn('U-1', 3, async (version) => {
      rested.push(version);
      return { data: jobAt(version + 1) };
    });
    await Promise.all([kept, pressed]);
    // A note carries no version: it is one event, whatever happened before it.
    const noted = dispatch(keepAndSend(noting));
    await inTurn('U-1', 4, async (version) => {
      rested.push(version);
      return {};
    });
    await noted;
    // Out of reach nothing is held up.
    void dispatch(keepAndSend(measuring));
    await inTurn('U-1', 5, async (version) => {
      rested.push(version);
      return {};
    });
    expect(rested).toEqual([4, 5, 5]);
  });

  it('never falls back to what was before it while its answer comes in', async () => {
    const { dispatch, state, watch } = await open();
    const out: number[] = [];
    watch(() => {
      const job = api.endpoints.job.select({ tag: 'U-1' })(state()).data;
      if (job) out.push(withKept(job, state().outbox.entries).snapshot.disassembly[0]?.out ?? -1);
    });
    answers = [() => ({ status: 200, data: jobAt(4, { disassembly: [{ ...disassembly[0], out: 1 }] as never }) })];
    const command = 'moveDisassemblyItem' as const;
    const move = { tag: 'U-1', command, params: { item: 's1' }, body: { out: 1, back: 0 } };
    await dispatch(keepAndSend({ ...move, subject: { kind: 'disassembly', item: 's1' } }));
    expect(out.slice(out.indexOf(1))).toEqual(out.slice(out.indexOf(1)).map(() => 1));
    expect(out.at(-1)).toBe(1);
  });
});

describe('several kept changes', () => {
  it('are sent in the order in which they were made; one that cannot leaves the rest waiting', async () => {
    const { dispatch } = await open();
    // On a clock that runs back; within one millisecond it would be the same.
    let clock = 9000;
    const now = vi.spyOn(Date, 'now').mockImplementation(() => --clock);
    answers = [away, away];
    const move = (out: number): Doing => ({
      tag: 'U-1',
      command: 'moveDisassemblyItem',
      params: { item: 's1' },
      body: { out, back: 0 },
      subject: { kind: 'disassembly', item: 's1' },
    });
    await dispatch(keepAndSend(move(1)));
    await dispatch(keepAndSend(move(2)));
    now.mockRestore();
    const [first, second] = keptEntries() as [Entry, Entry];
    expect(second.seen).toBe(JSON.stringify({ id: 's1', out: 1, back: 0, missing: 0, left: 0, replaced: 0 }));
    expect(withKept(jobAt(3), keptEntries()).snapshot.disassembly[0]?.out).toBe(2);
    const after = jobAt(4, { disassembly: disassembly.map((item) => ({ ...item, out: 1 })) as never });
    answers = [() => ({ status: 200, data: after }), stale(after), taken(5)];
    await dispatch(sendKept());
    expect(sent.slice(-3).map((one) => one.key)).toEqual([first.id, second.id, second.id]);
    expect(keptEntries()).toEqual([]);
  });

  it('show notes at once, and never mix two tabs’ entries', () => {
    const base = { ...noting, staffId: 'me', version: 3, seen: 'null', state: 'waiting' as const };
    keep({ ...base, id: 'b', at: 2 });
    keep({ ...base, id: 'a', at: 1 });
    localStorage.setItem('udrel.outbox.broken', '{');
    expect(keptEntries().map((entry) => entry.id)).toEqual(['a', 'b']);
    expect(withKept(jobAt(3), keptEntries()).history[0]).toMatchObject({ sentence: 'Note: called', by: 'kept here' });
    expect(standing(jobAt(3), { kind: 'note' })).toBe('null');
  });
});
