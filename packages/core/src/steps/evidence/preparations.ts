import type { Preparation, PreparedStamp } from '../../facts';
import { clearedOf, tellCleared, type SourcePartition } from '../../layout';
import { copies, installs } from './evidence';
import { decided, fitsFirst } from './on-route';
import { perSnapshot } from '../snapshot/per-snapshot';
import type { JobSnapshot, RunSummary } from '../snapshot/types';
import { SWITCHES } from './switches';

type Wanted = Pick<Preparation, 'id' | 'title' | 'why'> & {
  asks?: string;
  /** Null where this way switches nothing of the device's own. */
  switches?: null;
  run?: NonNullable<Preparation['run']>;
};

/**
 * What to see to before the copy, or before a system is put on afresh, from the facts of the job and its route, in the order in which it is done.
 * Trade practice; each line says why it is there.
 */
export const preparationsOf = perSnapshot((job): Preparation[] => {
  const stamps = job.facts.prepared?.stamps ?? [];
  return wanted(job).map(({ run, ...one }) => {
    // A stamp is for what was asked then: another list of volumes, or another way, is asked for again.
    const holds = ({ id, of = one.title }: PreparedStamp) => id === one.id && of === one.title;
    const stamp = run ? null : (stamps.findLast(holds) ?? null);
    return {
      ...one,
      asks: one.asks ?? null,
      switches: one.switches === null ? null : (SWITCHES[one.id] ?? null),
      run: run ?? null,
      stamp,
      done: run ? ranWell(job.runs, run) : stamp !== null,
    };
  });
});

function ranWell(runs: readonly RunSummary[], { kind, about }: { kind: string; about: string }): boolean {
  return runs.findLast((run) => run.kind === kind && run.about === about)?.outcome === 'ended well';
}

function wanted(job: JobSnapshot): Wanted[] {
  if (!copies(job)) return installs(job) ? forInstalling(job) : [];
  return [...aboutTheData(job), ...aboutTheVolumes(job), ...aboutTheDevice(job), ...aboutTheNewDrive(job)];
}

function aboutTheData({ facts }: JobSnapshot): Wanted[] {
  const failing = facts.health?.grade === 'failing';
  const backup = facts.backup?.state;
  return [
    {
      id: 'backup',
      title:
        backup === 'has a backup'
          ? 'See that their backup is newer than their work'
          : 'Say what is lost if the drive dies now',
      why:
        backup === 'has a backup'
          ? 'a copy can fail, and the old drive wears'
          : 'there is no backup that anybody knows of: the old drive is the only one',
    },
    ...(failing
      ? [
          {
            id: 'risk told' as const,
            title: 'Customer agrees to the risk, and when to stop',
            asks: 'Stop when, as agreed',
            why: 'the drive is failing: files may be missing, and it may die while it is read; each unread sector can cost a minute',
          },
        ]
      : []),
  ];
}

const START_MODE: Wanted = {
  id: 'start mode',
  title: 'Note start mode, controller mode, boot order and Secure Boot',
  asks: 'As they stand',
  why: 'a reset of the firmware loses them, and the system then does not start',
};

function aboutTheVolumes(job: JobSnapshot): Wanted[] {
  const { facts } = job;
  const table = facts['partition table'];
  const intent = decided(job)?.intent;
  const partitions = table?.partitions ?? [];
  const locked = partitions.filter(({ encrypted }) => encrypted);
  const system = partitions.find(({ kind }) => kind === 'system' || kind === 'not known');
  const shrunk = partitions.filter((one) => shrinks(job, one));
  const cleared = partitions.flatMap((one) => {
    const list = intent ? clearedOf(one, intent) : [];
    return list.length > 0 ? [`${one.name}: ${tellCleared(list)}`] : [];
  });
  // Clearing away and checking write to the drive: never on one that fails or wears out.
  const mayWrite = facts.health?.grade !== 'failing' && facts.health?.grade !== 'watch';
  const tight = shrunk.find(({ used, sectors }) => used !== null && table && used > 0.8 * sectors * table.sectorSize);
  return [
    ...(cleared.length > 0 && mayWrite
      ? [
          {
            id: 'clean up' as const,
            title: `Clear away ${cleared.join('; ')}`,
            asks: 'What is used now, as its own system says',
            why: 'the plan counts on this room: a volume that still holds it cannot be made that small',
          },
        ]
      : []),
    ...Object.entries(intent?.filesTo ?? {}).flatMap(([id, serial]) => filesMoved(job, id, serial)),
    ...(tight && cleared.length === 0 && mayWrite
      ? [
          {
            id: 'clean up' as const,
            title: `Clear away from ${tight.name} what is not needed`,
            why: 'it is to become smaller and is nearly full',
          },
        ]
      : []),
    ...(locked.length > 0
      ? [
          {
            id: 'keys saved' as const,
            title: `Keep the recovery key of ${locked.map(({ name }) => name).join(', ')}`,
            why: 'another drive or a changed boot order makes the device ask for it',
          },
        ]
      : []),
    ...(system
      ? [
          {
            id: 'licences' as const,
            title: 'Note licences that hang on the drive',
            why: 'some programs ask again when the drive changes',
          },
          START_MODE,
        ]
      : []),
    ...(intent?.decrypted ?? []).flatMap((id) => {
      const one = partitions.find((partition) => partition.id === id);
      return one
        ? [
            {
              id: 'decrypt' as const,
              title: `Decrypt ${one.name}`,
              why: 'an encrypted volume copies whole and cannot change its size',
              run: { kind: 'decrypt' as const, about: id },
            },
          ]
        : [];
    }),
    ...(mayWrite
      ? shrunk.map((one) => ({
          id: 'check' as const,
          title: `Check the file system of ${one.name}`,
          why: 'it is to become smaller; damage would be copied along or stop it',
          run: { kind: 'check' as const, about: one.id },
        }))
      : []),
  ];
}

