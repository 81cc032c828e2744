import { beforeAll, expect, it } from 'vitest';
import type { ReadBackRequest, AgentWork, JobView } from '@udrel/contract/types';
import { defaultIntent, type SourceTable } from '@udrel/core/layout';
import { bookJob, FACTS, stockUp, Work, type Stock } from '../fixtures';
import { caller, TEST_CONFIG, useShop } from '../harness';

const shop = useShop();
let stock: Stock;
let work: Work;
const agent = () => caller(shop.base, { authorization: `Bearer ${TEST_CONFIG.agentToken}` });
const put = (key: string, value: unknown) => work.put(key as keyof typeof FACTS, value);

const TABLE: SourceTable = {
  ...FACTS['partition table'],
  partitions: FACTS['partition table'].partitions.concat({
    id: 'p3',
    name: 'Books',
    kind: 'data',
    fileSystem: 'NTFS',
    startSector: 839_067_648,
    sectors: 20_971_520,
    used: 1_000_000_000,
    encrypted: false,
  }),
};

/** System on the new drive, data on the added one. */
beforeAll(async () => {
  stock = await stockUp(shop);
  const berths = [{ number: 1, simulated: true, speed: 20 }];
  await agent().send('POST', '/agent/hello', { agent: 'a', boot: 'b1', berths });
  const wishes = [
    { kind: 'new drive' as const, least: 120e9 },
    { kind: 'added drive' as const, least: 120e9 },
  ];
  work = new Work(shop.as.technician, await bookJob(shop.as.counter, stock, { wishes }));
  await work.put('old drive');
  await work.put('partition table', TABLE);
  await work.put('health');
  await work.put('before');
  await work.reserve(stock);
  await work.post('/drive', { partId: stock.smallDriveId, siteId: 'b', on: 'added' });
  const intent = { ...defaultIntent(TABLE), onto: { p3: 'added' as const } };
  await put('plan draft', { intent, route: 'new drive in an enclosure', startedFrom: 'its own system' });
  await work.post('/plan');
  await work.prepareDevice();
});

const missing = (gate: string) => work.job.procedure.gates.find(({ id }) => id === gate)?.missing;
const refresh = async () => (work.job = (await shop.as.technician.get<JobView>(`/jobs/${work.job.tag}`)).body);

it('plans a copy and a reading back for each drive', () => {
  const { plan } = work.job.snapshot.facts;
  expect(plan?.drives.map(({ serial }) => serial)).toEqual([expect.any(String), 'PW-0120']);
  const copies = plan?.work.filter(({ estimate }) => estimate.kind !== 'check');
  expect(copies?.map(({ onto, estimate }) => [onto, estimate.kind])).toEqual([
    ['new', 'copy'],
    ['added', 'copy'],
    ['new', 'read back'],
    ['added', 'read back'],
  ]);
});

it('begins nothing before all three drives are identified, nor over what the added one holds', async () => {
  await work.put('source identified');
  await work.put('new drive identified', { serial: work.job.snapshot.facts['new drive choice']?.serial });
  expect(missing('identified')).toEqual(['The added drive is not identified by its serial.']);
  expect((await work.post('/runs', { berth: 1, onto: 'new' })).status).toBe(409);
  const other = await bookJob(shop.as.counter, stock);
  await shop.database.query(
    `insert into run (id, job_id, kind, onto, attempt, source_serial, target_serial, source_bytes, target_bytes,
                      planned_bytes, outcome, began_at, note, estimate, progress)
     values (gen_random_uuid(), $1, 'copy', 'new', 1, 'X', 'PW-0120', 1, 1, 1, 'failed', now(), '', '{}', '{}')`,
    [other.id],
  );
  await put('added drive identified', { serial: 'PW-0120' });
  expect(work.job.history[0]?.sentence).toBe('Added drive identified: PW-0120');
  expect(missing('identified')).toEqual(['The added drive holds data: confirm by typing its serial again.']);
  expect((await put('added drive confirmed', { serial: 'PW-0001' })).status).toBe(422);
  await put('added drive confirmed', { serial: 'pw-0120' });
  expect(missing('identified')).toEqual([]);
});

