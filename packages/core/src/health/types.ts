import type { SectorSize } from '../capacity';
import type { HealthGrade } from '../estimate';
import type { SataGeneration } from '../links';
import type { Reason } from '../reason';

/** What a drive says of itself. Bytes; null: not reported. */
export interface DriveIdentity {
  bus: 'ATA' | 'NVMe';
  serial: string;
  model: string;
  firmware: string;
  bytes: number | null;
  logicalSector: SectorSize | null;
  physicalSector: number | null;
  /** Revolutions a minute; 0 for one without moving parts. */
  rotation: number | null;
  form: '3.5' | '2.5' | '1.8' | 'mSATA' | 'm2' | null;
  /** SATA: the generation it can and the one it runs at now. */
  sata: { can: SataGeneration | null; runs: SataGeneration | null } | null;
  trim: boolean | null;
  /** Needs its password before anything can be read. */
  locked: boolean;
  problems: Reason[];
}

/** One figure of a health page, in the words of the trade. */
export interface HealthFigure {
  name: string;
  value: number;
  unit: string;
}

/** How a drive is, with the figures that say so, and what that means for the copy. */
export interface HealthReport {
  grade: HealthGrade;
  /** Only what counts towards the grade, worst first; each with what it means. */
  reasons: Reason[];
  figures: HealthFigure[];
  /** Interface checksum errors over the drive's life, where it counts them: their growth points to cable or port. */
  interfaceErrors: number | null;
  /** What it means for this job, one sentence. */
  forTheCopy: string;
}
