import { describe, expect, expectTypeOf, it } from 'vitest';
import { ENTRY_KEYS, type EntryKey, type JobFacts } from '@udrel/core/facts';
import { factShapes, overrideGate, reserveDrive, type Infer, type Shape } from '../shapes';
import { validate } from '../validate';

const serial = { serial: 'KD7-55Q0-2218' };
const set = {
  sequentialRead: 90,
  sequentialWrite: null,
  randomRead: 0.5,
  randomWrite: null,
  startUps: [96],
  method: '',
  attached: 'inside',
};

const READS = {
  serial: 'KD5-1',
  bytes: 500e9,
  where: 'berth',
  link: 'SATA',
  seconds: 30,
  places: Array.from({ length: 9 }, (_none, n) => ({ offset: n * 50e9, rate: n === 8 ? null : 110.5, failed: 0 })),
  small: { count: 800, failed: 0, rate: 0.3, middle: 14, slowest20: 18, slowest100: 60, slowest: 90 },
};
const RETURNED = { as: 'returned', until: null, place: '', consent: false, note: '' };
const ATTEMPT = {
  at: '2031-05-01T10:00:00Z',
  when: 'before',
  kind: 'cold',
  seconds: { usable: 31.5 },
  seen: '',
  done: '',
};
const STATE = {
  made: '2031-05-01T10:00:00Z',
  startMode: 'UEFI',
  secureBoot: null,
  boot: { entries: [], current: null, order: [1] },
  parts: [{ kind: 'camera', name: 'Lid camera', detail: '' }],
  modules: null,
  drives: [],
};

