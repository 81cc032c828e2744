import { binary } from '../capacity';
import type { targetName } from '../layout';
import { normaliseSerial } from './identify';

export const ALARM_KINDS = [
  'other source',
  'other target',
  'source size',
  'target size',
  'source written',
  'not seen',
] as const;
export type AlarmKind = (typeof ALARM_KINDS)[number];

/** Something seen at a berth while a run goes on that should not be. */
export interface Alarm {
  kind: AlarmKind;
  sentence: string;
}

interface Known {
  serial: string;
  bytes: number;
}

/** The drive that is written to, with what it is called. */
interface KnownTarget extends Known {
  name: ReturnType<typeof targetName>;
}

/** What a berth tells with a batch: null where no drive is seen, undefined where it does not tell. */
interface Told {
  source: Known | null | undefined;
  target: Known | null | undefined;
}

/** Sizes that differ by less are read differently, not another drive: bridges round to whole megabytes. */
const SAME_SIZE = 1 << 20;

/**
 * Whether the drives at a berth are still those that were identified, and whether anything was written to the source.
 *
 * @param sourceWritten bytes written to the source since the run began, as its counter says
 */
export function alarmsOf(run: { source: Known; target: KnownTarget }, told: Told, sourceWritten: number): Alarm[] {
  return [
    ...drive('source', 'old drive', run.source, told.source),
    ...drive('target', run.target.name, run.target, told.target),
    ...(sourceWritten > 0
      ? [
          {
            kind: 'source written' as const,
            sentence: `Something was written to the old drive: ${binary(sourceWritten)}. Stop the tool: it may be copying the wrong way round.`,
          },
        ]
      : []),
  ];
}

function drive(which: 'source' | 'target', name: string, expected: Known, told: Known | null | undefined): Alarm[] {
  if (told === undefined) return [];
  if (told === null) {
    return [{ kind: 'not seen', sentence: `The ${name} was not seen at the berth for a while: plug, lead or supply.` }];
  }
  if (normaliseSerial(told.serial) !== normaliseSerial(expected.serial)) {
    return [
      {
        kind: `other ${which}`,
        sentence: `Another drive lies at the berth: ${told.serial || 'without serial'} instead of the ${name} ${expected.serial}. Stop the tool.`,
      },
    ];
  }
  if (Math.abs(told.bytes - expected.bytes) > SAME_SIZE) {
    return [
      {
        kind: `${which} size`,
        sentence: `The ${name} shows ${binary(told.bytes)} instead of ${binary(expected.bytes)}: a bridge may hide the rest of it.`,
      },
    ];
  }
  return [];
}

/** Alarms after which a copy is not trusted however it ended, until the target was read back. */
export function isGrave({ kind }: Pick<Alarm, 'kind'>): boolean {
  return kind !== 'not seen';
}
