import { PREPARATION_IDS } from '@udrel/core/facts';
import { STATIONS } from '@udrel/core/stations';
import { READ_SECONDS } from '@udrel/core/drive-reads';
import { PASSES } from '@udrel/core/estimate';
import { BEGUN_RUNS, READ_FROM } from '@udrel/core/facts';
import { DISASSEMBLY_KINDS, DISASSEMBLY_WAYS, TAP_WAYS } from '@udrel/core/disassembly';
import { ENDS, GATES, LEFT_AS, RUN_ENDS, WISH_KINDS } from '@udrel/core/steps';
import type { Infer, Shape } from './shape';
import {
  anything,
  boolean,
  either,
  list,
  moment,
  nullable,
  number,
  object,
  oneOf,
  optional,
  record,
  text,
  uuid,
  whole,
} from './shape';
import { byteCount, m2Length, serial, target } from './drives';
import { MOST_PIECES, piece } from './equipment';
import { bookedFacts } from './facts';
import { partitionTable } from './read/partition-table';
import { startFiles } from './read/start-files';
import { deviceKind, places } from './models';
import { reasons } from './reasons';
import { MOST_KEPT } from '../terms/limits';
import { ROLES } from '../terms/permissions';

const login = text(40, 2, /^[a-z0-9._-]+$/i);

export const signIn = object({ login, password: text(200) });
export type SignIn = Infer<typeof signIn>;

/** Making the owner's account of an empty shop, with the code printed on the console. */
export const setUp = object({ code: text(40), name: text(80), login, password: text(200, 10) });
export type SetUp = Infer<typeof setUp>;

const phone = text(40, 0, /^[\d\s()+/.-]*$/);
const email = text(200, 0);
const complaint = text(600);
const condition = text(600, 0);
const promisedAt = nullable(moment());
const price = nullable(whole(0, 100_000_000));
const customer = object({ id: nullable(uuid), name: text(120), phone, email });
const secret = { label: text(60), text: text(500) };
const place = text(20, 0);

/** One device of an order: what it is, what is wished, and everything noted at the counter. */
export const jobBooking = object({
  device: object({
    /** Null with a stub: a model that the library does not have yet. */
    modelId: nullable(uuid),
    stub: nullable(object({ maker: text(60), name: text(80), kind: deviceKind })),
    serial,
    place,
  }),
  wishes: list(object({ kind: oneOf(...WISH_KINDS), least: byteCount }), 4, 1),
  complaint,
  condition,
  leftWithUs: list(object({ name: text(80), place }), 20),
  secrets: list(object(secret), 10),
  facts: object({
    backup: optional(bookedFacts.backup),
    consents: optional(bookedFacts.consents),
    'go-ahead limit': optional(bookedFacts['go-ahead limit']),
    'condition marks': optional(bookedFacts['condition marks']),
    'guarantee return': optional(bookedFacts['guarantee return']),
    'own drive': optional(bookedFacts['own drive']),
    'own memory': optional(bookedFacts['own memory']),
  }),
  promisedAt,
  price,
});
export type JobBooking = Infer<typeof jobBooking>;

/** What one customer brings in one visit: one order of one or more devices. */
/** Devices that one order has at most. */
export const MOST_DEVICES = 30;

export const bookIn = object({ customer, jobs: list(jobBooking, MOST_DEVICES, 1) });
export type BookIn = Infer<typeof bookIn>;

/** Every change to a job says which version of it was on the screen. */
const version = whole(0, 1_000_000);

/** Lines of a parts file: cells by the name of their column. */
export const partLines = object({
  lines: list(object({ line: whole(1, 1_000_000), cells: record(text(300, 0), 60) }), 2000, 1),
});
export type PartLines = Infer<typeof partLines>;
/** A fact and its value, which is checked against the shape of its key; `origin`: where it came from, when it was not typed. */
export const factEntry = object({ version, value: anything(), origin: optional(oneOf(...READ_FROM)) });
export type FactEntry = Infer<typeof factEntry>;
/**
 * What a browser kept for a job, oldest first: each under the key that it goes out under alone, with what stands in its
 * address besides the tag, and its body without a version, which is checked as that of its command. `version`: on which
 * the first rests.
 */
