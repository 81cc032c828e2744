import type { JobFacts, OldDrive } from '../facts';
import type { Drive, DriveClass, Site } from '../fit';
import type { HeldDrive } from './types';

const disk = (of: DriveClass) => of === 'disk 5400' || of === 'disk 7200';

/** A drive of the parts library as something to be held. */
export function heldNew(drive: Drive): HeldDrive {
  const boxed = 'needs12V' in drive;
  return {
    form: drive.form,
    length: drive.form === 'm2' ? drive.length : null,
    height: boxed ? drive.height : null,
    protocol: drive.link.kind === 'pcie' ? 'NVMe' : 'SATA',
    link: drive.link,
    connector: boxed ? (drive.connector ?? 'SATA') : 'SATA',
    bytes: drive.bytes,
    sectorSize: drive.sectorSize,
    spins: disk(drive.class),
    needs12V: boxed && drive.needs12V,
  };
}

/** The drive that came in a device: its form follows from where it sits (one of a measured card length is M.2 on a card), its length and height from there where nobody measured them and it leaves no choice. */
export function heldOld(old: OldDrive, site: Site, measured?: JobFacts['old drive measured']): HeldDrive {
  // A caddy in an optical bay holds a 2.5 inch drive.
  const onCard = site.form === 'pcie' && measured?.length;
  const form = site.form === 'optical' ? '2.5' : onCard ? 'm2' : site.form;
  const posts = site.form === 'm2' ? site.posts : [];
  return {
    form,
    length: measured?.length ?? (posts.length === 1 ? (posts[0] ?? null) : null),
    height: measured?.height ?? (site.form === '2.5' || site.form === '1.8' ? site.height : null),
    protocol: old.link.kind === 'pcie' ? 'NVMe' : 'SATA',
    link: old.link,
    connector: 'connector' in site ? (site.connector ?? 'SATA') : 'SATA',
    bytes: old.bytes,
    sectorSize: old.sectorSize,
    spins: disk(old.class),
    needs12V: form === '3.5',
  };
}
