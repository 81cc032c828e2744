import { CAUSE_OF, OF_NEW_DRIVE, type Weight } from './causes';
import {
  CAUSES,
  SIGNS,
  type CauseId,
  type ExcludedCause,
  type Guide,
  type RankedCause,
  type ResolvedCase,
  type Sign,
  type StartFacts,
  type Try,
} from './types';

/** How often a sign is seen by chance, whatever the cause (rule of thumb). */
const BY_CHANCE = 0.05;
/** How often a test passes over the cause that it looks for (rule of thumb). */
const OVERLOOKED = 0.08;
/** As much as so many resolved cases count what the trade says, and what the shop knows of all models beside one. */
const TRADE_COUNTS = 40;
const SHOP_COUNTS = 12;

/**
 * Where to look next for why a device does not start: the causes in the order of likelihood over the minutes of looking, which
 * finds the cause soonest on average. Each sign, each fact and each outcome moves it; a missing fact moves nothing.
 *
 * @param resolved the shop's cases that were resolved, of any model; few hardly move the order
 * @source naive Bayes over stated shares; order of search: the least expected effort looks first where likelihood over
 * effort is highest
 */
export function guideOf(
  seen: readonly Sign[],
  facts: StartFacts,
  tries: readonly Try[],
  resolved: readonly ResolvedCase[] = [],
  model = '',
): Guide {
  // In an order of their own: figures multiplied in another order differ in their last place.
  const signs = SIGNS.filter((sign) => seen.includes(sign));
  const priors = priorsOf(resolved, model);
  const excluded: ExcludedCause[] = [];
  const weighed = CAUSES.flatMap((id) => {
    const weight = CAUSE_OF[id].weigh?.(facts) ?? null;
    const found = tries.some((one) => one.cause === id && one.outcome === 'mended, still does not start');
    if (found) excluded.push({ id, why: 'it was one, and is mended' });
    else if (!facts.newDrive && OF_NEW_DRIVE.includes(id)) excluded.push({ id, why: 'no drive took over' });
    else if (weight?.by === 0) excluded.push({ id, why: weight.why });
    else {
      const looked = byLook(id, facts);
      const known = [weight, looked].flatMap((one) => (one ? [one.why] : []));
      const odds = priors[id] * (weight?.by ?? 1) * (looked?.by ?? 1) * bySigns(id, signs) * byTries(id, tries);
      return [{ id, odds, because: because(id, signs, known, tries, resolved, model) }];
    }
    return [];
  });
  const all = weighed.reduce((sum, { odds }) => sum + odds, 0) || 1;
  const ranked = weighed
    .map(({ id, odds, because: why }): RankedCause => {
      return { id, share: odds / all, minutes: CAUSE_OF[id].minutes, because: why };
    })
    .sort((a, b) => b.share / b.minutes - a.share / a.minutes || CAUSES.indexOf(a.id) - CAUSES.indexOf(b.id));
  return { ranked, excluded, found: tries.findLast(({ outcome }) => outcome === 'that was it')?.cause ?? null };
}

/** Shares of the causes: what the trade says, moved by the shop's cases, and by those of the model. */
export function priorsOf(resolved: readonly ResolvedCase[], model: string): Record<CauseId, number> {
  const here = resolved.filter((one) => one.model === model);
  const count = (list: readonly ResolvedCase[], id: CauseId) => list.filter((one) => one.cause === id).length;
  const of = (id: CauseId) => {
    const shop = (TRADE_COUNTS * CAUSE_OF[id].prior + count(resolved, id)) / (TRADE_COUNTS + resolved.length);
    return (SHOP_COUNTS * shop + count(here, id)) / (SHOP_COUNTS + here.length);
  };
  return Object.fromEntries(CAUSES.map((id) => [id, of(id)])) as Record<CauseId, number>;
}

function bySigns(id: CauseId, signs: readonly Sign[]): number {
  return signs.reduce((odds, sign) => odds * Math.max(BY_CHANCE / 5, CAUSE_OF[id].signs[sign] ?? BY_CHANCE), 1);
}

/** Causes that lie on the drive or in how it is found: what a look at the finished drive tells of. */
const ON_THE_DRIVE: readonly CauseId[] = [
  'entry lost',
  'loader not copied',
  'not active',
  'no boot code',
  'scheme against mode',
  'Secure Boot refuses',
];
/** How much that look counts: it is no start (held against real starts in the lab). */
const LOOKED = 15;

function byLook(id: CauseId, { expected }: StartFacts): Weight | null {
  if (expected === id) return { by: LOOKED, why: 'the finished drive was looked at, and this was expected' };
  if (expected !== 'it starts' || !ON_THE_DRIVE.includes(id)) return null;
  return { by: 0.25, why: 'the finished drive was looked at, and should start' };
}

function byTries(id: CauseId, tries: readonly Try[]): number {
  const missed = tries.filter((one) => one.cause === id && one.outcome === 'not it').length;
  return OVERLOOKED ** missed;
}

function because(
  id: CauseId,
  signs: readonly Sign[],
  known: readonly string[],
  tries: readonly Try[],
  resolved: readonly ResolvedCase[],
  model: string,
): string[] {
  const fits = signs.filter((sign) => (CAUSE_OF[id].signs[sign] ?? 0) >= 3 * BY_CHANCE);
  const against = signs.filter((sign) => (CAUSE_OF[id].signs[sign] ?? 1) < BY_CHANCE);
  const here = resolved.filter((one) => one.model === model);
  const before = here.filter((one) => one.cause === id).length;
  const tried = tries.filter((one) => one.cause === id);
  return [
    ...(fits.length > 0 ? [`seen: ${fits.join(', ')}`] : []),
    ...(against.length > 0 ? [`against it: ${against.join(', ')}`] : []),
    ...known,
    ...(before > 0 ? [`it was this ${before} of ${here.length} times at this model`] : []),
    ...tried.map(({ outcome }) => `looked for: ${outcome}`),
  ];
}
