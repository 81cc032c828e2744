import { perSnapshot } from '../snapshot/per-snapshot';
import { FITTED_KEYS, targetKey, type BroughtFiles } from '../../facts';
import { GIB } from '../../capacity';
import {
  biosBootOf,
  growsLater,
  TAKES_OVER,
  TARGET_IDS,
  type NewVolume,
  type SourcePartition,
  type TargetId,
} from '../../layout';
import { decided, copyTargets } from './on-route';
import { sameSerial, targetIdentified } from './targets';
import type { JobSnapshot, WishKind } from '../snapshot/types';

type Wanted = Pick<JobSnapshot, 'wishes'>;

/** Whether the job has a wish of that kind. */
export function wants(job: Wanted, kind: WishKind): boolean {
  return job.wishes.some((wish) => wish.kind === kind);
}

/** The wishes for which what is on the old drive is copied. */
const COPIED: readonly WishKind[] = ['new drive', 'new drive beside'];

/** The drive that each wish asks for: one takes over from the old drive by one wish at most; null where none goes in. */
export const DRIVE_WISHED = {
  'new drive': 'new',
  'new drive beside': 'new',
  'fresh installation': 'new',
  'added drive': 'added',
  memory: null,
} as const satisfies Record<WishKind, TargetId | null>;

/** Whether a device cannot have both: the same twice, or two drives that take over. */
export function excludeEachOther(one: WishKind, other: WishKind): boolean {
  return one === other || (DRIVE_WISHED[one] !== null && DRIVE_WISHED[one] === DRIVE_WISHED[other]);
}

/** Whether a system is put on afresh. */
export const installs = (job: Wanted): boolean => wants(job, 'fresh installation');

/** Whether what is on the old drive is copied onto a new one. */
export function copies({ wishes }: Wanted): boolean {
  return wishes.some(({ kind }) => COPIED.includes(kind));
}

/**
 * Whether what the system is started by points elsewhere on the new drive: it got identifiers of its own, or a table of the
 * other kind. The start files are repaired from a recovery medium of the same system then.
 * @source UEFI specification 3.1.3 (a boot entry names a partition by its identifier); trade practice
 */
export function startsAnew({ facts, wishes }: Wanted & Pick<JobSnapshot, 'facts'>): boolean {
  const { plan } = facts;
  if (!plan || !copies({ wishes })) return false;
  const drive = plan.drives.find(({ id }) => id === TAKES_OVER);
  const starts = plan.table.partitions.some(({ id, kind }) => {
    const placed = plan.partitions.some((one) => one.id === id && one.on === TAKES_OVER);
    return placed && (kind === 'system' || kind === 'not known');
  });
  // The start code in front of the table names the sectors of a loader in a BIOS boot partition.
  const loader = biosBootOf(plan.table);
  const there = plan.partitions.find(({ id, on }) => id === loader?.id && on === TAKES_OVER);
  const elsewhere = loader !== undefined && there !== undefined && there.startSector !== loader.startSector;
  return starts && (drive?.identifiersKept === false || elsewhere);
}

/** The volume that was copied encrypted, for which room was left behind it on the drive that takes over; null for none. */
export function leftToGrow({ facts }: Pick<JobSnapshot, 'facts'>): SourcePartition | null {
  const { plan } = facts;
  const volume = plan ? growsLater(plan.table.partitions, plan.intent) : null;
  const placed = plan?.partitions.find(({ id, on }) => id === volume?.id && on === TAKES_OVER);
  const free = plan?.drives.find(({ id }) => id === TAKES_OVER)?.leftFree ?? 0;
  return placed && free >= GIB ? volume : null;
}

/** Files of another drive of the device that come onto the new one. */
export interface ToBring {
  volume: NewVolume;
  serial: string;
  name: string;
  /** What became of them; null where nobody said. */
  known: BroughtFiles | null;
}

/** What is brought from other drives of the device as it was decided so far, volume by volume. */
export function filesToBring({ facts }: Pick<JobSnapshot, 'facts'>): ToBring[] {
  const { 'other drives': others, 'files brought': brought } = facts;
  return (decided({ facts })?.intent.made ?? []).flatMap((volume) => {
    const { from: serial } = volume;
    if (serial === undefined) return [];
    const name = others?.drives.find((one) => one.serial === serial)?.name ?? serial;
    return [{ volume, serial, name, known: brought?.drives.find((one) => one.serial === serial) ?? null }];
  });
}

