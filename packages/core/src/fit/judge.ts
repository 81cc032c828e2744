import { linkName, linkPractical, negotiate, type Link } from '../links';
import { fail, stoppers, type Reason } from '../reason';
import { isBox, isParallel, connectorOf, type Presented } from './adapt';
import { bayRules, gapOver, liesLoose, msataRules, opticalRules } from './bay';
import { m2Rules } from './m2';
import { bladeRules, pcieRules, SLEEP } from './slots';
import type { Setting } from './setting';
import { sectors, starting } from './start';
import type { BaySite, FitAdapter, FitResult, Site, Verdict } from './types';

export const ORDER: Readonly<Record<Verdict, number>> = {
  fits: 0,
  'fits with parts': 1,
  'fits with alteration': 2,
  'cannot tell': 3,
  no: 4,
};

/** Whether the first verdict is at least as good as the second. */
export function atLeastAsGood(first: Verdict, second: Verdict): boolean {
  return ORDER[first] <= ORDER[second];
}

/** Every rule for a drive as it presents itself at a site, and what follows from them. */
export function judge(site: Site, drive: Presented, setting: Setting, adapters: readonly FitAdapter[]): FitResult {
  const partsNeeded = [...adapters.map(({ name }) => name), ...smallParts(site, drive, setting)];
  const link = linkAt(site, drive);
  const reasons = [
    form(site, drive),
    ...placing(site, drive),
    ...(link ? [generation(link, drive)] : []),
    // Where a drive does not go at all nothing holds it.
    ...(site.form === drive.form ? [fixing(site, drive, partsNeeded)] : []),
    ...starting(site, drive, setting),
    ...sectors(drive, setting),
    ...heat(site, drive),
    ...sharing(site, setting),
    ...confirmed(site),
  ];
  const verdict = verdictOf(reasons, partsNeeded);
  return {
    verdict,
    siteId: site.id,
    adapters: [...adapters],
    partsNeeded,
    alteration: null,
    link,
    speedHere: link && verdict !== 'no' ? speedOver(link, drive.read) : 0,
    reasons,
    ...(reasons.some(({ rule }) => rule === SLEEP) ? { checks: ['Wakes from sleep'] } : {}),
  };
}

/** The same at a site that was altered, which cannot be undone; null where nothing can be altered. */
export function judgeAltered(site: Site, drive: Presented, setting: Setting, adapters: readonly FitAdapter[]) {
  const altered = alter(site);
  if (!altered || !site.alteration) return null;
  const result = judge(altered, drive, setting, adapters);
  if (result.verdict === 'no') return null;
  const reason: Reason = {
    rule: 'Alteration',
    outcome: 'limit',
    sentence: `${site.alteration.what}: cannot be undone, needs the customer's consent`,
  };
  const verdict: Verdict = result.verdict === 'cannot tell' ? 'cannot tell' : 'fits with alteration';
  return { ...result, verdict, alteration: site.alteration.what, reasons: [...result.reasons, reason] };
}

function alter(site: Site): Site | null {
  const { alteration } = site;
  if (!alteration) return null;
  if (site.form === 'm2') {
    const posts = alteration.posts ? [...new Set([...site.posts, ...alteration.posts])] : site.posts;
    return { ...site, posts, ...larger(site, alteration, 'roomAbove'), ...larger(site, alteration, 'roomBelow') };
  }
  return isBaySite(site) ? { ...site, ...larger(site, alteration, 'height') } : null;
}

/** A measure that an alteration makes larger; what was not measured stays so. */
function larger<K extends string>(site: Record<K, number | null>, more: Partial<Record<K, number>>, key: K) {
  const [now, then] = [site[key], more[key]];
  return now !== null && then !== undefined && then > now ? { [key]: then } : {};
}

const isBaySite = (site: Site): site is BaySite => site.form === '2.5' || site.form === '3.5' || site.form === '1.8';

function verdictOf(reasons: readonly Reason[], partsNeeded: readonly string[]): Verdict {
  const open = stoppers(reasons);
  if (open.some((reason) => reason.outcome === 'fail')) return 'no';
  if (open.length > 0) return 'cannot tell';
  return partsNeeded.length > 0 ? 'fits with parts' : 'fits';
}

/** What the link lets through of a rated rate, MB/s, whole figures. */
export function speedOver(link: Link, rated: number): number {
  return Math.round(Math.min(rated, linkPractical(link)[1]));
}

const FORM_NAMES: Readonly<Record<string, string>> = {
  m2: 'M.2',
  msata: 'mSATA',
  optical: 'slim optical',
  pcie: 'PCIe card',
  blade: 'flat card',
};

function form(site: Site, drive: Presented): Reason {
  if (site.form === 'soldered')
    return fail('Form', 'what sits here is soldered: it stays, and nothing else goes in', 'another site');
  const name = (shape: string) => FORM_NAMES[shape] ?? `${shape} inch`;
  const fits = site.form === drive.form;
  return {
    rule: 'Form',
    outcome: fits ? 'pass' : 'fail',
    measured: name(drive.form),
    limit: name(site.form),
    sentence: fits
      ? `${name(drive.form)} in its place`
      : `${name(drive.form)} drive, the site takes ${name(site.form)}`,
    ...(fits ? {} : { remedy: REMEDY[site.form] ?? `a ${name(site.form)} drive, or an adapter` }),
  };
}

const REMEDY: Readonly<Partial<Record<Site['form'], string>>> = {
  optical: 'a caddy',
  pcie: 'a card that holds it',
  blade: 'an adapter for its contacts',
};

