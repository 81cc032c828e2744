import type { Firmware, InstalledSystem } from './types';

/** What the drive is wanted for: a system drive must be able to start the device. */
export type Use = 'system' | 'data';

/** What the fit rests on besides drive and site. */
export interface Setting {
  firmware: Firmware;
  use: Use;
  /** Whether the drive that comes out sits at this site now: its screw and its ribbon are then there. */
  oldHere?: boolean;
  /** Height of the spacer that it leaves behind, mm. */
  spacer?: number;
  /** The system that is to run from it, where one is copied; `fromPcie`: off a drive that speaks NVMe. */
  copied?: { system?: InstalledSystem; fromPcie: boolean };
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
