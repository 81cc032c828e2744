import type { PartView } from '@udrel/contract/types';
import { binary, soldName } from '@udrel/core/capacity';
import type { Equipment } from '@udrel/core/equipment';
import { isParallelSite, type Adapter, type Drive, type Site } from '@udrel/core/fit';
import { linkName } from '@udrel/core/links';

/** A site in a few words: "M.2, key M, x4 gen 3, posts 30 and 80". */
export function describeSite(site: Site): string {
  const [kind, ...room] = siteLines(site);
  const needs = site.form !== 'm2' && site.needs ? `needs ${site.needs}` : '';
  return [kind, ...room, needs, site.unconfirmed ? 'not confirmed' : ''].filter(Boolean).join('; ');
}

/** A site in two lines: what it is and carries, and what room it has. */
export function siteLines(site: Site): [kind: string, room: string] {
  const links = siteLinks(site).join(' or ') || (nobodyLooked(site) ? 'wiring not known' : 'nothing wired');
  switch (site.form) {
    case 'm2': {
      const room = site.roomAbove === null ? 'height not measured' : `${site.roomAbove} mm above the board`;
      return [`M.2, key ${site.key}, ${links}`, `posts ${site.posts.join(', ')}; ${room}`];
    }
    case 'msata':
      return [`Mini Card, ${site.size} size, ${links}`, ''];
    case 'optical':
      return [`optical bay, ${links}`, high(site.height).replace('up to ', '')];
    case 'pcie': {
      const room = site.room === null ? 'length not measured' : `${site.room} mm long`;
      return [`PCIe slot x${site.size}, ${links}`, `${site.bracket} bracket; ${room}`];
    }
    case 'blade': {
      const room = site.roomAbove === null ? 'height not measured' : `${site.roomAbove} mm above it`;
      return [`flat slot ${site.contacts}, ${links}`, room];
    }
    case 'soldered':
      return ['on the board', 'stays: it cannot be changed'];
    default:
      return [`${site.form} inch bay, ${links}`, high(site.height)];
  }
}

const high = (height: number | null) => (height === null ? 'height not measured' : `up to ${height} mm high`);

/** Whether a line of the site may be wired that nobody looked at. */
function nobodyLooked(site: Site): boolean {
  if (site.form === 'pcie') return site.pcie === undefined;
  if (site.form === 'm2' || site.form === 'blade') return site.pcie === undefined || site.sata === undefined;
  return site.form === 'msata' && site.sata === undefined;
}

/** The links that a site carries, by name. */
export function siteLinks(site: Site): string[] {
  const plug = 'connector' in site && site.connector && site.connector !== 'SATA' ? `${site.connector}, ` : '';
  if (isParallelSite(site)) {
    const rate = 'pata' in site && site.pata ? linkName({ kind: 'pata', rate: site.pata }) : 'PATA';
    return [plug ? `${plug}${rate}` : rate];
  }
  return [
    ...('pcie' in site && site.pcie ? [linkName({ kind: 'pcie', ...site.pcie })] : []),
    ...('sata' in site && site.sata ? [`${plug}SATA ${site.sata}`] : []),
  ];
}

/** A drive's shape and link in a few words: "M.2 2280, x4 gen 3". */
export function describeDrive(drive: Drive): string {
  const link = linkName(drive.link);
  if (drive.form === 'm2') return `M.2 22${drive.length}, ${link}${drive.heatsink > 0 ? ', heatsink' : ''}`;
  if (drive.form === 'msata') return `Mini Card, ${drive.size} size, ${link}`;
  if (drive.form === 'pcie') return `card x${drive.size}, ${drive.bracket} bracket, ${link}`;
  if (drive.form === 'blade') return `flat card ${drive.contacts}, ${link}`;
  const plug = drive.connector && drive.connector !== 'SATA' ? `, ${drive.connector}` : '';
  return `${drive.form} in ${drive.height} mm${plug}, ${link}`;
}

/** What a part is, beyond its name: size and shape of a drive, size and generation of a module. */
export function describePart({ spec }: Pick<PartView, 'spec'>): string {
  if (!spec) return '';
  if ('kind' in spec && !('form' in spec)) return describeByKind(spec);
  if ('link' in spec) return `${driveSize(spec)}, ${describeDrive(spec)}`;
  if ('generation' in spec) return `${binary(spec.bytes)} ${spec.generation} ${spec.form}, ${spec.speed} MT/s`;
  return '';
}

function describeByKind(spec: Adapter | Equipment): string {
  switch (spec.kind) {
    case 'enclosure':
    case 'dock':
    case 'cable':
      return [
        `${linkName({ kind: 'usb', mode: spec.mode })}, plug ${spec.plug}`,
        ...(spec.esata ? ['eSATA'] : []),
        ...(spec.ownPower ? ['own supply'] : []),
      ].join(', ');
    case 'hub':
      return `${linkName({ kind: 'usb', mode: spec.mode })}, plug ${spec.plug}, ${spec.sockets.length} sockets`;
    case 'boot stick':
      return `${spec.starts.join(' and ')}; ${spec.checked === null ? 'never tried' : `last tried ${spec.checked}`}`;
    case 'bench host':
      return spec.ports.map((port) => port.name).join(', ');
    default:
      return '';
  }
}

/** The size a drive is sold under. */
export function driveSize(drive: Pick<Drive, 'bytes' | 'sectorSize'>): string {
  return soldName(drive.bytes, drive.sectorSize);
}