function placing(site: Site, drive: Presented): Reason[] {
  if (site.form === 'm2') return drive.form === 'm2' ? m2Rules(site, drive) : [];
  if (site.form === 'msata') return drive.form === 'msata' ? msataRules(site, drive) : [];
  if (site.form === 'optical') return drive.form === 'optical' ? opticalRules(site, drive) : [];
  if (site.form === 'pcie') return drive.form === 'pcie' ? pcieRules(site, drive) : [];
  if (site.form === 'blade') return drive.form === 'blade' ? bladeRules(site, drive) : [];
  if (site.form === 'soldered') return [];
  return isBox(drive) && drive.form === site.form ? bayRules(site, drive) : [];
}

function smallParts(site: Site, drive: Presented, { oldHere, spacer }: Setting): string[] {
  const parts = site.needs && !oldHere ? [site.needs] : [];
  if ('screw' in site && !site.screw && !oldHere) parts.push('screw M2×3');
  if (isBaySite(site) && isBox(drive) && liesLoose(site, drive)) {
    const gap = gapOver(site, drive);
    if (gap !== spacer) parts.push(`spacer ${gap} mm`);
  }
  return parts;
}

function linkAt(site: Site, drive: Presented): Link | null {
  return site.form === drive.form ? linkAtSite(site, drive.link) : null;
}

/** What is left of a drive's own link at a site; null where the site does not carry it, or nobody looked. */
export function linkAtSite(site: Site, own: Link): Link | null {
  if (own.kind === 'pata') {
    const rate = 'pata' in site ? site.pata : undefined;
    if (rate !== undefined) return negotiate({ kind: 'pata', rate }, own);
    return isBaySite(site) && isParallel(connectorOf(site)) ? own : null;
  }
  if (own.kind === 'sata') {
    const generation = 'sata' in site && !isParallelSite(site) ? site.sata : null;
    return generation ? negotiate({ kind: 'sata', generation }, own) : null;
  }
  const wired = 'pcie' in site ? site.pcie : null;
  return wired ? negotiate({ kind: 'pcie', ...wired }, own) : null;
}

/** Whether what sits there runs over parallel ATA. */
export function isParallelSite(site: Site): boolean {
  return site.form === 'optical' ? site.pata !== undefined : isBaySite(site) && isParallel(connectorOf(site));
}

function generation(link: Link, drive: Presented): Reason {
  const speed = speedOver(link, drive.read);
  const whole = speed >= drive.read;
  return {
    rule: 'Link',
    outcome: whole ? 'pass' : 'limit',
    measured: `${linkName(link)}, about ${speed.toLocaleString('en')} MB/s`,
    limit: `${drive.read.toLocaleString('en')} MB/s`,
    sentence: whole
      ? `${linkName(link)}: all its rating`
      : `${linkName(link)}: ${Math.round((speed / drive.read) * 100)} % of its rating`,
  };
}

function fixing(site: Site, drive: Presented, parts: readonly string[]): Reason {
  const sentence =
    parts.length > 0
      ? `needs ${parts.join(', ')}`
      : drive.form === 'm2'
        ? `the screw that is there, post ${drive.length}`
        : drive.form === 'pcie'
          ? 'the screw of its bracket'
          : "the old drive's screws";
  return { rule: 'Fixing', outcome: parts.length > 0 ? 'limit' : 'pass', sentence };
}

/** Clear height over the parts from which on a bare card is cooled well enough, mm (rule of thumb). */
const AIR = 1.5;
/** Height of a flat heatsink with its pad, mm (rule of thumb: 2 to 10). */
const HEATSINK = 3;

function heat(site: Site, drive: Presented): Reason[] {
  if (site.form !== 'm2' || drive.form !== 'm2' || drive.heatsink > 0 || site.roomAbove === null) return [];
  if (drive.class === 'NVMe gen 5' && site.roomAbove - drive.top >= HEATSINK) {
    return [{ rule: 'Heat', outcome: 'limit', sentence: 'generation 5 wants a heatsink, and there is room for one' }];
  }
  const hot = drive.class === 'NVMe gen 4' || drive.class === 'NVMe gen 5';
  if (!hot || site.roomAbove - drive.top > AIR) return [];
  return [{ rule: 'Heat', outcome: 'limit', sentence: 'runs hot under a close cover: put a thermal pad to it' }];
}

function confirmed({ unconfirmed }: Site): Reason[] {
  if (!unconfirmed) return [];
  const sentence = 'known from the firmware only, nobody has looked at this site';
  return [{ rule: 'Confirmed', outcome: 'unknown', sentence, remedy: 'look inside and record the site' }];
}

/** The sites and ports that a site switches off while it is used, as they are named there. */
export function switchedOff({ disables = '' }: { disables?: string }): string[] {
  return disables
    .split(/[,;]/)
    .map((one) => one.trim().toLowerCase())
    .filter(Boolean);
}

const isNamed = ({ id, name }: { id: string; name: string }, names: readonly string[]) =>
  names.includes(id.toLowerCase()) || names.includes(name.toLowerCase());

/** Lanes or ports that sites share: what is in use must not vanish, and what is switched off by it is no site. */
function sharing(site: Site, { inUse = [] }: Setting): Reason[] {
  const rule = 'Sharing';
  const off = switchedOff(site);
  const lost = inUse.find((other) => isNamed(other, off));
  if (lost) {
    const sentence = `${lost.name} is switched off while this site is used: ${lost.what} would vanish`;
    return [{ rule, outcome: 'fail', sentence, remedy: 'another site' }];
  }
  const by = inUse.find((other) => isNamed(site, switchedOff(other)));
  if (by) {
    const sentence = `${by.name} switches this site off while ${by.what} sits there`;
    return [{ rule, outcome: 'fail', sentence, remedy: 'another site' }];
  }
  if (!site.disables) return [];
  return [{ rule, outcome: 'limit', sentence: `${site.disables} stops working while this site is used` }];
}
