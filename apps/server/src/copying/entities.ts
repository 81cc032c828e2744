import type { Piece } from '@udrel/core/pieces';
import type { RunEstimate, RunKind } from '@udrel/core/estimate';
import type { DriveClass } from '@udrel/core/fit';
import type { Alarm } from '@udrel/core/identity';
import type { TargetId } from '@udrel/core/layout';
import type { JudgedRun, ProgressState } from '@udrel/core/progress';
import type { LeftAs, Loss, RunOutcome } from '@udrel/core/steps';
import { EntitySchema } from 'typeorm';
import { bytes, flag, integer, json, key, reference, text, time } from '../platform/database/columns';

export interface BerthRow {
  id: string;
  number: number;
  /** Whether an agent watches it, and since when it was last heard. */
  watched: boolean;
  agent: string | null;
  boot: string | null;
  heardAt: Date | null;
  /** How many times faster than real time a simulated berth runs; null for a real one. */
  simulatedSpeed: number | null;
}

export const Berth = new EntitySchema<BerthRow>({
  name: 'berth',
  columns: {
    id: key(),
    number: integer({ unique: true }),
    watched: flag(),
    agent: text({ nullable: true }),
    boot: text({ nullable: true }),
    heardAt: time({ nullable: true }),
    simulatedSpeed: integer({ nullable: true }),
  },
});

export interface RunRow {
  id: string;
  jobId: string;
  kind: RunKind;
  /** The partition that it is about, by id, or the modules that are tested; null for the whole drive. */
  about: string | null;
  /** The drive that a copy goes onto; null for what only concerns the old one. */
  onto: TargetId | null;
  /** Drives that it is about; null for a memory test. */
  sourceClass: DriveClass | null;
  attempt: number;
  berthId: string | null;
  sourceSerial: string | null;
  targetSerial: string | null;
  /** Sizes of both drives, against which a berth's are held. */
  sourceBytes: number;
  targetBytes: number;
  plannedBytes: number;
  /** How often a memory test goes over all of it. */
  passes: number | null;
  estimate: RunEstimate;
  outcome: RunOutcome;
  note: string;
  changed: string;
  leftAs: LeftAs | null;
  /** What its data passes, each piece by its name. */
  through: Piece[];
  /** What it says of that; null while it runs, and of what ended before this was kept. */
  judged: JudgedRun | null;
  alarms: (Alarm & { at: string })[];
  /** What did not come along, as it was told when it ended. */
  losses: Loss[];
  /** Seconds that it took, where whoever ended it said so. */
  took: number | null;
  /** Whether its duration says something of what such runs take. */
  learn: boolean;
  beganAt: Date;
  endedAt: Date | null;
  progress: ProgressState;
  /** Whether what was counted each second stands in rows of many. */
  packed: boolean;
  /** Whether what was counted each second was thinned. */
  thinned: boolean;
}

export const Run = new EntitySchema<RunRow>({
  name: 'run',
  columns: {
    id: key(),
    jobId: reference('job'),
    kind: text(),
    about: text({ nullable: true }),
    onto: text({ nullable: true }),
    sourceClass: text({ default: 'SATA SSD', nullable: true }),
    attempt: integer(),
    berthId: reference('berth', { nullable: true }),
    sourceSerial: text({ nullable: true }),
    targetSerial: text({ nullable: true }),
    sourceBytes: bytes({ default: 0 }),
    targetBytes: bytes({ default: 0 }),
    plannedBytes: bytes(),
    passes: integer({ nullable: true }),
    estimate: json(),
    outcome: text(),
    note: text(),
    changed: text({ default: '' }),
    leftAs: text({ nullable: true }),
    through: json({ default: [] }),
    judged: json({ nullable: true }),
    alarms: json({ default: [] }),
    losses: json({ default: [] }),
    took: integer({ nullable: true }),
    learn: { ...flag(), default: true },
    beganAt: time(),
    endedAt: time({ nullable: true }),
    progress: json(),
    packed: flag(),
    thinned: flag(),
  },
  indices: [
    { name: 'run_attempt', columns: ['jobId', 'kind', 'onto', 'attempt'], unique: true },
    { name: 'run_target', columns: ['targetSerial'] },
    { name: 'run_ended', columns: ['endedAt'], where: 'ended_at is not null' },
    { name: 'run_unpacked', columns: ['endedAt'], where: 'not packed and ended_at is not null' },
    { name: 'run_unthinned', columns: ['endedAt'], where: 'not thinned and ended_at is not null' },
    { name: 'run_open_job', columns: ['jobId'], unique: true, where: "outcome = 'running'" },
    { name: 'run_open_berth', columns: ['berthId'], unique: true, where: "outcome = 'running'" },
  ],
});