export const keptCommands = object({
  version,
  commands: list(
    object({ key: text(80, 8, /^[\w-]+$/), name: text(40), params: record(text(60), 3), body: record(anything(), 20) }),
    MOST_KEPT,
    1,
  ),
});
export type KeptCommands = Infer<typeof keptCommands>;
export const versionOnly = object({ version });
/** Without a part: the drive that the customer brought. `on`: which of the drives that go in it is to be. */
export const reserveDrive = object({ version, partId: nullable(uuid), siteId: text(20), on: target });
export type ReserveDrive = Infer<typeof reserveDrive>;
/** Where the old drive goes on being used (empty: nowhere), and what was measured of it where that matters. */
export const moveOldDrive = object({
  version,
  siteId: text(20, 0),
  length: nullable(m2Length),
  height: nullable(number(1, 50)),
});
export type MoveOldDrive = Infer<typeof moveOldDrive>;
/** Without a part: the modules that the customer brought. */
export const reserveMemory = object({ version, partId: nullable(uuid), count: whole(1, 8) });
export type ReserveMemory = Infer<typeof reserveMemory>;
/** The drive that is copied onto or read back: the new one, where nothing is said. */
const onto = optional(target);
/** Begins a run: the copy, or one that prepares it, about a partition. */
export const beginRun = object({
  version,
  berth: nullable(whole(1, 999)),
  kind: optional(oneOf(...BEGUN_RUNS)),
  about: optional(nullable(text(40))),
  onto,
  /** How often a memory test goes over all of it. */
  passes: optional(whole(PASSES.least, PASSES.most)),
  /** What was changed since the attempt before; asked for after one that failed. */
  changed: optional(text(300, 0)),
  /** What its data passes, each piece once. */
  through: optional(list(piece, MOST_PIECES)),
});
export const takesQuery = object({ passes: optional(whole(PASSES.least, PASSES.most)) });
export type BeginRun = Infer<typeof beginRun>;
/** A check before the copy, stamped or taken back. */
export const stampPreparation = object({
  version,
  id: oneOf(...PREPARATION_IDS),
  done: boolean(),
  note: text(300, 0),
  switched: optional(boolean()),
});
export type StampPreparation = Infer<typeof stampPreparation>;
const loss = object({ what: text(120), where: text(120, 0), bytes: nullable(byteCount) });
/** Acknowledging what a copy has lost: each loss by its name, typed. */
export const tellLosses = object({ version, onto, names: list(text(120), 60, 1) });
export type TellLosses = Infer<typeof tellLosses>;
export const endRun = object({
  version,
  outcome: oneOf(...RUN_ENDS),
  note: text(300, 0),
  /** What did not come along, where it ended with losses. */
  losses: optional(list(loss, 60)),
  /** Minutes that it took, where the clock does not say it; null where nobody knows. */
  minutes: optional(nullable(number(0, 1_000_000))),
  /** How the device or the tool was left. */
  leftAs: optional(nullable(oneOf(...LEFT_AS))),
});
export type EndRun = Infer<typeof endRun>;

/** Taking back a stamp, going back a station, or saying that the device is another model. */
export const workCorrection = either(
  'what',
  object({ what: oneOf('stamp'), step: text(30) }),
  object({ what: oneOf('station'), station: oneOf(...STATIONS) }),
  object({ what: oneOf('model'), modelId: uuid }),
);
/** Putting right what was booked in. */
export const bookingCorrection = either(
  'what',
  object({ what: oneOf('customer'), customer }),
  object({ what: oneOf('customer details'), name: text(120), phone, email }),
  object({ what: oneOf('serial'), serial }),
  object({ what: oneOf('booking'), complaint, condition, promisedAt, price }),
);
/** Ending without work, and going on after all. */
export const ending = either(
  'what',
  object({ what: oneOf('end'), kind: oneOf(...ENDS) }),
  object({ what: oneOf('go on') }),
);

export type Correction = Infer<typeof workCorrection> | Infer<typeof bookingCorrection> | Infer<typeof ending>;
const reason = text(300, 3);
const considered = <T>(correction: Shape<T>) => ({
  consider: object({ version, correction }),
  make: object({ version, correction, reason }),
});
/** For each kind of correction: asking what it would lead to, and making it. */
export const corrections = {
  work: considered(workCorrection),
  booking: considered(bookingCorrection),
  end: considered(ending),
};
export type Considered = { version: number; correction: Correction };
export type MakeCorrection = Considered & { reason: string };

export const handOff = object({ version, batteryOff: boolean(), tried: text(600, 0), next: text(300, 0) });
export type HandOff = Infer<typeof handOff>;
export const addBelonging = object({ name: text(80), place });
export type AddBelonging = Infer<typeof addBelonging>;
export const moveBelonging = object({ place, back: boolean() });
export type MoveBelonging = Infer<typeof moveBelonging>;
export const addSecret = object({ version, ...secret });
export type AddSecret = Infer<typeof addSecret>;

