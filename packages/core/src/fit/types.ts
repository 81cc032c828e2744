import type { SectorSize } from '../capacity';
import type { Lanes, Link, PcieGeneration, SataGeneration } from '../links';
import type { Reason } from '../reason';

export const M2_KEYS = ['B', 'M'] as const;
export type M2Key = (typeof M2_KEYS)[number];
/** Wireless slots carry A or E; no drive has those keys. */
export const SLOT_KEYS = ['M', 'B', 'E', 'A'] as const;
export type SlotKey = (typeof SLOT_KEYS)[number];
/** Lengths of M.2 cards that hold a drive, mm. */
export const M2_LENGTHS = [30, 42, 60, 80, 110] as const;
export type M2Length = (typeof M2_LENGTHS)[number];
export const BOX_FORMS = ['2.5', '3.5', '1.8'] as const;
export type BoxForm = (typeof BOX_FORMS)[number];
export const MINI_CARD_SIZES = ['full', 'half'] as const;
export type MiniCardSize = (typeof MINI_CARD_SIZES)[number];
export const CONNECTORS = ['SATA', 'micro SATA', 'PATA 40', 'PATA 44', 'ZIF', 'U.2'] as const;
/** Data and power of a boxed drive, by the plug. */
export type Connector = (typeof CONNECTORS)[number];

/** What can be done to a site that cannot be undone, and what it then takes. Lengths in mm. */
export interface Alteration {
  what: string;
  posts?: M2Length[];
  height?: number;
  roomAbove?: number;
  roomBelow?: number;
}

interface SiteBase {
  id: string;
  name: string;
  /** A part that must be there before this site can be used, such as a ribbon; absent when it is connected. */
  needs?: string;
  /** Name of the site or port that stops working while this one is in use. */
  disables?: string;
  alteration?: Alteration;
  /** Told by the firmware only: nobody has looked at it yet. */
  unconfirmed?: boolean;
}

/** An M.2 slot: what the board really wires, which may be less than its key may carry. */
export interface M2Site extends SiteBase {
  form: 'm2';
  key: SlotKey;
  /** Card lengths with a post, mm. */
  posts: M2Length[];
  sata: SataGeneration | null;
  pcie: { generation: PcieGeneration; lanes: Lanes } | null;
  /** Free height over and under the card's board, mm; null when not measured. */
  roomAbove: number | null;
  roomBelow: number | null;
  /** Whether the fixing screw is there: in the empty site, or with the drive that comes out. */
  screw: boolean;
}

/** A bay for a boxed drive. */
export interface BaySite extends SiteBase {
  form: BoxForm;
  /** Largest drive height, mm; null when not measured. */
  height: number | null;
  sata: SataGeneration;
  power12V: boolean;
  /** The plug of the bay; SATA where nothing is said. */
  connector?: Connector;
  /** Whether its lead feeds 3.3 V to pin 3; absent where nobody looked. */
  power3V3?: boolean;
  /** The lanes behind a U.2 plug. */
  pcie?: { generation: PcieGeneration; lanes: Lanes };
}

/** A Mini Card slot; null for SATA where its lines are not wired. */
export interface MsataSite extends SiteBase {
  form: 'msata';
  size: MiniCardSize;
  sata: SataGeneration | null;
  screw: boolean;
}

/** The bay of a slim optical drive, into which a caddy goes. */
export interface OpticalSite extends SiteBase {
  form: 'optical';
  /** Height of the optical drive, mm; null when not measured. */
  height: number | null;
  sata: SataGeneration;
}

export type Site = M2Site | BaySite | MsataSite | OpticalSite;

export const DRIVE_CLASSES = [
  'disk 5400',
  'disk 7200',
  'SATA SSD',
  'NVMe gen 3',
  'NVMe gen 4',
  'NVMe gen 5',
  'eMMC',
] as const;
export type DriveClass = (typeof DRIVE_CLASSES)[number];

interface DriveBase {
  maker: string;
  name: string;
  bytes: number;
  sectorSize: SectorSize;
  class: DriveClass;
  link: Link;
  /** Sequential rates on the box, MB/s. */
  read: number;
  write: number;
}

export interface M2Drive extends DriveBase {
  form: 'm2';
  length: M2Length;
  keys: M2Key[];
  /** Part heights over and under the 0.8 mm board, mm (M.2 height codes S1 to D5). */
  top: number;
  bottom: number;
  /** Height of a heatsink on top of the parts, mm; 0 without. */
  heatsink: number;
  /** Whether it can be taken off; absent where nobody looked. */
  heatsinkOff?: boolean;
}

export interface BoxDrive extends DriveBase {
  form: BoxForm;
  height: number;
  needs12V: boolean;
  /** SATA where nothing is said. */
  connector?: Connector;
  /** Stays off on a lead that feeds 3.3 V to pin 3 (SATA 3.3). */
  powerDisable?: boolean;
}

export interface MsataDrive extends DriveBase {
  form: 'msata';
  size: MiniCardSize;
}

export type Drive = M2Drive | BoxDrive | MsataDrive;

/** A drive in a caddy: it presents itself as an optical drive of a height. */
export interface CaddiedDrive extends DriveBase {
  form: 'optical';
  height: number;
}

/** A part that lets a drive sit where it could not sit alone. Heights in mm. */
export type Adapter =
  /** `height`: of the whole with a drive in it; that of a 3.5 inch drive where nothing is said. */
  | { kind: 'bracket'; from: '2.5'; to: '3.5'; height?: number }
  | { kind: 'extender'; from: M2Length; to: M2Length }
  /** An M.2 card with SATA in a 2.5 inch shell. */
  | { kind: 'shell'; height: 7 }
  | { kind: 'msata shell'; height: 7 }
  /** A caddy of a slim optical drive's height, with room for a 2.5 inch drive up to `takes`. */
  | { kind: 'caddy'; height: number; takes: number }
  /** A 1.8 inch drive with micro SATA in a 2.5 inch frame. */
  | { kind: 'frame'; from: '1.8'; to: '2.5' }
  | { kind: 'bridge'; from: Connector; to: Connector };

/** What a device's firmware can start from; null when not known. */
export interface Firmware {
  uefi: boolean | null;
  startsNvme: boolean | null;
  /** How it runs the controllers of its drives as delivered; absent where nobody looked. */
  controller?: 'AHCI' | 'RAID';
  secureBoot?: boolean;
}

export type Verdict = 'fits' | 'fits with parts' | 'fits with alteration' | 'no' | 'cannot tell';

export interface FitAdapter {
  partId: string;
  name: string;
  price: number;
  stock: number;
  adapter: Adapter;
}

export interface FitResult {
  verdict: Verdict;
  siteId: string;
  /** Parts from the list that stand between drive and site, from the drive outwards; at most two. */
  adapters: FitAdapter[];
  /** Every part besides the drive by name: those adapters, and small parts. */
  partsNeeded: string[];
  /** What must be done to the site that cannot be undone; null for nothing. */
  alteration: string | null;
  /** The link the drive will have there; null when it has none. */
  link: Link | null;
  /** Read rate there, MB/s: the lower of the rating and what the link carries in practice; 0 when it has none. */
  speedHere: number;
  reasons: Reason[];
}
