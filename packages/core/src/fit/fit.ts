import { linkName, linkPractical, negotiate, type Link } from '../links';
import { stoppers, type Reason } from '../reason';
import { adapt } from './adapt';
import { bayRules, liesLoose } from './bay';
import { m2Rules } from './m2';
import type { Drive, Firmware, FitAdapter, FitResult, Site, Verdict } from './types';

/** What the drive is wanted for: a system drive must be able to start the device. */
export type Use = 'system' | 'data';

const ORDER: Readonly<Record<Verdict, number>> = {
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

/**
 * Whether and how a drive can sit at a site, with the reason of every rule. Adapters are tried one at a
 * time where the drive alone is refused; the best verdict wins, then the one in stock, then the cheapest.
 * A missing fact gives `cannot tell`, never yes or no.
 */
export function fitDrive(
  site: Site,
  drive: Drive,
  firmware: Firmware,
  use: Use,
  adapters: readonly FitAdapter[] = [],
): FitResult {
  const alone = judge(site, drive, firmware, use, null);
  if (alone.verdict !== 'no') return alone;
  const adapted = adapters
    .flatMap((part) => {
      const presented = adapt(drive, part.adapter);
      return presented ? [judge(site, presented, firmware, use, part)] : [];
    })
    .sort(preference);
  const best = adapted[0];
  return best && best.verdict !== 'no' ? best : alone;
}

function preference(a: FitResult, b: FitResult): number {
  const inStock = (result: FitResult) => (result.adapter && result.adapter.stock > 0 ? 0 : 1);
  return (
    ORDER[a.verdict] - ORDER[b.verdict] ||
    inStock(a) - inStock(b) ||
    (a.adapter?.price ?? 0) - (b.adapter?.price ?? 0) ||
    (a.adapter?.partId ?? '').localeCompare(b.adapter?.partId ?? '')
  );
}

function judge(site: Site, drive: Drive, firmware: Firmware, use: Use, adapter: FitAdapter | null): FitResult {
  const partsNeeded = [...(adapter ? [adapter.name] : []), ...smallParts(site, drive)];
  const link = linkAt(site, drive);
  const reasons = [
    form(site, drive),
    ...placing(site, drive),
    ...(link ? [generation(link, drive)] : []),
    fixing(site, drive, partsNeeded),
    ...starting(drive, firmware, use),
    ...sharing(site),
  ];
  const verdict = verdictOf(reasons, partsNeeded);
  return {
    verdict,
    siteId: site.id,
    adapter,
    partsNeeded,
    link,
    speedHere: link && verdict !== 'no' ? speedOver(link, drive.read) : 0,
    reasons,
  };
}

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

function form(site: Site, drive: Drive): Reason {
  const name = (shape: string) => (shape === 'm2' ? 'M.2' : `${shape} inch`);
  const fits = site.form === drive.form;
  return {
    rule: 'Form',
    outcome: fits ? 'pass' : 'fail',
    measured: name(drive.form),
    limit: name(site.form),
    sentence: fits
      ? `${name(drive.form)} in its place`
      : `${name(drive.form)} drive, the site takes ${name(site.form)}`,
    ...(fits ? {} : { remedy: `a ${name(site.form)} drive, or an adapter` }),
  };
}

function placing(site: Site, drive: Drive): Reason[] {
  if (site.form === 'm2' && drive.form === 'm2') return m2Rules(site, drive);
  if (site.form !== 'm2' && drive.form === site.form) return bayRules(site, drive);
  return [];
}

function smallParts(site: Site, drive: Drive): string[] {
  const parts = site.needs ? [site.needs] : [];
  if (site.form === 'm2' && !site.screw) parts.push('screw M2x3');
  if (site.form !== 'm2' && drive.form !== 'm2' && liesLoose(site, drive)) parts.push('spacer 2.5 mm');
  return parts;
}

function linkAt(site: Site, drive: Drive): Link | null {
  if (site.form !== drive.form) return null;
  if (site.form !== 'm2') return negotiate({ kind: 'sata', generation: site.sata }, drive.link);
  if (drive.link.kind === 'sata') return site.sata && negotiate({ kind: 'sata', generation: site.sata }, drive.link);
  return site.pcie && negotiate({ kind: 'pcie', ...site.pcie }, drive.link);
}

function generation(link: Link, drive: Drive): Reason {
  const speed = speedOver(link, drive.read);
  const whole = speed >= drive.read;
  return {
    rule: 'Link',
    outcome: whole ? 'pass' : 'limit',
    measured: `${linkName(link)}, about ${speed.toLocaleString('en')} MB/s`,
    limit: `${drive.read.toLocaleString('en')} MB/s`,
    sentence: whole
      ? `${linkName(link)}: all its rating`
      : `${linkName(link)}: ${share(speed, drive.read)} of its rating`,
  };
}

function share(part: number, whole: number): string {
  return `${Math.round((part / whole) * 100)} %`;
}

function fixing(site: Site, drive: Drive, parts: readonly string[]): Reason {
  const sentence =
    parts.length > 0
      ? `needs ${parts.join(', ')}`
      : site.form === 'm2'
        ? `the screw that is there, post ${drive.form === 'm2' ? drive.length : ''}`.trim()
        : "the old drive's screws";
  return { rule: 'Fixing', outcome: parts.length > 0 ? 'limit' : 'pass', sentence };
}

function starting(drive: Drive, firmware: Firmware, use: Use): Reason[] {
  if (use === 'data') return [];
  if (drive.link.kind !== 'pcie')
    return [{ rule: 'Starts from it', outcome: 'pass', sentence: 'firmware starts SATA' }];
  if (firmware.startsNvme === null) {
    return [
      {
        rule: 'Starts from it',
        outcome: 'unknown',
        sentence: 'not known whether this firmware starts NVMe: look in its boot list',
        remedy: 'look for an NVMe item in the firmware boot list',
      },
    ];
  }
  return firmware.startsNvme
    ? [{ rule: 'Starts from it', outcome: 'pass', sentence: 'firmware starts NVMe' }]
    : [
        {
          rule: 'Starts from it',
          outcome: 'fail',
          sentence: 'firmware does not start NVMe: good as a data drive only',
          remedy: 'a firmware update, or a SATA drive',
        },
      ];
}

function sharing(site: Site): Reason[] {
  if (!site.disables) return [];
  return [{ rule: 'Sharing', outcome: 'limit', sentence: `${site.disables} stops working while this site is used` }];
}
