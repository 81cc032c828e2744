import { beforeAll, describe, expect, it } from 'vitest';
import type { AgentWork, MachinesView, MachineToken, Problem } from '@udrel/contract/types';
import type { Request } from 'express';
import { openAgentGate } from '../../src/machines/gate';
import { bookJob, stockUp, Work } from '../fixtures';
import { caller, TEST_CONFIG, useShop } from '../harness';

const shop = useShop();
let work: Work;
let rack: MachineToken;
let id: string;
const by = (token: string) => caller(shop.base, { authorization: `Bearer ${token}` });
const own = () => by(TEST_CONFIG.agentToken);
const hello = (number: number) => ({ agent: 'a', boot: 'b1', berths: [{ number, simulated: true, speed: 20 }] });
const greet = (token: string, berth: number) =>
  by(token).send<Problem & { renew: boolean }>('POST', '/agent/hello', hello(berth));
/** After what is known of tokens was looked up anew. */
const later = (seconds = 4) => (shop.clock.now = new Date(shop.clock.now.getTime() + seconds * 1000));
const owner = () => shop.as.owner;
const machines = async () => (await owner().get<MachinesView>('/shop/machines')).body;

beforeAll(async () => {
  const stock = await stockUp(shop);
  await own().send('POST', '/agent/hello', hello(1));
  work = new Work(shop.as.technician, await bookJob(shop.as.counter, stock));
  await work.prepare(stock);
  await work.post('/runs', { berth: 1 });
  const added = await owner().send<MachineToken>('POST', '/shop/machines', { name: 'Rack 2', berths: [4, 5] });
  rack = added.body;
  id = (await machines()).machines[0]?.id ?? '';
});

const samples = (berth: number) => ({
  ...{ agent: 'a', boot: 'b1', berth, runId: work.job.runs[0]?.id, firstSeq: 1 },
  samples: [[1, 1e8, 1e8, 0]],
});

describe('the token of a machine', () => {
  it('is shown once and kept nowhere', async () => {
    expect(rack.token).toMatch(/^udrel-agent-[\w-]{43}$/);
    const tables = (await shop.database.query(
      `select table_name as name from information_schema.tables where table_schema = 'public' and table_type = 'BASE TABLE'`,
    )) as { name: string }[];
    for (const { name } of tables) {
      const [{ found }] = (await shop.database.query(
        `select count(*)::int as found from "${name}" t where t::text like $1`,
        [`%${rack.token.slice(12)}%`],
      )) as [{ found: number }];
      expect([name, found]).toEqual([name, 0]);
    }
  });

  it('speaks for the berths of its machine, and for no other', async () => {
    expect((await greet(rack.token, 4)).status).toBe(200);
    expect((await greet(rack.token, 1)).body.code).toBe('not-your-berth');
    // One that was given to another darkens none of the others.
    const both = { agent: 'a', boot: 'b1', berths: [4, 1].flatMap((number) => hello(number).berths) };
    expect((await by(rack.token).send('POST', '/agent/hello', both)).body).toMatchObject({ berths: 1, notYours: [1] });
    later();
    expect((await greet(TEST_CONFIG.agentToken, 4)).body.code).toBe('not-your-berth');
    expect((await by(rack.token).get<{ runs: AgentWork[] }>('/agent/work')).body.runs).toEqual([]);
    expect((await own().get<{ runs: AgentWork[] }>('/agent/work')).body.runs).toHaveLength(1);
    // What it says of a run that is elsewhere is not of it, whichever berth it names.
    for (const [berth, code] of [
      [4, 'other-berth'],
      [1, 'not-your-berth'],
    ] as const)
      expect((await by(rack.token).send<Problem>('POST', '/agent/samples', samples(berth))).body.code).toBe(code);
    const [{ kept }] = (await shop.database.query('select count(*)::int as kept from sample_chunk')) as [
      { kept: number },
    ];
    expect(kept).toBe(0);
    expect((await own().send('POST', '/agent/samples', samples(1))).status).toBe(200);
  });

  it('is changed: the one before holds until the new one is used', async () => {
    const { token } = (await owner().send<MachineToken>('POST', `/shop/machines/${id}/token`)).body;
    expect((await greet(rack.token, 4)).status).toBe(200);
    expect((await greet(token, 4)).status).toBe(200);
    later();
    expect((await greet(rack.token, 4)).status).toBe(401);
    rack = { ...rack, token };
  });

  it('is changed by its agent after thirty days, and one that was never used ends with a day', async () => {
    later(31 * 86_400);
    expect((await greet(rack.token, 4)).body.renew).toBe(true);
    const lost = (await by(rack.token).send<{ token: string }>('POST', '/agent/token')).body.token;
    // It got lost on the way: the one before asks again.
    const { token } = (await by(rack.token).send<{ token: string }>('POST', '/agent/token')).body;
    later();
    expect((await greet(lost, 4)).status).toBe(401);
    expect((await greet(token, 4)).body.renew).toBe(false);
    later();
    expect((await greet(rack.token, 4)).status).toBe(401);
    rack = { ...rack, token };
    expect((await own().send<Problem>('POST', '/agent/token')).body.code).toBe('no-machine');
  });

  it('that was stolen counts for nothing once its machine is ended', async () => {
    expect((await owner().send('POST', `/shop/machines/${id}/end`)).status).toBe(200);
    later();
    expect((await greet(rack.token, 4)).status).toBe(401);
    expect((await machines()).machines).toEqual([]);
    // That of this computer counts on this computer alone, whoever carries it.
    const carried = caller(shop.base, {
      authorization: `Bearer ${TEST_CONFIG.agentToken}`,
      'x-forwarded-for': '192.0.2.4',
    });
    expect((await carried.get('/agent/work')).status).toBe(401);
  });
});

