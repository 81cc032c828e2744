import type { BootEntry, DeviceState, DriveState } from '../inventory';
import { idsOf } from '../starting';
import { fail, limit, pass, unknown, type Reason } from '../reason';

/** Drives by what they are to the job: the one to start from, and what left. */
export interface StartDrives {
  meant: DriveState | null;
  meantName: string;
  /** Partitions of the old drive as they were read, and whether it is to be out of the device. */
  old: { ids: readonly string[]; leaves: boolean };
}

/**
 * Whether it starts as before, and from the drive that is meant: start mode, Secure Boot, controller mode and the entry that
 * this start came from, else the first one of the order.
 *
 * @source UEFI specification 2.10, 3.1 (boot manager); PCI class codes 0101, 0104, 0106, 0108
 */
export function judgeStart(now: DeviceState, before: DeviceState | null, drives: StartDrives): Reason[] {
  return [
    ...sameMode(now, before),
    ...sameSecureBoot(now, before),
    ...sameController(now, before),
    ...judgeEntries(now, drives),
  ];
}

function sameMode({ startMode: now }: DeviceState, before: DeviceState | null): Reason[] {
  const was = before?.startMode ?? null;
  if (now === null || was === null) return [];
  const rule = 'Start mode';
  return now === was
    ? [pass(rule, `${now}, as before`)]
    : [fail(rule, `It started in ${now} mode; before it was ${was}.`, `set it back to ${was}`)];
}

function sameSecureBoot({ secureBoot: now }: DeviceState, before: DeviceState | null): Reason[] {
  const was = before?.secureBoot ?? null;
  if (now === null || was === null) return [];
  const rule = 'Secure Boot';
  const word = (on: boolean) => (on ? 'on' : 'off');
  if (now === was) return [pass(rule, `${word(now)}, as before`)];
  return [limit(rule, `Secure Boot is ${word(now)}; before it was ${word(was)}.`, `switch it ${word(was)} again`)];
}

/** Class codes of controllers by what the firmware's setting calls them. */
const MODES: readonly (readonly [string, string])[] = [
  ['0101', 'IDE'],
  ['0104', 'RAID'],
  ['0106', 'AHCI'],
];

function modesOf({ parts }: DeviceState): string[] | null {
  const codes = parts?.filter(({ kind }) => kind === 'storage controller').map(({ detail }) => detail.slice(0, 4));
  return codes ? MODES.filter(([code]) => codes.includes(code)).map(([, mode]) => mode) : null;
}

function sameController(now: DeviceState, before: DeviceState | null): Reason[] {
  const [is, was] = [modesOf(now)?.join(' and '), before ? modesOf(before)?.join(' and ') : undefined];
  if (!is || !was) return [];
  const rule = 'Controller mode';
  return is === was
    ? [pass(rule, `${is}, as before`)]
    : [fail(rule, `The controller runs as ${is}; before it was ${was}.`, `set it back to ${was}`)];
}

function judgeEntries({ boot, startMode }: DeviceState, { meant, meantName, old }: StartDrives): Reason[] {
  const rule = 'Start entry';
  if (!meant || startMode === 'legacy') return [];
  const ordered = boot?.entries.filter(({ number, active }) => active && boot.order.includes(number)) ?? [];
  const first = ordered[0];
  if (!first)
    return [unknown(rule, 'The firmware told of no start entry.', 'look in the firmware which it starts first')];
  const own = idsOf(meant.table);
  if (own.length === 0)
    return [unknown(rule, `The table of the ${meantName} was not read.`, 'look in the firmware which it starts first')];
  const told = (entry: BootEntry) => {
    const id = entry.partition?.id ?? null;
    if (id === null) return 'no partition';
    if (own.includes(id)) return 'meant';
    return old.ids.includes(id) ? 'old' : 'nowhere';
  };
  const name = `“${first.name || first.path || `entry ${first.number}`}”`;
  const dead = ordered.slice(1).filter((one) => told(one) === 'nowhere' || told(one) === 'old').length;
  const stale = dead > 0 ? [limit(rule, `${dead} more of the order point to drives that are not there.`)] : [];
  const remedy = 'make the entry anew for the new drive, and set the order';
  switch (told(first)) {
    case 'meant':
      return [pass(rule, `${name} starts first, from the ${meantName}`), ...stale];
    case 'old': {
      const sentence = `${name} starts first and points to a partition of the old drive${old.leaves ? ', which is out' : ''}.`;
      return [fail(rule, sentence, remedy), ...stale];
    }
    case 'nowhere':
      return [fail(rule, `${name} starts first and points to a partition that no drive has.`, remedy), ...stale];
    case 'no partition':
      return [
        limit(rule, `${name} starts first: another medium or the network is looked for each time.`, 'set the order'),
        ...stale,
      ];
  }
}
