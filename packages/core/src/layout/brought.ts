import { GIB, binary } from '../capacity';
import { byStart } from './intent';
import { fail, limit, type Bare } from './point';
import {
  TAKES_OVER,
  targetName,
  type Circumstances,
  type FileSystem,
  type LayoutIntent,
  type NewVolume,
  type PlanPoint,
  type SourceTable,
  type StayingDrive,
} from './types';
import { alignUp, isResizable, roomFor } from './volume-facts';

const NAME_LENGTH = 36;

/**
 * The least volume that takes the files of another drive, bytes: what it uses and the room kept above that; as large as
 * the whole drive where nobody looked.
 */
export function leastForFiles({ bytes, used }: StayingDrive): number {
  return used === undefined ? alignUp(bytes) : Math.min(alignUp(bytes), roomFor(used));
}

/** What brings the files of another drive of the device onto the new one too: a volume made for them. */
export function filesFrom(
  table: SourceTable,
  { made }: Pick<LayoutIntent, 'made'>,
  drive: StayingDrive,
): Pick<LayoutIntent, 'made'> {
  const taken = new Set(made.map(({ id }) => id));
  const number = [1, 2, 3, 4, 5, 6, 7, 8].find((one) => !taken.has(`from-${one}`)) ?? 1;
  const volume: NewVolume = {
    id: `from-${number}`,
    name: `Files of ${drive.name}`.slice(0, NAME_LENGTH).trimEnd(),
    kind: 'data',
    fileSystem: usualOf(table),
    bytes: leastForFiles(drive),
    on: TAKES_OVER,
    from: drive.serial,
  };
  return { made: [...made, volume] };
}

/** The drives whose files could come onto the new one as well: those of which nothing was decided yet. */
export function couldCome(intent: LayoutIntent, { staying = [] }: Circumstances): StayingDrive[] {
  const decided = new Set([...intent.made.map(({ from }) => from), ...Object.values(intent.filesTo ?? {})]);
  return staying.filter(({ serial }) => !decided.has(serial));
}

/** What stands against bringing files from another drive, and what comes of it. */
export function broughtPoints({ made }: Bare, intent: LayoutIntent, { staying = [] }: Circumstances): PlanPoint[] {
  const from = made.flatMap(({ volume, target }) => (volume.from === undefined ? [] : [{ volume, target }]));
  return from.flatMap(({ volume, target }, index): PlanPoint[] => {
    const { id, name, from: serial = '' } = volume;
    const about = { about: id };
    const without = { made: intent.made.filter((one) => one.id !== id) };
    const leave = { label: 'Leave them where they are', intent: without };
    const drive = staying.find((one) => one.serial === serial);
    if (!drive) {
      const sentence = `${name} was to take the files of a drive ${serial} that is not noted as being in the device.`;
      return [{ ...fail('Files', sentence, 'note that drive in Assess, or leave them', [leave]), ...about }];
    }
    if (from.findIndex((one) => one.volume.from === serial) < index) {
      const sentence = `The files of ${drive.name} already go onto another volume.`;
      return [{ ...fail('Files', sentence, 'bring them once', [leave]), ...about }];
    }
    if (Object.values(intent.filesTo ?? {}).includes(serial)) {
      const sentence = `Files go onto ${drive.name} before the copy, and its own files are to come off it.`;
      return [{ ...fail('Files', sentence, 'decide for one of them', [leave]), ...about }];
    }
    const least = leastForFiles(drive);
    const has = target?.bytes ?? volume.bytes;
    if (has < least) {
      const larger = intent.made.map((one) => (one.id === id ? { ...one, bytes: least } : one));
      const sentence = `${name} has ${binary(has)}: the files of ${drive.name} need ${binary(least)}.`;
      const action = { label: `Make it ${binary(least)}`, intent: { made: larger } };
      return [{ ...fail('Files', sentence, 'make it larger', [action, leave]), ...about }];
    }
    const where = `the ${targetName(volume.on)}`;
    const come = `The files of ${drive.name} (${serial}) come onto ${where} after the trial start: a step in Prove.`;
    if (drive.used !== undefined) return [{ ...limit('Files', come, [leave]), ...about }];
    const ask = `How much ${drive.name} uses is not known: room is kept for all of it.`;
    return [{ ...limit('Files', `${come} ${ask}`, [{ label: 'To Assess', go: 'Assess' }, leave]), ...about }];
  });
}

/** The file system that the device's own volumes have: that of the system, else of the largest. */
function usualOf({ partitions }: SourceTable): FileSystem {
  const [first] = partitions
    .filter((one) => isResizable({ ...one, encrypted: false, used: one.used ?? 0 }))
    .sort(
      (a, b) => Number(b.kind === 'system') - Number(a.kind === 'system') || b.sectors - a.sectors || byStart(a, b),
    );
  return first?.fileSystem ?? 'NTFS';
}

/** Bytes that are brought from it: what it uses; all of it where nobody looked. At least a GiB, as small files are slow. */
export function bytesOfFiles({ bytes, used = bytes }: StayingDrive): number {
  return Math.max(used, GIB);
}
