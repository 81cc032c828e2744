import { binary, soldName } from '@udrel/core/capacity';
import { linkName } from '@udrel/core/links';
import type { DriveChoice, FactKey, JobFacts } from '@udrel/core/steps';
import { moment } from './time';
import { money, rate } from './units';

type Telling = { [K in FactKey]?: (value: NonNullable<JobFacts[K]>) => string };

/** How each fact is told in a line. */
const TELLING: Telling = {
  backup: ({ state, irreplaceable }) => (irreplaceable ? `${state}; irreplaceable: ${irreplaceable}` : state),
  consents: ({ given }) => given.join('; ') || 'none given',
  'go-ahead limit': ({ amount }) => `up to ${money(amount)} without asking`,
  'condition marks': ({ marks }) => marks.map((mark) => `${mark.kind}, ${mark.view}`).join('; ') || 'no marks',
  'own drive': ({ drive, serial, mayBeOverwritten }) =>
    `${drive.maker} ${drive.name}, ${soldName(drive.bytes, drive.sectorSize)}, ${serial}, ${mayBeOverwritten ? 'may be overwritten' : 'must not be overwritten'}`,
  'own memory': ({ count, module }) =>
    `${count} × ${module.name}, ${binary(module.bytes)} ${module.generation} ${module.form}, ${module.speed} MT/s`,
  'old drive': (drive) => `${drive.maker} ${drive.name}, ${soldName(drive.bytes, drive.sectorSize)}, ${drive.serial}`,
  'other drives': ({ drives }) => drives.map((one) => `${one.name}, ${one.serial}`).join('; ') || 'none',
  'partition table': (table) => {
    const locked = table.partitions.filter((one) => one.encrypted).map((one) => one.name);
    const words = `${table.scheme.toUpperCase()}, ${table.partitions.length} partitions`;
    return locked.length > 0 ? `${words}; encrypted: ${locked.join(', ')}` : `${words}, none encrypted`;
  },
  health: ({ grade, note }) => (note ? `${grade}: ${note}` : grade),
  memory: ({ modules }) =>
    modules.length > 0 ? modules.map((one) => `${one.slot} ${binary(one.bytes)}`).join(', ') : 'no module in a slot',
  before: measured,
  after: measured,
  'drive choice': chosenDrive,
  'added choice': chosenDrive,
  'old drive moves': ({ siteId, partsNeeded }) => [`to site ${siteId.toUpperCase()}`, ...partsNeeded].join(', '),
  installed: ({ system, files, note }) => [system, `files ${files}`, note].filter(Boolean).join('; '),
  'memory choice': (set) => `${set.count} × ${set.maker} ${set.name}, ${binary(set.total)} in all`,
  'quote accepted': ({ version, total, how, note }) =>
    [`quote ${version}, ${money(total)}, ${how}`, note].filter(Boolean).join(': '),
  plan: ({ route, partitions }) => `${partitions.length} partitions, ${route}`,
  'trial start': ({ started, oldDriveDetached, note }) =>
    started ? `started, old drive ${oldDriveDetached ? 'away' : 'attached'}` : `did not start: ${note}`,
  'old drive refitted': ({ serial, startsFromNew, note }) =>
    startsFromNew ? `${serial}, starts from the new drive` : `${serial}, does not start from the new drive: ${note}`,
  functions: ({ results }) => {
    const dead = results.filter((one) => !one.works).map((one) => one.name);
    return dead.length > 0 ? `not working: ${dead.join(', ')}` : `${results.length} work`;
  },
  'old drive stays': ({ where }) => where,
  'document given': ({ given }) => (given ? 'given' : 'not given'),
  'put back': ({ serial }) => serial || 'as it was',
  'as it came': ({ starts, note }) => (starts ? 'starts as it came' : `does not start: ${note}`),
  'kept until': ({ place, until }) => `${place}, until ${moment(`${until}T12:00:00`).replace(/ 12:00$/, '')}`,
};

function chosenDrive(drive: DriveChoice): string {
  return `${drive.maker} ${drive.name}, ${soldName(drive.bytes, drive.sectorSize)}, ${drive.serial}, ${linkName(drive.link)}`;
}

function measured({ set, whyNot }: NonNullable<JobFacts['before']>): string {
  if (!set) return `not measured: ${whyNot}`;
  const { sequentialRead, sequentialWrite, startUps } = set;
  return [
    sequentialRead !== null && `read ${rate(sequentialRead)}`,
    sequentialWrite !== null && `write ${rate(sequentialWrite)}`,
    startUps.length > 0 && `start-up ${startUps.join(', ')} s`,
  ]
    .filter(Boolean)
    .join('; ');
}

/** A fact in a line; empty for one that is shown elsewhere. */
export function tellFact(key: FactKey, value: unknown): string {
  const tell = TELLING[key] as ((value: unknown) => string) | undefined;
  return tell && value ? tell(value) : '';
}
