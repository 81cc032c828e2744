import { TIB } from '../capacity';
import { linkName, linkPractical, negotiate, type Link } from '../links';
import { stoppers, type Reason } from '../reason';
import { isBox, type Presented } from './adapt';
import { bayRules, gapOver, liesLoose, msataRules, opticalRules } from './bay';
import { m2Rules } from './m2';
import type { BaySite, Firmware, FitAdapter, FitResult, Site, Verdict } from './types';

/** What the drive is wanted for: a system drive must be able to start the device. */
export type Use = 'system' | 'data';

/** What the fit rests on besides drive and site. */
export interface Setting {
  firmware: Firmware;
  use: Use;
  /** Whether the drive that comes out sits at this site now: its screw and its ribbon are then there. */
  oldHere?: boolean;
  /** Other sites of the device at which something stays. */
  inUse?: readonly InUse[];
}

/** A site where something sits, with what; `disables` as of the site. */
export interface InUse {
  id: string;
  name: string;
  what: string;
  disables?: string;
}

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
    fixing(site, drive, partsNeeded),
    ...starting(drive, setting),
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

const FORM_NAMES: Readonly<Record<string, string>> = { m2: 'M.2', msata: 'mSATA', optical: 'slim optical' };

function form(site: Site, drive: Presented): Reason {
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
    ...(fits ? {} : { remedy: site.form === 'optical' ? 'a caddy' : `a ${name(site.form)} drive, or an adapter` }),
  };
}

function placing(site: Site, drive: Presented): Reason[] {
  if (site.form === 'm2') return drive.form === 'm2' ? m2Rules(site, drive) : [];
  if (site.form === 'msata') return drive.form === 'msata' ? msataRules(site, drive) : [];
  if (site.form === 'optical') return drive.form === 'optical' ? opticalRules(site, drive) : [];
  return isBox(drive) && drive.form === site.form ? bayRules(site, drive) : [];
}

function smallParts(site: Site, drive: Presented, { oldHere }: Setting): string[] {
  const parts = site.needs && !oldHere ? [site.needs] : [];
  if ((site.form === 'm2' || site.form === 'msata') && !site.screw && !oldHere) parts.push('screw M2×3');
  if (isBaySite(site) && isBox(drive) && liesLoose(site, drive)) parts.push(`spacer ${gapOver(site, drive)} mm`);
  return parts;
}

function linkAt(site: Site, drive: Presented): Link | null {
  if (site.form !== drive.form) return null;
  const sata = site.sata && ({ kind: 'sata', generation: site.sata } as const);
  if (drive.link.kind === 'sata') return sata && negotiate(sata, drive.link);
  const pcie = 'pcie' in site ? site.pcie : null;
  return pcie ? negotiate({ kind: 'pcie', ...pcie }, drive.link) : null;
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
        : "the old drive's screws";
  return { rule: 'Fixing', outcome: parts.length > 0 ? 'limit' : 'pass', sentence };
}

const NVME = { measured: 'NVMe', remedy: 'a firmware update, or a SATA drive' };

function starting(drive: Presented, { firmware, use }: Setting): Reason[] {
  const rule = 'Starts from it';
  if (use === 'data') return [];
  if (drive.link.kind !== 'pcie') return [{ rule, outcome: 'pass', sentence: 'firmware starts SATA' }];
  if (firmware.startsNvme === null) {
    const sentence = 'not known whether this firmware starts NVMe: look in its boot list';
    return [{ rule, outcome: 'unknown', sentence, remedy: 'look for an NVMe item in the firmware boot list' }];
  }
  if (firmware.startsNvme) return [{ rule, outcome: 'pass', sentence: 'firmware starts NVMe' }];
  return [{ rule, outcome: 'fail', ...NVME, sentence: 'firmware does not start NVMe: good as a data drive only' }];
}

/** 4096-byte sectors do not start in legacy mode; there an MBR also ends at 2 TiB (UEFI specification 5.2). */
function sectors(drive: Presented, { firmware, use }: Setting): Reason[] {
  if (use === 'data' || firmware.uefi === true) return [];
  const found: Reason[] = [];
  if (drive.sectorSize === 4096) {
    const legacy = firmware.uefi === false;
    found.push({
      rule: 'Sector size',
      outcome: legacy ? 'fail' : 'unknown',
      measured: '4096 bytes',
      limit: '512 bytes in legacy mode',
      sentence: legacy
        ? 'sectors of 4096 bytes do not start in legacy mode'
        : 'sectors of 4096 bytes start in UEFI mode only, and the mode is not known',
      remedy: legacy ? 'a drive with 512-byte sectors' : 'look up the firmware mode',
    });
  }
  if (firmware.uefi === false && drive.bytes > 2 * TIB) {
    found.push({ rule: 'Size', outcome: 'limit', sentence: 'legacy mode uses the first 2 TiB only' });
  }
  return found;
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
