import { EntitySchema } from 'typeorm';
import type { BelongingStay, Round } from '@udrel/core/custody';
import { flag, integer, json, key, reference, text, time } from '../platform/database/columns';

export interface BelongingRow {
  id: string;
  jobId: string;
  /** Printed on its label after the job's tag; 0 is the device itself. */
  number: number;
  name: string;
  /** Of a drive. */
  serial: string;
  placeId: string | null;
  /** Why it lies here after the job; null while it is here for the work. */
  stay: BelongingStay | null;
  /** The last day on which it is kept, YYYY-MM-DD of the shop's calendar; null where nothing was agreed. */
  keptUntil: string | null;
  /** Whether the customer agreed in writing that nothing can be read from it afterwards. */
  consent: boolean;
  /** Since which round nobody has seen it. */
  missingSince: Date | null;
  /** When it left the shop, and how. */
  returnedAt: Date | null;
  goneAs: 'returned' | 'recycled' | null;
}

/** A thing that lies in the shop for a job, the device itself included, with its storage place. */
export const Belonging = new EntitySchema<BelongingRow>({
  name: 'belonging',
  columns: {
    id: key(),
    jobId: reference('job'),
    number: integer({ default: 0 }),
    name: text(),
    serial: text({ default: '' }),
    placeId: reference('place', { nullable: true }),
    stay: text({ nullable: true }),
    keptUntil: text({ nullable: true }),
    consent: flag(),
    missingSince: time({ nullable: true }),
    returnedAt: time({ nullable: true }),
    goneAs: text({ nullable: true }),
  },
  indices: [
    { name: 'belonging_number', columns: ['jobId', 'number'], unique: true },
    { name: 'belonging_place', columns: ['placeId'] },
    { name: 'belonging_here', columns: ['jobId'], where: 'returned_at is null' },
    { name: 'belonging_due', columns: ['keptUntil'], where: 'returned_at is null and kept_until is not null' },
    {
      name: 'belonging_missing',
      columns: ['missingSince'],
      where: 'returned_at is null and missing_since is not null',
    },
  ],
});

export interface RoundRow {
  id: string;
  /** Rounds in their order, from 1. */
  number: number;
  by: string;
  at: Date;
  endedAt: Date | null;
  /** What it showed, as it was ended. */
  showed: Round | null;
}

/** A round over the shelves: what lies there against the record. One at a time. */
export const RoundEntity = new EntitySchema<RoundRow>({
  name: 'round',
  columns: {
    id: key(),
    number: integer(),
    by: reference('staff'),
    at: time(),
    endedAt: time({ nullable: true }),
    showed: json({ nullable: true }),
  },
  indices: [{ name: 'round_number', columns: ['number'], unique: true }],
});

export interface RoundScanRow {
  id: string;
  roundId: string;
  number: number;
  /** Empty where only a place was scanned. */
  thing: string;
  /** Code of the place at which somebody stood. */
  place: string;
  by: string;
  at: Date;
}

/** What was scanned in a round, one after the other. */
export const RoundScanEntity = new EntitySchema<RoundScanRow>({
  name: 'round_scan',
  columns: {
    id: key(),
    roundId: reference('round'),
    number: integer(),
    thing: text(),
    place: text(),
    by: reference('staff'),
    at: time(),
  },
  indices: [{ name: 'round_scan_number', columns: ['roundId', 'number'], unique: true }],
});
