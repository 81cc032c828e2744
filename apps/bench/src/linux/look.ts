import { createHash } from 'node:crypto';
import type { AgentLook, LookResult } from '@udrel/contract/types';
import { readPartitions } from '@udrel/core/reading';
import type { FoundDrive } from './discover';
import { openReadOnly, type OpenDevice, type SystemTrees } from './system';

/** Samples taken of each partition, and their size. */
const SAMPLES = 64;
const SAMPLE_BYTES = 65_536;

const nothing = (id: string, trouble: string): LookResult => ({
  id,
  drive: null,
  table: null,
  problems: [],
  compared: [],
  trouble,
});

/** A drive on which no table was found holds nothing of what was planned. */
const nothingOn = ({ expected }: AgentLook, { sectorSize }: FoundDrive) => ({
  scheme: expected.scheme,
  sectorSize,
  partitions: [],
});

/** Reads the table and the volumes of the target and compares samples of both drives. Opens both read-only. */
export function lookAt(
  trees: SystemTrees,
  look: AgentLook,
  drives: { source: FoundDrive | null; target: FoundDrive | null },
): LookResult {
  const { source, target } = drives;
  if (!target) return nothing(look.id, 'The new drive is not seen at this berth.');
  try {
    const device = openReadOnly(trees, target.name);
    try {
      const { table, source: read } = readPartitions({ size: target.bytes, read: device.read }, target.sectorSize);
      const problems = table.problems.slice(0, 60).map(({ rule, outcome, sentence }) => ({ rule, outcome, sentence }));
      const unread = table.problems.find(({ outcome }) => outcome === 'unknown');
      if (!read && unread) return nothing(look.id, unread.sentence.slice(0, 300));
      const compared = source ? compare(trees, look, source, device) : [];
      return {
        id: look.id,
        drive: seenOf(target),
        table: read ?? nothingOn(look, target),
        problems,
        compared,
        trouble: '',
      };
    } finally {
      device.close();
    }
  } catch (error) {
    return nothing(
      look.id,
      `It cannot be read: ${error instanceof Error ? error.message : String(error)}`.slice(0, 300),
    );
  }
}

export function seenOf({ serial, model, bytes, sectorSize, link }: FoundDrive) {
  return { serial, model, bytes, sectorSize, link };
}

function compare(
  trees: SystemTrees,
  { id, compare: stretches }: AgentLook,
  source: FoundDrive,
  target: OpenDevice,
): LookResult['compared'] {
  const from = openReadOnly(trees, source.name);
  try {
    return stretches.map(({ name, sourceStart, targetStart, bytes }) => {
      const places = placesIn(`${id} ${name}`, bytes);
      const different = places.filter((place) => {
        const length = Math.min(SAMPLE_BYTES, bytes - place);
        const [one, other] = [from.read(sourceStart + place, length), target.read(targetStart + place, length)];
        return !one || !other || digest(one) !== digest(other);
      });
      return { name, samples: places.length, different: different.length };
    });
  } finally {
    from.close();
  }
}

function digest(bytes: Uint8Array): string {
  return createHash('sha256').update(bytes).digest('hex');
}

/** Places spread over a stretch, the same for the same question: first, last, and others drawn from its name. */
function placesIn(seed: string, bytes: number): number[] {
  if (bytes <= 0) return [];
  const slots = Math.max(1, Math.floor(bytes / SAMPLE_BYTES));
  const drawn = Array.from({ length: Math.min(SAMPLES, slots) - 2 }, (_none, n) => {
    const value = createHash('sha256').update(`${seed} ${n}`).digest().readUInt32BE(0);
    return (value % slots) * SAMPLE_BYTES;
  });
  return [...new Set([0, (slots - 1) * SAMPLE_BYTES, ...drawn])].sort((a, b) => a - b);
}
