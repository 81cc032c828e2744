import { binary } from '../capacity';
import { fitDrive } from './fit';
import { Queue } from './queue';
import { speedOver } from './judge';
import type { Setting } from './setting';
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
  /** The adapter that the drive leaves behind which comes out of there. */
  freed?: FitAdapter;
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

/** What can be chosen and what goes with it. */
export interface CatalogueParts {
  offers: readonly Offer[];
  adapters: readonly FitAdapter[];
  /** Screws, spacers and ribbons. */
  smallParts: readonly SmallPart[];
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
  shape: string;
  /** Any of its drives: every rule treats them alike. */
  sample: Drive;
  bytes: number;
  read: number;
  inStock: boolean;
  offers: Offer[];
}

/** What was put onto a drive of a shape: the way that was found, or what comes nearest. */
const tried = ({ adapters, nearest }: FitResult) => nearest?.adapters ?? adapters;

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
  /** Groups by the shape that they are of. */
  private readonly shapes: readonly Shape[];
  /** Of adapters that do the same the best. */
  private readonly adapters: readonly FitAdapter[];
  /** Of small parts of a name the best. */
  private readonly byName: ReadonlyMap<string, SmallPart>;

  private constructor(
    private readonly groups: ReadonlyMap<string, Group>,
    /** Adapters by what they do. */
    private readonly alike: ReadonlyMap<string, readonly FitAdapter[]>,
    private readonly smallParts: readonly SmallPart[],
  ) {
    this.shapes = shapesOf(groups.values());
    this.adapters = [...alike.values()].map(bestOf).sort((a, b) => (a.partId < b.partId ? -1 : 1));
    this.byName = new Map([...smallParts].sort((a, b) => -better(a, b)).map((one) => [one.name, one]));
  }

  static of({ offers = [], adapters = [], smallParts = [] }: Partial<CatalogueParts>): DriveCatalogue {
    return new DriveCatalogue(groupsOf(keyed(offers, groupKey)), grouped(keyed(adapters, adapterKey)), smallParts);
  }

  /**
   * The same catalogue with these parts instead of those of the same ids, or besides: as it is for a job that holds
   * pieces of its own. What they leave untouched is shared with this one, which stays as it is.
   */
  with({ offers = [], adapters = [], smallParts = [] }: Partial<CatalogueParts>): DriveCatalogue {
    return new DriveCatalogue(
      changedIn(this.groups, keyed(offers, groupKey), (group) => group.offers, groupsOf),
      changedIn(this.alike, keyed(adapters, adapterKey), (list) => list, grouped),
      without(this.smallParts, smallParts).concat(smallParts),
    );
  }

  /**
   * Candidates for one site, best first: need met and not refused; then on the shelf; then price for the speed that
   * can be used here. Refused ones follow, nearest misses first.
   */
  rank(site: Site, firmware: Setting['firmware'], need: Need, most = 60): Ranking {
    const { bytes: _least, freed, ...rests } = need;
    const setting: Setting = { firmware, ...rests };
    const there = freed ? [freed, ...this.adapters] : this.adapters;
    const queue = new Queue<Waiting>();
    let examined = 0;
    for (const shape of this.shapes) {
      const result = fitDrive(site, shape.sample, setting, there);
      examined += 1;
      // What serves one drive of a shape serves each: no other adapters have to be tried.
      const examine = (offer: Offer) =>
        this.candidate(fitDrive(site, offer.drive, setting, tried(result)), offer, need);
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
    return { candidates, examined, of: this.count() };
  }

  private count(): number {
    return [...this.groups.values()].reduce((sum, { offers }) => sum + offers.length, 0);
  }

  /** A shape as it waits: by the best that any of its drives can reach, opened to its groups when that comes up. */
  private *opened(
    shape: Shape,
    result: FitResult,
    need: Need,
    examine: (offer: Offer) => Candidate,
    seen: () => void,
  ): Generator<Waiting> {
    const faults = missesOf(result);
    const lacking = this.missingOf(result).length > 0;
    const ofGroup = (group: Group, index: number): Waiting[] => {
      const offer = group.offers[index];
      if (!offer) return [];
      seen();
      const rank = rankOf({ result, faults, lacking }, group, offer, need);
      // The next of the group waits until this one is taken.
      return [{ rank, partId: offer.partId, open: () => [examine(offer), ...ofGroup(group, index + 1)] }];
    };
    const byRank = new Map<string, { rank: Rank; groups: Group[] }>();
    for (const group of shape.groups) {
      const [first] = group.offers;
      if (!first) continue;
      const rank = rankOf({ result, faults, lacking }, group, first, need);
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
    const missing = this.missingOf(result);
    const smallParts = result.partsNeeded.flatMap((name) => this.byName.get(name) ?? []);
    return { ...result, offer, needMet, smallParts, missing, because: because(result, offer, needMet, need, missing) };
  }

  /** Of the parts that a way needs, those that the shelf does not have. */
  private missingOf({ partsNeeded, adapters }: FitResult): string[] {
    return partsNeeded.filter((name) => {
      const adapter = adapters.find((one) => one.name === name);
      return (adapter ?? this.byName.get(name) ?? { stock: 0 }).stock < 1;
    });
  }
}

type Keyed<T> = readonly (readonly [key: string, one: T])[];

function keyed<T>(list: readonly T[], keyOf: (one: T) => string): Keyed<T> {
  return list.map((one) => [keyOf(one), one] as const);
}

/** Drives of a group differ in their price alone. */
const groupKey = ({ drive, stock }: Offer) => `${shapeKey(drive)} ${drive.bytes} ${drive.read} ${stock > 0}`;
const adapterKey = ({ adapter }: FitAdapter) => JSON.stringify(Object.entries(adapter).sort());

/** Those of the list that are not among the others, by id. */
function without<T extends { partId: string }>(list: readonly T[], others: readonly T[]): T[] {
  const ids = new Set(others.map(({ partId }) => partId));
  return list.filter(({ partId }) => !ids.has(partId));
}

/** Groups with some of their members changed: only those are put together anew in which one was, or is now. */
function changedIn<T extends { partId: string }, G>(
  groups: ReadonlyMap<string, G>,
  changed: Keyed<T>,
  membersOf: (group: G) => readonly T[],
  put: (members: Keyed<T>) => ReadonlyMap<string, G>,
): ReadonlyMap<string, G> {
  if (changed.length === 0) return groups;
  const now = new Set(changed.map(([key]) => key));
  const ids = new Set(changed.map(([, { partId }]) => partId));
  const left = new Map<string, G>();
  const anew = [...changed];
  for (const [key, group] of groups) {
    const members = membersOf(group);
    const touched = now.has(key) || members.some(({ partId }) => ids.has(partId));
    if (!touched) left.set(key, group);
    else for (const one of members) if (!ids.has(one.partId)) anew.push([key, one]);
  }
  return new Map([...left, ...put(anew)]);
}

function grouped<T>(members: Keyed<T>): ReadonlyMap<string, [T, ...T[]]> {
  const groups = new Map<string, [T, ...T[]]>();
  for (const [key, one] of members) {
    const group = groups.get(key);
    if (group) group.push(one);
    else groups.set(key, [one]);
  }
  return groups;
}

function groupsOf(offers: Keyed<Offer>): ReadonlyMap<string, Group> {
  return new Map([...grouped(offers)].map(([key, alike]) => [key, groupOf(alike)]));
}

function groupOf(offers: [Offer, ...Offer[]]): Group {
  const [{ drive, stock }] = offers;
  return {
    shape: shapeKey(drive),
    sample: drive,
    bytes: drive.bytes,
    read: drive.read,
    inStock: stock > 0,
    offers: offers.sort(cheaper),
  };
}

function shapesOf(groups: Iterable<Group>): Shape[] {
  const shapes = grouped([...groups].map((group) => [group.shape, group] as const));
  return [...shapes.values()].map((list) => ({ sample: list[0].sample, groups: list }));
}

/** On the shelf first, then the cheapest. */
const better = (a: { price: number; stock: number; partId: string }, b: typeof a) =>
  Number(b.stock > 0) - Number(a.stock > 0) || cheaper(a, b);

function bestOf(adapters: readonly FitAdapter[]): FitAdapter {
  return adapters.reduce((best, one) => (better(one, best) < 0 ? one : best));
}

/** What is told of a shape before any of its drives: how it fits, and whether parts for it are not there. */
interface Told {
  result: FitResult;
  faults: number;
  lacking: boolean;
}

/** What is not there, the drive or a part for it, cannot be fitted today. Beyond what is felt, only price counts. */
function rankOf({ result, faults, lacking }: Told, group: Group, offer: Offer, need: Need): Rank {
  const speed = result.link && result.verdict !== 'no' ? Math.min(speedIn(result, group), FELT[need.use]) : 0;
  const value = speed > 0 ? offer.price / speed : offer.price;
  return [usefulness(result, group.bytes >= need.bytes), faults, Number(!group.inStock || lacking), value];
}

/** Read rates beyond which nobody feels a difference, MB/s (rule of thumb: from SATA to NVMe a start gains 0 to 5 s). */
const FELT: Readonly<Record<Need['use'], number>> = { system: 2000, data: 1000 };

/** The speed of a drive of the group: the shape was judged by a sample of another rating. */
function speedIn(result: FitResult, { read }: Group): number {
  return result.link ? speedOver(result.link, read) : 0;
}

function usefulness({ verdict }: FitResult, needMet: boolean): number {
  if (verdict === 'no') return 4;
  if (!needMet) return 3;
  if (verdict === 'cannot tell') return 2;
  // What cannot be undone stands below anything that needs no such thing.
  return verdict === 'fits with alteration' ? 1 : 0;
}

function because(result: FitResult, offer: Offer, needMet: boolean, need: Need, missing: readonly string[]): string {
  const stopping = result.reasons.find((reason) => reason.outcome === 'fail' || reason.outcome === 'unknown');
  if (stopping) return `${result.verdict}: ${nearMiss(result) ?? stopping.sentence}`;
  if (!needMet) return `too small: ${binary(need.bytes)} needed, has ${binary(offer.drive.bytes)}`;
  if (missing.length > 0 && offer.stock > 0) return `fits but for ${missing.join(' and ')}: not on the shelf`;
  const fixing = result.reasons.find((reason) => reason.rule === 'Fixing');
  const altered = result.alteration ? `${result.alteration}; ` : '';
  const felt =
    result.speedHere > FELT[need.use]
      ? `; above ${FELT[need.use].toLocaleString('en')} MB/s price counts, more is not felt`
      : '';
  return `${result.verdict}: ${altered}${fixing?.sentence ?? ''}${felt}${offer.stock > 0 ? '' : '; none on the shelf'}`;
}

/** What another form counts for: nothing could be measured where a drive does not go at all. */
const FAR = 10;

/** How far what does not fit is from fitting, on the way that comes nearest. */
export function missesOf({ reasons, nearest }: Pick<FitResult, 'reasons' | 'nearest'>): number {
  const against = (nearest?.reasons ?? reasons).filter(({ outcome }) => outcome === 'fail');
  return against.length + (against.some(({ rule }) => rule === 'Form') ? FAR : 0);
}

/** Why the part that comes nearest does not do either. */
function nearMiss({ nearest }: FitResult): string | null {
  const [against] = nearest?.reasons ?? [];
  return nearest && against
    ? `with ${nearest.adapters.map(({ name }) => name).join(' and ')}: ${against.sentence}`
    : null;
}
