import type { Link } from '../links';
import type { Adapter, BladeDrive, BoxDrive, CaddiedDrive, CardDrive, Drive, M2Drive, Volts } from './types';

/** A boxed drive behind an adapter: `lead` feeds it from a 4-pin plug; of some the voltage is on no label. */
export interface PresentedBox extends Omit<BoxDrive, 'volts'> {
  volts?: Volts | 'not told';
  lead?: '4-pin';
}

/** A card in an M.2 slot; `remote`: only its plug is, and the drive lies beside it on 12 V. */
export interface PresentedM2 extends M2Drive {
  remote?: true;
}

/** A card in a PCIe slot; `places` for drives, of which a slot that is not split shows one. */
export interface PresentedCard extends CardDrive {
  places?: number;
  ownSwitch?: boolean;
}

export interface PresentedBlade extends BladeDrive {
  adapted?: true;
}

/** A drive as it presents itself to a site: by itself, or with adapters on. */
export type Presented = Drive | PresentedBox | PresentedM2 | PresentedCard | PresentedBlade | CaddiedDrive;

/** SATA behind a parallel plug runs at most as fast as that (ATA/ATAPI-7). */
const PARALLEL: Link = { kind: 'pata', rate: 133 };
/** A parallel drive behind a SATA plug shows itself as the first generation (rule of thumb). */
const BRIDGED: Link = { kind: 'sata', generation: 1 };

/**
 * The drive as it presents itself with the adapter on, or null when the adapter does not take it.
 * A shell passes SATA on and converts nothing: an NVMe card in it stays unseen, so it is not taken.
 */
export function adapt(drive: Presented, adapter: Adapter): Presented | null {
  switch (adapter.kind) {
    case 'bracket':
      return drive.form === '2.5' ? { ...drive, form: '3.5', height: adapter.height ?? 26.1 } : null;
    case 'extender':
      return drive.form === 'm2' && !remote(drive) && drive.length === adapter.from && adapter.to > adapter.from
        ? { ...drive, length: adapter.to }
        : null;
    case 'shell':
      if (drive.form !== 'm2' || drive.link.kind !== 'sata' || drive.length > 80) return null;
      return shelled(drive, adapter);
    case 'msata shell':
      return drive.form === 'msata' ? shelled(drive, adapter) : null;
    case 'caddy': {
      if (drive.form !== '2.5' || drive.height > adapter.takes || connectorOf(drive) !== 'SATA') return null;
      const parallel = adapter.connector === 'PATA';
      const carried = { ...base(drive), ...(parallel ? { link: PARALLEL } : {}) };
      return { ...carried, form: 'optical', height: adapter.height, parallel };
    }
    case 'frame': {
      if (drive.form !== '1.8' || connectorOf(drive) !== 'micro SATA') return null;
      const volts = adapter.regulator ? '5' : (drive.volts ?? 'not told');
      return { ...drive, form: '2.5', height: Math.max(7, drive.height), connector: 'SATA', volts };
    }
    case 'bridge': {
      if (!isBox(drive) || connectorOf(drive) !== adapter.from) return null;
      const [was, now] = [isParallel(adapter.from), isParallel(adapter.to)];
      const link = was === now ? drive.link : now ? PARALLEL : BRIDGED;
      return { ...drive, connector: adapter.to, link };
    }
    case 'power lead':
      return isBox(drive) && drive.powerDisable ? { ...drive, powerDisable: false, lead: '4-pin' } : null;
    default:
      return onto(drive, adapter);
  }
}

type Lanes4 = Extract<Adapter, { kind: 'card' | 'blade adapter' | 'U.2 lead' | 'U.2 shell' }>;

/** Adapters that pass the lanes of PCIe on; SATA stays unseen behind them. */
function onto(drive: Presented, adapter: Lanes4): Presented | null {
  if (drive.link.kind !== 'pcie') return null;
  const card = drive.form === 'm2' && !remote(drive) && drive.keys.includes('M') ? drive : null;
  const u2 = drive.form === '2.5' && connectorOf(drive) === 'U.2' ? drive : null;
  if (adapter.kind === 'U.2 lead') {
    // The plug is as flat as the board of a card.
    const plug = { form: 'm2' as const, length: adapter.length, keys: ['M' as const], top: 0, bottom: 0, heatsink: 0 };
    return u2 && { ...base(u2), ...plug, remote: true };
  }
  if (adapter.kind === 'card') {
    if (adapter.holds === 'm2' ? !card || card.length > adapter.length : !u2) return null;
    const { size, bracket, drives, ownSwitch = false } = adapter;
    return { ...base(drive), form: 'pcie', size, bracket, length: CARD_LENGTH, places: drives, ownSwitch };
  }
  if (!card || card.length > adapter.length) return null;
  if (adapter.kind === 'U.2 shell')
    return { ...base(card), form: '2.5', height: adapter.height, needs12V: true, connector: 'U.2' };
  const top = card.top + card.heatsink + adapter.adds;
  return { ...base(card), form: 'blade', contacts: adapter.contacts, top, adapted: true };
}

/** What a card that holds drives is long at most, mm (PCI Express Card Electromechanical: half length). */
const CARD_LENGTH = 167.65;

const remote = (drive: M2Drive): boolean => (drive as PresentedM2).remote === true;

export const isBox = (drive: Presented): drive is PresentedBox =>
  drive.form === '2.5' || drive.form === '3.5' || drive.form === '1.8';

export const connectorOf = ({ connector }: { connector?: BoxDrive['connector'] }) => connector ?? 'SATA';

/** Whether a plug is one of parallel ATA. */
export const isParallel = (plug: string) => plug.startsWith('PATA') || plug === 'ZIF';

function base(drive: Presented) {
  const { maker, name, bytes, sectorSize, class: driveClass, link, read, write, ahci } = drive;
  return { maker, name, bytes, sectorSize, class: driveClass, link, read, write, ...(ahci ? { ahci } : {}) };
}

function shelled(drive: Presented, adapter: Extract<Adapter, { kind: 'shell' | 'msata shell' }>): BoxDrive {
  const { height, connector = 'SATA' } = adapter;
  const link = connector === 'SATA' ? {} : { link: PARALLEL };
  return { ...base(drive), form: '2.5', height, needs12V: false, connector, ...link };
}
