import type { Adapter, BoxDrive, CaddiedDrive, Drive } from './types';

/** A drive as it presents itself to a site: by itself, or with adapters on. */
export type Presented = Drive | CaddiedDrive;

/**
 * The drive as it presents itself with the adapter on, or null when the adapter does not take it.
 * A shell passes SATA on and converts nothing: an NVMe card in it stays unseen, so it is not taken.
 */
export function adapt(drive: Presented, adapter: Adapter): Presented | null {
  switch (adapter.kind) {
    case 'bracket':
      return drive.form === '2.5' ? { ...drive, form: '3.5', height: adapter.height ?? 26.1 } : null;
    case 'extender':
      return drive.form === 'm2' && drive.length === adapter.from && adapter.to > adapter.from
        ? { ...drive, length: adapter.to }
        : null;
    case 'shell':
      if (drive.form !== 'm2' || drive.link.kind !== 'sata' || drive.length > 80) return null;
      return boxed(drive, adapter.height);
    case 'msata shell':
      return drive.form === 'msata' ? boxed(drive, adapter.height) : null;
    case 'caddy':
      if (drive.form !== '2.5' || drive.height > adapter.takes || connectorOf(drive) !== 'SATA') return null;
      return { ...base(drive), form: 'optical', height: adapter.height };
    case 'frame':
      if (drive.form !== '1.8' || connectorOf(drive) !== 'micro SATA') return null;
      return { ...drive, form: '2.5', height: Math.max(7, drive.height), connector: 'SATA' };
    case 'bridge':
      return isBox(drive) && connectorOf(drive) === adapter.from ? { ...drive, connector: adapter.to } : null;
  }
}

export const isBox = (drive: Presented): drive is BoxDrive =>
  drive.form === '2.5' || drive.form === '3.5' || drive.form === '1.8';

export const connectorOf = ({ connector }: { connector?: BoxDrive['connector'] }) => connector ?? 'SATA';

function base(drive: Presented) {
  const { maker, name, bytes, sectorSize, class: driveClass, link, read, write } = drive;
  return { maker, name, bytes, sectorSize, class: driveClass, link, read, write };
}

function boxed(drive: Presented, height: number): BoxDrive {
  return { ...base(drive), form: '2.5', height, needs12V: false };
}
