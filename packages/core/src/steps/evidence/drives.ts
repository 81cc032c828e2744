import { targetFacts } from '../../facts';
import { TARGET_IDS, targetName, type TargetId } from '../../layout';
import { oldStaysAt, replacesDrive } from './evidence';
import type { JobSnapshot } from '../snapshot/types';

/** A drive of the device: the old one, one that goes in, or another that was in it. */
export type DriveRole = 'old' | 'other' | TargetId;

/** What becomes of a drive: a new one takes over or joins, one that was there stays, moves to another site or leaves. */
export type Becomes = 'takes over' | 'joins' | 'stays' | 'moves' | 'leaves';

const TARGET_BECOMES: Readonly<Record<TargetId, Becomes>> = { new: 'takes over', added: 'joins' };

export interface DeviceDrive {
  role: DriveRole;
  becomes: Becomes;
  /** What it is called in a sentence, such as `old drive`. */
  called: string;
  maker: string;
  name: string;
  serial: string;
  bytes: number;
  /** Null for one of which only the label is known. */
  sectorSize: 512 | 4096 | null;
  /** The site at which it sits when the work is done; null for one that leaves. */
  siteId: string | null;
}

/** The drives of the device as far as they are known, the one that takes over first, and what becomes of each. */
export function drivesOf(job: Pick<JobSnapshot, 'facts' | 'wishes' | 'device'>): DeviceDrive[] {
  const { 'old drive': old, 'other drives': others, 'old drive moves': moves } = job.facts;
  const staysAt = replacesDrive(job) ? oldStaysAt(job) : (old?.siteId ?? null);
  return [
    ...TARGET_IDS.flatMap((on): DeviceDrive[] => {
      const { choice } = targetFacts(job.facts, on);
      if (!choice) return [];
      const { maker, name, serial, bytes, sectorSize, siteId } = choice;
      const becomes = TARGET_BECOMES[on];
      return [{ role: on, becomes, called: targetName(on), maker, name, serial, bytes, sectorSize, siteId }];
    }),
    ...(old
      ? [
          {
            ...{ role: 'old' as const, called: 'old drive', maker: old.maker, name: old.name, serial: old.serial },
            ...{ bytes: old.bytes, sectorSize: old.sectorSize, siteId: staysAt },
            becomes: staysAt === null ? ('leaves' as const) : moves ? ('moves' as const) : ('stays' as const),
          },
        ]
      : []),
    ...(others?.drives ?? []).map(({ name, serial, bytes, siteId }): DeviceDrive => {
      return {
        role: 'other',
        becomes: 'stays',
        called: name,
        maker: '',
        name,
        serial,
        bytes,
        sectorSize: null,
        siteId,
      };
    }),
  ];
}
