import type { DriveReads } from '../drive-reads';
import type { DriveChoice, FactKey, JobFacts, Route } from '../facts';
import { defaultIntent, type TargetId } from '../layout';
import type { JobSnapshot, RunOutcome } from './snapshot/types';

const set = { sequentialRead: 90, sequentialWrite: 80, randomRead: 0.4, randomWrite: 0.8, startUps: [90] };
const table = { scheme: 'gpt' as const, sectorSize: 512 as const, partitions: [] };
const link = { kind: 'sata' as const, generation: 3 as const };
const estimate = {
  kind: 'copy' as const,
  bytes: 1,
  prior: 900,
  low: 600,
  middle: 900,
  high: 1800,
  rate: 90,
  limitedBy: 'old drive',
  restsOn: '',
};

/** A drive of an accepted plan, without its role. */
export const drive = {
  sectorSize: 512 as const,
  scheme: 'gpt' as const,
  room: 1,
  leftFree: 0,
  smallestBytes: 1,
  smallestSold: null,
  sectors: 1,
  diskId: '',
  identifiersKept: true,
};

export const planBy = (route: Route): NonNullable<JobFacts['plan']> => ({
  sourceSerial: 'OLD',
  table,
  intent: defaultIntent(table),
  route,
  startedFrom: null,
  planner: 1,
  drives: [{ ...drive, id: 'new', serial: 'NEW' }],
  changes: [],
  made: [],
  partitions: [],
  bytesToCopy: 1,
  work: [{ about: null, onto: 'new', estimate }],
  estimate,
});
const choice: DriveChoice = {
  stockId: '',
  partId: '',
  partNumber: '',
  serial: 'NEW',
  siteId: 'a',
  maker: '',
  name: '',
  bytes: 1,
  sectorSize: 512,
  class: 'SATA SSD',
  ratedRead: 1,
  ratedWrite: 1,
  link,
  speedHere: 1,
  verdict: 'fits',
  partsNeeded: [],
  price: 1,
};

const STATE = {
  made: '',
  startMode: null,
  secureBoot: null,
  boot: null,
  parts: null,
  modules: null,
  drives: [],
};

const RETURNED = { as: 'returned', until: null, place: '', consent: false, note: '' } as const;
const READS: DriveReads = { serial: 'OLD', bytes: 1, where: 'berth', link: '', seconds: 30, places: [], small: null };

