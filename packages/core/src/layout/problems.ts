import { binary, GIB } from '../capacity';
import { CLEARING_WRITES, clearingPoints, notLookedInto } from './clearing';
import { broughtPoints } from './brought';
import { asReadPoints, loaderPoints } from './as-read';
import { fail, limit, type Bare } from './point';
import { schemePoints } from './scheme';
import { broughtAlong, goesOnto, growsLater, sentOnto } from './intent';
import {
  TAKES_OVER,
  targetName,
  type Circumstances,
  type LayoutIntent,
  type LayoutPlan,
  type PlanAction,
  type PlannedPartition,
  type PlanPoint,
  type SourcePartition,
  type SourceTable,
  type StayingDrive,
  type TargetDrive,
} from './types';
import { alignUp, isMadeAnew } from './volume-facts';

/** What stands against the plan, and what is only to be known, each with what can be done about it. */
export function findProblems(
  table: SourceTable,
  targets: readonly TargetDrive[],
  intent: LayoutIntent,
  around: Circumstances,
  plan: Bare,
): Pick<LayoutPlan, 'problems' | 'notes'> {
  const points = [
    ...emptyTable(table),
    ...asReadPoints(table, plan, intent),
    ...tooSmall(plan, targets, intent, around),
    ...targets.flatMap((target) => sectorSize(table, target)),
    ...schemePoints(table, targets, intent, around, plan),
    ...loaderPoints(plan, intent),
    ...logicalOrder(plan),
    ...broughtPoints(plan, intent, around),
    ...plan.partitions.flatMap((one) => [
      ...leftBehind(one, intent, around),
      ...overfull(one),
      ...typedSize(one, intent, around),
      ...decryptingIt(one, intent, around),
      ...clearingIt(one, intent, around),
    ]),
    ...plan.partitions.flatMap((one) => remarks(one, intent, around, plan)),
  ];
  return {
    problems: points.filter(({ outcome }) => outcome === 'fail'),
    notes: points.filter(({ outcome }) => outcome !== 'fail'),
  };
}

function emptyTable(table: SourceTable): PlanPoint[] {
  if (table.partitions.length > 0) return [];
  return [
    fail('Table', 'No partitions were read from the old drive.', 'enter them in Assess', [
      { label: 'To Assess', go: 'Assess' },
    ]),
  ];
}

function tooSmall(
  plan: Bare,
  targets: readonly TargetDrive[],
  intent: LayoutIntent,
  around: Circumstances,
): PlanPoint[] {
  const outside = [
    ...plan.partitions.flatMap(({ source: { id, name }, change }) =>
      change === 'no room' ? [{ name, on: goesOnto(id, intent) }] : [],
    ),
    ...plan.made.flatMap(({ volume, target }) => (target ? [] : [volume])),
  ];
  return plan.targets.flatMap(({ id, smallestSold }) => {
    const here = outside.filter(({ on }) => on === id);
    if (here.length === 0) return [];
    const names = here.map((one) => one.name).join(', ');
    const sold = smallestSold === null ? 'a larger drive' : `a drive of ${smallestSold} GB or more`;
    const which = id === TAKES_OVER ? 'The drive' : `The ${targetName(id)}`;
    const clearing = id === TAKES_OVER ? plan.without : null;
    const may = around.mayWrite !== false;
    const words = [
      `${which} is too small: no room for ${names}.`,
      clearing?.sentence,
      clearing && !may ? CLEARING_WRITES : '',
      id === TAKES_OVER ? notLookedInto(plan.partitions.filter(comes).map(({ source }) => source)) : '',
    ];
    const ways = waysToRoom(plan, targets, intent, around);
    return [
      fail('Room', words.filter(Boolean).join(' '), `${sold}, or make room`, [
        ...(clearing && may ? [clearing.action] : []),
        ...ways,
      ]),
    ];
  });
}

const comes = ({ change }: PlannedPartition) => change !== 'left behind' && change !== 'stays';

/** What makes room without another drive, and the way to one. */
function waysToRoom(
  plan: Bare,
  targets: readonly TargetDrive[],
  intent: LayoutIntent,
  { mayWrite, staying = [] }: Circumstances,
): PlanAction[] {
  const coming = plan.partitions.filter(comes);
  const locked = coming.filter(({ source }) => source.encrypted && !intent.decrypted.includes(source.id));
  const data = coming.filter(({ source }) => source.kind === 'data' && goesOnto(source.id, intent) === TAKES_OVER);
  const typed = coming.filter(({ source }) => intent.sizes[source.id] !== undefined);
  const largest = [...data].sort((a, b) => b.minimum - a.minimum)[0];
  return [
    ...(intent.keepFree > 0 ? [{ label: 'Keep nothing free', intent: { keepFree: 0 } }] : []),
    ...(typed.length > 0 ? [{ label: 'Forget typed sizes', intent: { sizes: {} } }] : []),
    ...locked
      .filter(({ source }) => source.used !== null && mayWrite !== false)
      .map(({ source }) => ({
        label: `Decrypt ${source.name} first`,
        intent: { decrypted: [...intent.decrypted, source.id] },
      })),
    ...targets.flatMap(({ id }) =>
      largest && id !== TAKES_OVER
        ? [
            {
              label: `${largest.source.name} to the ${targetName(id)}`,
              intent: { onto: sentOnto(intent, largest.source.id, id) },
            },
          ]
        : [],
    ),
    ...(largest ? ontoStaying(largest.source, intent, staying) : []),
    ...(largest && intent.extent === 'whole device'
      ? [{ label: 'System only', intent: { extent: 'system only' as const } }]
      : []),
    { label: 'Choose another drive', go: 'Match' },
  ];
}

