import { FIRMWARE_SETTINGS, OWES } from '../../triage';
import { perSnapshot } from '../snapshot/per-snapshot';
import type { JobSnapshot } from '../snapshot/types';
import { leftToGrow } from './evidence';
import { decided } from './on-route';
import { SWITCHES } from './switches';

/** Something that was switched, put on or taken out for the job, and is owed back before the device goes home. */
export interface Owed {
  what: string;
  /** What it was done for, and how it stood before where that was noted. */
  why: string;
  /** How it stands now; null where nobody said. */
  known: { back: boolean; note: string } | null;
}

/**
 * What is owed back: what was switched for the copy, decrypted, switched on the way to why it did not start, all that a
 * reset of the firmware loses, and what was noted besides; each once, in that order.
 */
export const owedBack = perSnapshot((job): Owed[] => {
  const told = job.facts['owed back'];
  const owed = new Map<string, string>();
  for (const [what, why] of [
    ...ofPreparing(job),
    ...ofDecrypting(job),
    ...ofMending(job),
    ...ofReset(job),
    ...besides(job),
  ])
    owed.set(what, [...new Set([owed.get(what), why])].filter(Boolean).join('; '));
  return [...owed].map(([what, why]) => ({ what, why, known: told?.items.find((one) => one.what === what) ?? null }));
});

/** What is known to be switched on a bench, to choose from; anything else may be owed back too. */
export const OFTEN_SWITCHED: readonly string[] = [
  ...new Set([
    ...Object.values(FIRMWARE_SETTINGS),
    ...Object.values(OWES),
    ...Object.values(SWITCHES).flatMap(({ owes }) => owes),
  ]),
];

/** What nobody has set back yet, as a gate says it. */
export function owedMissing(job: JobSnapshot): string[] {
  const open = owedBack(job).filter(({ known }) => known === null);
  return open.length === 0 ? [] : [`Not set back: ${open.map(({ what }) => what).join(', ')}.`];
}

type Switching = readonly (readonly [what: string, why: string])[];

/** What Prepare switched, also where the way of copying has changed since or its stamps have fallen. */
function ofPreparing({ facts, closed }: JobSnapshot): Switching {
  const known = (facts.switched?.items ?? []).map(({ id, before }) => ({ id, before, how: '' }));
  // Of a job that was closed before it was asked nobody can say it any more.
  const stamps = closed ? [] : (facts.prepared?.stamps ?? []);
  const asked = stamps
    .filter(({ id, switched }) => switched === undefined && !known.some((one) => one.id === id))
    .map(({ id }) => ({ id, before: '', how: 'nobody noted whether it was ' }));
  return [...known, ...asked].flatMap(({ id, before, how }) => {
    const { owes, done } = SWITCHES[id] ?? { owes: [], done: '' };
    const why = `${how}${done.toLowerCase()} for the copy`;
    return owes.map((what) => [what, before ? `${why}; before: ${before}` : why] as const);
  });
}

function ofDecrypting(job: JobSnapshot): Switching {
  const { facts, runs } = job;
  const grown = facts['volume grown']?.grown ? leftToGrow(job) : null;
  const ran = (id: string) =>
    runs.some((one) => one.kind === 'decrypt' && one.about === id && one.outcome === 'ended well');
  const decrypted = (decided(job)?.intent.decrypted ?? []).filter(ran);
  const volumes = facts['partition table']?.partitions.filter(({ id }) => decrypted.includes(id) || id === grown?.id);
  return (volumes ?? []).map(({ name }) => [`Encryption of ${name} on`, 'decrypted for the copy'] as const);
}

function ofMending({ facts }: JobSnapshot): Switching {
  return (facts['no start']?.tries ?? []).flatMap(({ cause, outcome }) => {
    const owes = OWES[cause];
    const mended = outcome === 'that was it' || outcome === 'mended, still does not start';
    return owes && mended ? [[owes, `it did not start: ${cause}`] as const] : [];
  });
}

function besides({ facts }: JobSnapshot): Switching {
  return (facts['switched besides']?.items ?? []).map(({ what, why, before }) => [
    what,
    `${why}; ${before ? `before: ${before}` : 'nobody noted how it stood before'}`,
  ]);
}

function ofReset({ facts }: JobSnapshot): Switching {
  const reset = facts['firmware reset'];
  if (!reset?.reset) return [];
  const stood = facts.prepared?.stamps.findLast(({ id }) => id === 'start mode')?.note;
  const why = `the firmware was reset: ${reset.note}${stood ? `; before: ${stood}` : ''}`;
  return Object.values(FIRMWARE_SETTINGS).map((what) => [what, why] as const);
}
