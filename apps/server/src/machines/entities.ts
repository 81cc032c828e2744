import { EntitySchema } from 'typeorm';
import { json, key, reference, text, time } from '../platform/database/columns';

export interface MachineRow {
  id: string;
  name: string;
  /** Berths that its token speaks for. */
  berths: number[];
  /** Of its token (SHA-256, hexadecimal); of the one before as long as the new one was not used. */
  digest: string;
  digestBefore: string | null;
  tokenAt: Date;
  seenAt: Date | null;
  madeBy: string;
  endedAt: Date | null;
}

export const Machine = new EntitySchema<MachineRow>({
  name: 'machine',
  columns: {
    id: key(),
    name: text(),
    berths: json(),
    digest: text(),
    digestBefore: text({ nullable: true }),
    tokenAt: time(),
    seenAt: time({ nullable: true }),
    madeBy: reference('staff'),
    endedAt: time({ nullable: true }),
  },
  indices: [
    { name: 'machine_digest', columns: ['digest'], unique: true },
    { name: 'machine_digest_before', columns: ['digestBefore'], where: 'digest_before is not null' },
  ],
});