describe('a bench machine', () => {
  it('has a name and berths of its own', async () => {
    await owner().send('POST', '/shop/machines', { name: 'Rack 3', berths: [7] });
    const add = (body: object) => owner().send<Problem>('POST', '/shop/machines', body);
    expect((await add({ name: 'rack 3', berths: [9] })).body.problems?.[0]?.field).toBe('name');
    expect((await add({ name: 'Rack 4', berths: [9, 7] })).body.problems?.[0]?.sentence).toBe(
      'Berth 7 is watched by Rack 3.',
    );
    const both = await Promise.all([1, 2].map((n) => add({ name: `Twin ${n}`, berths: [20] })));
    expect(both.map(({ status }) => status).sort()).toEqual([201, 422]);
  });

  it('whose agent is noisy is held back, and nobody else with it', async () => {
    const noisy = (await owner().send<MachineToken>('POST', '/shop/machines', { name: 'Rack 9', berths: [30] })).body;
    const other = (await owner().send<MachineToken>('POST', '/shop/machines', { name: 'Rack 10', berths: [31] })).body;
    // At the gate itself: a busy machine may take longer for so many requests than the time in which they are counted.
    const gate = openAgentGate(shop.database, TEST_CONFIG.agentToken, () => shop.clock.now);
    const asks = (token: string) => gate.of({ get: () => `Bearer ${token}` } as unknown as Request);
    await asks(noisy.token);
    const answers = await Promise.allSettled(Array.from({ length: 1030 }, () => asks(noisy.token)));
    const held = answers.filter(({ status }) => status === 'rejected') as PromiseRejectedResult[];
    expect(held).toHaveLength(31);
    expect(held[0]?.reason).toMatchObject({ status: 429, code: 'too-much' });
    expect(await asks(other.token)).toMatchObject({ name: 'Rack 10' });
    const nobody = () => by('udrel-agent-of-nobody').get<Problem>('/agent/work');
    const wrong = await Promise.all(Array.from({ length: 40 }, nobody));
    const refused = wrong.filter(({ status }) => status === 429);
    expect(refused.length).toBeGreaterThan(0);
    expect(Number(refused[0]?.headers.get('retry-after'))).toBeGreaterThan(0);
    expect((await by(other.token).get('/agent/work')).status).toBe(200);
  });
});
