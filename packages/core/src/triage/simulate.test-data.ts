import { seededRandom } from '../chance';
import { CAUSE_OF } from './causes';
import { guideOf } from './guide';
import { CAUSES, SIGNS, type CauseId, type Sign, type StartFacts, type Try } from './types';

/** A device that does not start, with what is true of it. */
export interface FaultyDevice {
  facts: StartFacts;
  /** What is wrong with it: one cause, or two of which the first hides the second. */
  causes: CauseId[];
  /** What is seen while that cause is the first that is left. */
  seen: Record<string, Sign[]>;
}

/**
 * Devices that do not start, not drawn from the figures of the guide as they are: shares are off by up to a factor of two,
 * signs are seen less or more often than it believes, one in twelve comes by chance, and of the facts a third is not known.
 */
export function faultyDevices(count: number, seed: number): FaultyDevice[] {
  const draw = seededRandom(seed);
  const off = Object.fromEntries(CAUSES.map((id) => [id, 2 ** (2 * draw() - 1)])) as Record<CauseId, number>;
  const often = (id: CauseId, sign: Sign) =>
    Math.min(0.98, (CAUSE_OF[id].signs[sign] ?? 0) * (0.6 + 0.7 * draw()) + 0.04);
  const chances = Object.fromEntries(
    CAUSES.map((id) => [id, SIGNS.map((sign) => [sign, often(id, sign)] as const)]),
  ) as Record<CauseId, [Sign, number][]>;
  return Array.from({ length: count }, () => {
    const truth = factsBy(draw);
    const first = pick(draw, truth, off, []);
    const causes = draw() < 0.2 ? [first, pick(draw, truth, off, [first])] : [first];
    const seen = Object.fromEntries(causes.map((id) => [id, seenOf(draw, chances[id])]));
    return { facts: partly(draw, truth), causes, seen };
  });
}

function factsBy(draw: () => number): StartFacts {
  const scheme = draw() < 0.8 ? 'gpt' : 'mbr';
  const speaks = draw() < 0.55 ? 'NVMe' : 'SATA';
  return {
    newDrive: true,
    scheme,
    uefi: draw() < 0.94 ? scheme === 'gpt' : scheme !== 'gpt',
    speaks,
    sits: speaks === 'NVMe' || draw() < 0.15 ? 'slot' : 'bay',
    startsNvme: draw() < 0.9,
    shares: draw() < 0.1,
    wants12V: draw() < 0.05,
    encrypted: draw() < 0.25,
    oldAttached: draw() < 0.15,
    identifiersKept: draw() < 0.8,
    // The share of finished drives that are looked at first is another matter: here none is.
    expected: null,
    loaderCopied: draw() < 0.94,
    copyDoubted: draw() < 0.15,
    hibernated: draw() < 0.1,
    sectorSizeChanged: draw() < 0.02,
    stickUsed: draw() < 0.4,
    leadsTouched: draw() < 0.85,
  };
}

/** What somebody knows of it. */
function partly(draw: () => number, truth: StartFacts): StartFacts {
  const known = { ...truth };
  const asked = ['scheme', 'uefi', 'speaks', 'sits', 'startsNvme', 'shares', 'encrypted', 'oldAttached'] as const;
  const also = ['identifiersKept', 'loaderCopied', 'copyDoubted', 'hibernated'] as const;
  for (const name of [...asked, ...also]) if (draw() < 1 / 3) Object.assign(known, { [name]: null });
  return known;
}

function pick(
  draw: () => number,
  facts: StartFacts,
  off: Record<CauseId, number>,
  without: readonly CauseId[],
): CauseId {
  const odds = CAUSES.map((id): [CauseId, number] => {
    const by = without.includes(id) ? 0 : (CAUSE_OF[id].weigh?.(facts)?.by ?? 1);
    return [id, CAUSE_OF[id].prior * by * off[id]];
  });
  let left = draw() * odds.reduce((sum, [, one]) => sum + one, 0);
  for (const [id, one] of odds) {
    left -= one;
    if (left <= 0 && one > 0) return id;
  }
  return 'boot order';
}

function seenOf(draw: () => number, chances: readonly (readonly [Sign, number])[]): Sign[] {
  const seen = chances.filter(([, often]) => draw() < often).map(([sign]) => sign);
  // Nobody reports both of what excludes each other.
  const both = seen.includes('the new drive is listed in firmware');
  return seen.filter((sign) => !(both && sign === 'the new drive is not listed in firmware'));
}

const OVERLOOKED = 0.08;
const MOST_TRIES = 200;

/** Minutes of tests until every cause is found, in the order that somebody goes by. */
function minutesBy(device: FaultyDevice, draw: () => number, next: (signs: Sign[], tries: Try[]) => CauseId): number {
  let minutes = 0;
  const left = [...device.causes];
  const tries: Try[] = [];
  for (let n = 0; n < MOST_TRIES && left.length > 0; n++) {
    const cause = next(device.seen[left[0] ?? ''] ?? [], tries);
    minutes += CAUSE_OF[cause].minutes;
    const found = left.includes(cause) && draw() >= OVERLOOKED;
    if (found) left.splice(left.indexOf(cause), 1);
    const outcome = !found ? 'not it' : left.length > 0 ? 'mended, still does not start' : 'that was it';
    tries.push({ cause, outcome });
  }
  return minutes;
}

/** Mean minutes by the guide, and by going through what can be at all from the least effort on, again and again. */
export function expectedMinutes(devices: readonly FaultyDevice[], seed: number): { guided: number; byEffort: number } {
  const draw = seededRandom(seed);
  let [guided, byEffort] = [0, 0];
  for (const device of devices) {
    guided += minutesBy(device, draw, (signs, tries) => {
      return guideOf(signs, device.facts, tries).ranked[0]?.id ?? 'drive defective';
    });
    const can = guideOf([], device.facts, []).ranked.map(({ id }) => id);
    const list = [...can].sort((a, b) => CAUSE_OF[a].minutes - CAUSE_OF[b].minutes);
    byEffort += minutesBy(device, draw, (_signs, tries) => {
      const mended = tries.flatMap(({ cause, outcome }) => (outcome === 'not it' ? [] : [cause]));
      const open = list.filter((id) => !mended.includes(id));
      const times = (id: CauseId) => tries.filter(({ cause }) => cause === id).length;
      return [...open].sort((a, b) => times(a) - times(b))[0] ?? 'drive defective';
    });
  }
  return { guided: guided / devices.length, byEffort: byEffort / devices.length };
}
