import { EntitySchema } from 'typeorm';
import { integer, key, reference, text, time } from '../platform/database/columns';

/** A try to back the shop up. */
export interface BackupRow {
  id: string;
  begunAt: Date;
  /** When whoever works at it was last heard of. */
  seenAt: Date;
  /** Null while it works. */
  endedAt: Date | null;
  by: string | null;
  /** Name of its archive. */
  file: string | null;
  jobs: number | null;
  photos: number | null;
  problem: string | null;
}

export const Backup = new EntitySchema<BackupRow>({
  name: 'backup',
  columns: {
    id: key(),
    begunAt: time(),
    seenAt: time(),
    endedAt: time({ nullable: true }),
    by: reference('staff', { nullable: true }),
    file: text({ nullable: true }),
    jobs: integer({ nullable: true }),
    photos: integer({ nullable: true }),
    problem: text({ nullable: true }),
  },
  // That only one works at a time is an index over what has not ended, which entities cannot say.
  indices: [{ name: 'backup_begun', columns: ['begunAt'] }],
});