export interface FeedRow {
  agent: string;
  boot: string;
  berth: number;
  runId: string;
  /** Highest sample number up to which none is missing. */
  acknowledged: number;
}

/** How far the samples of an agent's boot at a berth have been taken. */
export const Feed = new EntitySchema<FeedRow>({
  name: 'feed',
  columns: {
    agent: text({ primary: true }),
    boot: text({ primary: true }),
    berth: integer({ primary: true }),
    runId: reference('run', { primary: true }),
    acknowledged: bytes(),
  },
});

export interface ChunkRow {
  agent: string;
  boot: string;
  berth: number;
  runId: string;
  firstSeq: number;
  /** Rows of [t, bytes read, bytes written, errors]. */
  samples: number[][];
}

/** Samples as they came, in chunks. */
export const SampleChunk = new EntitySchema<ChunkRow>({
  name: 'sample_chunk',
  columns: {
    agent: text({ primary: true }),
    boot: text({ primary: true }),
    berth: integer({ primary: true }),
    runId: reference('run', { primary: true }),
    firstSeq: bytes({ primary: true }),
    samples: json(),
  },
});

export interface ReadBackRequestRow {
  id: string;
  jobId: string;
  berthId: string;
  /** The drive that is to be read, and the attempt after which. */
  onto: TargetId;
  attempt: number;
  askedBy: string;
  askedAt: Date;
  answeredAt: Date | null;
  /** Why nothing could be read; empty where it could. */
  trouble: string;
}

export interface ReadsRequestRow {
  id: string;
  jobId: string;
  berthId: string;
  when: 'before' | 'after';
  serial: string;
  seconds: number;
  askedBy: string;
  askedAt: Date;
  answeredAt: Date | null;
  /** Why it was not measured; empty where it was. */
  trouble: string;
}

/** A drive that the bench agent is asked to read for its figures. */
export const ReadsRequestEntity = new EntitySchema<ReadsRequestRow>({
  name: 'reads_request',
  columns: {
    id: key(),
    jobId: reference('job'),
    berthId: reference('berth'),
    when: text(),
    serial: text(),
    seconds: integer(),
    askedBy: reference('staff'),
    askedAt: time(),
    answeredAt: time({ nullable: true }),
    trouble: text({ default: '' }),
  },
  indices: [{ name: 'reads_request_open', columns: ['jobId'], unique: true, where: 'answered_at is null' }],
});

/** A finished drive that the bench agent is asked to read at a berth. */
export const ReadBackRequestEntity = new EntitySchema<ReadBackRequestRow>({
  name: 'read_back_request',
  columns: {
    id: key(),
    jobId: reference('job'),
    berthId: reference('berth'),
    onto: text({ default: 'new' }),
    attempt: integer(),
    askedBy: reference('staff'),
    askedAt: time(),
    answeredAt: time({ nullable: true }),
    trouble: text({ default: '' }),
  },
  indices: [{ name: 'read_back_request_open', columns: ['jobId'], unique: true, where: 'answered_at is null' }],
});
