import { expect } from 'vitest';
import type { JobFacts } from '@udrel/core/facts';
import type { BookIn, JobBooking, JobView, OrderView, Problem } from '@udrel/contract/types';
import { bytesOfNominal, GIB } from '@udrel/core/capacity';
import { defaultIntent } from '@udrel/core/layout';
import { MEASURED, OLD_DRIVE, tableOf } from '@udrel/core/samples';
import { addModel, Part, receive, type CommandContext } from '../src/app/services';
import { TEST_CONFIG, type Caller, type Shop } from './harness';

/** A model, a drive with some pieces, and a pair of modules: the least shop that can do a job. */
export interface Stock {
  modelId: string;
  driveId: string;
  smallDriveId: string;
  moduleId: string;
}

export async function stockUp(shop: Shop): Promise<Stock> {
  const { manager } = shop.database;
  const [owner] = (await manager.query(
    "select id, name, role from staff where role = 'owner'",
  )) as CommandContext['actor'][];
  if (!owner) throw new Error('no owner');
  const { masterKey } = TEST_CONFIG;
  const context: CommandContext = { manager, actor: owner, now: shop.clock.now, masterKey, demo: true };
  const model = await addModel(context, {
    maker: 'Ostrel',
    name: 'Tern 15',
    code: 'T15',
    kind: 'laptop',
    sites: [
      { id: 'a', name: 'Site A', needs: '', disables: '', form: '2.5', height: 7, sata: 3, power12V: false },
      { id: 'b', name: 'Site B', needs: '', disables: '', form: '2.5', height: 7, sata: 3, power12V: false },
    ],
    memory: {
      generation: 'DDR4',
      form: 'SO-DIMM',
      soldered: 4 * GIB,
      slots: ['slot 1'],
      slotMaximum: 16 * GIB,
      maximum: 20 * GIB,
      speed: 2400,
      channels: 2,
    },
    firmware: { uefi: true, startsNvme: true },
    functions: ['Keyboard', 'Sound'],
    disassembly: [
      { stage: 1, kind: 'screw', name: 'base screw', count: 10 },
      { stage: 2, kind: 'cable', name: 'battery lead', count: 1 },
    ],
    note: '',
  });
  const box = {
    maker: 'Palewood',
    name: 'C1',
    sectorSize: 512,
    class: 'SATA SSD',
    link: { kind: 'sata', generation: 3 },
  };
  const shape = { read: 560, write: 510, form: '2.5', height: 7, needs12V: false };
  const ids = { driveId: crypto.randomUUID(), smallDriveId: crypto.randomUUID(), moduleId: crypto.randomUUID() };
  const part = { maker: 'Palewood', name: 'C1', price: 3900 };
  await manager.insert(Part, [
    {
      id: ids.driveId,
      kind: 'drive',
      ...part,
      partNumber: 'PW-480',
      serialised: true,
      spec: { ...box, ...shape, bytes: bytesOfNominal(480) },
    },
    {
      id: ids.smallDriveId,
      kind: 'drive',
      ...part,
      partNumber: 'PW-120',
      serialised: true,
      spec: { ...box, ...shape, bytes: bytesOfNominal(120) },
    },
    {
      id: ids.moduleId,
      kind: 'memory',
      ...part,
      partNumber: 'BW-8',
      serialised: false,
      spec: { maker: 'Brinewick', name: 'S4', generation: 'DDR4', form: 'SO-DIMM', bytes: 8 * GIB, speed: 3200 },
    },
  ]);
  await receive(context, {
    partId: ids.driveId,
    serials: ['PW-0001', 'PW-0002', 'PW-0003', 'PW-0004', 'PW-0005', 'PW-0006'],
    count: 0,
    place: 'drawer 1',
  });
  await receive(context, { partId: ids.smallDriveId, serials: ['PW-0120'], count: 0, place: '' });
  await receive(context, { partId: ids.moduleId, serials: [], count: 1, place: '' });
  return { modelId: model.id, ...ids };
}

