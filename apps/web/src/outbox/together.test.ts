import { beforeEach, describe, expect, it, vi } from 'vitest';
import { api } from '../api/api';
import { keptEntries } from './entries';
import { inTurn } from './in-turn';
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
  oneMore,
  open,
  sent,
  taken,
} from './opened.test-data';
import { keepAndSend, sendKept, type Doing } from './outbox';

beforeEach(anew);

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
    answer(...doings.map(() => away));
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
    answer(cameOut(after, [3, 4, 5, 6].map(oneMore)), taken(8));
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
    answer(cameOut(null, [refused]), cameOut(jobAt(4), [oneMore(3), refused]), cameOut(jobAt(5), [oneMore(4), later]));
    await dispatch(sendKept());
    expect(state().outbox.entries.map(({ state, subject }) => [state, subject.kind])).toEqual([
      ['refused', 'fact'],
      ['refused', 'disassembly'],
      ['waiting', 'note'],
    ]);
    expect(state().connection.lostAt).not.toBeNull();
  });

  it('leads nowhere where an earlier answer is given again: what is pressed meanwhile rests on what is shown', async () => {
    const { dispatch } = await kept(noting, measuring);
    answer(cameOut(jobAt(2), [oneMore(0), { done: true, from: 3, version: 2 }]));
    const all = dispatch(sendKept());
    const rested: number[] = [];
    await inTurn('U-1', 3, async (version) => {
      rested.push(version);
      return {};
    });
    await all;
    expect(rested).toEqual([3]);
  });

  it('is sent again on what stands there where only something else changed', async () => {
    const { dispatch } = await kept(noting, measuring, noting);
    const current = jobAt(9);
    answer(
      cameOut(current, [
        { done: true, from: 8, version: 9 },
        { done: false, problem: { status: 409, detail: 'stale', current } },
      ]),
      taken(10),
      taken(11),
    );
    await dispatch(sendKept());
    expect(sent.map(names)).toEqual([['addNote', 'recordFact', 'addNote'], 'alone', 'alone']);
    expect(sent[1]?.body.version).toBe(9);
    expect(keptEntries()).toEqual([]);
  });

  it('takes nothing for seen that somebody else did between two of them', async () => {
    const again: Doing = { ...measuring, body: { value: { set: null, whyNot: 'no drive' } } };
    const { dispatch, state } = await kept(measuring, noting, again);
    const theirs = jobAt(6, { facts: { before: { set: null, whyNot: 'customer in a hurry' } } });
    answer(cameOut(theirs, [oneMore(3), { done: true, from: 5, version: 6 }]));
    await dispatch(sendKept());
    expect(sent).toHaveLength(1);
    expect(state().outbox.entries).toMatchObject([{ state: 'conflict', body: again.body }]);
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
    answer(taken(4), away, () => ({ status: 422, data: { detail: 'Check it.' } }));
    expect(await dispatch(keepAndSend(noting))).toMatchObject({ view: { version: 4 } });
    expect(api.endpoints.job.select({ tag: 'U-1' })(state()).data?.version).toBe(4);
    expect(await dispatch(keepAndSend(measuring))).toMatchObject({ error: { data: { code: 'no-room-here' } } });
    expect(state().connection.lostAt).not.toBeNull();
    expect(await dispatch(keepAndSend(measuring))).toMatchObject({ error: { data: { detail: 'Check it.' } } });
    expect(keptEntries()).toEqual([]);
  });

  it('sends under the same key what got no answer, so that it is done once', async () => {
    const { dispatch } = await open();
    full();
    answer(away, taken(4), taken(5));
    for (let n = 0; n < 3; n++) await dispatch(keepAndSend(noting));
    const [lost, again, another] = sent.map(({ key }) => key);
    expect(again).toBe(lost);
    expect(another).not.toBe(again);
  });
});
