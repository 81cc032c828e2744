import type { Adapter, Drive } from './types';

/**
 * The drive as it presents itself with the adapter on, or null when the adapter does not take it.
 * A shell passes SATA on and converts nothing: an NVMe card in it stays unseen, so it is not taken.
 */
export function adapt(drive: Drive, adapter: Adapter): Drive | null {
  switch (adapter.kind) {
    case 'bracket':
      return drive.form === '2.5' ? { ...drive, form: '3.5', height: 26.1 } : null;
    case 'extender':
      return drive.form === 'm2' && drive.length === adapter.from ? { ...drive, length: adapter.to } : null;
    case 'shell':
      if (drive.form !== 'm2' || drive.link.kind !== 'sata' || drive.length > 80) return null;
      return { ...base(drive), form: '2.5', height: adapter.height, needs12V: false };
  }
}

function base(drive: Drive) {
  const { maker, name, bytes, sectorSize, class: driveClass, link, read, write } = drive;
  return { maker, name, bytes, sectorSize, class: driveClass, link, read, write };
}
