import { randomUUID } from 'node:crypto';
import { beforeAll, describe, expect, it } from 'vitest';
import { MOST_KEPT } from '@udrel/contract/limits';
import type { JobView, KeptView, Problem } from '@udrel/contract/types';
import { bookJob, stockUp, type Stock } from '../fixtures';
import { useShop, type Caller } from '../harness';

const shop = useShop();
let stock: Stock;
beforeAll(async () => void (stock = await stockUp(shop)));

interface Kept {
  key: string;
  name: string;
  params: Record<string, string>;
  body: Record<string, unknown>;
}

const kept = (name: string, params: Record<string, string>, body: Record<string, unknown>): Kept => {
  return { key: randomUUID(), name, params, body };
};
const note = (text: string) => kept('addNote', {}, { text });
const before = (whyNot: string) => kept('recordFact', { key: 'before' }, { value: { set: null, whyNot } });
const send = (tag: string, version: number, commands: Kept[], by: Caller = shop.as.technician) =>
  by.send<KeptView & Problem>('POST', `/jobs/${tag}/kept`, { version, commands });
const jobNow = async (tag: string) => (await shop.as.technician.get<JobView>(`/jobs/${tag}`)).body;
const notesOf = ({ history }: JobView) => history.filter(({ kind }) => kind === 'note').length;

describe('what a browser kept for a job', () => {
  it('is carried out in its order, each on what the one before led to', async () => {
    const { tag, version } = await bookJob(shop.as.counter, stock);
    const { status, body } = await send(tag, version, [note('called'), before('does not start'), note('again')]);
    expect(status).toBe(200);
    expect(body.outcomes).toEqual([0, 1, 2].map((n) => ({ done: true, from: version + n, version: version + n + 1 })));
    const now = await jobNow(tag);
    expect(body.job).toEqual(now);
    expect(now.history.slice(0, 3).map(({ sentence }) => sentence)).toEqual([
      'Note: again',
      'Recorded: before',
      'Note: called',
    ]);
  });

  it('is done once however often it is sent, and goes on where an answer was lost', async () => {
    const { tag, version } = await bookJob(shop.as.counter, stock);
    const commands = [note('called'), before('does not start')];
    await send(tag, version, commands.slice(0, 1));
    const first = await send(tag, version, commands);
    expect(first.body.outcomes).toMatchObject([{ done: true }, { done: true }]);
    const again = await send(tag, version + 2, commands);
    expect(again.body.outcomes).toMatchObject([{ done: true }, { done: true }]);
    const now = await jobNow(tag);
    expect(now.version).toBe(version + 2);
    expect(notesOf(now)).toBe(1);
  });

  it('is refused from where somebody else changed the job, with the job as it stands; what follows is not tried', async () => {
    const { tag, version } = await bookJob(shop.as.counter, stock);
    await shop.as.owner.send('POST', `/jobs/${tag}/notes`, { text: 'by another' });
    const { body } = await send(tag, version, [note('called'), before('does not start'), note('never')]);
    expect(body.outcomes).toMatchObject([
      { done: true, from: version + 1, version: version + 2 },
      { done: false, problem: { status: 409, code: 'changed-meanwhile', current: { version: version + 2 } } },
    ]);
    expect(body.job?.version).toBe(version + 2);
    const now = await jobNow(tag);
    expect([now.version, now.snapshot.facts.before ?? null, notesOf(now)]).toEqual([version + 2, null, 2]);
  });

  it('is checked like each of them alone: who may do it, what it says, and under which key', async () => {
    const { tag, version } = await bookJob(shop.as.counter, stock);
    const refused = async (commands: Kept[], by?: Caller) => {
      const { outcomes } = (await send(tag, version, commands, by)).body;
      return outcomes.map((one) => (one.done ? 'done' : one.problem.code));
    };
    expect(await refused([note('called'), before('does not start')], shop.as.counter)).toEqual([
      'done',
      'role-may-not',
    ]);
    expect(await refused([kept('recordFact', { key: 'before' }, { value: { set: 1 } })])).toEqual(['invalid-input']);
    expect(await refused([kept('recordFact', { key: 'no such fact' }, {})])).toEqual(['not-found']);
    expect(await refused([kept('closeJob', {}, {})])).toEqual(['invalid-input']);
    expect(await refused([kept('toString', {}, {})])).toEqual(['invalid-input']);
    const called = note('called');
    await send(tag, version, [called]);
    expect(await refused([{ ...called, body: { text: 'other' } }])).toEqual(['idempotency-key-reused']);
    const others = await bookJob(shop.as.counter, stock);
    const elsewhere = await send(tag, version, [{ ...note('not there'), params: { tag: others.tag } }]);
    expect(elsewhere.body.job?.tag).toBe(tag);
    expect(notesOf(await jobNow(others.tag))).toBe(0);
  });

  it('comes a few at a time, at a job that there is, from somebody who is signed in', async () => {
    const { tag, version } = await bookJob(shop.as.counter, stock);
    const many = Array.from({ length: MOST_KEPT + 1 }, () => note('called'));
    expect((await send(tag, version, many)).status).toBe(422);
    expect((await send(tag, version, [])).status).toBe(422);
    expect((await send('U-99999', version, [note('called')])).body.outcomes).toMatchObject([
      { done: false, problem: { status: 404 } },
    ]);
    expect((await send(tag, version, [note('called')], shop.nobody)).status).toBe(401);
    expect(notesOf(await jobNow(tag))).toBe(0);
  });
});
