import { randomUUID } from 'node:crypto';
import {
  addModel,
  addStaff,
  Berth,
  Customer,
  DEMO_ACCOUNTS,
  allDigits,
  Part,
  receive,
  type CommandContext,
  type Database,
  beginRound,
  countTill,
  endRound,
  listStays,
  scanInRound,
  setMessageRules,
  say,
  viewTill,
  type PhotoStore,
} from '@udrel/server/services';
import { FIRST_RULES, type MessageKind, type Sending } from '@udrel/core/messages';
import { aroundThePath } from '../data/around';
import { customers, type DemoCustomer } from '../data/customers';
import type { DemoJob } from '../data/demo-job';
import { jobs } from '../data/jobs';
import { models } from '../data/models';
import { copyEquipment } from '../data/equipment';
import { parts, type DemoPart } from '../data/parts';
import { toFetch } from '../data/to-fetch';
import { troubles } from '../data/troubles';
import { unusual } from '../data/unusual';
import { history, otherWishes } from '../data/wider';
import { orderParts, planTheDays } from './day';
import { replay } from './replay';
import { foundShop, setUpShop } from './shop';

/** What is left in the till for change, cents. */
const FLOAT = 15_000;

const HOUR = 3_600_000;
const DAY = 24 * HOUR;
const WEEK = 7 * DAY;
const BERTHS = 6;
/** Weeks ago when the shop took its parts in. */
const OPENED = 8;
/** Numbers of the oldest open job and order; those of the weeks before stand below. */
const [FIRST_JOB, FIRST_ORDER] = [2401, 1201];

/** Fills an empty database with the demo scenario; `now` is the moment at which a user will look at it. */
export async function seedDemo(
  database: Database,
  { masterKey, photos, now }: { masterKey: Buffer; photos: PhotoStore; now: number },
): Promise<{ jobs: number }> {
  return database.transaction(async (manager) => {
    await foundShop({ manager });
    const staff = new Map<string, string>();
    for (const account of DEMO_ACCOUNTS) staff.set(account.login, await addStaff(manager, { ...account, demo: true }));
    const actor = { id: staff.get('ilse') ?? '', name: 'Ilse Marrack', role: 'technician' as const };
    const context: CommandContext = { manager, actor, now: new Date(now - OPENED * WEEK), masterKey, demo: true };
    await setUpShop({ ...context, actor: { id: staff.get('odo') ?? '', name: 'Odo Penhallow', role: 'owner' } });
    const customerIds = await addCustomers(context);
    const modelIds = new Map<string, string>();
    for (const model of models) modelIds.set(model.code, (await addModel(context, model)).id);
    const partIds = await addParts(context, now);
    await manager.insert(
      Berth,
      Array.from({ length: BERTHS }, (_none, n) => ({ id: randomUUID(), number: n + 1, watched: false })),
    );
    const known = (map: Map<string, string>) => (key: string) => {
      const id = map.get(key);
      if (!id) throw new Error(`the demo scenario names “${key}”, which it does not have`);
      return id;
    };
    const stage = {
      context,
      now,
      photos,
      customerId: known(customerIds),
      modelId: known(modelIds),
      partId: known(partIds),
    };
    await numberFrom(context, FIRST_JOB - history.length, FIRST_ORDER - history.length);
    for (const order of ordersOf(history)) await replay(stage, order);
    // The evening before last: what was taken until then lies in the till, but for a float.
    const { since } = await viewTill(manager);
    const cash = since.find(({ how }) => how === 'cash');
    const counted = FLOAT + (cash?.taken ?? 0) - (cash?.back ?? 0);
    const evening = { ...context, now: new Date(now - 2 * DAY) };
    await countTill(evening, { expected: null, counted, takenOut: counted - FLOAT, note: 'first count' });
    await numberFrom(context, FIRST_JOB, FIRST_ORDER);
    const open = [...jobs, ...aroundThePath, ...otherWishes, ...troubles, ...unusual, ...toFetch];
    for (const order of ordersOf(open)) await replay(stage, order);
    await lookRound({ ...context, now: new Date(now - 20 * HOUR) });
    await tellCustomers({ ...context, now: new Date(now - 2 * DAY) });
    await planTheDays(context, { now, technician: staff.get('tam') ?? '', agreed: BEGUN_LATER });
    await orderParts(context, now);
    // Somebody called this morning.
    const { id, text } = {
      id: known(customerIds)('pottery'),
      text: 'asks whether the glaze recipes are safe; called back, they are',
    };
    await say({ ...context, now: new Date(now - 3 * HOUR) }, id, { text, tag: null });
    return { jobs: history.length + open.length };
  });
}

