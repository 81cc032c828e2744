import { MIB, TIB } from '../capacity';
import type { Reason } from '../reason';
import { fail, limit, type Bare } from './point';
import type {
  Circumstances,
  LayoutIntent,
  NewVolume,
  PlanAction,
  PlanPoint,
  Scheme,
  SourcePartition,
  SourceTable,
  TargetDrive,
} from './types';

/** GPT type of a partition that holds the loader of a system that legacy firmware starts. */
export const BIOS_BOOT = '21686148-6449-6E6F-744E-656564454649';

/** Sectors that an entry of an MBR can name. */
const MBR_REACH = 2 ** 32;

/** Primary partitions that an MBR holds, an extended one counted. */
const MBR_ENTRIES = 4;

/** FAT32 needs 65,525 clusters: 256 MiB and its tables at 4 KiB a cluster. */
const EFI_BYTES = 260 * MIB;

export const EFI_ID = 'efi-new';

/** An EFI system partition made anew, for a system that is to start by UEFI. */
function newEfi(): NewVolume {
  return { id: EFI_ID, name: 'EFI system', kind: 'EFI system', fileSystem: 'FAT32', bytes: EFI_BYTES, on: 'new' };
}

export interface SchemeChoice {
  scheme: Scheme;
  /** The one to take unless somebody knows better. */
  advised: boolean;
  reasons: Reason[];
}

/** Both schemes for the new table, each with what speaks for and against it here. */
export function schemeChoices(table: SourceTable, target: TargetDrive, { uefi }: Circumstances): SchemeChoice[] {
  const choices = (['gpt', 'mbr'] as const).map((scheme) => {
    const reasons = [
      ...startsFrom(scheme, uefi, biosBootOf(table) !== undefined),
      ...reaches(scheme, target),
      ...asBefore(scheme, table),
    ];
    return { scheme, reasons };
  });
  const stops = ({ reasons }: { reasons: Reason[] }) =>
    reasons.filter(({ outcome }) => outcome === 'fail').length * 10 +
    reasons.filter(({ outcome }) => outcome === 'limit' || outcome === 'unknown').length;
  const best = [...choices].sort(
    (a, b) => stops(a) - stops(b) || Number(b.scheme === table.scheme) - Number(a.scheme === table.scheme),
  )[0];
  return choices.map((one) => ({ ...one, advised: one === best }));
}

function startsFrom(scheme: Scheme, uefi: boolean | null, biosBoot: boolean): Reason[] {
  const rule = 'Firmware';
  if (uefi === null) return [];
  if (scheme === 'gpt' && !uefi && biosBoot)
    return [
      {
        rule,
        outcome: 'pass',
        sentence: 'Its loader lies in a BIOS boot partition: legacy firmware starts it from a GPT.',
      },
    ];
  if (scheme === 'gpt')
    return uefi
      ? [{ rule, outcome: 'pass', sentence: 'The firmware starts by UEFI, which a GPT is for.' }]
      : [{ rule, outcome: 'fail', sentence: 'The firmware starts in legacy mode only: nothing starts from a GPT.' }];
  return uefi ? [] : [{ rule, outcome: 'pass', sentence: 'Legacy firmware starts from an MBR.' }];
}

function reaches(scheme: Scheme, { sectors, sectorSize }: TargetDrive): Reason[] {
  if (scheme === 'gpt') return [];
  const reach = (MBR_REACH * sectorSize) / TIB;
  return sectors <= MBR_REACH
    ? [{ rule: 'Size', outcome: 'pass', sentence: `The drive ends before ${reach} TiB, where an MBR ends.` }]
    : [
        {
          rule: 'Size',
          outcome: 'limit',
          sentence: `An MBR table reaches ${reach} TiB: the rest of this drive stays unusable.`,
        },
      ];
}

function asBefore(scheme: Scheme, table: SourceTable): Reason[] {
  const rule = 'As it was';
  return scheme === table.scheme
    ? [{ rule, outcome: 'pass', sentence: 'As on the old drive: loader and start-up settings come along as they are.' }]
    : [
        {
          rule,
          outcome: 'limit',
          sentence: 'Another scheme than before: the start files are made anew and the start mode is changed in setup.',
        },
      ];
}

/** What the scheme of the new table stands against or asks for. */
export function schemePoints(
  table: SourceTable,
  targets: readonly TargetDrive[],
  intent: LayoutIntent,
  { uefi }: Circumstances,
  plan: Bare,
): PlanPoint[] {
  const target = targets.find(({ id }) => id === 'new');
  const scheme = intent.scheme ?? table.scheme;
  if (!target) return [];
  const starts = plan.partitions.some(({ source, target: to }) => source.kind === 'system' && to !== null);
  const hasEfi =
    plan.partitions.some(({ source, target: to }) => source.kind === 'EFI system' && to !== null) ||
    intent.made.some(({ kind }) => kind === 'EFI system');
  const points: PlanPoint[] = [];
  if (scheme === 'mbr' && target.sectors > MBR_REACH) {
    const reach = (MBR_REACH * target.sectorSize) / TIB;
    points.push(
      limit(
        'Scheme',
        `An MBR table reaches ${reach} TiB: the rest of this drive stays unusable.`,
        uefi === false ? [] : [{ label: 'Make it a GPT', intent: toGpt(intent, hasEfi, starts) }],
      ),
    );
  }
  points.push(...targets.flatMap((one) => tooMany(one, plan, uefi)));
  points.push(...biosBootPoints(table, scheme, plan));
  if (scheme === 'mbr' && table.scheme === 'gpt') {
    if (starts && uefi !== false && !biosBootOf(table))
      points.push(
        fail('Scheme', 'A system that starts by UEFI needs a GPT.', 'keep the GPT', [
          { label: 'Keep the GPT', intent: { scheme: null } },
        ]),
      );
  }
  if (scheme === 'gpt' && table.scheme === 'mbr' && starts) points.push(...conversion(intent, uefi, hasEfi));
  return points;
}

