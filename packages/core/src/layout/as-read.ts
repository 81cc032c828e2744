import { binary } from '../capacity';
import { fail, limit, type Bare } from './point';
import { goesOnto, sentOnto } from './intent';
import {
  TAKES_OVER,
  type LayoutIntent,
  type PlannedPartition,
  type PlanPoint,
  type SourceRemark,
  type SourceTable,
} from './types';

/** The place in `asItIs` of what is wrong with the table itself. */
export const TABLE_AS_IT_IS = 'table';

/** Rules of a table that no plan can be made over: where partitions lie is not known then. */
const NO_PLAN: readonly string[] = ['Overlap', 'End', 'Size', 'Sectors counted'];

const toAssess = { label: 'To Assess', go: 'Assess' } as const;

/** What the readers found wrong, as far as it stands against the plan: each can be mended, or gone on with as it is. */
export function asReadPoints(table: SourceTable, plan: Bare, intent: LayoutIntent): PlanPoint[] {
  const remarks = table.remarks ?? [];
  return [
    ...remarks.filter(({ about }) => about === undefined).flatMap((remark) => tablePoint(remark, intent)),
    ...plan.partitions.flatMap((one) => {
      const own = remarks.filter(({ about }) => about === one.source.id);
      return own.length > 0 && one.change !== 'left behind' && one.change !== 'stays'
        ? volumePoint(one, own, intent)
        : [];
    }),
    ...systemPoints(plan, intent),
  ];
}

function tablePoint({ rule, outcome, sentence, remedy = 'read the drive again' }: SourceRemark, intent: LayoutIntent) {
  if (outcome !== 'fail') return [];
  if (NO_PLAN.includes(rule)) return [fail(rule, sentence, `${remedy}, or enter the partitions by hand`, [toAssess])];
  const { asItIs = [] } = intent;
  if (asItIs.includes(TABLE_AS_IT_IS)) return [limit(rule, `${sentence} The partitions go on as they were read.`)];
  const goOn = { label: 'Go on as it was read', intent: { asItIs: [...asItIs, TABLE_AS_IT_IS] } };
  return [fail(rule, sentence, remedy, [toAssess, goOn])];
}

/** A volume that is damaged, or was left in the middle of something: resizing tools refuse it, and its counts may be old. */
function volumePoint({ source }: PlannedPartition, own: readonly SourceRemark[], intent: LayoutIntent): PlanPoint[] {
  const { asItIs = [] } = intent;
  const sentence = `${source.name}: ${own.map((remark) => remark.sentence).join(' ')}`;
  const about = { about: source.id };
  if (asItIs.includes(source.id)) {
    const trust = {
      label: 'Do not copy it as it is',
      intent: { asItIs: asItIs.filter((id) => id !== source.id) },
    };
    return [{ ...limit('As read', `${sentence} It is copied whole as it is, and keeps its size.`, [trust]), ...about }];
  }
  if (own.every(({ outcome }) => outcome === 'unknown')) return [];
  const remedy = own.find((remark) => remark.remedy)?.remedy ?? 'check its file system';
  const goOn = { label: 'Copy it as it is', intent: { asItIs: [...asItIs, source.id] } };
  return [
    {
      ...fail('As read', sentence, `${remedy}, and read the drive again; or copy it whole`, [toAssess, goOn]),
      ...about,
    },
  ];
}

/** Which volume holds the system must be known where some of them do not come along onto the new drive. */
function systemPoints({ partitions }: Bare, intent: LayoutIntent): PlanPoint[] {
  const open = partitions.filter(({ source }) => source.kind === 'not known');
  if (open.length === 0) return [];
  const names = open.map(({ source, sourceBytes }) => `${source.name} (${binary(sourceBytes)})`).join(' or ');
  const sentence = `Which holds the system is not known: ${names}.`;
  const together = intent.extent === 'whole device' && open.every(({ target }) => target?.on === 'new');
  if (together) return [limit('System', `${sentence} Both come along.`, [toAssess])];
  return [fail('System', sentence, 'look into them and say it in Assess', [toAssess])];
}

/** What the system is started from: leaving it out of a drive that is to start leaves one that does not. */
export function loaderPoints({ partitions }: Bare, intent: LayoutIntent): PlanPoint[] {
  const starts = partitions.some(({ source, target }) => {
    return target?.on === TAKES_OVER && (source.kind === 'system' || source.kind === 'not known');
  });
  // Where an EFI system partition is made anew, its loaders are too.
  if (!starts || intent.made.some(({ kind }) => kind === 'EFI system')) return [];
  return partitions.flatMap(({ source, target }): PlanPoint[] => {
    if ((source.kind !== 'EFI system' && source.kind !== 'loader') || target?.on === TAKES_OVER) return [];
    if (target === null && !isOut(source.id, intent)) return [];
    const { id, name } = source;
    const bring = {
      label: 'Bring it',
      intent: {
        leftOut: intent.leftOut.filter((one) => one !== id),
        onto: sentOnto(intent, id, TAKES_OVER),
      },
    };
    const sentence = `${name} is what the system is started from: without it the new drive does not start.`;
    return [{ ...fail('Loader', sentence, 'bring it along', [bring]), about: id }];
  });
}

const isOut = (id: string, intent: LayoutIntent) => intent.leftOut.includes(id) || goesOnto(id, intent) !== TAKES_OVER;
