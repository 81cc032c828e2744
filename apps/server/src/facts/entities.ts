import { EntitySchema } from 'typeorm';
import type { FactKey } from '@udrel/core/facts';
import { flag, json, key, reference, text, time } from '../platform/database/columns';

export interface FactRow {
  id: string;
  jobId: string;
  deviceId: string | null;
  driveId: string | null;
  key: FactKey;
  value: unknown;
  /** Where it comes from: typed, scanned, measured, computed, a file. */
  origin: string;
  by: string;
  at: Date;
  /** False once a later value of the same key took its place. */
  current: boolean;
}

export const Fact = new EntitySchema<FactRow>({
  name: 'fact',
  columns: {
    id: key(),
    jobId: reference('job'),
    deviceId: reference('device', { nullable: true }),
    driveId: reference('drive', { nullable: true }),
    key: text(),
    value: json(),
    origin: text(),
    by: reference('staff'),
    at: time(),
    current: flag(),
  },
  indices: [
    { name: 'fact_current', columns: ['jobId', 'key'], unique: true, where: 'current' },
    { name: 'fact_drive', columns: ['driveId'], where: 'drive_id is not null' },
    { name: 'fact_trials', columns: ['jobId'], where: "key = 'trial start'" },
    { name: 'fact_return', columns: ['jobId'], where: "key = 'return cause' and current" },
    { name: 'fact_starts', columns: ['at'], where: "current and key = 'no start'" },
  ],
});
