import type { HiddenAreas, WipeSeen, WipeWayName } from '@udrel/core/wiping';
import { EntitySchema } from 'typeorm';
import { integer, json, key, reference, text, time } from '../platform/database/columns';

export interface WipeRow {
  id: string;
  belongingId: string;
  runId: string;
  way: WipeWayName;
  tool: string;
  hidden: HiddenAreas;
  /** Replaced sectors by the drive's own health page; null where that was not read. */
  reallocated: number | null;
  /** The drive that took over from it, as it was identified. */
  survivor: string;
  by: string;
  /** The berth that is asked to read samples, and by whom and when; null while none is. */
  berthId: string | null;
  askedBy: string | null;
  askedAt: Date | null;
  /** Why nothing could be read when it was asked last; empty where it could. */
  trouble: string;
  /** What the samples showed, when, and at which berth. */
  seen: WipeSeen | null;
  seenAt: Date | null;
  seenBerth: number | null;
  /** Why nobody reads any. */
  notRead: string;
  /** The certificate that was issued. */
  paperId: string | null;
}

/** One attempt at the wipe of a drive that stays here; how long it took is with its run. */
export const Wipe = new EntitySchema<WipeRow>({
  name: 'wipe',
  columns: {
    id: key(),
    belongingId: reference('belonging'),
    runId: reference('run'),
    way: text(),
    tool: text(),
    hidden: text(),
    reallocated: integer({ nullable: true }),
    survivor: text(),
    by: reference('staff'),
    berthId: reference('berth', { nullable: true }),
    askedBy: reference('staff', { nullable: true }),
    askedAt: time({ nullable: true }),
    trouble: text({ default: '' }),
    seen: json({ nullable: true }),
    seenAt: time({ nullable: true }),
    seenBerth: integer({ nullable: true }),
    notRead: text({ default: '' }),
    paperId: reference('paper', { nullable: true }),
  },
  indices: [
    { name: 'wipe_belonging', columns: ['belongingId'] },
    { name: 'wipe_run', columns: ['runId'], unique: true },
    { name: 'wipe_asked', columns: ['askedAt'], where: 'asked_at is not null' },
  ],
});
