import type { PartView } from '@udrel/contract/types';
import { binary, soldName } from '@udrel/core/capacity';
import type { Drive, Site } from '@udrel/core/fit';
import { linkName } from '@udrel/core/links';

/** A site in a few words: "M.2, key M, x4 gen 3, posts 30 and 80". */
export function describeSite(site: Site): string {
  if (site.form !== 'm2') {
    const height = site.height === null ? 'height not measured' : `up to ${site.height} mm`;
    return `${site.form} inch bay, ${height}, SATA ${site.sata}${site.needs ? `; needs ${site.needs}` : ''}`;
  }
  return `M.2, key ${site.key}, ${siteLinks(site).join(' or ')}, posts ${site.posts.join(' and ')}`;
}

/** The links that a site carries, by name. */
export function siteLinks(site: Site): string[] {
  if (site.form !== 'm2') return [`SATA ${site.sata}`];
  return [
    ...(site.pcie ? [linkName({ kind: 'pcie', ...site.pcie })] : []),
    ...(site.sata ? [`SATA ${site.sata}`] : []),
  ];
}

/** A drive's shape and link in a few words: "M.2 2280, x4 gen 3". */
export function describeDrive(drive: Drive): string {
  const shape = drive.form === 'm2' ? `M.2 22${drive.length}` : `${drive.form} in ${drive.height} mm`;
  return `${shape}, ${linkName(drive.link)}${drive.form === 'm2' && drive.heatsink > 0 ? ', heatsink' : ''}`;
}

/** What a part is, beyond its name: size and shape of a drive, size and generation of a module. */
export function describePart({ spec }: Pick<PartView, 'spec'>): string {
  if (!spec) return '';
  if ('link' in spec) return `${driveSize(spec)}, ${describeDrive(spec)}`;
  if ('generation' in spec) return `${binary(spec.bytes)} ${spec.generation} ${spec.form}, ${spec.speed} MT/s`;
  return '';
}

/** The size a drive is sold under. */
export function driveSize(drive: Pick<Drive, 'bytes' | 'sectorSize'>): string {
  return soldName(drive.bytes, drive.sectorSize);
}
