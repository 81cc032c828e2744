import type { SectorSize } from '../capacity';
import type { Lanes, Link, PataRate, PcieGeneration, SataGeneration } from '../links';
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
/** Plugs of the bays of devices; SFF-8784 is the edge of 5 mm drives. */
export const BAY_CONNECTORS = ['SATA', 'micro SATA', 'PATA 40', 'PATA 44', 'ZIF', 'U.2', 'SFF-8784'] as const;
export type BayConnector = (typeof BAY_CONNECTORS)[number];
export const CONNECTORS = [...BAY_CONNECTORS, 'SAS'] as const;
/** Data and power of a boxed drive, by the plug. */
export type Connector = (typeof CONNECTORS)[number];
/** What a drive runs on by its label, V: the small ones differ. */
export const VOLTS = ['3.3', '5', '3.3 or 5'] as const;
export type Volts = (typeof VOLTS)[number];
/** Lanes that a PCIe slot, or the edge of a card for one, has contacts for. */
export const SLOT_SIZES = [1, 4, 8, 16] as const;
export type SlotSize = (typeof SLOT_SIZES)[number];
export const BRACKETS = ['full', 'low'] as const;
/** Height of the sheet that holds a card at the rear of a case. */
export type Bracket = (typeof BRACKETS)[number];
/** Groups of contacts of the flat slots that some makers use instead of M.2. */
export const BLADE_CONTACTS = ['7+17', '12+16'] as const;
export type BladeContacts = (typeof BLADE_CONTACTS)[number];

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

/** Lanes that the board wires to a site. */
export interface Wired {
  generation: PcieGeneration;
  lanes: Lanes;
}

/** An M.2 slot: what the board really wires, which may be less than its key may carry. */
export interface M2Site extends SiteBase {
  form: 'm2';
  key: SlotKey;
  /** Card lengths with a post, mm. */
  posts: M2Length[];
  /** What is wired: null where it is not, absent where nobody looked. */
  sata?: SataGeneration | null;
  pcie?: Wired | null;
  /** Whether a lead with 12 V reaches it, for a drive of another form behind an adapter; absent where nobody looked. */
  power12V?: boolean;
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
  /** Of a parallel plug; absent where nobody looked: then what the drive does counts. */
  pata?: PataRate;
  power12V: boolean;
  /** The plug of the bay; SATA where nothing is said. */
  connector?: BayConnector;
  /** What it feeds a 1.8 inch drive with; absent where nobody looked. */
  volts?: Volts;
  /** Whether a 4-pin plug of the supply is free for a lead of its own; absent where nobody looked. */
  fourPin?: boolean;
  /** Whether its lead feeds 3.3 V to pin 3; absent where nobody looked. */
  power3V3?: boolean;
  /** The lanes behind a U.2 plug. */
  pcie?: Wired;
}

/** A Mini Card slot; null for SATA where its lines are not wired, absent where nobody looked. */
export interface MsataSite extends SiteBase {
  form: 'msata';
  size: MiniCardSize;
  sata?: SataGeneration | null;
  screw: boolean;
}

/** The bay of a slim optical drive, into which a caddy goes. */
export interface OpticalSite extends SiteBase {
  form: 'optical';
  /** Height of the optical drive, mm; null when not measured. */
  height: number | null;
  sata: SataGeneration;
  /** Set where its plug is the parallel one (50 contacts). */
  pata?: PataRate;
}

/** A slot for cards on a board, in which a card can hold a drive (PCI Express Card Electromechanical). */
export interface PcieSite extends SiteBase {
  form: 'pcie';
  /** What it has contacts for. */
  size: SlotSize;
  /** What the board wires; of more lanes a drive uses four. Absent where nobody looked. */
  pcie?: Wired;
  /** Whether its end is open, so that a longer card goes in; absent where nobody looked. */
  openEnd?: boolean;
  /** Whether firmware splits its lanes among the drives of a card; absent where nobody looked. */
  splits?: boolean;
  /** Whether firmware starts from a drive in it; absent where nobody tried. */
  starts?: boolean;
  bracket: Bracket;
  /** Longest card that lies free, mm; null when not measured. */
  room: number | null;
}

/** A flat slot of a maker's own, for which there are adapters from M.2. */
export interface BladeSite extends SiteBase {
  form: 'blade';
  contacts: BladeContacts;
  sata?: SataGeneration | null;
  pcie?: Wired | null;
  /** Free height over the board, mm; null when not measured. */
  roomAbove: number | null;
  screw: boolean;
}

/** Storage on the board itself: it stays, and nothing else goes there. */
export interface SolderedSite extends SiteBase {
  form: 'soldered';
}

