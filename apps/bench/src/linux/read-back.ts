import type { ReadBackRequest, ReadBackAnswer } from '@udrel/contract/types';
import { readPartitions } from '@udrel/core/reading';
import { compareSamples } from './compare';
import type { FoundDrive } from './discover';
import { openReadOnly, type OpenDevice, type SystemTrees } from './system';

const NOT_COMPARED = {
  rule: 'Samples',
  outcome: 'unknown' as const,
  sentence: 'The old drive is at no socket of this machine: what is on both was not compared.',
};

const nothing = (id: string, trouble: string): ReadBackAnswer => ({
  id,
  drive: null,
  table: null,
  problems: [],
  compared: [],
  trouble,
});

/** A drive on which no table was found holds nothing of what was planned. */
const nothingOn = ({ expected }: ReadBackRequest, { sectorSize }: FoundDrive) => ({
  scheme: expected.scheme,
  sectorSize,
  partitions: [],
});

/** Reads the table and the volumes of the target and compares samples of both drives. Opens both read-only. */
export function readAtBerth(
  trees: SystemTrees,
  request: ReadBackRequest,
  drives: { source: FoundDrive | null; target: FoundDrive | null },
): ReadBackAnswer {
  const { source, target } = drives;
  if (!target) return nothing(request.id, 'The drive to be read is not seen at this berth.');
  try {
    const device = openReadOnly(trees, target.name);
    try {
      const image = { size: target.bytes, read: device.read };
      const { table, source: read, start } = readPartitions(image, target.sectorSize);
      const problems = table.problems.slice(0, 60).map(({ rule, outcome, sentence }) => ({ rule, outcome, sentence }));
      const unread = table.problems.find(({ outcome }) => outcome === 'unknown');
      if (!read && unread) return nothing(request.id, unread.sentence.slice(0, 300));
      const compared = source ? compare(trees, request, source, { device, target }) : [];
      return {
        id: request.id,
        drive: seenOf(target),
        table: read ?? nothingOn(request, target),
        problems: source ? problems : [...problems, NOT_COMPARED],
        compared,
        start,
        trouble: '',
      };
    } finally {
      device.close();
    }
  } catch (error) {
    return nothing(
      request.id,
      `It cannot be read: ${error instanceof Error ? error.message : String(error)}`.slice(0, 300),
    );
  }
}

export function seenOf({ serial, model, bytes, sectorSize, link }: FoundDrive) {
  return { serial, model, bytes, sectorSize, link };
}

function compare(
  trees: SystemTrees,
  request: ReadBackRequest,
  source: FoundDrive,
  { device, target }: { device: OpenDevice; target: FoundDrive },
): ReadBackAnswer['compared'] {
  const from = openReadOnly(trees, source.name);
  try {
    return compareSamples(request, { size: source.bytes, read: from.read }, { size: target.bytes, read: device.read });
  } finally {
    from.close();
  }
}