/** The drives that they come from, in a sentence. */
export function namesToBring(job: Pick<JobSnapshot, 'facts'>): string {
  return filesToBring(job)
    .map(({ name }) => name)
    .join(' and ');
}

/** The drives that are to go in. */
export function wantedTargets(job: Wanted): TargetId[] {
  return TARGET_IDS.filter((on) => goesIn(job, on));
}

/** Whether that drive is to go in. */
export function goesIn({ wishes }: Wanted, on: TargetId): boolean {
  return wishes.some(({ kind }) => DRIVE_WISHED[kind] === on);
}

/** Whether a new drive takes over from the old one. */
export function replacesDrive(job: Wanted): boolean {
  return goesIn(job, 'new');
}

/** The site at which the old drive goes on for data in the device; null where it comes out, or nothing takes over from it. */
export function oldStaysAt(job: Pick<JobSnapshot, 'wishes' | 'facts' | 'device'>): string | null {
  const { wishes, facts } = job;
  if (!replacesDrive({ wishes })) return null;
  const beside = wishes.some(({ kind }) => kind === 'new drive beside') || oldSoldered(job);
  return facts['old drive moves']?.siteId ?? (beside ? (facts['old drive']?.siteId ?? '') : null);
}

/** Whether the old drive is on the board: it can neither come out nor be detached for a start. */
export function oldSoldered({ facts, device }: Pick<JobSnapshot, 'facts' | 'device'>): boolean {
  return device.soldered.includes(facts['old drive']?.siteId ?? '');
}

/** Whether the old drive was attached again after the device had started without it, and the device starts from the new one. */
export function refittedHolds({ facts }: JobSnapshot): boolean {
  const refitted = facts['old drive refitted'];
  return refitted?.startsFromNew === true && sameSerial(refitted.serial, facts['old drive']?.serial);
}

/** Whether any drive goes in. */
export function fitsDrive(job: JobSnapshot): boolean {
  return wantedTargets(job).length > 0;
}

const isInDevice = ({ 'other drives': others }: JobSnapshot['facts'], serial: string) =>
  others?.drives.some((one) => one.serial === serial) === true;

/** Whether the accepted plan was made for the drives and the table as they are known now. */
export const planHolds = perSnapshot(({ facts }): boolean => {
  const { plan } = facts;
  return (
    plan !== undefined &&
    plan.sourceSerial === facts['old drive']?.serial &&
    plan.drives.every(({ id, serial }) => serial === facts[targetKey(id, 'choice')]?.serial) &&
    plan.made.every(({ from }) => from === undefined || isInDevice(facts, from)) &&
    JSON.stringify(plan.table) === JSON.stringify(facts['partition table'])
  );
});

/** Whether the old drive has been identified by the serial that the job knows now. */
export function sourceIdentified({ facts }: Pick<JobSnapshot, 'facts'>): boolean {
  return sameSerial(facts['source identified']?.serial, facts['old drive']?.serial);
}

/** Whether every drive that the copy reads or writes has been identified. */
export function allIdentified(job: JobSnapshot): boolean {
  return sourceIdentified(job) && copyTargets(job).every((on) => targetIdentified(job, on));
}

/** Whether the drive that was fitted is the one that is reserved now. */
export function fittedHolds({ facts }: Pick<JobSnapshot, 'facts'>, on: TargetId): boolean {
  return sameSerial(facts[targetKey(on, 'fitted')]?.serial, facts[targetKey(on, 'choice')]?.serial);
}

/** Whether as many modules were fitted as are reserved now: memory is known by its slots, not by serials. */
export function memoryHolds({ facts }: Pick<JobSnapshot, 'facts'>): boolean {
  return facts['memory fitted'] !== undefined && facts['memory fitted'].modules === facts['memory choice']?.count;
}

/** Whether anything was fitted. */
export function anyFitted({ facts }: Pick<JobSnapshot, 'facts'>): boolean {
  return FITTED_KEYS.some((key) => facts[key] !== undefined);
}
