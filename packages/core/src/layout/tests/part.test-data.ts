import { MIB } from '../../capacity';
import type { SourcePartition } from '../types';

/** A partition of an old drive, half of it used, named as it is identified. */
export const part = (
  id: string,
  startMib: number,
  mib: number,
  over: Partial<SourcePartition> = {},
): SourcePartition => ({
  id,
  name: id,
  kind: 'data',
  fileSystem: 'NTFS',
  startSector: (startMib * MIB) / 512,
  sectors: (mib * MIB) / 512,
  used: (mib * MIB) / 2,
  encrypted: false,
  ...over,
});
