import type { SectorSize } from '../capacity';
import type { PartitionKind } from '../layout';
import type { Reason } from '../reason';

/** One partition as its table names it. Places in logical sectors. */
export interface TableEntry {
  /** Its number in the table: 1 to 4 and from 5 for logical ones in an MBR, the place in the array in a GPT. */
  number: number;
  startSector: number;
  sectors: number;
  /** Two hexadecimal digits in an MBR, a GUID in a GPT. */
  type: string;
  /** The type in words. */
  typeName: string;
  kind: PartitionKind;
  /** What boot entries and fstab name it by; empty in an MBR. */
  uniqueId: string;
  name: string;
  /** GPT: attribute bits as sixteen hexadecimal digits; MBR: the status byte as two. */
  attributes: string;
  /** Legacy firmware starts from it. */
  active: boolean;
  /** Inside an extended partition of an MBR. */
  logical: boolean;
}

/** A partition table with everything that is wrong with it. */
export interface ReadTable {
  scheme: 'gpt' | 'mbr' | 'none';
  sectorSize: SectorSize;
  /** Logical sectors of the drive. */
  sectors: number;
  /** GPT: the GUID of the drive; MBR: its signature, eight hexadecimal digits; empty without a table. */
  diskId: string;
  entries: TableEntry[];
  /** Where partitions may lie, first and last sector. */
  usable: { first: number; last: number };
  /** A `fail` stops a copy plan, a `limit` is worth knowing, an `unknown` was not in what was read. */
  problems: Reason[];
}
