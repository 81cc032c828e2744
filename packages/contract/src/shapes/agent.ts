import type { Infer } from './shape';
import { boolean, list, nullable, number, object, optional, text, uuid, whole } from './shape';
import { byteCount, sectorSize } from './drives';
import { partitionTable } from './read/partition-table';
import { driveReads } from './read/drive-reads';
import { startFiles } from './read/start-files';
import { reasons } from './reasons';

/** Counters of one watched berth: [t seconds, bytes read, bytes written, errors, written to the source, busy share]. */
const sampleRow = list(number(0, Number.MAX_SAFE_INTEGER), 6, 4);
/** A drive as the berth sees it: by its own serial and size, never by a number. */
const seenDrive = object({
  serial: text(60, 0),
  model: text(80, 0),
  bytes: byteCount,
  sectorSize,
  link: text(60, 0),
});
export type SeenDrive = Infer<typeof seenDrive>;
export const agentHello = object({
  agent: text(60),
  boot: text(60),
  berths: list(
    object({
      number: whole(1, 999),
      simulated: boolean(),
      speed: number(1, 1000),
      drives: optional(list(seenDrive, 16)),
    }),
    200,
  ),
});
export type AgentHello = Infer<typeof agentHello>;
export const agentSamples = object({
  agent: text(60),
  boot: text(60),
  berth: whole(1, 999),
  runId: uuid,
  firstSeq: whole(1, Number.MAX_SAFE_INTEGER),
  samples: list(sampleRow, 2000),
  /** The drives that lie there now; null where none is seen, absent where the agent does not tell. */
  source: optional(nullable(seenDrive)),
  target: optional(nullable(seenDrive)),
});
export type AgentSamples = Infer<typeof agentSamples>;

/** What was found on a drive that a berth was asked to look at. */
export const readBackAnswer = object({
  id: uuid,
  drive: nullable(seenDrive),
  table: nullable(partitionTable),
  problems: reasons,
  /** Samples of both drives that were compared, and how many differed, partition by partition. */
  compared: list(
    object({
      id: optional(text(40)),
      name: text(72),
      samples: whole(0, 1_000_000),
      different: whole(0, 1_000_000),
      unreadable: optional(whole(0, 1_000_000)),
    }),
    128,
  ),
  /** What a firmware starts it by; absent from an agent that does not look. */
  start: optional(startFiles),
  /** Why nothing could be read; empty where it could. */
  trouble: text(300, 0),
});
export type ReadBackAnswer = Infer<typeof readBackAnswer>;

/** What a drive was read at that a berth was asked to measure; or why it was not. */
export const readsAnswer = object({ id: uuid, reads: nullable(driveReads), trouble: text(300, 0) });
export type ReadsAnswer = Infer<typeof readsAnswer>;

const count = whole(0, 1_000_000);
/** What samples of a wiped drive showed that a berth was asked to read; or why none were read. */
export const wipeReadAnswer = object({
  id: uuid,
  drive: nullable(seenDrive),
  seen: nullable(
    object({
      bytes: byteCount,
      samples: count,
      zeros: count,
      oneValue: count,
      noise: count,
      content: count,
      unreadable: count,
      contentAt: list(byteCount, 8),
    }),
  ),
  trouble: text(300, 0),
});
export type WipeReadAnswer = Infer<typeof wipeReadAnswer>;
