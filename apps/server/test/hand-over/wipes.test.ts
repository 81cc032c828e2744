import { beforeAll, describe, expect, it } from 'vitest';
import type { AgentWork, AuditPage, KeptPaperView, Problem, WipeReadRequest, WipeView } from '@udrel/contract/types';
import type { WipeSeen } from '@udrel/core/wiping';
import { answerReadBack, bookJob, FACTS, stockUp, Work, type Stock } from '../fixtures';
import { caller, TEST_CONFIG, useShop } from '../harness';

const shop = useShop();
let stock: Stock;
const agent = () => caller(shop.base, { authorization: `Bearer ${TEST_CONFIG.agentToken}` });
beforeAll(async () => {
  stock = await stockUp(shop);
  const serials = Array.from({ length: 8 }, (_none, n) => `PW-W${n}`);
  await shop.as.owner.send('POST', '/stock', { partId: stock.driveId, serials, count: 0, place: '' });
  const berths = [7, 8].map((number) => ({ number, simulated: true, speed: 20 }));
  await agent().send('POST', '/agent/hello', { agent: 'a', boot: 'b1', berths });
});

const STAYS = { as: 'to be wiped', until: null, place: 'B2', consent: true, note: '' };
const { bytes } = FACTS['old drive'];
const EMPTY: WipeSeen = {
  ...{ bytes, samples: 4160, zeros: 4160, oneValue: 0, noise: 0, content: 0, unreadable: 0, contentAt: [] },
};

let drives = 0;
/** A job with a drive that stays here to be wiped, copied, read back and handed over as far as is said. */
async function jobWith({ as = 'to be wiped', proven = true, closed = true } = {}) {
  const work = new Work(shop.as.technician, await bookJob(shop.as.counter, stock));
  const serial = `WIPE-${++drives}`;
  await work.workThrough(stock, serial);
  if (proven) await readBackAtBerth(work);
  await work.put('old drive stays', { ...STAYS, as, ...(as === 'kept as a fallback' ? { until: '2031-05-01' } : {}) });
  if (closed) expect((await work.handOver()).status).toBe(200);
  const { number } = work.job.belongings.find((one) => one.serial === serial) ?? { number: 0 };
  const survivor = work.job.snapshot.facts['new drive choice']?.serial ?? '';
  const path = `/stays/${work.job.tag}/${number}/wipe`;
  const given = {
    ...{ serial, survivor, way: 'overwritten with zeros', tool: 'dd', hidden: 'none', reallocated: 0, changed: '' },
    berth: null,
  };
  const send = (step: string, body: object, as = shop.as.owner) =>
    as.send<WipeView & Problem>('POST', path + step, body);
  return {
    ...{ work, serial, survivor, number },
    begin: (over: object = {}, as = shop.as.owner) => send('', { ...given, ...over }, as),
    end: (over: object = {}) => send('/end', { outcome: 'ended well', note: '', ...over }),
    read: (berth: number | null, whyNot = '') => send('/read', { berth, whyNot }),
    certify: () => send('/certificate', {}),
    look: async () => (await shop.as.counter.get<WipeView>(path)).body,
  };
}

async function readBackAtBerth(work: Work): Promise<void> {
  expect((await work.post('/read-back/requests', { berth: 8 })).status).toBe(200);
  await answerReadBack(agent());
  work.job = (await shop.as.technician.get<Work['job']>(`/jobs/${work.job.tag}`)).body;
  expect(work.job.snapshot.facts['new drive read back']?.proven).toBe(true);
}

const asked = async () => (await agent().get<{ wipeReads: WipeReadRequest[] }>('/agent/work')).body.wipeReads;
const answer = (request: WipeReadRequest | undefined, seen: WipeSeen | null, over: object = {}) =>
  agent().send<{ taken: boolean }>('POST', '/agent/wipe-reads', {
    id: request?.id,
    drive: {
      serial: request?.drive.serial ?? '',
      bytes: request?.drive.bytes ?? 0,
      model: 'x',
      sectorSize: 512,
      link: '',
    },
    seen,
    trouble: '',
    ...over,
  });
const field = ({ body }: { body: Problem }) => body.problems?.[0]?.field;

