import type { SectorSize } from '../capacity';
import type { BoxForm, Connector, M2Length } from '../fit';
import type { StartMode } from '../inventory';
import type { Link, SataGeneration, UsbMode } from '../links';
import type { Reason } from '../reason';

export const PLUGS = ['A', 'C'] as const;
/** Shape of a USB plug or socket. */
export type Plug = (typeof PLUGS)[number];
export const PROTOCOLS = ['SATA', 'NVMe'] as const;
export type Protocol = (typeof PROTOCOLS)[number];
export const CONTROLLER_MODES = ['AHCI', 'RAID', 'NVMe'] as const;
export type ControllerMode = (typeof CONTROLLER_MODES)[number];

/** Where one drive goes in an enclosure or dock, or at a berth. */
export type Berthing =
  | { form: 'm2'; lengths: M2Length[]; protocols: Protocol[] }
  | { form: 'msata' }
  /** A bay or a bare plug; `height` in mm, null where nothing limits it. */
  | { form: 'box'; sizes: BoxForm[]; connector: Connector; height: number | null };

export const LEADS = ['fixed', 'loose'] as const;

/** What takes drives outside a device and gives them a USB link: an enclosure, a dock, or a cable with a plug for drives. */
export interface Holder {
  kind: 'enclosure' | 'dock' | 'cable';
  bays: Berthing[];
  mode: UsbMode;
  /** The plug at its host's end. */
  plug: Plug;
  /** Whether its lead can be changed for one with another plug; absent where nobody looked. */
  lead?: (typeof LEADS)[number];
  /** The generation of its eSATA plug beside USB; absent where it has none. */
  esata?: SataGeneration;
  /** Feeds drives from a supply of its own, 12 V included. */
  ownPower: boolean;
  /** Lets commands queue (UASP); else one at a time. */
  queued: boolean;
  /** Most bytes it addresses; null where nothing is known of a limit. */
  largest: number | null;
  /** Logical sectors it shows whatever the drive has; null: the drive's own. */
  sectors: SectorSize | null;
  /** Copies from bay to bay without a host. */
  duplicates: boolean;
}

/** A stick that a device is started from, so that its own system stands still while it is copied. */
export interface BootStick {
  kind: 'boot stick';
  starts: StartMode[];
  fileSystems: string[];
  controllers: ControllerMode[];
  plug: Plug;
  /** Whether it starts under Secure Boot; absent where nobody tried. */
  signed?: boolean;
  /** Day it was last tried, as `YYYY-MM-DD`; null when never. */
  checked: string | null;
}

/** A computer of the shop to which holders are plugged. */
export interface BenchHost {
  kind: 'bench host';
  ports: Port[];
  /** What can be plugged in at its berths; absent where nobody noted it. */
  berths?: Berthing[];
}

/** What makes several sockets of one. */
export interface Hub {
  kind: 'hub';
  plug: Plug;
  mode: UsbMode;
  /** The plugs that it takes. */
  sockets: Plug[];
  /** Feeds what is plugged into it from a supply of its own. */
  ownPower: boolean;
}

/** Things with which drives are copied; they come back to the shelf. */
export type Equipment = Holder | BootStick | BenchHost | Hub;

/** A socket of a device or of a bench host. */
export type Port =
  /** `shares`: the hub or controller that it has in common with others; absent where nobody noted it. */
  | { kind: 'usb'; name: string; plug: Plug; mode: UsbMode; shares?: string }
  | { kind: 'esata'; name: string; generation: SataGeneration };

/** A drive to be held, as far as it is known; null for what nobody has noted. */
export interface HeldDrive {
  /** On a card for a slot, on a maker's own flat card and on the board there are drives that no holder takes. */
  form: 'm2' | 'msata' | BoxForm | 'pcie' | 'blade' | 'soldered';
  /** Of a card, mm. */
  length: M2Length | null;
  height: number | null;
  protocol: Protocol;
  /** What it could do on its own interface; no holder makes it faster. */
  link: Link;
  connector: Connector;
  bytes: number;
  sectorSize: SectorSize;
  spins: boolean;
  needs12V: boolean;
}

/** A holder on the shelf. */
export interface HolderOffer {
  partId: string;
  name: string;
  stock: number;
  holder: Holder;
}

/** A hub on the shelf. */
export interface HubOffer {
  name: string;
  stock: number;
  hub: Hub;
}

/** A place where a holder can be plugged in. */
export interface Socket {
  /** The device, or the bench host by name. */
  at: string;
  port: Port;
  /** The hub that makes it, by name; `fed` by a supply of its own. */
  hub?: { name: string; fed: boolean };
}

/** Whether a holder can hold a drive, where it is plugged in best, and what link that gives. */
export interface Holding {
  offer: HolderOffer;
  holds: boolean;
  /** Best socket and the link through it, with the lead that it takes beside its own; null where none takes its plug. */
  best: { socket: Socket; link: Link; lead?: string } | null;
  /** MB/s in practice through that link, as far as the drive's own allows. */
  rate: number;
  reasons: Reason[];
}
