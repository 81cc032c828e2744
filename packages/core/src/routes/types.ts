import type { Route, StartedFrom } from '../facts';
import type { Berthing, HeldDrive, HolderOffer, HubOffer, Plug, Socket } from '../equipment';
import type { Piece } from '../pieces';
import type { FinishedRun, HealthGrade, PacedStage, RunEstimate } from '../estimate';
import type { DriveClass } from '../fit';
import type { JoiningId, TargetId, targetName } from '../layout';
import type { Link } from '../links';
import type { Reason } from '../reason';

/** A drive of the copy: what holds it can be asked, and what it does where it belongs. */
export interface RoutedDrive {
  /** What it is called in the sentences of a route. */
  name: 'old drive' | ReturnType<typeof targetName<TargetId>>;
  held: HeldDrive;
  class: DriveClass;
  /** The link at its own site in the device. */
  link: Link;
  siteId: string;
}

/** A boot stick of the shop, judged for this device. */
export interface JudgedStick {
  partId: string;
  name: string;
  plug: Plug;
  stock: number;
  starts: boolean;
  reasons: Reason[];
}

/** A site of the device where nothing sits and the new drive fits without anything more. */
export interface FreeSite {
  siteId: string;
  name: string;
  link: Link;
  /** Sites that are switched off while it is used, by id. */
  switchesOff?: string[];
}

/** A drive that joins, and the sites where it fits. */
export interface JoiningDrive extends RoutedDrive {
  on: JoiningId;
  freeSites: FreeSite[];
}

/** What of device and shop decides how the drives can be placed. */
export interface Placing {
  old: RoutedDrive & { health: HealthGrade };
  target: RoutedDrive;
  /** Sites besides the old drive's; the new drive's own among them where it is another. */
  freeSites: FreeSite[];
  /** Drives that join, in their order. */
  joining: JoiningDrive[];
  holders: HolderOffer[];
  hubs: HubOffer[];
  deviceSockets: Socket[];
  /** Whether the device has no keyboard of its own, so that one takes a socket. */
  keyboard: boolean;
  /** Sockets of the shop's own computers. */
  benchSockets: Socket[];
  sticks: JudgedStick[];
  /** Berths where nothing runs; null where the shop has none. */
  freeBerths: number | null;
  /** What can be plugged in at the berths; null where nobody noted it. */
  berthTakes: Berthing[] | null;
  finished: FinishedRun[];
}

/** What the plan asks of a route, bytes. */
export interface CopyAsked {
  /** Bytes that travel to the drive that takes over when used blocks are copied. */
  used: number;
  /** The same to each drive that joins to which anything goes. */
  usedOnto: Partial<Record<JoiningId, number>>;
  /** All of the old drive. */
  whole: number;
  /** Used share of its volumes, 0 to 1; null where not known. */
  crowded: number | null;
  /** Names of volumes that stay locked unless their own system runs. */
  locked: string[];
  /** What the plan makes of the partitions that a copy sector by sector cannot. */
  changes: ('shrunk' | 'left behind' | 'moved' | 'another scheme')[];
}

/** A copy onto a drive that joins. */
export interface FurtherCopy {
  onto: JoiningId;
  bytes: number;
  stages: PacedStage[];
  estimate: RunEstimate;
}

export interface RouteOption {
  route: Route;
  startedFrom: StartedFrom;
  feasible: boolean;
  /** Whether free blocks are passed over or every sector is copied. */
  method: 'used blocks' | 'every sector';
  bytes: number;
  /** What the data passes, from the old drive to the new one. */
  stages: PacedStage[];
  estimate: RunEstimate;
  /** The copies onto drives that join, which come after it the same way. */
  further: FurtherCopy[];
  /** What hands do beyond what the job asks for anyway, each with its minutes. */
  hands: { minutes: number; sentence: string }[];
  /** What it takes from the shelf, and the sockets that this goes into. */
  kit: Piece[];
  reasons: Reason[];
}