/** What goes to customers since the day before yesterday: most of it by itself, at any hour. */
async function tellCustomers(context: CommandContext): Promise<void> {
  const goes: Partial<Record<MessageKind, Sending>> = {
    ...{ quote: 'once looked at', 'part late': 'once looked at' },
    ...{ ready: 'by itself', reminder: 'by itself', bill: 'by itself' },
  };
  await setMessageRules(context, {
    ...FIRST_RULES,
    templates: FIRST_RULES.templates.map((one) => ({ ...one, how: goes[one.kind] ?? 'not' })),
    ...{ quietFrom: '00:00', quietUntil: '00:00', storagePerDay: 150 },
  });
}

/** Yesterday evening's round over the old drives that stay here: one of them was not at its place. */
async function lookRound(context: CommandContext): Promise<void> {
  await beginRound(context);
  const places = new Map<string, string[]>();
  const { rows } = await listStays(context);
  for (const { place, label } of rows) places.set(place, [...(places.get(place) ?? []), label]);
  for (const [place, labels] of places) {
    await scanInRound(context, { text: place, place: '' });
    const seen = place === MISSED ? labels.slice(1) : labels;
    for (const text of seen) await scanInRound(context, { text, place });
  }
  await endRound(context);
}
/** Where the first of what should lie there was not seen. */
const MISSED = 'rack D1';
/** Its customer brings the charger first. */
const BEGUN_LATER = 'U-2410';

/** The numbers that the next job and the next order get. */
async function numberFrom({ manager }: CommandContext, job: number, order: number): Promise<void> {
  await manager.query("select setval('job_number', $1, false), setval('order_number', $2, false)", [job, order]);
}

/** Jobs that were booked together are one order. */
function ordersOf(jobs: readonly DemoJob[]): DemoJob[][] {
  return jobs.reduce<DemoJob[][]>((orders, job) => {
    const last = orders.at(-1);
    if (job.together && last) last.push(job);
    else orders.push([job]);
    return orders;
  }, []);
}

async function addCustomers({ manager, now }: CommandContext): Promise<Map<string, string>> {
  const ids = new Map<string, string>();
  for (const [name, customer] of Object.entries(customers)) {
    const id = randomUUID();
    const { otherPhones = [], ...known }: DemoCustomer = customer;
    const phoneDigits = allDigits(known.phone, ...otherPhones);
    await manager.insert(Customer, { id, ...known, otherPhones, phoneDigits, createdAt: now });
    ids.set(name, id);
  }
  return ids;
}

async function addParts(context: CommandContext, now: number): Promise<Map<string, string>> {
  const ids = new Map<string, string>();
  for (const demoPart of [...parts, ...copyEquipment]) {
    const { pieces, place, checkedDaysAgo: _days, reorderLevel = null, ...part } = demoPart;
    const spec = specOf(demoPart, now);
    const id = randomUUID();
    const serialised = part.kind === 'drive';
    await context.manager.insert(Part, { id, ...part, spec, serialised, reorderLevel, cost: costOf(demoPart) });
    ids.set(part.partNumber, id);
    if (pieces === 0) continue;
    const serials = serialised ? Array.from({ length: pieces }, (_none, n) => serialOf(part.partNumber, n)) : [];
    await receive(context, { partId: id, serials, count: serialised ? 0 : pieces, place });
  }
  return ids;
}

/** What a part is; a stick was last tried so many days before now. */
function specOf({ spec, checkedDaysAgo }: DemoPart, now: number): DemoPart['spec'] {
  if (checkedDaysAgo === undefined || spec === null) return spec;
  const checked = new Date(now - checkedDaysAgo * DAY).toISOString().slice(0, 10);
  return { ...spec, checked } as DemoPart['spec'];
}

/** A serial in the manner of the maker, from the part number alone, so that every seed is alike. */
function serialOf(partNumber: string, piece: number): string {
  const sum = [...partNumber].reduce((total, letter) => (total * 31 + letter.charCodeAt(0)) % 9973, 7);
  return `${partNumber.slice(0, 5)}-${String(sum).padStart(4, '0')}-${String(771 + piece)}`;
}

/** What a piece costs the demo shop: three fifths of its price; of one maker nobody noted it, and equipment is not sold. */
function costOf({ maker, price }: DemoPart): number | null {
  return price === 0 || maker === 'Dunlin' ? null : Math.round(price * 0.6);
}
