import { beforeEach, describe, expect, it, vi } from 'vitest';
import { api } from '../api/api';
import { inTurn } from './in-turn';
import { keep, keptEntries, standing, type Entry } from './entries';
import {
  anew,
  answer,
  away,
  BEFORE,
  cameOut,
  disassembly,
  jobAt,
  measuring,
  noting,
  open,
  sent,
  stale,
  taken,
} from './opened.test-data';
import { giveUp, keepAndSend, sendAnyway, sendKept, type Doing } from './outbox';
import { withKept } from './overlay';

beforeEach(anew);

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
    }
    answer(...['U-1', 'U-2'].map((tag) => () => ({ status: 200, data: { ...jobAt(4), tag } })));
    await dispatch(sendKept());
    expect(keptEntries()).toEqual([]);
    const shown = (tag: string) => api.endpoints.job.select({ tag })(state()).data?.version;
    expect([shown('U-1'), shown('U-2')]).toEqual([4, undefined]);
  });
});

describe('a change', () => {
  it('is kept before it is sent, and gone once it was taken', async () => {
    const { dispatch, state } = await open();
    answer(() => {
      expect(keptEntries()).toHaveLength(1);
      return taken(4)();
    });
    expect(await dispatch(keepAndSend(measuring))).toMatchObject({ view: { version: 4 } });
    expect(keptEntries()).toEqual([]);
    expect(state().outbox.entries).toEqual([]);
  });

  it('stays without a connection, lies over the job, and is sent later under the same key', async () => {
    const { dispatch, state } = await open();
    answer(away);
    expect(await dispatch(keepAndSend(measuring))).toMatchObject({ view: { version: 3 } });
    expect(state().connection.lostAt).not.toBeNull();
    expect(withKept(jobAt(3), state().outbox.entries).snapshot.facts.before).toEqual(BEFORE);
    answer(taken(4));
    await dispatch(sendKept());
    expect(new Set(sent.map((one) => one.key)).size).toBe(1);
    expect([keptEntries(), state().connection.lostAt]).toEqual([[], null]);
  });

  it('goes over a change to something else by itself', async () => {
    const { dispatch } = await open();
    answer(stale(jobAt(5)), taken(6));
    expect(await dispatch(keepAndSend(measuring))).toMatchObject({ view: { version: 6 } });
    expect(sent.map((one) => one.body.version)).toEqual([3, 5]);
  });

  it('is a conflict when the same thing changed, with both states kept, and goes over it only by word', async () => {
    const { dispatch, state } = await open();
    const theirs = { set: null, whyNot: 'customer in a hurry' };
    answer(stale(jobAt(5, { facts: { before: theirs } })));
    expect(await dispatch(keepAndSend(measuring))).toMatchObject({ error: { status: 409 } });
    const [entry] = state().outbox.entries as [Entry];
    expect(entry).toMatchObject({ state: 'conflict', theirs: { version: 5, by: 'Odo' } });
    expect(JSON.parse(entry.theirs?.value ?? '')).toEqual(theirs);
    await dispatch(sendKept());
    expect(sent).toHaveLength(1);
    answer(taken(6));
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
    answer(refuse);
    expect(await dispatch(keepAndSend(measuring))).toMatchObject({
      error: { data: { detail: 'First: Fit the new drive.' } },
    });
    expect(keptEntries()).toEqual([]);
    answer(away, refuse);
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

describe('a fault of the server', () => {
  it('does not hold up what stands behind it: it is shown as refused, and can be given up', async () => {
    const { dispatch, state } = await open();
    answer(away, away);
    await dispatch(keepAndSend(measuring));
    await dispatch(keepAndSend(noting));
    const failed = () => ({ status: 500, data: { detail: 'Something failed here.' } });
    // Both as one first, then each alone.
    answer(failed, failed, taken(4));
    await dispatch(sendKept());
    expect(state().outbox.entries).toMatchObject([{ state: 'refused', sentence: 'Something failed here.' }]);
    expect(state().connection.lostAt).toBeNull();
    void dispatch(giveUp(state().outbox.entries[0] as Entry));
    expect(keptEntries()).toEqual([]);
  });

  it.each([502, 503, 504])('that is %s means later', async (status) => {
    const { dispatch, state } = await open();
    answer(() => ({ status, data: { detail: 'away' } }));
    await dispatch(keepAndSend(measuring));
    expect(state().outbox.entries).toMatchObject([{ state: 'waiting' }]);
    expect(state().connection.lostAt).not.toBeNull();
  });
});

describe('my own earlier entry', () => {
  it('is no conflict, however the server wrote it down', async () => {
    const { dispatch } = await open();
    const typed = (whyNot: string): Doing => ({ ...measuring, body: { value: { set: null, whyNot } } });
    answer(away, away);
    await dispatch(keepAndSend(typed('does not start  ')));
    await dispatch(keepAndSend(typed('starts, but hangs')));
    const trimmed = jobAt(4, { facts: { before: { set: null, whyNot: 'does not start' } } });
    answer(() => ({ status: 200, data: trimmed }), stale(trimmed), taken(5));
    await dispatch(sendKept());
    expect(keptEntries()).toEqual([]);
  });

  it('of the whole sheet is none for one of its rows', async () => {
    const { dispatch } = await open();
    answer(away, away);
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
    answer(() => ({ status: 200, data: after }), stale(after), taken(5));
    await dispatch(sendKept());
    expect(keptEntries()).toEqual([]);
  });
});

describe('an earlier entry of mine', () => {
  it('does not make what somebody else changed meanwhile count as seen', async () => {
    const { dispatch, state } = await open();
    answer(away, away);
    await dispatch(keepAndSend(noting));
    await dispatch(keepAndSend(measuring));
    const theirs = { set: null, whyNot: 'customer in a hurry' };
    const current = jobAt(6, { facts: { before: theirs } });
    const problem = { status: 409, detail: 'stale', current };
    answer(
      cameOut(current, [
        { done: true, from: 5, version: 6 },
        { done: false, problem },
      ]),
      taken(7),
    );
    await dispatch(sendKept());
    expect(sent).toHaveLength(3);
    expect(state().outbox.entries).toMatchObject([{ subject: { key: 'before' }, state: 'conflict' }]);
  });
});

describe('what is shown of a change', () => {
  it('is on the screen before it is answered: what is pressed on it meanwhile rests on the answer', async () => {
    const { dispatch } = await open();
    answer(taken(4), taken(5));
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
    answer(() => ({ status: 200, data: jobAt(4, { disassembly: [{ ...disassembly[0], out: 1 }] as never }) }));
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
    answer(away, away);
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
    answer(() => ({ status: 200, data: after }), stale(after), taken(5));
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