let devices = 0;

const RETURNED = { as: 'returned', until: null, place: '', consent: false, note: '' };

/** Books a job in; every call another device. */
export async function bookJob(caller: Caller, stock: Stock, over: Partial<JobBooking> = {}): Promise<JobView> {
  const { body } = await caller.send<OrderView>('POST', '/orders', booking(stock, over));
  const [job] = body.jobs ?? [];
  if (!job) throw new Error(`nothing was booked: ${JSON.stringify(body)}`);
  return job;
}

/** An order of one device as the counter would send it. */
export function booking(
  stock: Stock,
  over: Partial<JobBooking> = {},
  customer: Partial<BookIn['customer']> = {},
): BookIn {
  return {
    customer: { id: null, name: 'Ferry office', phone: '01555 010 114', email: '', ...customer },
    jobs: [deviceBooking(stock, over)],
  };
}

export function deviceBooking(stock: Stock, over: Partial<JobBooking> = {}): JobBooking {
  const serial = `T15-${String(++devices).padStart(4, '0')}`;
  return {
    device: { modelId: stock.modelId, stub: null, serial, place: '' },
    wishes: [{ kind: 'new drive', least: bytesOfNominal(480) }],
    complaint: 'slow',
    condition: '',
    leftWithUs: [],
    secrets: [],
    facts: {},
    promisedAt: '2026-06-02T15:00:00.000Z',
    price: 100_000,
    ...over,
  };
}

const TABLE = tableOf();

/** Facts as a technician would record them, by key. */
export const FACTS = {
  'old drive': OLD_DRIVE,
  'partition table': TABLE,
  health: { grade: 'good', note: '' },
  memory: { modules: [] },
  before: MEASURED,
  after: MEASURED,
  'source identified': { serial: OLD_DRIVE.serial },
  'new drive identified': { serial: 'PW-0001' },
  'new drive fitted': { serial: 'PW-0001' },
  'memory fitted': { modules: 1 },
  'trial start': { started: true, oldDriveDetached: true, note: '' },
  functions: { results: [{ name: 'Keyboard', works: true }], note: '' },
  'old drive stays': RETURNED,
  'modules stay': RETURNED,
  'return cause': { cause: 'our work', serial: '', note: '' },
  'document given': { given: true },
  signature: { name: 'A. Customer', path: 'M0 0L5 5' },
} satisfies Partial<Record<keyof JobFacts, unknown>>;

/** A job that is worked on through the API; keeps the version that it saw last. */
export class Work {
  constructor(
    readonly caller: Caller,
    public job: JobView,
  ) {}

  async put(key: keyof typeof FACTS, value: unknown = FACTS[key]) {
    return this.keep(
      await this.caller.send<JobView>('PUT', `/jobs/${this.job.tag}/facts/${encodeURIComponent(key)}`, {
        version: this.job.version,
        value,
      }),
    );
  }

  /** How long a run took by hand nobody says here: on a clock that stands still it took no time. */
  async post(path: string, given: object = {}) {
    const body = path === '/runs/end' ? { minutes: null, ...given } : given;
    return this.keep(
      await this.caller.send<JobView>('POST', `/jobs/${this.job.tag}${path}`, { version: this.job.version, ...body }),
    );
  }

  /** What a write answers is what a look at the job reads, whether it was read anew or known. */
  private async keep(answer: { status: number; body: JobView }) {
    if (answer.status < 300) {
      this.job = answer.body;
      const looked = (await this.caller.get<JobView>(`/jobs/${this.job.tag}`)).body;
      expect(looked).toEqual(this.job);
      // To the order of names: what is compared as text stays the same.
      expect(factsAsText(looked)).toEqual(factsAsText(this.job));
    }
    return {
      status: answer.status,
      body: answer.body as JobView & Pick<Problem, 'detail' | 'code' | 'current' | 'problems'>,
    };
  }

  step(id: string) {
    return this.job.procedure.steps.find((one) => one.id === id)?.state;
  }

