import { stoppers } from '../reason';
import { adapt, type Presented } from './adapt';
import { judge, judgeAltered, ORDER } from './judge';
import type { Setting } from './setting';
import type { Drive, FitAdapter, FitResult, Site } from './types';

/**
 * Whether and how a drive can sit at a site, with the reason of every rule: alone, with one adapter, with two, then
 * with an alteration that cannot be undone; the first way that is not refused wins, of two like ways the one in
 * stock, then the cheaper one. A missing fact gives `cannot tell`, never yes or no.
 */
export function fitDrive(site: Site, drive: Drive, setting: Setting, adapters: readonly FitAdapter[] = []): FitResult {
  const alone = judge(site, drive, setting, []);
  if (alone.verdict !== 'no') return alone;
  const ways: Way[] = [[drive, []], ...chainsOf(drive, adapters)];
  const found = ways.flatMap(([presented, chain]) => {
    const altered = judgeAltered(site, presented, setting, chain);
    const plain = chain.length > 0 ? [judge(site, presented, setting, chain)] : [];
    return altered ? [...plain, altered] : plain;
  });
  return best(found) ?? withNearest(alone, found);
}

/** What does not fit, with the adapters that come nearest, so that it is said why the part on the shelf does not do. */
function withNearest(alone: FitResult, found: readonly FitResult[]): FitResult {
  // One that leads to another form than the site takes tells nothing of the site.
  const reaches = ({ reasons }: FitResult) =>
    reasons.every(({ rule, outcome }) => rule !== 'Form' || outcome === 'pass');
  const [first, ...rest] = found.filter((one) => one.adapters.length > 0 && reaches(one));
  if (!first) return alone;
  const worse = (a: FitResult, b: FitResult) => stoppers(a.reasons).length - stoppers(b.reasons).length;
  const near = rest.reduce((a, b) => ((worse(a, b) || preference(a, b)) > 0 ? b : a), first);
  return { ...alone, nearest: { adapters: near.adapters, reasons: stoppers(near.reasons) } };
}

type Way = readonly [presented: Presented, chain: FitAdapter[]];

/** Every way to put one or two adapters onto a drive, shorter ones first. */
function chainsOf(drive: Drive, adapters: readonly FitAdapter[]): Way[] {
  const onto = ([presented, chain]: Way): Way[] =>
    adapters.flatMap((part): Way[] => {
      const next = adapt(presented, part.adapter);
      return next ? [[next, [...chain, part]]] : [];
    });
  const single = onto([drive, []]);
  return [...single, ...single.flatMap(onto)];
}

function best(results: readonly FitResult[]): FitResult | null {
  const open = results.filter(({ verdict }) => verdict !== 'no');
  return open.length > 0 ? open.reduce((a, b) => (preference(b, a) < 0 ? b : a)) : null;
}

const sum = (result: FitResult) => result.adapters.reduce((total, { price }) => total + price, 0);
const idsOf = (result: FitResult) => result.adapters.map(({ partId }) => partId).join(' ');

function preference(a: FitResult, b: FitResult): number {
  const missing = (result: FitResult) => (result.adapters.every(({ stock }) => stock > 0) ? 0 : 1);
  return (
    ORDER[a.verdict] - ORDER[b.verdict] ||
    missing(a) - missing(b) ||
    a.adapters.length - b.adapters.length ||
    sum(a) - sum(b) ||
    idsOf(a).localeCompare(idsOf(b))
  );
}
