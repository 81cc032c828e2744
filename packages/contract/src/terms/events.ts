import type { FactKey, QuoteAcceptance } from '@udrel/core/facts';
import type { RunKind } from '@udrel/core/estimate';
import type { Alarm } from '@udrel/core/identity';
import type { TargetId } from '@udrel/core/layout';
import type { PaymentWay } from '@udrel/core/quote';
import type { Station, StepId } from '@udrel/core/stations';
import type { DisassemblyKind, DisassemblyWay, TapWay } from '@udrel/core/disassembly';
import type { WipeVerdict, WipeWayName } from '@udrel/core/wiping';
import type { End, GateId, RunEnd, WishKind } from '@udrel/core/steps';

/** Why something on record was put right, and the facts that fell with it. */
interface Corrected {
  reason?: string;
  facts?: FactKey[];
}

interface OntoDrive {
  /** The drive that is copied onto or read; null for what is about none of them. */
  onto: TargetId | null;
}

/** What can happen to a job, by its kind, with what is kept of it: no names of customers, no secrets. */
export interface JobEventData {
  booked: { wishes: WishKind[]; deviceId: string };
  'fact recorded': { key: FactKey; serial?: string };
  'fact corrected': { key: FactKey; serial?: string };
  'drive reserved': { on: TargetId; serial: string; siteId: string; partId: string | null };
  'old drive moved': { siteId: string };
  'memory reserved': { partId: string | null; count: number };
  'reservation released': { role: string };
  'quote written': { version: number; total: number };
  'quote accepted': { version: number; total: number; how: QuoteAcceptance };
  'quote declined': { version: number };
  'bill issued': { number: string; total: number };
  'bill credited': { number: string; of: string; amount: number; reason: string };
  'payment taken': { amount: number; how: PaymentWay };
  'payment corrected': { amount: number; how: PaymentWay; reason: string; was: number };
  'payment refunded': { amount: number; how: PaymentWay; reason: string; was: number };
  'part ordered': { count: number; supplier: string; expected: string };
  'part late': { expected: string };
  'part arrived': { serials: string };
  'part not good': { what: 'wrong' | 'dead on arrival'; note: string; expected: string };
  'order cancelled': { note: string };
  'not reserved': { why: string };
  'promise moved': { from: string; to: string };
  /** When work on it begins at the earliest; empty where it is taken as it comes. */
  'begin agreed': { at: string };
  'lesson kept': { text: string };
  'photo kept': { station: Station; phone: boolean };
  'photo removed': { station: Station };
  'model taught': { what: string[] };
  'plan accepted': { partitions: number; target: string };
  prepared: { check: string; note: string };
  'preparation taken back': { check: string; note: string };
  'run began': OntoDrive & {
    kind: RunKind;
    about: string | null;
    attempt: number;
    changed: string;
    berth: number | null;
    target: string | null;
    through?: string[];
    /** How often a memory test goes over all of it. */
    passes?: number;
  };
  'run alarm': { alarm: Alarm['kind']; sentence: string; berth: number };
  'run ended': OntoDrive & { kind: RunKind; attempt: number; outcome: RunEnd; note: string; losses?: string[] };
  'losses told': OntoDrive & { attempt: number; names: string[] };
  'read back asked': OntoDrive & { berth: number };
  'read back failed': OntoDrive & { trouble: string };
  'reads asked': { berth: number; when: 'before' | 'after'; serial: string; seconds: number };
  'reads failed': { when: 'before' | 'after'; trouble: string };
  'read back': OntoDrive & { attempt: number; verdict: string };
  'disassembly counted': {
    itemId: string;
    name: string;
    out: number;
    back: number;
    missing: number;
    left: number;
    replaced: number;
  };
  'disassembly added': { stage: number; kind: DisassemblyKind; name: string; count: number };
  'disassembly restaged': { name: string; from: number; stage: number };
  'disassembly tapped': { name: string; place: number; way: TapWay; of: string };
  'disassembly placed': { name: string; places: number };
  'whole disassembly counted': { way: DisassemblyWay };
  'gate overridden': { gate: GateId; reason: string };
  note: { text: string };
  claimed: { from?: string };
  'handed off': { batteryOff: boolean; tried: string; next: string };
  'belonging kept': { number: number; name: string; place: string };
  'belonging moved': { number: number; name: string; place: string; back: boolean };
  'belonging kept longer': { number: number; name: string; until: string };
  'belonging missing': { number: number; name: string; place: string };
  'belonging gone': { number: number; name: string; as: 'returned' | 'recycled' };
  'wiped drive read': { serial: string; verdict: WipeVerdict; samples: number };
  'wiped drive not read': { serial: string; trouble: string };
  'drive wiped': { serial: string; way: WipeWayName; verdict: WipeVerdict | null };
  'secret kept': { secretId: string; label: string };
  'secret shown': { secretId: string; label: string };
  'secrets erased': { count: number };
  'stamp taken back': Corrected & { step: StepId; title: string; attempt?: number };
  'went back': Corrected & { station: Station };
  'customer corrected': Corrected & { from: string; with?: string };
  'customer details corrected': Corrected & { customerId: string };
  'serial corrected': Corrected & { from: string; to: string };
  'model corrected': Corrected & { from: string; to: string };
  'booking corrected': Corrected & { changed: string[] };
  'ended without work': Corrected & { end: End['kind'] };
  'gone on': Corrected;
  'model described': { code: string };
  closed: { end?: End['kind'] };
}

export type JobEventKind = keyof JobEventData;

/** Something that happened to a job. */
export type JobEvent<K extends JobEventKind = JobEventKind> = {
  [P in K]: {
    kind: P;
    data: JobEventData[P];
    /** The fact that it gave a value. */
    fact?: FactKey;
    /** Numbers of the earlier events of the job that it puts right. */
    corrects?: readonly number[];
  };
}[K];
