import { binary } from '../capacity';
import { fitDrive } from './fit';
import { speedOver, type Setting } from './judge';
import type { Drive, FitAdapter, FitResult, Site } from './types';

/** A drive that could be chosen: from the shelf or the parts library. */
export interface Offer {
  partId: string;
  drive: Drive;
  /** Minor currency units. */
  price: number;
  stock: number;
}

export interface Need extends Omit<Setting, 'firmware'> {
  /** The least the new drive must hold, bytes: from the copy plan or the customer's wish. */
  bytes: number;
}

/** A screw, spacer, pad or ribbon of the library; price in minor currency units. */
export interface SmallPart {
  partId: string;
  name: string;
  price: number;
  stock: number;
}

export interface Candidate extends FitResult {
  offer: Offer;
  needMet: boolean;
  /** Of the parts needed, the small ones that the library knows: they cost, and leave the shelf with the drive. */
  smallParts: SmallPart[];
  /** Of the parts needed, those that the shelf does not have. */
  missing: string[];
  /** Why it stands where it stands. */
  because: string;
}

/** The first candidates, and how many shapes and single drives were looked at to find them. */
export interface Ranking {
  candidates: Candidate[];
  examined: number;
  /** Drives in the catalogue; more than the candidates where there are further ones. */
  of: number;
}

/** Drives of a shape that differ in price only: one size, one rating, on the shelf or not; cheapest first. */
interface Group {
  bytes: number;
  read: number;
  inStock: boolean;
  offers: Offer[];
}

/** Drives that every rule treats alike. */
interface Shape {
  sample: Drive;
  groups: Group[];
}

/** Where a drive stands: lower is better, number by number. */
type Rank = readonly [usefulness: number, faults: number, outOfStock: number, value: number];

interface Waiting {
  rank: Rank;
  /** Breaks ties; empty for what is not opened yet, which comes first. */
  partId: string;
  /** What comes out when its turn comes: a candidate, and what waits behind it. */
  open: () => (Waiting | Candidate)[];
}

/** A drive above this size meets the limit of legacy mode. */
const LARGE = 2 ** 41;

/** The same for drives that every rule treats alike, whatever their names, sizes and prices. */
function shapeKey({ maker: _m, name: _n, bytes, read: _r, write: _w, ...rules }: Drive): string {
  const fields = Object.entries({ ...rules, large: bytes > LARGE }).sort(([a], [b]) => (a < b ? -1 : 1));
  return JSON.stringify(fields);
}

const cheaper = (a: { price: number; partId: string }, b: { price: number; partId: string }) =>
  a.price - b.price || (a.partId < b.partId ? -1 : a.partId > b.partId ? 1 : 0);

/**
 * Drives and adapters by what the rules look at, so that a device is held against every shape once and against few
 * single drives. Built once for a state of the shelf; the order of what it is built from is without effect.
 */
export class DriveCatalogue {
  private readonly shapes: Shape[];
  private readonly adapters: FitAdapter[];
  private readonly count: number;
  private readonly smallParts: ReadonlyMap<string, SmallPart>;

  /** `smallParts`: screws, spacers and ribbons by name; of several of a name the one on the shelf, then the cheapest. */
  constructor(offers: readonly Offer[], adapters: readonly FitAdapter[], smallParts: readonly SmallPart[] = []) {
    const dearestFirst = [...smallParts].sort((a, b) => Number(a.stock > 0) - Number(b.stock > 0) || -cheaper(a, b));
    this.smallParts = new Map(dearestFirst.map((one) => [one.name, one]));
    this.count = offers.length;
    this.shapes = shapesOf(offers);
    this.adapters = distinct(adapters);
  }

  /**
   * Candidates for one site, best first: need met and not refused; then on the shelf; then price for the speed that
   * can be used here. Refused ones follow, nearest misses first.
   */
  rank(site: Site, firmware: Setting['firmware'], need: Need, most = 60): Ranking {
    const setting: Setting = { firmware, use: need.use, ...(need.oldHere ? { oldHere: true } : {}) };
    const queue = new Queue();
    let examined = 0;
    for (const shape of this.shapes) {
      const result = fitDrive(site, shape.sample, setting, this.adapters);
      examined += 1;
      const examine = (offer: Offer) =>
        this.candidate(fitDrive(site, offer.drive, setting, this.adapters), offer, need);
      const seen = () => (examined += 1);
      for (const waiting of this.opened(shape, result, need, examine, seen)) queue.add(waiting);
    }
    const candidates: Candidate[] = [];
    while (candidates.length < most) {
      const next = queue.take();
      if (!next) break;
      for (const one of next.open()) {
        if ('open' in one) queue.add(one);
        else candidates.push(one);
      }
    }
    return { candidates, examined, of: this.count };
  }

  /** A shape as it waits: by the best that any of its drives can reach, opened to its groups when that comes up. */
  private *opened(
    shape: Shape,
    result: FitResult,
    need: Need,
    examine: (offer: Offer) => Candidate,
    seen: () => void,
  ): Generator<Waiting> {
    const faults = result.reasons.filter(({ outcome }) => outcome === 'fail').length;
    const ofGroup = (group: Group, index: number): Waiting[] => {
      const offer = group.offers[index];
      if (!offer) return [];
      seen();
      const rank = rankOf(result, faults, group, offer, need);
      // The next of the group waits until this one is taken.
      return [{ rank, partId: offer.partId, open: () => [examine(offer), ...ofGroup(group, index + 1)] }];
    };
    const byRank = new Map<string, { rank: Rank; groups: Group[] }>();
    for (const group of shape.groups) {
      const [first] = group.offers;
      if (!first) continue;
      const rank = rankOf(result, faults, group, first, need);
      const key = rank.slice(0, 3).join();
      const held = byRank.get(key);
      if (!held) byRank.set(key, { rank, groups: [group] });
      else {
        held.groups.push(group);
        if (rank[3] < held.rank[3]) held.rank = rank;
      }
    }
    for (const { rank, groups } of byRank.values()) {
      yield { rank, partId: '', open: () => groups.flatMap((group) => ofGroup(group, 0)) };
    }
  }

