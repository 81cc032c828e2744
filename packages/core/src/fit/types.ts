import type { SectorSize } from '../capacity';
import type { Lanes, Link, PcieGeneration, SataGeneration } from '../links';
import type { Reason } from '../reason';

export type M2Key = 'B' | 'M';
export type M2Length = 30 | 42 | 60 | 80 | 110;

interface SiteBase {
  id: string;
  name: string;
  /** A part that must be there before this site can be used, such as a ribbon; absent when it is connected. */
  needs?: string;
  /** Name of the site or port that stops working while this one is in use. */
  disables?: string;
}

/** An M.2 slot: what the board really wires, which may be less than its key may carry. */
export interface M2Site extends SiteBase {
  form: 'm2';
  key: M2Key;
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
  form: '2.5' | '3.5';
  /** Largest drive height, mm; null when not measured. */
  height: number | null;
  sata: SataGeneration;
  power12V: boolean;
}

export type Site = M2Site | BaySite;

export type DriveClass = 'disk 5400' | 'disk 7200' | 'SATA SSD' | 'NVMe gen 3' | 'NVMe gen 4' | 'NVMe gen 5' | 'eMMC';

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
}

export interface BoxDrive extends DriveBase {
  form: '2.5' | '3.5';
  height: number;
  needs12V: boolean;
}

export type Drive = M2Drive | BoxDrive;

/** A part that lets a drive sit where it could not sit alone. */
export type Adapter =
  | { kind: 'bracket'; from: '2.5'; to: '3.5' }
  | { kind: 'extender'; from: M2Length; to: M2Length }
  | { kind: 'shell'; height: 7 };

/** What a device's firmware can start from; null when not known. */
export interface Firmware {
  uefi: boolean | null;
  startsNvme: boolean | null;
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
  /** Parts besides the drive: adapters from the list, and small parts by name. */
  adapter: FitAdapter | null;
  partsNeeded: string[];
  /** The link the drive will have there; null when it has none. */
  link: Link | null;
  /** Read rate there, MB/s: the lower of the rating and what the link carries in practice; 0 when it has none. */
  speedHere: number;
  reasons: Reason[];
}