function sectorSize(table: SourceTable, target: TargetDrive): PlanPoint[] {
  if (table.sectorSize === target.sectorSize) return [];
  return [
    fail(
      'Sector size',
      `The old drive has ${table.sectorSize}-byte sectors, the ${target.id} one ${target.sectorSize}: a copy by blocks would not be readable.`,
      `a drive with ${table.sectorSize}-byte sectors, or a fresh installation with the files brought over`,
      [
        { label: 'Choose another drive', go: 'Match' },
        { label: 'Install afresh instead', go: 'Book in' },
      ],
    ),
  ];
}

/** Logical partitions of an MBR lie in one extended partition, side by side. */
function logicalOrder({ partitions, targets }: Bare): PlanPoint[] {
  if (targets[0]?.scheme !== 'mbr') return [];
  const laid = partitions
    .filter(({ target }) => target?.on === 'new')
    .sort((a, b) => (a.target?.startSector ?? 0) - (b.target?.startSector ?? 0));
  const turns = laid.filter(({ source }, at) => Boolean(source.logical) !== Boolean(laid[at - 1]?.source.logical));
  const stretches = turns.filter(({ source }) => source.logical).length;
  if (stretches < 2) return [];
  return [
    fail('Order', 'Logical partitions lie side by side in an MBR.', 'put them next to each other again', [
      { label: 'Order of the old drive', intent: { order: [] } },
    ]),
  ];
}

function leftBehind(
  { source, change }: PlannedPartition,
  intent: LayoutIntent,
  { staying = [] }: Circumstances,
): PlanPoint[] {
  const moved = intent.filesTo?.[source.id];
  if (moved !== undefined) return filesGo(source, moved, intent, staying);
  if (change !== 'left behind' || intent.acknowledged.includes(source.id)) return [];
  const leftOut = intent.leftOut.filter((id) => id !== source.id);
  const bring: PlanAction =
    intent.extent === 'system only' && source.kind === 'data'
      ? { label: 'Bring everything', intent: { extent: 'whole device', leftOut } }
      : { label: 'Bring it', intent: { leftOut } };
  const point = fail(
    'Left behind',
    `${source.name} was taken out and stays behind.`,
    'bring it, or type its name to leave it',
    [bring, ...(source.kind === 'data' ? ontoStaying(source, intent, staying) : [])],
  );
  return [{ ...point, about: source.id }];
}

/** Files of a volume can go onto a drive that stays in the device instead. */
function ontoStaying({ id, name }: SourcePartition, { filesTo }: LayoutIntent, staying: readonly StayingDrive[]) {
  return staying.map((drive): PlanAction => {
    return { label: `Files of ${name} onto ${drive.name}`, intent: { filesTo: { ...filesTo, [id]: drive.serial } } };
  });
}

/** It is prepared before the copy: a volume whose files are to go elsewhere is no longer copied. */
function filesGo(
  { id, name }: SourcePartition,
  serial: string,
  intent: LayoutIntent,
  staying: readonly StayingDrive[],
): PlanPoint[] {
  const back = { label: 'Copy it', intent: broughtAlong(intent, id) };
  const drive = staying.find((one) => one.serial === serial);
  const point = drive
    ? limit('Files', `${name} is not copied: its files go onto ${drive.name}, which stays, before the copy.`, [back])
    : fail('Files', `Its files were to go onto a drive ${serial} that is not known to stay.`, 'copy it', [back]);
  return [{ ...point, about: id }];
}

function overfull({ source, sourceBytes }: PlannedPartition): PlanPoint[] {
  if (source.used === null || source.used <= sourceBytes) return [];
  return [
    fail('Used space', `${source.name} is said to use more than its size.`, 'correct its used space in Assess', [
      { label: 'To Assess', go: 'Assess' },
    ]),
  ];
}

function typedSize(one: PlannedPartition, intent: LayoutIntent, { mayWrite }: Circumstances): PlanPoint[] {
  const { source, minimum } = one;
  const typed = intent.sizes[source.id];
  if (typed === undefined || one.change === 'left behind' || one.change === 'stays') return [];
  const { [source.id]: _typed, ...others } = intent.sizes;
  if (!one.resizable && alignUp(typed) !== alignUp(one.sourceBytes)) {
    const locked = source.encrypted && !intent.decrypted.includes(source.id);
    const why = locked ? 'it is encrypted' : `${source.fileSystem} keeps its size here`;
    const may = locked && mayWrite !== false;
    const remedy = may ? 'switch encryption off first' : 'leave its size as it is';
    return [
      {
        ...fail('Size', `${source.name} cannot change its size: ${why}.`, remedy, [
          { label: 'Leave its size', intent: { sizes: others } },
          ...(may ? [decrypt(one, intent)] : []),
        ]),
        about: source.id,
      },
    ];
  }
  if (typed >= minimum) return [];
  const point = fail('Size', `${source.name} needs at least ${binary(minimum)}.`, 'type a larger size', [
    { label: 'Least', intent: { sizes: { ...intent.sizes, [source.id]: minimum } } },
  ]);
  return [{ ...point, about: source.id }];
}