function toGpt(intent: LayoutIntent, hasEfi: boolean, starts: boolean): Partial<LayoutIntent> {
  return { scheme: 'gpt', ...(starts && !hasEfi ? { made: [...intent.made, newEfi()] } : {}) };
}

/** The partition in which the loader of a legacy system lies on a GPT; undefined where there is none. */
export function biosBootOf(table: SourceTable): SourcePartition | undefined {
  if (table.scheme !== 'gpt') return undefined;
  return table.partitions.find(({ entry, kind, fileSystem }) =>
    entry ? entry.type === BIOS_BOOT : kind === 'loader' && fileSystem === 'none',
  );
}

/**
 * What the start code in front of a table knows by its place: it names the sectors of the loader. Moved, or under a table
 * of the other scheme, the loader is installed anew (trade practice).
 */
function biosBootPoints(table: SourceTable, scheme: Scheme, { partitions }: Bare): PlanPoint[] {
  const loader = biosBootOf(table);
  const one = partitions.find(({ source }) => source.id === loader?.id);
  if (!loader || !one?.target) return [];
  const about = { about: loader.id };
  if (scheme === 'mbr') {
    const sentence = `${loader.name} holds the loader for a GPT: an MBR has no use for it, the loader is installed anew.`;
    return [{ ...limit('Loader', sentence), ...about }];
  }
  return one.change === 'same'
    ? []
    : [
        {
          ...limit('Loader', `${loader.name} starts elsewhere: the loader is installed anew after the copy.`),
          ...about,
        },
      ];
}

/** From MBR to GPT: what the firmware must be able to do, and what is made anew. */
function conversion(intent: LayoutIntent, uefi: boolean | null, hasEfi: boolean): PlanPoint[] {
  const back = {
    label: 'Keep the MBR',
    intent: { scheme: null, made: intent.made.filter(({ id }) => id !== EFI_ID) },
  };
  if (uefi === false)
    return [
      fail('Scheme', 'The firmware starts in legacy mode only: nothing would start from a GPT.', 'keep the MBR', [
        back,
      ]),
    ];
  const efi = hasEfi
    ? []
    : [
        fail('Scheme', 'To start from a GPT, an EFI system partition is needed.', 'make one', [
          { label: 'Add one', intent: { made: [...intent.made, newEfi()] } },
          back,
        ]),
      ];
  const mode =
    uefi === null
      ? 'Nobody has noted whether this firmware starts by UEFI: look in setup before the copy.'
      : 'After the copy the start files are made anew on the EFI system partition, and setup is changed to start by UEFI.';
  return [...efi, limit('Scheme', mode, [back])];
}

/** Entries that a table written here has (UEFI specification 5.3.2: 128 in 16 KiB). */
const GPT_ENTRIES = 128;

/** More partitions than the new table has entries for: the logical ones of an MBR share one. */
function tooMany({ id }: TargetDrive, { partitions, made: anew, targets }: Bare, uefi: boolean | null): PlanPoint[] {
  const scheme = targets.find((one) => one.id === id)?.scheme;
  const here = partitions.filter(({ target }) => target?.on === id);
  const logical = scheme === 'mbr' ? here.filter(({ source }) => source.logical === true).length : 0;
  const made = anew.filter(({ target }) => target?.on === id).length;
  const entries = here.length + made - logical + (logical > 0 ? 1 : 0);
  if (entries <= (scheme === 'mbr' ? MBR_ENTRIES : GPT_ENTRIES)) return [];
  const share = logical > 0 ? ', the logical ones counted as one' : '';
  if (scheme !== 'mbr') {
    return [fail('Entries', `A GPT holds ${GPT_ENTRIES} partitions, these are ${entries}.`, 'leave something out')];
  }
  const actions: PlanAction[] = [
    ...(id === 'new' && uefi !== false ? [{ label: 'Make it a GPT', intent: { scheme: 'gpt' as const } }] : []),
    ...(made > 0 ? [{ label: 'Make nothing anew', intent: { made: [] } }] : []),
  ];
  return [
    fail(
      'Entries',
      `An MBR holds ${MBR_ENTRIES} primary partitions${share}; these are ${entries}.`,
      made > 0 ? 'make nothing anew, leave something out, or make it a GPT' : 'make it a GPT, or leave something out',
      actions,
    ),
  ];
}