  async assess(serial = FACTS['old drive'].serial) {
    await this.put('old drive', { ...FACTS['old drive'], serial });
    for (const key of ['partition table', 'health', 'before'] as const) await this.put(key);
  }

  async reserve(stock: Stock) {
    return this.post('/drive', { partId: stock.driveId, siteId: 'a', on: 'new' });
  }

  /** Up to the go-ahead: assessed, reserved, planned, both drives identified. */
  async prepare(stock: Stock, oldSerial = FACTS['old drive'].serial) {
    await this.assess(oldSerial);
    await this.reserve(stock);
    await this.plan();
    await this.prepareDevice();
    const serial = this.job.snapshot.facts['new drive choice']?.serial;
    await this.put('source identified', { serial: oldSerial });
    await this.put('new drive identified', { serial });
  }

  /** All of the work with a new drive, up to what is handed over. */
  async workThrough(stock: Stock, oldSerial = FACTS['old drive'].serial) {
    await this.prepare(stock, oldSerial);
    await this.post('/runs', { berth: null });
    await this.post('/runs/end', { outcome: 'ended well', note: '' });
    await this.readBack();
    await this.post('/disassembly', { way: 'out' });
    await this.put('new drive fitted', { serial: this.job.snapshot.facts['new drive choice']?.serial ?? '' });
    await this.put('trial start');
    await this.post('/disassembly', { way: 'back' });
    await this.put('after');
    await this.put('functions');
  }

  /** Signed for and closed. */
  async handOver() {
    await this.put('document given');
    await this.put('signature');
    return this.post('/close');
  }

  /** Plans the usual copy, the new drive in an enclosure, and accepts it. */
  async plan() {
    const draft = { intent: defaultIntent(TABLE), route: 'new drive in an enclosure', startedFrom: 'its own system' };
    await this.put('plan draft' as never, draft);
    return this.post('/plan');
  }

  /** Everything seen to before the copy: checks stamped, runs of their own ended well. */
  async prepareDevice() {
    for (const { id, run, asks } of this.job.procedure.preparations) {
      if (run === null) await this.post('/preparations', { id, done: true, note: asks ?? '', switched: false });
      else {
        await this.post('/runs', { berth: null, ...run });
        await this.post('/runs/end', { outcome: 'ended well', note: '' });
      }
    }
  }

  /** The finished drive read back as the plan made it, or why it was not. */
  async readBack(whyNot = 'no reader at hand') {
    return this.post('/read-back', { serial: '', table: null, problems: [], whyNot });
  }
}

/** What a berth answers that was asked to read a finished drive: as planned, with samples that are the same. */
export async function answerReadBack(agent: Caller, compared: { unreadable?: number } = {}): Promise<void> {
  type Asked = { id: string; target: object; expected: object; compare: { id: string; name: string }[] };
  const { readBacks } = (await agent.get<{ readBacks: Asked[] }>('/agent/work')).body;
  const [request] = readBacks;
  await agent.send('POST', '/agent/read-backs', {
    id: request?.id,
    drive: { ...request?.target, model: 'x', sectorSize: 512, link: '' },
    table: request?.expected,
    problems: [],
    compared: request?.compare.map(({ id, name }) => ({ id, name, samples: 64, different: 0, ...compared })),
    trouble: '',
  });
}

const factsAsText = ({ snapshot: { facts } }: JobView) =>
  Object.entries(facts)
    .map(([key, value]) => `${key}: ${JSON.stringify(value)}`)
    .sort();

/** A message that waits to go, about the first order. */
export async function messageThatWaits({ database }: Shop): Promise<void> {
  await database.query(
    `insert into message (id, kind, key, customer_id, order_id, channel, address, subject, text, state, queued, made_at)
     select gen_random_uuid(), 'ready', 'waits', customer_id, id, 'mail', 'a@b.example', 's', 't', 'waiting', true, now()
       from shop_order limit 1`,
  );
}
