import { binary } from '../capacity';
import type { Reason } from '../reason';
import type { LayoutIntent, LayoutPlan, PlannedPartition, SourceTable, TargetDrive } from './types';
import { alignUp } from './volume-facts';

type Bare = Omit<LayoutPlan, 'problems' | 'notes'>;

/** What stands against the plan, and what is only to be known. */
export function findProblems(
  table: SourceTable,
  target: TargetDrive,
  intent: LayoutIntent,
  plan: Bare,
): Pick<LayoutPlan, 'problems' | 'notes'> {
  const problems = [
    ...emptyTable(table),
    ...tooSmall(plan),
    ...sectorSize(table, target),
    ...plan.partitions.flatMap((one) => [...leftBehind(one, intent), ...overfull(one), ...typedSize(one, intent)]),
  ];
  const notes = [...plan.partitions.flatMap(remarks), ...reach(table, target)];
  return { problems, notes };
}

function emptyTable(table: SourceTable): Reason[] {
  if (table.partitions.length > 0) return [];
  return [fail('Table', 'No partitions were read from the old drive.', 'enter them in Assess')];
}

function tooSmall(plan: Bare): Reason[] {
  const outside = plan.partitions.filter((one) => one.change === 'no room');
  if (outside.length === 0) return [];
  const names = outside.map((one) => one.source.name).join(', ');
  const sold = plan.smallestSold === null ? 'a larger drive' : `a drive of ${plan.smallestSold} GB or more`;
  return [fail('Room', `The drive is too small: no room for ${names}.`, `${sold}, or leave something out`)];
}

function sectorSize(table: SourceTable, target: TargetDrive): Reason[] {
  if (table.sectorSize === target.sectorSize) return [];
  return [
    fail(
      'Sector size',
      `The old drive has ${table.sectorSize}-byte sectors, the new one ${target.sectorSize}: a copy by blocks would not be readable.`,
      `a drive with ${table.sectorSize}-byte sectors`,
    ),
  ];
}

function leftBehind(one: PlannedPartition, intent: LayoutIntent): Reason[] {
  if (one.change !== 'left behind' || intent.acknowledged.includes(one.source.id)) return [];
  return [
    fail('Left behind', `${one.source.name} was taken out and stays behind.`, 'bring it, or type its name to leave it'),
  ];
}

function overfull(one: PlannedPartition): Reason[] {
  if (one.source.used === null || one.source.used <= one.sourceBytes) return [];
  return [
    fail('Used space', `${one.source.name} is said to use more than its size.`, 'correct its used space in Assess'),
  ];
}

function typedSize(one: PlannedPartition, intent: LayoutIntent): Reason[] {
  const typed = intent.sizes[one.source.id];
  if (typed === undefined || one.change === 'left behind') return [];
  if (!one.resizable && alignUp(typed) !== alignUp(one.sourceBytes)) {
    const why = one.source.encrypted ? 'it is encrypted' : `${one.source.fileSystem} keeps its size here`;
    const remedy = one.source.encrypted ? 'switch encryption off first' : 'leave its size as it is';
    return [fail('Size', `${one.source.name} cannot change its size: ${why}.`, remedy)];
  }
  if (typed < one.minimum) {
    return [fail('Size', `${one.source.name} needs at least ${binary(one.minimum)}.`, 'type a larger size')];
  }
  return [];
}

function remarks(one: PlannedPartition): Reason[] {
  const notes: Reason[] = [];
  if (one.source.encrypted) {
    notes.push(limit('Encrypted', `${one.source.name} is encrypted: it is copied whole and keeps its size.`));
  } else if (one.source.used === null && one.source.fileSystem !== 'none') {
    notes.push(limit('Used space', `How much ${one.source.name} uses is not known: it is copied whole.`));
  }
  if (one.change === 'moved' && one.source.kind === 'recovery') {
    notes.push(
      limit('Place', `${one.source.name} starts elsewhere: its entry in the start-up settings is checked in Prove.`),
    );
  }
  return notes;
}

function reach(table: SourceTable, target: TargetDrive): Reason[] {
  if (table.scheme === 'gpt' || target.sectors <= 2 ** 32) return [];
  return [limit('Scheme', 'An MBR table reaches 2 TiB: the rest of this drive stays unusable.')];
}

function fail(rule: string, sentence: string, remedy: string): Reason {
  return { rule, outcome: 'fail', sentence, remedy };
}

function limit(rule: string, sentence: string): Reason {
  return { rule, outcome: 'limit', sentence };
}
