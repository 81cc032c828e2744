import { binary, soldName } from '../../capacity';
import { targetKey } from '../../facts';
import { TARGET_IDS, targetName, type TargetId } from '../../layout';
import type { JobSnapshot } from '../snapshot/types';
import { goesIn, oldStaysAt, replacesDrive } from './evidence';

/** A thing that goes into the device, or comes out of it for good. */
export interface Change {
  way: 'in' | 'out';
  what: string;
  count: number;
  /** Serial, slot or site. */
  where: string;
  /** Whether it is done: fitted, or out because what takes its place is in. */
  done: boolean;
}

/**
 * Everything that the work puts into the device and takes out of it, beside what only comes out to get there: drives with their
 * small parts, modules, and the modules whose slots they take. From this follows what an end without work puts back.
 */
export function changesOf(job: JobSnapshot): Change[] {
  return [...TARGET_IDS.flatMap((on) => ofDrive(job, on)), ...ofOldDrive(job), ...ofMemory(job)];
}

function ofDrive(job: JobSnapshot, on: TargetId): Change[] {
  const { [targetKey(on, 'choice')]: choice, [targetKey(on, 'fitted')]: fitted } = job.facts;
  if (!goesIn(job, on)) return [];
  const done = fitted !== undefined;
  if (!choice) {
    // An end without work gives up the reservation before the drive is out again: its serial is what is left of it.
    const what = `the ${targetName(on)} ${fitted?.serial ?? ''}, with its small parts`;
    return done ? [{ way: 'in', what, count: 1, where: '', done }] : [];
  }
  const { maker, name, bytes, sectorSize, serial, siteId, partsNeeded } = choice;
  const site = `site ${siteId.toUpperCase()}`;
  return [
    {
      way: 'in',
      what: `${maker} ${name}, ${soldName(bytes, sectorSize)}`,
      count: 1,
      where: `${serial}, ${site}`,
      done,
    },
    ...partsNeeded.map((part): Change => ({
      way: 'in',
      what: part,
      count: 1,
      where: `with the ${targetName(on)}`,
      done,
    })),
  ];
}

/** The old drive comes out where another takes over, unless it goes on for data; its own small parts come with it. */
function ofOldDrive(job: JobSnapshot): Change[] {
  const {
    'old drive': old,
    'new drive fitted': fitted,
    'old drive refitted': refitted,
    'old drive moves': moves,
  } = job.facts;
  if (!old || !replacesDrive(job)) return [];
  const what = `${old.maker} ${old.name}, ${soldName(old.bytes, old.sectorSize)}`;
  if (oldStaysAt(job) === null) {
    return [
      {
        way: 'out',
        what,
        count: 1,
        where: `${old.serial}, site ${old.siteId.toUpperCase()}`,
        done: fitted !== undefined,
      },
    ];
  }
  return (moves?.partsNeeded ?? []).map((part): Change => {
    return { way: 'in', what: part, count: 1, where: 'with the old drive', done: refitted !== undefined };
  });
}

/** Modules whose slots the chosen ones take. */
export function modulesOut({ facts: { 'memory choice': choice, memory } }: Pick<JobSnapshot, 'facts'>) {
  return (memory?.modules ?? []).filter(({ slot }) => choice?.into.includes(slot));
}

function ofMemory(job: JobSnapshot): Change[] {
  const { 'memory choice': choice, 'memory fitted': fitted } = job.facts;
  if (!choice) return [];
  const done = fitted !== undefined;
  return [
    { way: 'in', what: `${choice.maker} ${choice.name}`, count: choice.count, where: choice.into.join(', '), done },
    ...modulesOut(job).map(({ slot, bytes }): Change => {
      return { way: 'out', what: `module of ${binary(bytes)}`, count: 1, where: slot, done };
    }),
  ];
}

/** What an end without work has to undo, in words: everything that was fitted comes out, what it took the place of goes back. */
export function undoing(job: JobSnapshot): string {
  const done = changesOf(job).filter((change) => change.done);
  const told = (way: Change['way']) => done.filter((one) => one.way === way).map(tell);
  const [out, back] = [told('in'), told('out')];
  const parts = [
    ...(out.length > 0 ? [`take out ${out.join(', ')}`] : []),
    ...(back.length > 0 ? [`put back ${back.join(', ')}`] : []),
  ];
  const words = parts.join('; ') || 'take out what was fitted';
  return words.charAt(0).toUpperCase() + words.slice(1);
}

const tell = ({ what, count }: Change) => (count > 1 ? `${count} × ${what}` : what);
