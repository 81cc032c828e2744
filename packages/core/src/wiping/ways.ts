import { spins, type RunEstimate } from '../estimate';
import type { DriveClass } from '../fit';
import type { HiddenAreas, WipeMethod, WipeWayName } from './kinds';

/** What reading finds after it: zeros, one value everywhere, or also what looks like noise. */
export type WipeLeaves = 'zeros' | 'one value' | 'noise';

export interface WipeWay {
  method: WipeMethod;
  /** Whether what the drive itself has set aside is reached: spare cells, reallocated sectors. */
  reachesAside: boolean;
  /** How hard it is to undo (NIST SP 800-88 Rev. 1, section 2.5). */
  level: 'Clear' | 'Purge';
  leaves: WipeLeaves;
}

/**
 * What each way does and leaves.
 *
 * @source NIST SP 800-88 Rev. 1, Appendix A, tables A-5 (ATA disks) and A-8 (SSDs over ATA and NVM Express, eMMC);
 * commands by their names in ACS-4, the NVM Express base specification and JESD84-B51
 */
export const WIPE_WAYS = {
  'overwritten with zeros': { method: 'overwrite', reachesAside: false, level: 'Clear', leaves: 'zeros' },
  'overwritten with random data': { method: 'overwrite', reachesAside: false, level: 'Clear', leaves: 'noise' },
  'SECURITY ERASE UNIT': { method: 'own erase', reachesAside: false, level: 'Clear', leaves: 'one value' },
  'SECURITY ERASE UNIT, enhanced': { method: 'own erase', reachesAside: true, level: 'Purge', leaves: 'one value' },
  'SANITIZE, OVERWRITE EXT': { method: 'own erase', reachesAside: true, level: 'Purge', leaves: 'one value' },
  'SANITIZE, BLOCK ERASE EXT': { method: 'own erase', reachesAside: true, level: 'Purge', leaves: 'one value' },
  'SANITIZE, CRYPTO SCRAMBLE EXT': { method: 'crypto erase', reachesAside: true, level: 'Purge', leaves: 'noise' },
  'Format NVM, user data erase': { method: 'own erase', reachesAside: true, level: 'Purge', leaves: 'one value' },
  'Format NVM, cryptographic erase': { method: 'crypto erase', reachesAside: true, level: 'Purge', leaves: 'noise' },
  'Sanitize, block erase': { method: 'own erase', reachesAside: true, level: 'Purge', leaves: 'one value' },
  'Sanitize, crypto erase': { method: 'crypto erase', reachesAside: true, level: 'Purge', leaves: 'noise' },
  'eMMC SANITIZE': { method: 'own erase', reachesAside: true, level: 'Clear', leaves: 'one value' },
} as const satisfies Record<WipeWayName, WipeWay>;

const OVERWRITES = ['overwritten with zeros', 'overwritten with random data'] as const;
const ENHANCED = 'SECURITY ERASE UNIT, enhanced';

/** How long a command takes that writes nothing over, seconds (trade practice: seconds to minutes, by the drive). */
const BY_COMMAND = { low: 5, middle: 60, high: 600 } as const;

/**
 * How long a wipe by that way takes: a disk that erases itself writes all of it over too; what drops keys or cells takes seconds
 * to minutes.
 *
 * @param overwrite how long writing all of it over takes
 */
export function wipeTakes(way: WipeWayName, drive: DriveClass, overwrite: RunEstimate): RunEstimate {
  const { method } = WIPE_WAYS[way];
  if (method === 'overwrite' || (method === 'own erase' && spins(drive))) return overwrite;
  const restsOn = 'seconds to minutes, by the drive';
  return { ...overwrite, ...BY_COMMAND, prior: BY_COMMAND.middle, limitedBy: 'the drive itself', restsOn };
}

/** The ways that a drive of that class can know, the one that reaches most first. */
export function wipeWaysFor(drive: DriveClass): WipeWayName[] {
  if (spins(drive))
    return [...OVERWRITES, ENHANCED, 'SANITIZE, OVERWRITE EXT', 'SANITIZE, CRYPTO SCRAMBLE EXT', 'SECURITY ERASE UNIT'];
  if (drive === 'SATA SSD')
    return [
      'SANITIZE, BLOCK ERASE EXT',
      'SANITIZE, CRYPTO SCRAMBLE EXT',
      ENHANCED,
      'SECURITY ERASE UNIT',
      ...OVERWRITES,
    ];
  if (drive === 'eMMC') return ['eMMC SANITIZE', ...OVERWRITES];
  return [
    'Format NVM, user data erase',
    'Format NVM, cryptographic erase',
    'Sanitize, block erase',
    'Sanitize, crypto erase',
    ...OVERWRITES,
  ];
}

export interface Wiped {
  way: WipeWayName;
  class: DriveClass;
  hidden: HiddenAreas;
  /** Sectors that the drive has replaced, by its own health page; null where that was not read. */
  reallocated: number | null;
}

/** What such a wipe does not reach, or may not have reached, each in a sentence. */
export function notReached({ way, class: kind, hidden, reallocated }: Wiped): string[] {
  const { reachesAside } = WIPE_WAYS[way];
  const sectors =
    reallocated === null
      ? 'Whether it has replaced sectors was not read: what such held was not reached.'
      : `${reallocated} replaced ${reallocated === 1 ? 'sector was' : 'sectors were'} not reached.`;
  return [
    ...(hidden === 'not looked for' ? ['Hidden areas were not looked for.'] : []),
    ...(reachesAside || reallocated === 0 ? [] : [sectors]),
    ...(reachesAside || spins(kind) ? [] : ['Cells that it keeps in reserve were not reached.']),
  ];
}