it('copies onto one after the other, and not twice onto what is trusted', async () => {
  expect((await work.post('/runs', { berth: 1, onto: 'new' })).status).toBe(201);
  await shop.database.query(`update run set progress = jsonb_set(progress, '{done}', planned_bytes::text::jsonb)`);
  await work.post('/runs/end', { outcome: 'ended well', note: '', leftAs: 'shut down' });
  expect(missing('copied')).toEqual(['Nothing has been copied onto the added drive.']);
  expect((await work.post('/runs', { berth: 1, onto: 'new' })).body.code).toBe('copy-trusted');
  const next = work.job.procedure.steps.find(({ id }) => id === 'begin copy');
  expect([next?.state, next?.title]).toEqual(['ready', 'Begin the copy onto the added drive']);
  shop.clock.now = new Date(shop.clock.now.getTime() + 60_000);
  await work.post('/runs', { berth: 1, onto: 'added' });
  const [open] = (await agent().get<{ runs: AgentWork[] }>('/agent/work')).body.runs;
  expect(open?.target.serial).toBe('PW-0120');
  expect(work.job.runs.map(({ onto, attempt }) => [onto, attempt])).toEqual([
    ['new', 1],
    ['added', 1],
  ]);
});

it('tells by its name which drive is another at the berth', async () => {
  const run = work.job.runs.find(({ outcome }) => outcome === 'running');
  const told = { model: '', sectorSize: 512, link: '', bytes: run?.plannedBytes };
  await agent().send('POST', '/agent/samples', {
    ...{ agent: 'a', boot: 'b1', berth: 1, runId: run?.id, firstSeq: 1, samples: [[1, 0, 0, 0, 0, 0]] },
    target: { ...told, serial: 'SOMEBODY-ELSE' },
  });
  await refresh();
  expect(work.job.history.find(({ kind }) => kind === 'run alarm')?.sentence).toContain('instead of the added drive');
  await shop.database.query(`update run set progress = jsonb_set(progress, '{done}', planned_bytes::text::jsonb)`);
  await work.post('/runs/end', { outcome: 'ended well', note: '', leftAs: 'shut down' });
  expect(missing('copied')?.[0]).toContain('the added drive is not trusted until it is read back');
});

it('reads each back against its own part of the plan', async () => {
  const ask = async (onto: 'new' | 'added') => {
    await work.post('/read-back/requests', { berth: 1, onto });
    return (await agent().get<{ readBacks: ReadBackRequest[] }>('/agent/work')).body.readBacks[0];
  };
  const names = (request: ReadBackRequest | undefined) => request?.expected.partitions.map(({ name }) => name);
  const first = await ask('new');
  expect(names(first)).toEqual(['EFI system', 'System']);
  const request = await ask('added');
  expect([request?.target.serial, names(request)]).toEqual(['PW-0120', ['Books']]);
  const drive = { serial: 'PW-0120', model: '', bytes: 1, sectorSize: 512, link: '' };
  const compared = request?.compare.map(({ id, name }) => ({ id, name, samples: 64, different: 0 }));
  await agent().send('POST', '/agent/read-backs', {
    ...{ id: request?.id, drive, table: request?.expected, problems: [], compared, trouble: '' },
  });
  await refresh();
  expect(work.job.snapshot.facts['added drive read back']).toMatchObject({ serial: 'PW-0120', asPlanned: true });
  expect(work.job.snapshot.facts['new drive read back']).toBeUndefined();
  expect(missing('copied')).toEqual([]);
  expect(missing('read back')).toEqual(['The new drive was not read back against the plan.']);
  const wrong = { onto: 'new', serial: 'PW-0120', table: request?.expected, problems: [], whyNot: '' };
  expect((await work.post('/read-back', wrong)).status).toBe(422);
});

it('watches nothing but a copy at a berth', async () => {
  const refused = await work.post('/runs', { berth: 1, kind: 'check', about: 'p2' });
  expect(JSON.stringify(refused.body)).toContain('Only a copy is watched');
});
