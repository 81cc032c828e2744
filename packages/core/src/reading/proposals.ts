import type { JobFacts, OldDrive } from '../facts';
import { linkAtSite, type Site } from '../fit';
import { normaliseSerial } from '../identity';
import type { DeviceMemory, FittedModule } from '../memory';
import type { Reason } from '../reason';
import { stateOf } from './state';
import type { ReadDrive, Reading } from './types';

/** A fact as a file tells it, to be taken or left; or why it cannot be taken from this file. */
export type Proposal = {
  [K in ReadKey]: { key: K; value: NonNullable<JobFacts[K]> | null; note: string };
}[ReadKey];

export type ReadKey = 'old drive' | 'partition table' | 'health' | 'memory' | 'device read';

/** What of a job the facts are held against. */
export interface ReadFor {
  deviceSerial: string;
  sites: readonly Site[];
  memory: DeviceMemory;
  /** The drive as it is known already: what a file does not tell of it is kept. */
  old?: OldDrive;
  /** What was graded before. */
  health?: JobFacts['health'];
}

const MAKER_NOT_TOLD = 'maker not told';
const LONGEST_NOTE = 300;

/** The facts that a file offers for a job, with the drive in it that is the old one. */
export function proposalsOf(reading: Reading, drive: ReadDrive | null, job: ReadFor): Proposal[] {
  return [
    ...(drive?.identity ? [oldDrive(drive, job)] : []),
    ...(drive?.table ? [partitionTable(drive)] : []),
    ...(drive?.health ? [health(drive, job.health)] : []),
    ...(reading.device && reading.device.memory.devices.length > 0 ? [memory(reading, job.memory)] : []),
    ...device(reading),
  ];
}

function oldDrive(drive: ReadDrive, { sites, old }: ReadFor): Proposal {
  const { identity, bytes, class: driveClass } = drive;
  const key = 'old drive';
  const none = (note: string): Proposal => ({ key, value: null, note });
  const serial = normaliseSerial(identity?.serial ?? '');
  if (serial.length < 3) return none('The file gives no serial: read the label.');
  if (bytes === null) return none('The file gives no size: type it from the label.');
  if (driveClass === null) return none('The file does not say what kind of drive it is: choose it by hand.');
  const site = siteOf(drive, sites);
  if (!site) return none('This device has no site for such a drive: look where it sits.');
  const [first = '', ...rest] = (identity?.model || 'Model not told').split(/\s+/);
  const own = drive.link ?? ({ kind: 'sata', generation: 3 } as const);
  return {
    key,
    value: {
      serial,
      maker: rest.length > 0 ? first.slice(0, 60) : MAKER_NOT_TOLD,
      name: (rest.join(' ') || first).slice(0, 80),
      bytes,
      sectorSize: identity?.logicalSector ?? 512,
      class: driveClass,
      link: linkAtSite(site, own) ?? own,
      siteId: site.id,
      ...(old?.system && normaliseSerial(old.serial) === serial ? { system: old.system } : {}),
    },
    note: drive.bridged ? 'Read over USB: compare the serial with the label.' : `taken to sit at ${site.name}`,
  };
}

/** The site that speaks what the drive speaks and takes its form; one of which nobody knows what is wired comes last. */
function siteOf({ identity, link }: ReadDrive, sites: readonly Site[]): Site | undefined {
  const open = (line: 'sata' | 'pcie') => {
    const told = (site: Site) => (site as Partial<Record<'sata' | 'pcie', unknown>>)[line];
    const carries = sites.filter((site) => told(site) !== undefined && told(site) !== null);
    const perhaps = sites.filter((site) => UNTOLD.includes(site.form) && told(site) === undefined);
    return [...carries, ...perhaps];
  };
  if (identity?.bus === 'NVMe') return open('pcie')[0];
  const wired = link?.kind === 'pcie' ? [] : open('sata');
  return wired.find((site) => site.form === identity?.form) ?? wired.find((site) => site.form !== 'm2') ?? wired[0];
}

/** Sites that say nothing of a line where nobody looked. */
const UNTOLD: readonly Site['form'][] = ['m2', 'msata', 'pcie', 'blade', 'soldered'];