/** A right value of every fact, and one that is wrong in one place. */
const CASES: Record<EntryKey, { right: object; wrong: object; field: string }> = {
  'old drive': {
    right: {
      ...serial,
      maker: 'Kestrin',
      name: 'D7',
      bytes: 500e9,
      sectorSize: 512,
      class: 'disk 5400',
      link: { kind: 'sata', generation: 3 },
      siteId: 'a',
    },
    wrong: { sectorSize: 520 },
    field: 'sectorSize',
  },
  'other drives': {
    right: { drives: [{ ...serial, name: 'Arden', bytes: 1e12, siteId: 'b' }] },
    wrong: { drives: [{ ...serial, name: 'Arden', bytes: -1, siteId: 'b' }] },
    field: 'drives.0.bytes',
  },
  'partition table': {
    right: { scheme: 'gpt', sectorSize: 512, partitions: [] },
    wrong: { scheme: 'apm' },
    field: 'scheme',
  },
  health: { right: { grade: 'watch', note: '' }, wrong: { grade: 'fine' }, field: 'grade' },
  memory: {
    right: { modules: [] },
    wrong: { modules: [{ slot: 'A1', bytes: 1.5, speed: 2400 }] },
    field: 'modules.0.bytes',
  },
  before: { right: { set, whyNot: '' }, wrong: { set: { ...set, startUps: [0] } }, field: 'set.startUps.0' },
  after: {
    right: { set: null, whyNot: 'not needed' },
    wrong: { set: { ...set, attached: 'eSATA' } },
    field: 'set.attached',
  },
  'plan draft': {
    right: {
      intent: {
        extent: 'whole device',
        leftOut: [],
        acknowledged: [],
        sizes: { p1: 1e9 },
        spare: { to: 'partition', id: 'p1' },
        keepFree: 0,
        order: [],
        onto: {},
        decrypted: [],
        scheme: null,
        made: [],
      },
      route: 'both at the bench',
      startedFrom: null,
    },
    wrong: { route: 'by boat' },
    field: 'route',
  },
  'source identified': { right: serial, wrong: { serial: 'x' }, field: 'serial' },
  'added drive confirmed': { right: serial, wrong: { serial: '' }, field: 'serial' },
  'added drive identified': { right: serial, wrong: { serial: '' }, field: 'serial' },
  'new drive confirmed': { right: serial, wrong: { serial: '' }, field: 'serial' },
  'new drive identified': { right: serial, wrong: { serial: '<b>' }, field: 'serial' },
  'new drive fitted': { right: { serial: 'NEW-1' }, wrong: { serial: 7 }, field: 'serial' },
  'memory fitted': { right: { modules: 2 }, wrong: { modules: 0 }, field: 'modules' },
  'own memory': {
    right: {
      count: 2,
      module: {
        maker: 'Brinewick',
        name: 'S4',
        generation: 'DDR4',
        form: 'SO-DIMM',
        bytes: 8 * 1024 ** 3,
        speed: 3200,
      },
    },
    wrong: { count: 0 },
    field: 'count',
  },
  'old drive refitted': {
    right: { serial: 'OLD-1', startsFromNew: true, note: '' },
    wrong: { startsFromNew: 'yes' },
    field: 'startsFromNew',
  },
  'added drive fitted': { right: { serial: 'ADD-1' }, wrong: { serial: 'a' }, field: 'serial' },
  installed: {
    right: { system: 'a desktop system', files: 'not wanted', note: '' },
    wrong: { files: 'some' },
    field: 'files',
  },
  'old drive measured': { right: { length: 80, height: null }, wrong: { length: 55, height: null }, field: 'length' },
  'seen inside': {
    right: { what: ['dust', 'a swollen battery'], note: 'asked them to stop using it' },
    wrong: { what: ['a mouse'] },
    field: 'what.0',
  },
  'trial start': {
    right: { started: true, oldDriveDetached: true, note: '' },
    wrong: { started: 'yes' },
    field: 'started',
  },
  functions: {
    right: { results: [{ name: 'Camera', works: true }], note: '' },
    wrong: { results: [{ name: '', works: true }] },
    field: 'results.0.name',
  },
  'guarantee return': { right: { of: 'U-2401' }, wrong: { of: '' }, field: 'of' },
  'return cause': {
    right: { cause: 'our work', serial: '', note: '' },
    wrong: { cause: 'bad luck' },
    field: 'cause',
  },
  'old drive stays': { right: RETURNED, wrong: { as: 'somewhere' }, field: 'as' },
  'modules stay': { right: RETURNED, wrong: { place: 'x'.repeat(21) }, field: 'place' },
  'document given': { right: { given: true }, wrong: { given: 1 }, field: 'given' },
  signature: { right: { name: 'A', path: 'M0 0' }, wrong: { path: '' }, field: 'path' },
  backup: {
    right: { state: 'does not know', irreplaceable: 'field notes' },
    wrong: { state: 'maybe' },
    field: 'state',
  },
  consents: {
    right: { given: ['the device may be opened'] },
    wrong: { given: ['anything goes'] },
    field: 'given.0',
  },
  'go-ahead limit': { right: { amount: 12_000 }, wrong: { amount: 0.5 }, field: 'amount' },
  'condition marks': {
    right: { marks: [{ kind: 'dent', view: 'top', x: 0.2, y: 1, note: '' }] },
    wrong: { marks: [{ kind: 'dent', view: 'top', x: 1.2, y: 1, note: '' }] },
    field: 'marks.0.x',
  },
  'own drive': {
    right: {
      ...serial,
      mayBeOverwritten: true,
      drive: {
        maker: 'Palewood',
        name: 'C1',
        bytes: 480e9,
        sectorSize: 512,
        class: 'SATA SSD',
        link: { kind: 'sata', generation: 3 },
        read: 560,
        write: 510,
        form: '2.5',
        height: 7,
        needs12V: false,
      },
    },
    wrong: { mayBeOverwritten: 'yes' },
    field: 'mayBeOverwritten',
  },
  'put back': { right: { serial: '' }, wrong: { serial: 7 }, field: 'serial' },
  'no start': {
    right: { signs: ['no system found'], tries: [{ cause: 'boot order', outcome: 'not it', note: '' }] },
    wrong: { signs: ['smoke'], tries: [] },
    field: 'signs.0',
  },
  'functions on arrival': {
    right: { results: [{ name: 'Camera', works: false }], note: '' },
    wrong: { results: [{ name: 'Camera', works: 'hardly' }], note: '' },
    field: 'results.0.works',
  },
  'outside start': {
    right: { started: false, note: 'black screen' },
    wrong: { started: 'yes', note: '' },
    field: 'started',
  },
  'sheet pictures': {
    right: { stages: [{ stage: 1, photo: '7b0c6a5e-51d1-4a53-9d43-0d2a4b1a8c11' }] },
    wrong: { stages: [{ stage: 0, photo: '7b0c6a5e-51d1-4a53-9d43-0d2a4b1a8c11' }] },
    field: 'stages.0.stage',
  },
  'start attempts': {
    right: { attempts: [ATTEMPT] },
    wrong: { attempts: [{ ...ATTEMPT, kind: 'warm' }] },
    field: 'attempts.0.kind',
  },
  'reads before': { right: READS, wrong: { ...READS, places: READS.places.slice(1) }, field: 'places' },
  'reads after': { right: READS, wrong: { ...READS, where: 'home' }, field: 'where' },
  'device read': { right: STATE, wrong: { ...STATE, startMode: 'BIOS' }, field: 'startMode' },
  'device read again': { right: STATE, wrong: { ...STATE, secureBoot: 'on' }, field: 'secureBoot' },
  'switched besides': {
    right: { items: [{ what: 'Boot order', why: 'memory test from a stick', before: '' }] },
    wrong: { items: [{ what: 'Boot order', why: '', before: 'own drive first' }] },
    field: 'items.0.why',
  },
  'firmware reset': {
    right: { reset: true, note: 'coin cell dead' },
    wrong: { reset: true, note: '' },
    field: 'note',
  },
  'owed back': {
    right: { items: [{ what: 'Secure Boot', back: true, note: '' }] },
    wrong: { items: [] },
    field: 'items',
  },
  'files brought': {
    right: { drives: [{ serial: 'KD-1', brought: false, note: 'not wanted any more', where: 'returned' }] },
    wrong: { drives: [{ serial: 'KD-1', brought: true, note: '', where: 'returned' }] },
    field: 'drives.0.note',
  },
  'volume grown': { right: { grown: false, note: 'they keep it locked' }, wrong: { grown: 'yes' }, field: 'grown' },
  'start repaired': { right: { note: 'entry made anew' }, wrong: { note: '' }, field: 'note' },
  'as it came': { right: { starts: false, note: 'dark' }, wrong: { starts: 'no' }, field: 'starts' },
  'kept until': { right: { place: 'rack B2', until: '2026-09-01' }, wrong: { until: '2026/09/01' }, field: 'until' },
};

