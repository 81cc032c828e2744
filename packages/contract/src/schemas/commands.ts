import type { Infer } from '../shape';
import { anything, boolean, list, nullable, number, object, oneOf, optional, text, whole } from '../shape';
import { byteCount, serial } from './drives';

const uuid = text(36, 36, /^[0-9a-f-]{36}$/i);
const login = text(40, 2, /^[a-z0-9._-]+$/i);

export const signIn = object({ login, password: text(200) });
export type SignIn = Infer<typeof signIn>;

/** Making the owner's account of an empty shop, with the code printed on the console. */
export const setUp = object({ code: text(40), name: text(80), login, password: text(200, 10) });
export type SetUp = Infer<typeof setUp>;

const phone = text(40, 0, /^[\d\s()+/.-]*$/);

export const bookIn = object({
  customer: object({ id: nullable(uuid), name: text(120), phone, email: text(200, 0) }),
  device: object({ modelId: uuid, serial }),
  wish: object({ kind: oneOf('new drive', 'memory'), least: byteCount }),
  complaint: text(600),
  condition: text(600, 0),
  leftWithUs: list(object({ name: text(80), place: text(20, 0) }), 20),
  promisedAt: nullable(text(40, 10, /^\d{4}-\d\d-\d\dT[\d:.]+(Z|[+-]\d\d:?\d\d)$/)),
  price: nullable(whole(0, 100_000_000)),
});
export type BookIn = Infer<typeof bookIn>;

/** Every change to a job says which version of it was on the screen. */
const version = whole(0, 1_000_000);

/** A fact and its value, which is checked against the shape of its key. */
export const factEntry = object({ version, value: anything() });
export const versionOnly = object({ version });
export const reserveDrive = object({ version, partId: uuid, siteId: text(20) });
export type ReserveDrive = Infer<typeof reserveDrive>;
export const reserveMemory = object({ version, partId: uuid, count: whole(1, 8) });
export type ReserveMemory = Infer<typeof reserveMemory>;
export const beginRun = object({ version, berth: nullable(whole(1, 999)) });
export type BeginRun = Infer<typeof beginRun>;
export const endRun = object({ version, outcome: oneOf('ended well', 'failed'), note: text(300, 0) });
export type EndRun = Infer<typeof endRun>;
export const addNote = object({ text: text(1000) });
export const moveStripItem = object({ version, out: whole(0, 60), back: whole(0, 60) });
export type MoveStripItem = Infer<typeof moveStripItem>;
export const moveWholeStrip = object({ version, way: oneOf('out', 'back') });
export type MoveWholeStrip = Infer<typeof moveWholeStrip>;
export const overrideGate = object({
  version,
  gate: oneOf(
    'assessed',
    'reserved',
    'planned',
    'identified',
    'copied',
    'started',
    'balanced',
    'measured',
    'functions',
    'old drive placed',
    'signed',
  ),
  reason: text(300, 5),
});
export type OverrideGate = Infer<typeof overrideGate>;

export const receiveStock = object({
  partId: uuid,
  serials: list(serial, 50),
  count: whole(0, 10_000),
  place: text(20, 0),
});
export type ReceiveStock = Infer<typeof receiveStock>;

export const jobQuery = object({
  before: optional(whole(1, 1_000_000_000)),
  station: optional(text(20)),
  text: optional(text(80)),
  all: optional(oneOf('yes')),
});
export type JobQuery = Infer<typeof jobQuery>;
export const findQuery = object({ q: text(80) });
export const customerQuery = object({ find: text(80, 0) });

/** Counters of one watched berth: [t seconds, bytes read, bytes written, errors]. */
const sampleRow = list(number(0, Number.MAX_SAFE_INTEGER), 4);
export const agentHello = object({
  agent: text(60),
  boot: text(60),
  berths: list(object({ number: whole(1, 999), simulated: boolean(), speed: number(1, 1000) }), 200),
});
export type AgentHello = Infer<typeof agentHello>;
export const agentSamples = object({
  agent: text(60),
  boot: text(60),
  berth: whole(1, 999),
  runId: uuid,
  firstSeq: whole(1, Number.MAX_SAFE_INTEGER),
  samples: list(sampleRow, 2000),
});
export type AgentSamples = Infer<typeof agentSamples>;