  private candidate(result: FitResult, offer: Offer, need: Need): Candidate {
    const needMet = offer.drive.bytes >= need.bytes;
    const missing = result.partsNeeded.filter((name) => {
      const adapter = result.adapters.find((one) => one.name === name);
      return (adapter ?? this.smallParts.get(name) ?? { stock: 0 }).stock < 1;
    });
    const smallParts = result.partsNeeded.flatMap((name) => this.smallParts.get(name) ?? []);
    return { ...result, offer, needMet, smallParts, missing, because: because(result, offer, needMet, need, missing) };
  }
}

function shapesOf(offers: readonly Offer[]): Shape[] {
  const shapes = new Map<string, { sample: Drive; groups: Map<string, Group> }>();
  for (const offer of offers) {
    const { drive } = offer;
    const key = shapeKey(drive);
    let shape = shapes.get(key);
    if (!shape) shapes.set(key, (shape = { sample: drive, groups: new Map() }));
    const inStock = offer.stock > 0;
    const within = `${drive.bytes} ${drive.read} ${String(inStock)}`;
    const group = shape.groups.get(within);
    if (group) group.offers.push(offer);
    else shape.groups.set(within, { bytes: drive.bytes, read: drive.read, inStock, offers: [offer] });
  }
  return [...shapes.values()].map(({ sample, groups }) => {
    const list = [...groups.values()];
    for (const { offers: own } of list) own.sort(cheaper);
    return { sample, groups: list };
  });
}

/** Of adapters that do the same, the one on the shelf, then the cheapest. */
function distinct(adapters: readonly FitAdapter[]): FitAdapter[] {
  const best = new Map<string, FitAdapter>();
  for (const one of adapters) {
    const key = JSON.stringify(Object.entries(one.adapter).sort());
    const held = best.get(key);
    const better = !held || Number(one.stock > 0) - Number(held.stock > 0) || -cheaper(one, held);
    if (better === true || (typeof better === 'number' && better > 0)) best.set(key, one);
  }
  return [...best.values()].sort((a, b) => (a.partId < b.partId ? -1 : 1));
}

function rankOf(result: FitResult, faults: number, group: Group, offer: Offer, need: Need): Rank {
  const speed = result.link && result.verdict !== 'no' ? speedIn(result, group) : 0;
  const value = speed > 0 ? offer.price / speed : offer.price;
  return [usefulness(result, group.bytes >= need.bytes), faults, Number(!group.inStock), value];
}

/** The speed of a drive of the group: the shape was judged by a sample of another rating. */
function speedIn(result: FitResult, { read }: Group): number {
  return result.link ? speedOver(result.link, read) : 0;
}

function usefulness({ verdict }: FitResult, needMet: boolean): number {
  if (verdict === 'no') return 3;
  if (!needMet) return 2;
  return verdict === 'cannot tell' ? 1 : 0;
}

function because(result: FitResult, offer: Offer, needMet: boolean, need: Need, missing: readonly string[]): string {
  const stopping = result.reasons.find((reason) => reason.outcome === 'fail' || reason.outcome === 'unknown');
  if (stopping) return `${result.verdict}: ${stopping.sentence}`;
  if (!needMet) return `too small: ${binary(need.bytes)} needed, has ${binary(offer.drive.bytes)}`;
  if (missing.length > 0 && offer.stock > 0) return `fits but for ${missing.join(' and ')}: not on the shelf`;
  const fixing = result.reasons.find((reason) => reason.rule === 'Fixing');
  const altered = result.alteration ? `${result.alteration}; ` : '';
  return `${result.verdict}: ${altered}${fixing?.sentence ?? ''}${offer.stock > 0 ? '' : '; none on the shelf'}`;
}

/** What waits, best rank first: a binary heap. */
class Queue {
  private readonly heap: Waiting[] = [];

  add(one: Waiting): void {
    const { heap } = this;
    let at = heap.length;
    heap.push(one);
    while (at > 0) {
      const above = (at - 1) >> 1;
      const parent = heap[above];
      if (!parent || !before(one, parent)) break;
      heap[at] = parent;
      at = above;
    }
    heap[at] = one;
  }

  take(): Waiting | undefined {
    const { heap } = this;
    const [first] = heap;
    const last = heap.pop();
    if (!first || !last || heap.length === 0) return first;
    let at = 0;
    for (;;) {
      const [left, right] = [heap[2 * at + 1], heap[2 * at + 2]];
      const below = left && right && before(right, left) ? 2 * at + 2 : 2 * at + 1;
      const child = heap[below];
      if (!child || !before(child, last)) break;
      heap[at] = child;
      at = below;
    }
    heap[at] = last;
    return first;
  }
}

function before(a: Waiting, b: Waiting): boolean {
  for (let n = 0; n < 4; n++) {
    const [x, y] = [a.rank[n] ?? 0, b.rank[n] ?? 0];
    if (x !== y) return x < y;
  }
  return a.partId < b.partId;
}
