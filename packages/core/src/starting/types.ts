import type { BootEntries, StartMode } from '../inventory';
import type { Reason } from '../reason';
import type { CauseId } from '../triage';

export const MACHINES = ['x64', 'ia32', 'arm64', 'another'] as const;
/** What kind of processor and firmware a loader is made for. */
export type Machine = (typeof MACHINES)[number];

/** A file that UEFI firmware can start. */
export interface Loader {
  /** From the root of its partition, `\EFI\…`. */
  path: string;
  /** null where its head was not read, or is none of such a file. */
  machine: Machine | null;
  /** Whether it bears a signature, whoever made that; null where its head was not read. */
  signed: boolean | null;
}

/** An EFI system partition. */
export interface EfiPartition {
  /** Its unique GUID, by which start entries name it; in an MBR disk signature. */
  id: string;
  name: string;
  /** null where its folders could not be read. */
  loaders: Loader[] | null;
}

export const START_CODES = ['none', 'next stage', 'active partition'] as const;
/** What the code in the first sector starts: nothing, a stage of its own elsewhere, or the active partition. */
export type StartCode = (typeof START_CODES)[number];

/** What of a drive a firmware starts it by. */
export interface StartFiles {
  scheme: 'gpt' | 'mbr' | 'none';
  efi: EfiPartition[];
  /** null where the first sector was not read. */
  code: StartCode | null;
  /** Whether there is anything where the code looks for its next stage; null where that was not read, or it looks for none. */
  stage: boolean | null;
  /** Partitions that are marked active, and whether their first sector holds code; null where it was not read. */
  active: { name: string; code: boolean | null }[];
}

/** Another drive that the firmware sees beside the one that is looked at. */
export interface DriveBeside {
  name: string;
  /** Its partitions, by what start entries know them by. */
  ids: readonly string[];
  attached: boolean;
}

/** What is known of the firmware that is to start the drive. */
export interface StartingFirmware {
  /** How the device starts; null where that was not read. */
  mode: StartMode | null;
  secureBoot: boolean | null;
  /** null where they were not read. */
  entries: BootEntries | null;
  beside: readonly DriveBeside[];
}

export const START_OUTCOMES = ['starts', 'another', 'does not', 'not told'] as const;
/** What is expected of a start with the drive: from it, from another drive, from none, or nobody can tell. */
export type StartOutcome = (typeof START_OUTCOMES)[number];

/** What is expected of a start; no promise. */
export interface StartPrediction {
  outcome: StartOutcome;
  reasons: Reason[];
  /** Why it does not start, in the words of the no-boot guide; null where it does or nothing is known. */
  cause: CauseId | null;
}
