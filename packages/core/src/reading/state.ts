import { MIB } from '../capacity';
import { normaliseSerial } from '../identity';
import type { DeviceState, DriveState } from '../inventory';
import type { ReadDrive, Reading } from './types';

/** A file system may leave so much of its partition unused: whole clusters, and what its kind keeps free at the end. */
const LEFT_OVER = 16 * MIB;
/** Most drives, and most figures of each, that are kept. */
const MOST = 32;

/** What a probe file says of the device as it is, to be kept and held against another; null where it tells of no device. */
export function stateOf(reading: Reading): DeviceState | null {
  if (reading.kind !== 'probe file') return null;
  const modules = reading.device?.memory.devices.flatMap(({ slot, bytes, configured }) =>
    bytes === null ? [] : [{ slot: slot.slice(0, 40), bytes, configured }],
  );
  return {
    made: reading.made,
    startMode: reading.firmwareMode,
    secureBoot: reading.secureBoot,
    boot: reading.boot,
    parts: reading.parts,
    modules: modules && modules.length > 0 ? modules.slice(0, MOST) : null,
    drives: reading.drives.slice(0, MOST).map(driveState),
  };
}

function driveState({
  identity,
  bytes,
  link,
  bridged,
  started,
  health,
  source,
  table,
  volumes,
}: ReadDrive): DriveState {
  const size = table?.sectorSize ?? 512;
  const ungrown = volumes.flatMap(({ totalBytes }, n) => {
    const entry = table?.entries[n];
    const over = entry && totalBytes ? entry.sectors * size - totalBytes : 0;
    const one = source?.partitions.find(({ startSector }) => startSector === entry?.startSector);
    return one && over > LEFT_OVER ? [{ name: one.name, bytes: over }] : [];
  });
  return {
    serial: normaliseSerial(identity?.serial ?? ''),
    bytes,
    link,
    bridged,
    started,
    figures: (health?.figures ?? []).slice(0, MOST).map(({ name, value }) => ({ name, value })),
    table: source,
    problems: table?.problems.slice(0, MOST) ?? [],
    ungrown,
  };
}