describe.each(ENTRY_KEYS)('the fact “%s”', (key) => {
  const { right, wrong, field } = CASES[key];
  const shape: Shape<unknown> = factShapes[key];

  it('is taken as it should be', () => {
    expect(validate(shape, right)).toEqual({ ok: true, value: right });
  });

  it(`is refused at ${field}`, () => {
    const checked = validate(shape, { ...right, ...wrong });
    expect(checked.ok ? [] : checked.problems.map((problem) => problem.field)).toEqual([field]);
  });
});

it('a shape takes whatever the core knows of its fact', () => {
  type Narrower = {
    [K in EntryKey]: NonNullable<JobFacts[K]> extends Infer<(typeof factShapes)[K]> ? never : K;
  }[EntryKey];
  expectTypeOf<Narrower>().toEqualTypeOf<never>();
  expect(Object.keys(factShapes).sort()).toEqual([...ENTRY_KEYS].sort());
});

describe('commands', () => {
  it('need a reason of some length to pass a gate', () => {
    expect(validate(overrideGate, { version: 1, gate: 'measured', reason: 'no' }).ok).toBe(false);
    expect(validate(overrideGate, { version: 1, gate: 'measured', reason: 'ferry leaves' }).ok).toBe(true);
    expect(validate(overrideGate, { version: 1, gate: 'mood', reason: 'ferry leaves' }).ok).toBe(false);
  });

  it('say which version of the job was on the screen', () => {
    const part = { partId: '7b0c6a5e-51d1-4a53-9d43-0d2a4b1a8c11', siteId: 'a', on: 'new' };
    expect(validate(reserveDrive, part).ok).toBe(false);
    expect(validate(reserveDrive, { ...part, version: 3 }).ok).toBe(true);
  });
});