export const switchTo = object({ staffId: uuid, pin: text(8, 4, /^\d+$/) });
export type SwitchTo = Infer<typeof switchTo>;
/** Who takes a locked screen: somebody by their PIN, or whoever has it by their password. */
export const unlock = either(
  'by',
  object({ by: oneOf('pin'), staffId: uuid, pin: text(8, 4, /^\d+$/) }),
  object({ by: oneOf('password'), password: text(200) }),
);
export type Unlock = Infer<typeof unlock>;
export const setPin = object({ password: text(200), pin: nullable(text(8, 4, /^\d+$/)) });
export type SetPin = Infer<typeof setPin>;
const password = text(200, 10);
/** The own password, and the one that is to take its place. */
export const changePassword = object({ password: text(200), next: password });
export type ChangePassword = Infer<typeof changePassword>;
export const resetPassword = object({ next: password });
export type ResetPassword = Infer<typeof resetPassword>;
export const addStaff = object({
  name: text(80),
  login,
  role: oneOf(...ROLES),
  password,
});
export type AddStaff = Infer<typeof addStaff>;
export const changeStaff = object({ role: oneOf(...ROLES), active: boolean() });
export type ChangeStaff = Infer<typeof changeStaff>;
export const deviceQuery = object({ serial: text(60, 3) });

export const addNote = object({ text: text(1000) });
export const addLesson = object({ text: text(300, 3) });
/** Choosing for devices of the same model in the same order what was chosen for this one. */
export const chooseSame = object({ tags: list(text(20), MOST_DEVICES, 1) });
export type ChooseSame = Infer<typeof chooseSame>;
const pieces = whole(0, 60);
export const moveDisassemblyItem = object({
  version,
  out: pieces,
  back: pieces,
  missing: pieces,
  left: pieces,
  replaced: pieces,
});
export type MoveDisassemblyItem = Infer<typeof moveDisassemblyItem>;
/** A tap on the picture at a place of an item; `of`: the item in the hand, where it is another one. */
export const tapDisassembly = object({ version, place: whole(0, 59), way: oneOf(...TAP_WAYS), of: optional(uuid) });
export type TapDisassembly = Infer<typeof tapDisassembly>;
/** Where the pieces of an item are on the picture. */
export const placeDisassembly = object({ version, places });
/** Something that the model's sheet does not have, put on that of a job. */
export const addDisassemblyItem = object({
  version,
  stage: whole(1, 20),
  kind: oneOf(...DISASSEMBLY_KINDS),
  name: text(80),
  count: whole(1, 60),
});
export type AddDisassemblyItem = Infer<typeof addDisassemblyItem>;
export const moveToStage = object({ version, stage: whole(1, 20) });
export type MoveToStage = Infer<typeof moveToStage>;
export type PlaceDisassembly = Infer<typeof placeDisassembly>;
/** What of a sheet is taken into its model, by its items; and the minutes that taking it apart takes. */
export const teachSheet = object({ version, items: list(uuid, 60), opening: optional(whole(1, 600)) });
export type TeachSheet = Infer<typeof teachSheet>;
/** What a job shows of its model's firmware: keys, and whether it starts from outside. */
export const teachFirmware = object({
  version,
  setUpKey: optional(text(30)),
  startMenuKey: optional(text(30)),
  startsOutside: optional(boolean()),
});
export type TeachFirmware = Infer<typeof teachFirmware>;
export const moveWholeDisassembly = object({ version, way: oneOf(...DISASSEMBLY_WAYS) });
export type MoveWholeDisassembly = Infer<typeof moveWholeDisassembly>;
export const overrideGate = object({
  version,
  gate: oneOf(...GATES),
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

/** What was counted, piece by piece or row by row, with price and the level of ordering again. */
export const keepPart = object({
  price: whole(0, 100_000_000),
  /** What a piece costs the shop; null where nobody knows. */
  cost: optional(nullable(whole(0, 100_000_000))),
  reorderLevel: nullable(whole(0, 10_000)),
  counted: list(object({ id: uuid, quantity: whole(0, 100_000) }), 500),
});
export type KeepPart = Infer<typeof keepPart>;

export const findQuery = object({ q: text(80) });

/** From where a stream of hints is taken up. */
export const hintsQuery = object({ since: optional(text(40)) });
export const customerQuery = object({ find: text(80, 0) });
/** The entries before one of them; the newest, where nothing is said. */
export const historyQuery = object({ before: optional(whole(1, 1_000_000_000)) });

/** Asks the bench agent to read the finished drive at a berth. */
export const askReadBack = object({ version, berth: whole(1, 999), onto });
export type AskReadBack = Infer<typeof askReadBack>;
/** Has a berth read the old drive before, or the new one after, for so many seconds; nothing is written. */
export const askReads = object({
  version,
  berth: whole(1, 999),
  when: oneOf('before', 'after'),
  seconds: oneOf(...READ_SECONDS),
});
export type AskReads = Infer<typeof askReads>;

/** The finished drive as read from a file, or why it was not read. */
export const enterReadBack = object({
  version,
  onto,
  serial: text(60, 0),
  table: nullable(partitionTable),
  problems: reasons,
  start: optional(nullable(startFiles)),
  whyNot: text(300, 0),
});
export type EnterReadBack = Infer<typeof enterReadBack>;
