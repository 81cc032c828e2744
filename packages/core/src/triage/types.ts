/** What is seen of a device that does not start, in the words of who stands before it. */
export const SIGNS = [
  'nothing happens at the power button',
  'fans run, no picture',
  'beeps or blinks',
  'the new drive is not listed in firmware',
  'the new drive is listed in firmware',
  'it is listed now and then',
  'it is silent and stays cold',
  'no system found',
  'the menu of another medium',
  'a blinking cursor',
  'goes back to firmware set-up',
  'a loader error',
  'the loader is rejected as not signed',
  'stop code about the boot device',
  'restarts again and again',
  'stops at the logo',
  'repair starts again and again',
  'asks for a recovery key',
  'starts the old system',
  'resumes an old state',
  'read errors on the screen',
] as const;
export type Sign = (typeof SIGNS)[number];

/** Why a device does not start after its drive was changed, in the order of the table that they are from. */
export const CAUSES = [
  'stick left in',
  'not seated',
  'post missing',
  'cable loose',
  'no power',
  'wrong protocol',
  'port switched off',
  'boot order',
  'entry lost',
  'loader not copied',
  'not active',
  'no boot code',
  'scheme against mode',
  'start mode flipped',
  'controller mode',
  'both attached',
  'encryption asks',
  'Secure Boot refuses',
  'sector size',
  'firmware without NVMe',
  'copy incomplete',
  'source hibernated',
  'ribbon or memory loose',
  'drive defective',
] as const;
export type CauseId = (typeof CAUSES)[number];

/** How a try ended. A device can have two causes: one is mended, and it still does not start. */
export const TRY_OUTCOMES = ['that was it', 'mended, still does not start', 'not it', 'cannot be told'] as const;
export type TryOutcome = (typeof TRY_OUTCOMES)[number];

/** One cause that was tried. */
export interface Try {
  cause: CauseId;
  outcome: TryOutcome;
}

/** What is known of job and device that makes a cause more or less likely; null where nobody knows. */
export interface StartFacts {
  /** Whether a drive took over from the old one. */
  newDrive: boolean;
  scheme: 'gpt' | 'mbr' | null;
  /** Whether the firmware starts by UEFI. */
  uefi: boolean | null;
  /** What the new drive speaks. */
  speaks: 'NVMe' | 'SATA' | null;
  /** A card in a slot, or a drive on a lead or in a bay. */
  sits: 'slot' | 'bay' | null;
  startsNvme: boolean | null;
  /** Whether using its site switches something off, or something switches it off. */
  shares: boolean | null;
  /** Whether it wants 12 V. */
  wants12V: boolean;
  encrypted: boolean | null;
  /** Whether the old drive was attached at the start. */
  oldAttached: boolean | null;
  /** Whether the identifiers of the old drive were kept, so that entries still point right. */
  identifiersKept: boolean | null;
  /** What was expected when the finished drive was looked at; null where nobody looked, or nothing could be told. */
  expected: CauseId | 'it starts' | null;
  /** Whether what the system is started from came along. */
  loaderCopied: boolean | null;
  /** Whether the copy lost something or was not read back as planned. */
  copyDoubted: boolean | null;
  hibernated: boolean | null;
  sectorSizeChanged: boolean;
  /** A stick was used for the copy. */
  stickUsed: boolean;
  /** Leads and ribbons came off, or modules were touched. */
  leadsTouched: boolean | null;
}

/** A cause that the shop found in the end, and the model it was found at. */
export interface ResolvedCase {
  cause: CauseId;
  model: string;
}

/** A cause in the order in which to look for it. */
export interface RankedCause {
  id: CauseId;
  /** How likely it is among all, 0 to 1. */
  share: number;
  /** Hands time of the test, minutes. */
  minutes: number;
  /** Why it stands there, a line each. */
  because: string[];
}

/** A cause that cannot be, and why. */
export interface ExcludedCause {
  id: CauseId;
  why: string;
}

export interface Guide {
  ranked: RankedCause[];
  excluded: ExcludedCause[];
  /** The cause that was found; null while nothing was. */
  found: CauseId | null;
}
