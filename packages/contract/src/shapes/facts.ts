import {
  BACKUP_STATES,
  CONSENTS,
  INSTALLED_FILES,
  MARK_KINDS,
  MARK_VIEWS,
  RETURN_CAUSES,
  ROUTES,
  SEEN_INSIDE,
  STARTED_FROM,
  targetKey,
  type BookedKey,
  type EntryKey,
  type FactKey,
  type JobFacts,
  type TargetKey,
} from '@udrel/core/facts';
import { MOST_CONSENT } from '../terms/limits';
import { ATTACHMENTS, CONDITIONS, START_KINDS, START_TIMES } from '@udrel/core/benchmarks';
import { STAYS } from '@udrel/core/custody';
import { HEALTH_GRADES } from '@udrel/core/estimate';
import { CLEARABLE_KINDS, EXTENTS, FILE_SYSTEMS, NEW_VOLUME_KINDS, SCHEMES, TARGET_IDS } from '@udrel/core/layout';
import {
  boolean,
  day,
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
  type Shape,
} from './shape';
import { buffering, dataRate, moduleSpec, ranks } from './memory';
import { INSTALLED_SYSTEMS } from '@udrel/core/fit';
import { SYSTEM_BITS } from '@udrel/core/memory';
import { CAUSES, SIGNS, TRY_OUTCOMES } from '@udrel/core/triage';
import { byteCount, driveClass, m2Length, driveSpec, link, sectorSize, serial, target } from './drives';
import { deviceState } from './read/device-state';
import { driveReads } from './read/drive-reads';
import { partitionTable } from './read/partition-table';

const rate = nullable(number(0, 100_000));

/** One measuring session. */
const measurementSet = object({
  sequentialRead: rate,
  sequentialWrite: rate,
  randomRead: rate,
  randomWrite: rate,
  startUps: list(number(1, 7200), 10),
  programStarts: optional(list(number(0, 7200), 10)),
  busyShare: optional(number(0, 100)),
  conditions: optional(list(oneOf(...CONDITIONS), CONDITIONS.length)),
  method: text(120, 0),
  attached: oneOf(...ATTACHMENTS),
  loadedRead: optional(number(0, 100_000)),
  sustainedRead: optional(number(0, 100_000)),
  sustainedWrite: optional(number(0, 100_000)),
  temperature: optional(number(0, 150)),
  link: optional(link),
  memoryBandwidth: optional(number(0, 1_000_000)),
  memoryRate: optional(number(0, 100_000)),
});

const measured = object({ set: nullable(measurementSet), whyNot: text(300, 0) });

const ids = list(text(40), 128);

const layoutIntent = object({
  extent: oneOf(...EXTENTS),
  leftOut: ids,
  acknowledged: ids,
  sizes: record(byteCount, 128),
  spare: either(
    'to',
    object({ to: oneOf('partition'), id: text(40) }),
    object({ to: oneOf('in proportion') }),
    object({ to: oneOf('the fullest') }),
    object({ to: oneOf('nobody') }),
  ),
  keepFree: number(0, 50),
  order: ids,
  onto: record(oneOf(...TARGET_IDS), 128),
  decrypted: ids,
  asItIs: optional(list(text(40), 129)),
  cleared: optional(record(list(oneOf(...CLEARABLE_KINDS), CLEARABLE_KINDS.length), 128)),
  filesTo: optional(record(serial, 128)),
  scheme: nullable(oneOf(...SCHEMES)),
  made: list(
    object({
      id: text(40),
      name: text(36),
      kind: oneOf(...NEW_VOLUME_KINDS),
      fileSystem: oneOf(...FILE_SYSTEMS),
      bytes: byteCount,
      on: target,
      from: optional(serial),
    }),
    8,
  ),
});

/** A shape whose values are those that the core computes with: a drift of either does not compile. */
type FactShapes<Keys extends FactKey> = { [K in Keys]: Shape<NonNullable<JobFacts[K]>> };

const stays = object({
  as: oneOf(...STAYS),
  until: nullable(day()),
  place: text(20, 0),
  consent: boolean(),
  note: text(120, 0),
});

const share = number(0, 1);
const markSeconds = optional(number(0, 7200));

/** What is noted when a device is booked in, besides the booking itself. */
export const bookedFacts = {
  backup: object({ state: oneOf(...BACKUP_STATES), irreplaceable: text(300, 0) }),
  consents: object({
    given: list(oneOf(...CONSENTS), CONSENTS.length),
    own: optional(list(text(MOST_CONSENT), 12)),
  }),
  'go-ahead limit': object({ amount: whole(0, 100_000_000) }),
  'condition marks': object({
    marks: list(
      object({ kind: oneOf(...MARK_KINDS), view: oneOf(...MARK_VIEWS), x: share, y: share, note: text(120, 0) }),
      60,
    ),
  }),
  'guarantee return': object({ of: text(20) }),
  'own drive': object({ serial, drive: driveSpec, mayBeOverwritten: boolean() }),
  'own memory': object({ count: whole(1, 8), module: moduleSpec }),
} as const satisfies FactShapes<BookedKey>;