export type Site = M2Site | BaySite | MsataSite | OpticalSite | PcieSite | BladeSite | SolderedSite;

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
  /** Speaks AHCI over PCIe, as some early cards do, and needs no NVMe from the firmware; absent: NVMe. */
  ahci?: boolean;
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
  /** Absent where nothing is said: 5 V for 2.5 inch, not known for 1.8. */
  volts?: Volts;
}

export interface MsataDrive extends DriveBase {
  form: 'msata';
  size: MiniCardSize;
}

/** A drive on a card for a slot. */
export interface CardDrive extends DriveBase {
  form: 'pcie';
  /** What its edge has contacts for. */
  size: SlotSize;
  /** The brackets that come with it. */
  bracket: Bracket | 'both';
  /** Of the whole card, mm. */
  length: number;
}

/** A maker's own flat card; `top`: part height over the board, mm. */
export interface BladeDrive extends DriveBase {
  form: 'blade';
  contacts: BladeContacts;
  top: number;
}

export type Drive = M2Drive | BoxDrive | MsataDrive | CardDrive | BladeDrive;

/** A drive in a caddy: it presents itself as an optical drive of a height. */
export interface CaddiedDrive extends DriveBase {
  form: 'optical';
  height: number;
  /** Whether the caddy has the parallel plug. */
  parallel: boolean;
}

/** A part that lets a drive sit where it could not sit alone. Heights in mm. */
export type Adapter =
  /** `height`: of the whole with a drive in it; that of a 3.5 inch drive where nothing is said. */
  | { kind: 'bracket'; from: '2.5'; to: '3.5'; height?: number }
  | { kind: 'extender'; from: M2Length; to: M2Length }
  /** An M.2 card with SATA in a 2.5 inch shell. */
  | { kind: 'shell'; height: 7; connector?: ShellConnector }
  | { kind: 'msata shell'; height: 7; connector?: ShellConnector }
  /** A caddy of a slim optical drive's height, with room for a 2.5 inch drive up to `takes`. */
  | { kind: 'caddy'; height: number; takes: number; connector?: 'PATA' }
  /** A 1.8 inch drive with micro SATA in a 2.5 inch frame. */
  /** `regulator`: makes 3.3 V of the 5 V of the bay. */
  | { kind: 'frame'; from: '1.8'; to: '2.5'; regulator?: boolean }
  | { kind: 'bridge'; from: BayConnector; to: BayConnector }
  /** A card for a PCIe slot that holds M.2 cards up to a length, or U.2 drives; `ownSwitch`: shares the lanes by itself. */
  | {
      kind: 'card';
      holds: 'm2' | 'U.2';
      length: number;
      size: SlotSize;
      bracket: Bracket | 'both';
      drives: 1 | 2 | 4;
      ownSwitch?: boolean;
    }
  /** From M.2 to a maker's own flat slot; `adds`: to the height of the card, mm. */
  | { kind: 'blade adapter'; contacts: BladeContacts; length: M2Length; adds: number }
  /** A plug for an M.2 slot with a lead to a U.2 drive, which takes its 12 V from the supply. */
  | { kind: 'U.2 lead'; length: M2Length }
  /** An M.2 card for PCIe in a 2.5 inch shell with a U.2 plug. */
  | { kind: 'U.2 shell'; height: number; length: M2Length }
  /** From a 4-pin plug of the supply to SATA: it carries no 3.3 V. */
  | { kind: 'power lead' };

export const SHELL_CONNECTORS = ['SATA', 'PATA 44'] as const;
/** The plug of a shell; SATA where nothing is said. */
export type ShellConnector = (typeof SHELL_CONNECTORS)[number];

/** Systems by what they bring for drives, as noted at the old drive. */
export const INSTALLED_SYSTEMS = [
  'Windows 8.1 or newer',
  'Windows 8 or older',
  'Windows 8 or older, NVMe driver added',
  'Linux',
  'macOS 10.13 or newer',
  'macOS 10.12 or older',
] as const;
export type InstalledSystem = (typeof INSTALLED_SYSTEMS)[number];

/** What a device's firmware can start from; null when not known. */
export interface Firmware {
  uefi: boolean | null;
  startsNvme: boolean | null;
  /** How it runs the controllers of its drives as delivered; absent where nobody looked. */
  controller?: 'AHCI' | 'RAID';
  secureBoot?: boolean;
  /** Whether it starts from a drive outside, on USB; absent where nobody tried. */
  startsOutside?: boolean;
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
  /** What is to be tried before hand-over because of how it sits there; absent for nothing. */
  checks?: string[];
  /** Of what does not fit: the adapters with which it comes nearest, and what still speaks against it. */
  nearest?: { adapters: FitAdapter[]; reasons: Reason[] };
}