function decrypt({ source }: PlannedPartition, { decrypted }: LayoutIntent): PlanAction {
  return { label: 'Decrypt it first', intent: { decrypted: [...decrypted, source.id] } };
}

/** Decrypting writes to every block of a volume: not on a drive that fails or wears out. */
function decryptingIt(
  { source, change }: PlannedPartition,
  intent: LayoutIntent,
  { mayWrite }: Circumstances,
): PlanPoint[] {
  if (mayWrite !== false || !intent.decrypted.includes(source.id) || change === 'left behind') return [];
  const whole = { label: 'Copy it whole', intent: { decrypted: intent.decrypted.filter((id) => id !== source.id) } };
  const sentence = `Decrypting ${source.name} writes to every block of the old drive, which is not to be trusted.`;
  return [
    { ...fail('Decrypting', sentence, 'copy it whole, and decrypt it on the new drive', [whole]), about: source.id },
  ];
}

function clearingIt(one: PlannedPartition, intent: LayoutIntent, { mayWrite }: Circumstances): PlanPoint[] {
  const points = clearingPoints(one, intent);
  if (mayWrite !== false) return points;
  return points.map(({ actions = [], about = one.source.id }) => ({
    ...fail('Cleared away', CLEARING_WRITES, 'leave everything where it is', actions),
    about,
  }));
}

/** Below this share of free room systems slow down and updates fail (rule of thumb). */
const NEARLY_FULL = 0.1;
const HOLDING: readonly PlannedPartition['source']['kind'][] = ['system', 'data', 'not known'];

function remarks(
  one: PlannedPartition,
  intent: LayoutIntent,
  { mayWrite }: Circumstances,
  { targets }: Bare,
): PlanPoint[] {
  const leftFree = targets.find(({ id }) => id === TAKES_OVER)?.leftFree ?? 0;
  const { source, change } = one;
  const { name, id } = source;
  const about = { about: id };
  if (intent.filesTo?.[id] !== undefined) return [];
  if (change === 'left behind')
    return intent.acknowledged.includes(id)
      ? [{ ...limit('Left behind', `${name} stays behind, as was acknowledged by its name.`), ...about }]
      : [];
  if (change === 'stays')
    return [
      { ...limit('Stays', `${name} is not copied: it stays on the old drive, which stays in the device.`), ...about },
    ];
  const notes: PlanPoint[] = [];
  if (isMadeAnew(source, intent)) {
    const sentence = `${name} is not copied but made anew, with the same name and identifier: the system looks for them.`;
    return [{ ...limit('Swap', sentence), ...about }];
  }
  if (one.target && one.used !== null && HOLDING.includes(source.kind)) {
    const free = one.target.bytes - one.used;
    if (free < NEARLY_FULL * one.target.bytes) {
      const full = Math.min(100, Math.round((1 - free / one.target.bytes) * 100));
      const sentence = `${name} is ${full} % full after the copy: ${binary(Math.max(0, free))} stay free.`;
      notes.push({ ...limit('Nearly full', sentence), ...about });
    }
  }
  if (source.encrypted && intent.decrypted.includes(id)) {
    const point = limit('Encrypted', `${name} is decrypted before the copy: a run of its own.`, [
      { label: 'Copy it encrypted', intent: { decrypted: intent.decrypted.filter((other) => other !== id) } },
    ]);
    notes.push({ ...point, ...about });
  } else if (source.encrypted) {
    const later =
      growsLater([source], intent) && one.target?.on === TAKES_OVER && leftFree >= GIB
        ? ` It can grow by ${binary(leftFree)} once it is decrypted on the new drive: the room lies behind it.`
        : '';
    notes.push({
      ...(mayWrite === false
        ? limit(
            'Encrypted',
            `${name} is encrypted: it is copied whole. Decrypt it on the new drive, not on the old one.`,
          )
        : limit('Encrypted', `${name} is encrypted: it is copied whole and keeps its size.${later}`, [
            decrypt(one, intent),
          ])),
      ...about,
    });
  }
  if (source.used === null && source.fileSystem !== 'none' && !(source.encrypted && notes.length === 0)) {
    const ask = { label: 'To Assess', go: 'Assess' } as const;
    const sentence = `How much ${name} uses is not known: it is copied whole. Ask, and note it in Assess.`;
    notes.push({ ...limit('Used space', sentence, [ask]), ...about });
  }
  if (change === 'moved' && source.kind === 'recovery') {
    notes.push({
      ...limit('Place', `${name} starts elsewhere: its entry in the start-up settings has to be set anew.`),
      ...about,
    });
  }
  return notes;
}