/** What is read from the label of each drive that goes in. */
function eachTarget<A extends 'identified' | 'confirmed' | 'fitted'>(aspect: A) {
  return Object.fromEntries(TARGET_IDS.map((on) => [targetKey(on, aspect), object({ serial })])) as Record<
    TargetKey<A>,
    Shape<{ serial: string }>
  >;
}

/** The shape of each fact that a person records; that all of them are here is known from the registry of facts. */
export const factShapes = {
  ...bookedFacts,
  'old drive': object({
    serial,
    maker: text(60),
    name: text(80),
    bytes: byteCount,
    sectorSize,
    class: driveClass,
    link,
    siteId: text(20),
    system: optional(oneOf(...INSTALLED_SYSTEMS)),
  }),
  'other drives': object({
    drives: list(
      object({
        serial,
        name: text(80),
        bytes: byteCount,
        siteId: text(20),
        used: optional(byteCount),
        class: optional(driveClass),
      }),
      12,
    ),
  }),
  'partition table': partitionTable,
  health: object({
    grade: oneOf(...HEALTH_GRADES),
    note: text(300, 0),
    interfaceErrors: optional(whole(0, Number.MAX_SAFE_INTEGER)),
  }),
  memory: object({
    modules: list(
      object({
        slot: text(20),
        bytes: byteCount,
        speed: nullable(dataRate),
        buffering: optional(buffering),
        ranks: optional(ranks),
      }),
      16,
    ),
    system: optional(oneOf(...SYSTEM_BITS)),
  }),
  before: measured,
  'plan draft': object({
    intent: layoutIntent,
    route: nullable(oneOf(...ROUTES)),
    startedFrom: nullable(oneOf(...STARTED_FROM)),
  }),
  'source identified': object({ serial }),
  ...eachTarget('identified'),
  ...eachTarget('confirmed'),
  ...eachTarget('fitted'),
  'memory fitted': object({ modules: whole(1, 16) }),
  'old drive refitted': object({ serial, startsFromNew: boolean(), note: text(300, 0) }),
  installed: object({ system: text(80), files: oneOf(...INSTALLED_FILES), note: text(300, 0) }),
  'old drive measured': object({ length: nullable(m2Length), height: nullable(number(0, 200)) }),
  'seen inside': object({
    what: list(oneOf(...SEEN_INSIDE), SEEN_INSIDE.length),
    note: text(300, 0),
    told: optional(text(200, 0)),
  }),
  'outside start': object({ started: boolean(), note: text(300, 0) }),
  'start repaired': object({ note: text(300) }),
  'volume grown': object({ grown: boolean(), note: text(300, 0) }),
  'files brought': object({
    drives: list(object({ serial, brought: boolean(), note: text(300), where: text(120) }), 12, 1),
  }),
  'trial start': object({
    started: boolean(),
    oldDriveDetached: boolean(),
    note: text(300, 0),
    done: optional(text(300, 0)),
  }),
  'no start': object({
    signs: list(oneOf(...SIGNS), SIGNS.length),
    tries: list(object({ cause: oneOf(...CAUSES), outcome: oneOf(...TRY_OUTCOMES), note: text(300, 0) }), 60),
  }),
  'sheet pictures': object({ stages: list(object({ stage: whole(1, 20), photo: uuid }), 20) }),
  'start attempts': object({
    attempts: list(
      object({
        at: moment(),
        when: oneOf(...START_TIMES),
        kind: oneOf(...START_KINDS),
        seconds: object({ 'sign of life': markSeconds, 'sign-in': markSeconds, usable: markSeconds }),
        seen: text(300, 0),
        done: text(300, 0),
      }),
      60,
    ),
  }),
  'reads before': driveReads,
  'reads after': driveReads,
  'device read': deviceState,
  'device read again': deviceState,
  'switched besides': object({
    items: list(object({ what: text(80), why: text(200), before: text(200, 0) }), 30),
  }),
  'firmware reset': object({ reset: boolean(), note: text(300) }),
  'owed back': object({ items: list(object({ what: text(80), back: boolean(), note: text(300, 0) }), 30, 1) }),
  after: measured,
  'functions on arrival': object({
    results: list(object({ name: text(40), works: boolean() }), 60),
    note: text(300, 0),
  }),
  functions: object({
    results: list(object({ name: text(40), works: boolean(), why: optional(text(200, 0)) }), 60),
    note: text(300, 0),
  }),
  'return cause': object({ cause: oneOf(...RETURN_CAUSES), serial: text(60, 0), note: text(300, 0) }),
  'old drive stays': stays,
  'modules stay': stays,
  'document given': object({ given: boolean() }),
  signature: object({ name: text(120), path: text(60_000) }),
  'put back': object({ serial: text(60, 0) }),
  'as it came': object({ starts: boolean(), note: text(300, 0) }),
  'kept until': object({ place: text(60), until: day() }),
} as const satisfies FactShapes<EntryKey>;