describe('a wipe', () => {
  it('is refused in each wrong order, and by whoever is not the owner', async () => {
    const kept = await jobWith({ as: 'kept as a fallback' });
    expect((await kept.begin()).body).toMatchObject({ code: 'gate-closed' });
    expect((await kept.begin()).body.detail).toContain('does not stay here to be wiped');
    const unproven = await jobWith({ proven: false });
    expect((await unproven.begin()).body.detail).toContain('was not read back as planned');
    const open = await jobWith({ closed: false });
    expect((await open.begin()).body.detail).toContain('Until the customer has the device');

    const ready = await jobWith();
    expect((await ready.begin({}, shop.as.technician)).status).toBe(403);
    expect(field(await ready.begin({ serial: 'ANOTHER-1' }))).toBe('serial');
    // The one that has to survive, in the place of the other.
    expect((await ready.begin({ serial: ready.survivor, survivor: ready.serial })).body.problems?.[0]).toMatchObject({
      field: 'serial',
      sentence: 'That is the other drive of this job. Take the right one.',
    });
    expect(field(await ready.begin({ survivor: ready.serial }))).toBe('survivor');
    expect(field(await ready.begin({ way: 'Format NVM, user data erase' }))).toBe('way');
    expect(field(await ready.begin({ way: 'SECURITY ERASE UNIT', berth: 7 }))).toBe('berth');
    expect((await ready.end()).body.code).toBe('no-run');
    expect((await ready.read(8)).body.detail).toBe('It was not wiped.');
    expect((await ready.certify()).body.detail).toBe('It was not wiped.');
    expect((await ready.look()).attempts).toEqual([]);

    // Two press at once.
    const pressed = await Promise.all([ready.begin(), ready.begin()]);
    expect(pressed.map(({ status }) => status).sort()).toEqual([201, 409]);
    expect(pressed.find(({ status }) => status === 409)?.body.code).toBe('run-under-way');
    expect((await ready.read(8)).body.detail).toContain('record how that ended first');
    expect((await ready.certify()).body.code).toBe('no-run');
    const gone = { place: '', until: null, consent: true, gone: 'returned' };
    const away = await shop.as.counter.send<Problem>('POST', `/stays/${ready.work.job.tag}/${ready.number}`, gone);
    expect(away.body.code).toBe('run-under-way');
    await ready.end();
    expect((await ready.certify()).body.detail).toContain('samples of it read');
    expect(field(await ready.read(null))).toBe('whyNot');
    await ready.read(8);
    expect((await ready.certify()).body.detail).toBe('Berth 8 reads it: wait until it is through.');
    expect((await open.work.post('/read-back/requests', { berth: 8 })).body.problems?.[0]?.sentence).toBe(
      `Berth 8 reads a drive of ${ready.work.job.tag}: wait until it is through.`,
    );
    await answer((await asked())[0], EMPTY);
  });

  it('at a berth is watched, read by the agent, and certified once', async () => {
    const { work, serial, begin, end, read, certify, look, number } = await jobWith();
    expect((await begin({ berth: 7 })).body.attempts).toMatchObject([{ run: { outcome: 'running', berth: 7 } }]);
    const { runs } = (await agent().get<{ runs: AgentWork[] }>('/agent/work')).body;
    const run = runs.find(({ berth }) => berth === 7);
    expect(run).toMatchObject({ plannedBytes: bytes, source: { serial }, target: { serial } });
    const drive = { serial, bytes, model: 'x', sectorSize: 512, link: '' };
    const feed = (firstSeq: number, share: number) =>
      agent().send('POST', '/agent/samples', {
        ...{ agent: 'a', boot: 'b1', berth: 7, runId: run?.runId, firstSeq, source: drive, target: drive },
        // Of one drive what is written to the one is written to the other: no alarm.
        samples: [[firstSeq * 3600, 0, bytes * share, 0, bytes * share]],
      });
    await feed(1, 0.5);
    expect((await end()).body.problems?.[0]?.sentence).toContain('The berth counted only');
    await feed(2, 1);
    expect((await end()).body.attempts.at(-1)?.run).toMatchObject({ outcome: 'ended well', alarms: [] });

    await read(8);
    const [request] = await asked();
    expect(request).toMatchObject({ berth: 8, drive: { serial, bytes }, leaves: 'zeros' });
    await answer(request, EMPTY, { drive: { ...drive, serial: 'ANOTHER' } });
    expect((await look()).attempts.at(-1)).toMatchObject({
      asked: null,
      read: null,
      trouble: 'Another drive lies there: ANOTHER.',
    });
    expect((await answer(request, EMPTY)).body).toEqual({ taken: false });
    await read(8);
    await answer((await asked())[0], { ...EMPTY, bytes: bytes - 512 });
    expect((await look()).attempts.at(-1)?.trouble).toContain('what lies behind was not read');
    await read(8);
    await answer((await asked())[0], EMPTY);
    expect((await look()).attempts.at(-1)?.read).toMatchObject({ berth: 8, verdict: 'nothing left', seen: EMPTY });
    expect(await asked()).toEqual([]);

    const certified = (await certify()).body;
    expect(certified.stay.stay).toBe('wiped');
    expect((await certify()).body.code).toBe('certified');
    const papers = (await shop.as.counter.get<KeptPaperView[]>(`/jobs/${work.job.tag}/papers`)).body;
    expect(papers).toContainEqual(expect.objectContaining({ id: certified.certificate?.paperId, kind: 'wiped' }));
    const pdf = await shop.as.counter.raw(`/papers/${certified.certificate?.paperId}`);
    expect(
      Buffer.from(await pdf.arrayBuffer())
        .subarray(0, 5)
        .toString(),
    ).toBe('%PDF-');
    expect((await shop.database.query(`select custody from drive where serial = $1`, [serial]))[0].custody).toContain(
      'wiped by overwritten with zeros',
    );
    const { rows } = (await shop.as.owner.get<AuditPage>('/audit?group=drives')).body;
    expect(rows[0]).toMatchObject({ sentence: expect.stringContaining(`Certificate of a wipe issued: ${serial}`) });
    const gone = { place: '', until: null, consent: true, gone: 'recycled' };
    expect((await shop.as.counter.send('POST', `/stays/${work.job.tag}/${number}`, gone)).status).toBe(200);
    expect((await begin()).body.detail).toContain('It is not here any more');
    // Whoever it was of is erased with the certificate that names them; that it was wiped stays.
    const { id, name } = work.job.customer;
    const erased = await shop.as.owner.send<Problem>('POST', `/customers/${id}/erasure`, { name });
    expect([erased.status, erased.body.detail]).toEqual([200, undefined]);
    expect(await look()).toMatchObject({ stay: { stay: 'wiped', gone: 'recycled' }, certificate: null });
  });

  it('at a berth where another drive was seen has not ended well, and is not read any more once it is begun again', async () => {
    const { serial, begin, end, read } = await jobWith();
    await begin({ berth: 7 });
    const { runs } = (await agent().get<{ runs: AgentWork[] }>('/agent/work')).body;
    const run = runs.find(({ berth }) => berth === 7);
    const drive = { serial: 'ANOTHER-9', bytes, model: 'x', sectorSize: 512, link: '' };
    await agent().send('POST', '/agent/samples', {
      ...{ agent: 'a', boot: 'b1', berth: 7, runId: run?.runId, firstSeq: 1, source: drive, target: drive },
      samples: [[3600, 0, bytes, 0, bytes]],
    });
    expect((await end()).body.problems?.[0]?.sentence).toContain('Another drive lies at the berth: ANOTHER-9');
    await end({ outcome: 'failed', note: 'another drive was plugged in' });
    await begin({ changed: 'the right one' });
    await end();
    await read(8);
    expect((await asked()).filter((one) => one.drive.serial === serial)).toHaveLength(1);
    await begin({ changed: 'once more, to be sure' });
    expect((await asked()).filter((one) => one.drive.serial === serial)).toEqual([]);
  });

  it('of which content was seen is none: it is done once more, with what was changed', async () => {
    const { begin, end, read, certify, look } = await jobWith();
    await begin();
    expect(field(await end({ outcome: 'failed' }))).toBe('note');
    await end({ outcome: 'failed', note: 'the lead came loose' });
    expect(field(await begin())).toBe('changed');
    await begin({ changed: 'another lead' });
    await end({ minutes: 95 });
    await read(8);
    await answer((await asked())[0], { ...EMPTY, zeros: 4000, content: 160, contentAt: [450e9] });
    expect((await certify()).body).toMatchObject({ code: 'not-wiped' });
    expect((await certify()).body.detail).toContain('Content was seen in 160 of 4160 samples');
    expect(field(await read(null, 'in a hurry'))).toBe('whyNot');
    await begin({ changed: 'the other tool' });
    await end();
    expect((await read(null, 'no berth has such a socket')).status).toBe(200);
    const { body } = await certify();
    expect(body.certificate).not.toBeNull();
    expect((await look()).attempts.map(({ run, read: one }) => [run.attempt, run.outcome, one?.verdict])).toEqual([
      [1, 'failed', undefined],
      [2, 'ended well', 'not wiped'],
      [3, 'ended well', undefined],
    ]);
  });
});
