import type { PartView } from '@udrel/contract/types';
import { binary, soldName } from '@udrel/core/capacity';
import type { Equipment } from '@udrel/core/equipment';
import type { Adapter, Drive, Site } from '@udrel/core/fit';
import { linkName } from '@udrel/core/links';

/** A site in a few words: "M.2, key M, x4 gen 3, posts 30 and 80". */
export function describeSite(site: Site): string {
  const [kind, ...room] = siteLines(site);
  const needs = site.form !== 'm2' && site.needs ? `needs ${site.needs}` : '';
  return [kind, ...room, needs, site.unconfirmed ? 'not confirmed' : ''].filter(Boolean).join('; ');
}

/** A site in two lines: what it is and carries, and what room it has. */
export function siteLines(site: Site): [kind: string, room: string] {
  const links = siteLinks(site).join(' or ') || 'nothing wired';
  switch (site.form) {
    case 'm2': {
      const room = site.roomAbove === null ? 'height not measured' : `${site.roomAbove} mm above the board`;
      return [`M.2, key ${site.key}, ${links}`, `posts ${site.posts.join(', ')}; ${room}`];
    }
    case 'msata':
      return [`Mini Card, ${site.size} size, ${links}`, ''];
    case 'optical':
      return [`optical bay, ${links}`, high(site.height).replace('up to ', '')];
    default:
      return [`${site.form} inch bay, ${links}`, high(site.height)];
  }
}

const high = (height: number | null) => (height === null ? 'height not measured' : `up to ${height} mm high`);

/** The links that a site carries, by name. */
export function siteLinks(site: Site): string[] {
  const plug = 'connector' in site && site.connector && site.connector !== 'SATA' ? `${site.connector}, ` : '';
  return [
    ...('pcie' in site && site.pcie ? [linkName({ kind: 'pcie', ...site.pcie })] : []),
    ...(site.sata ? [`${plug}SATA ${site.sata}`] : []),
  ];
}

/** A drive's shape and link in a few words: "M.2 2280, x4 gen 3". */
export function describeDrive(drive: Drive): string {
  const link = linkName(drive.link);
  if (drive.form === 'm2') return `M.2 22${drive.length}, ${link}${drive.heatsink > 0 ? ', heatsink' : ''}`;
  if (drive.form === 'msata') return `Mini Card, ${drive.size} size, ${link}`;
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