function partitionTable({ table, source, bridged }: ReadDrive): Proposal {
  const key = 'partition table';
  const stopping = table?.problems.filter(({ outcome }) => outcome === 'fail') ?? [];
  if (!source) return { key, value: null, note: table?.problems[0]?.sentence ?? 'No partition table was found.' };
  const unknown = source.partitions.filter(({ used, encrypted, fileSystem, kind }) => {
    return used === null && !encrypted && fileSystem !== 'none' && kind !== 'reserved' && kind !== 'swap';
  });
  const notes = [
    ...stopping.map(({ sentence }) => sentence),
    ...(unknown.length > 0
      ? [`Used space not told of ${unknown.map(({ name }) => name).join(', ')}: ask for it.`]
      : []),
    ...(bridged && source.sectorSize === 4096 ? ['4096-byte sectors over USB may be the bridge’s own.'] : []),
  ];
  return { key, value: source, note: notes.join(' ') };
}

function health({ health: report }: ReadDrive, before: JobFacts['health']): Proposal {
  const grade = report?.grade ?? 'unknown';
  const said = report?.reasons.map(({ sentence }) => sentence).join('; ') ?? '';
  const figures = report?.figures.slice(0, 4).map(({ name, value, unit }) => `${name} ${value} ${unit}`.trim()) ?? [];
  const note = (said || figures.join(', ')).slice(0, LONGEST_NOTE);
  const interfaceErrors = report?.interfaceErrors ?? null;
  const grown =
    interfaceErrors !== null && before?.interfaceErrors !== undefined && interfaceErrors > before.interfaceErrors;
  const cable = grown
    ? `Interface errors grew from ${before.interfaceErrors} to ${interfaceErrors}: the cable or the port, not the drive; try others.`
    : '';
  return {
    key: 'health',
    value: { grade, note, ...(interfaceErrors === null ? {} : { interfaceErrors }) },
    note: [cable, report?.forTheCopy].filter(Boolean).join(' '),
  };
}

/** The device as it came: after the work it is read again, and what is missing then is seen. */
function device(reading: Reading): Proposal[] {
  const value = stateOf(reading);
  if (!value || (!reading.device && !reading.parts)) return [];
  const older =
    value.parts === null ? 'This probe tells of no parts: take the newest, and what is missing later is seen.' : '';
  return [{ key: 'device read', value, note: older }];
}

/** Modules by the names that the model gives its slots; the firmware's own names where they agree, else by order. */
function memory({ device }: Reading, wanted: DeviceMemory): Proposal {
  const key = 'memory';
  const told = device?.memory.devices.filter(({ form }) => form !== 'soldered') ?? [];
  if (told.length > wanted.slots.length) {
    const words = `The firmware names ${told.length} slots, the model has ${wanted.slots.length}: look inside.`;
    return { key, value: null, note: words };
  }
  const byName = told.every(({ slot }) => wanted.slots.includes(slot));
  const modules = told.flatMap((one, index): FittedModule[] => {
    const { slot, bytes, speed, configured, ecc, registered, ranks } = one;
    if (bytes === null) return [];
    // What it is rated for, where the firmware says so: what it is set to may be the board's limit.
    const rate = speed ?? configured;
    return [
      {
        slot: byName ? slot : (wanted.slots[index] ?? slot),
        bytes,
        speed: rate === null ? null : Math.min(20_000, Math.max(100, rate)),
        buffering: registered ? 'registered' : ecc ? 'ECC' : 'unbuffered',
        ...(ranks === null ? {} : { ranks }),
      },
    ];
  });
  const generations = new Set(told.map(({ generation }) => generation).filter(Boolean));
  const other = [...generations].find((one) => one !== wanted.generation);
  const note = other ? `The firmware says ${other}, the model ${wanted.generation}: look at the label.` : '';
  return { key, value: { modules }, note: note || (byName ? '' : 'slots by their order') };
}

/** Whether the file is of the job's device, in words where it is not or cannot be told. */
export function sameDevice(reading: Reading, deviceSerial: string): Reason | null {
  if (!reading.device) return null;
  const { serial, maker, product } = reading.device;
  const measured = `${maker} ${product}`.trim();
  if (serial === '') return { rule: 'Device', outcome: 'unknown', measured, sentence: `${measured}: gives no serial.` };
  const same = normaliseSerial(serial) === normaliseSerial(deviceSerial);
  return {
    rule: 'Device',
    outcome: same ? 'pass' : 'fail',
    measured: serial,
    limit: deviceSerial,
    sentence: same
      ? `${measured}, ${serial}: this device.`
      : `The file is of ${measured}, ${serial}; this job’s device is ${deviceSerial}.`,
    ...(same ? {} : { remedy: 'take the file of this device, or correct the serial' }),
  };
}