/** Every fact there is, in the order in which they become known. */
export const complete: Required<JobFacts> = {
  backup: { state: 'has no backup', irreplaceable: 'tide tables since 1961' },
  consents: { given: ['the device may be opened'] },
  'go-ahead limit': { amount: 20_000 },
  'condition marks': { marks: [] },
  'own drive': {
    serial: 'OWN',
    drive: {
      form: '2.5',
      maker: '',
      name: '',
      bytes: 1,
      sectorSize: 512,
      class: 'SATA SSD',
      link,
      read: 1,
      write: 1,
      height: 7,
      needs12V: false,
    },
    mayBeOverwritten: true,
  },
  'own memory': {
    count: 1,
    module: { maker: '', name: '', generation: 'DDR4', form: 'SO-DIMM', bytes: 1, speed: 3200 },
  },
  'old drive': { serial: 'OLD', maker: '', name: '', bytes: 1, sectorSize: 512, class: 'disk 5400', link, siteId: 'a' },
  'other drives': { drives: [] },
  'partition table': table,
  health: { grade: 'good', note: '' },
  memory: { modules: [] },
  before: { set: { ...set, method: '', attached: 'inside' }, whyNot: '' },
  'new drive choice': choice,
  'added drive choice': { ...choice, serial: 'ADD', siteId: 'b' },
  'memory choice': { partId: '', maker: '', name: '', count: 1, into: [], total: 1, speed: 1, channels: '', price: 1 },
  'quote accepted': { version: 1, total: 20_000, how: 'by phone', note: '' },
  'old drive moves': {
    siteId: 'b',
    length: null,
    height: 7,
    link,
    partsNeeded: [],
    adapters: [],
  },
  'plan draft': { intent: planBy('both at the bench').intent, route: 'new drive in an enclosure', startedFrom: null },
  switched: { items: [] },
  prepared: { stamps: [{ id: 'backup', by: 'A', at: '', note: '' }] },
  plan: planBy('new drive in an enclosure'),
  'source identified': { serial: 'OLD' },
  'new drive identified': { serial: 'new' },
  'added drive identified': { serial: 'ADD' },
  'new drive holds': { serial: 'OTHER', what: [] },
  'added drive holds': { serial: 'OTHER', what: [] },
  'new drive confirmed': { serial: 'OTHER' },
  'added drive confirmed': { serial: 'OTHER' },
  'new drive read back': { serial: 'NEW', attempt: 1, seen: null, asPlanned: false, whyNot: 'no reader' },
  'added drive read back': { serial: 'ADD', attempt: 1, seen: null, asPlanned: false, whyNot: 'no reader' },
  'losses told': { told: [] },
  'new drive fitted': { serial: 'NEW' },
  'added drive fitted': { serial: 'ADD' },
  'memory fitted': { modules: 1 },
  'old drive refitted': { serial: 'OLD', startsFromNew: true, note: '' },
  installed: { system: 'a desktop system', files: 'not wanted', note: '' },
  'old drive measured': { length: null, height: 7 },
  'seen inside': { what: ['dust'], note: '' },
  'outside start': { started: true, note: '' },
  'start repaired': { note: 'entry made anew' },
  'volume grown': { grown: true, note: '' },
  'files brought': { drives: [{ serial: 'KD-1', brought: true, note: '3 folders', where: 'returned' }] },
  'no start': { signs: ['no system found'], tries: [{ cause: 'boot order', outcome: 'that was it', note: '' }] },
  'sheet pictures': { stages: [] },
  'start attempts': { attempts: [] },
  'reads before': READS,
  'reads after': { ...READS, serial: 'NEW' },
  'device read': STATE,
  'device read again': STATE,
  'switched besides': { items: [] },
  'firmware reset': { reset: false, note: 'as it was' },
  'owed back': { items: [] },
  'trial start': { started: true, oldDriveDetached: true, note: '' },
  after: { set: { ...set, method: '', attached: 'inside' }, whyNot: '' },
  'functions on arrival': { results: [{ name: 'keys', works: true }], note: '' },
  functions: { results: [{ name: 'keys', works: true }], note: '' },
  'old drive stays': RETURNED,
  'modules stay': RETURNED,
  'document given': { given: true },
  signature: { name: 'A', path: '' },
  'put back': { serial: 'old' },
  'as it came': { starts: true, note: '' },
  'kept until': { place: 'rack B2', until: '2026-09-01' },
};
export const keys = Object.keys(complete) as FactKey[];
export const factsOf = (wanted: readonly FactKey[]): JobFacts =>
  Object.fromEntries(wanted.map((key) => [key, complete[key]])) as JobFacts;

export const screws = (out: number, back: number) => [
  {
    id: 's',
    stage: 1,
    kind: 'screw' as const,
    name: 'cover screw',
    count: 4,
    out,
    back,
    missing: 0,
    left: 0,
    replaced: 0,
  },
];
export const run = (outcome: RunOutcome, attempt = 1, onto: TargetId = 'new') => ({
  id: `r${attempt}`,
  kind: 'copy' as const,
  about: null,
  onto,
  attempt,
  sourceSerial: 'OLD',
  targetSerial: onto === 'new' ? 'NEW' : 'ADD',
  outcome,
  alarmed: false,
  atBerth: false,
  short: false,
  losses: [],
  left: outcome === 'running' ? { low: 540, high: 660 } : null,
  wants: null,
});
export const job = (over: Partial<JobSnapshot>): JobSnapshot => ({
  wishes: [{ kind: 'new drive', least: 500e9 }],
  modelKnown: true,
  device: { uefi: true, battery: true, soldered: [], startsOutside: null },
  opening: null,
  end: null,
  facts: {},
  runs: [],
  disassembly: screws(0, 0),
  overrides: [],
  told: null,
  rates: { hourly: 0, taxPercent: 0 },
  ordered: [],
  closed: false,
  ...over,
});