/** Files of a volume that is not copied: they are only safe once somebody looked at them where they went. */
function filesMoved({ facts }: JobSnapshot, id: string, serial: string): Wanted[] {
  const volume = facts['partition table']?.partitions.find((one) => one.id === id);
  const drive = facts['other drives']?.drives.find((one) => one.serial === serial);
  if (!volume || !drive) return [];
  return [
    {
      id: 'files moved',
      title: `Bring the files of ${volume.name} onto ${drive.name} (${drive.serial})`,
      asks: 'How many, how large, and how they were checked',
      why: 'the volume is not copied: what is not there then is only on the old drive',
    },
  ];
}

/** Whether the plan makes the partition smaller than it is. */
function shrinks(job: JobSnapshot, { id, sectors }: SourcePartition): boolean {
  const { plan, 'partition table': table } = job.facts;
  const to = plan?.partitions.find((one) => one.id === id);
  return to !== undefined && table !== undefined && to.bytes < sectors * table.sectorSize;
}

function aboutTheDevice(job: JobSnapshot): Wanted[] {
  const { startedFrom, route } = decided(job) ?? { startedFrom: null, route: null };
  const system = job.facts['partition table']?.partitions.find(({ kind }) => kind === 'system');
  const own = startedFrom === 'its own system';
  return [
    ...(own
      ? [
          {
            id: 'copying tool' as const,
            title: 'Have the copying tool on it',
            why: 'a running system is copied by a program in it',
          },
          {
            id: 'close programs' as const,
            title: 'Close every program, security software too',
            why: 'open files are copied half-written, and scanning slows the copy',
          },
          {
            id: 'network off' as const,
            title: 'Network and updates off',
            why: 'an update changes files and restarts in the middle',
          },
        ]
      : system?.fileSystem === 'NTFS'
        ? [
            {
              id: 'shut down fully' as const,
              title: 'Fast start off, shut down fully',
              why: 'a system that only sleeps leaves its volumes half-written',
            },
          ]
        : []),
    ...(startedFrom === null
      ? []
      : [
          {
            id: 'sleep off' as const,
            title: 'Sleep and display-off disabled',
            why: 'a drive on USB drops off when the device sleeps',
            // A stick has settings of its own, which go with it.
            ...(own ? {} : { switches: null }),
          },
          ...(job.device.battery === false
            ? []
            : [
                {
                  id: 'charger in' as const,
                  title: 'Charger in, battery over half',
                  why: 'a copy that loses power leaves a drive that cannot be trusted',
                },
              ]),
        ]),
    ...(startedFrom === 'a boot stick'
      ? [
          {
            id: 'boot stick' as const,
            title:
              route && fitsFirst(route)
                ? 'Start it from the boot stick once the new drive is in'
                : 'Start it from the boot stick',
            why: 'its own system stands still while it is copied',
          },
        ]
      : []),
  ];
}

function aboutTheNewDrive({ facts }: JobSnapshot): Wanted[] {
  if (facts['new drive choice']?.partId !== null) return [];
  return [
    {
      id: 'may be overwritten',
      title: 'Look once more at what is on their new drive',
      why: 'the customer brought it: all on it is lost',
    },
  ];
}

/** Before a system is put on afresh: afterwards the old one cannot be asked any more. */
function forInstalling(job: JobSnapshot): Wanted[] {
  const [backup] = aboutTheData(job);
  return [
    ...(backup ? [backup] : []),
    {
      id: 'files agreed',
      title: 'Agree which files come along, and from where',
      asks: 'Which, and from where',
      why: 'nothing is copied by itself: what nobody named stays behind',
    },
    {
      id: 'programs listed',
      title: 'List the programs that are to be there again',
      why: 'they are put on again one by one, and their settings are made anew',
    },
    {
      id: 'licences',
      title: 'Note licences and keys while the old system still starts',
      why: 'they cannot be read afterwards',
    },
    {
      id: 'accounts',
      title: 'Have the names of accounts, and who types their passwords',
      why: 'the new system and its programs ask for them at the first start',
    },
    START_MODE,
    {
      id: 'install medium',
      title: 'Have a medium of the system that starts in this device',
      why: 'another version or start mode than the licence is for is found out too late',
    },
    {
      id: 'drivers at hand',
      title: 'Have the drivers of controller and network on a stick',
      why: 'a medium without them sees no drive, or has no network to fetch them by',
    },
    ...aboutTheNewDrive(job),
  ];
}

/** When to stop reading a failing drive, as it was agreed with the customer; null where nothing was. */
export function stopRuleOf({ facts }: Pick<JobSnapshot, 'facts'>): string | null {
  return facts.prepared?.stamps.findLast(({ id }) => id === 'risk told')?.note || null;
}
