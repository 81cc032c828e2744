import { TARGET_IDS, targetName, type TargetId } from '../layout';
import type { ReadBackFact } from './plan-types';
import type { DriveChoice, JobFacts } from './types';

/** What is known of a drive that goes in: the same of each of them. */
export interface TargetFacts {
  /** The drive reserved for this job, and how it will sit. */
  choice?: DriveChoice;
  /** Its serial, read from its label before it is written to. */
  identified?: { serial: string };
  /** What it is known to hold, which is lost. */
  holds?: { serial: string; what: string[] };
  /** Its serial typed again to say that what it holds may be overwritten. */
  confirmed?: { serial: string };
  'read back'?: ReadBackFact;
  fitted?: { serial: string };
}

export const TARGET_ASPECTS = [
  'choice',
  'identified',
  'holds',
  'confirmed',
  'read back',
  'fitted',
] as const satisfies readonly (keyof TargetFacts)[];
export type TargetAspect = (typeof TARGET_ASPECTS)[number];

/** The key under which that is kept of that drive. */
export type TargetKey<A extends TargetAspect = TargetAspect, T extends TargetId = TargetId> = `${T} drive ${A}`;

/** What is known of all drives that go in, flat: each fact of each of them has a key of its own. */
export type FactsOfTargets = { [A in TargetAspect as TargetKey<A>]?: NonNullable<TargetFacts[A]> };

type Keys = { readonly [T in TargetId]: { readonly [A in TargetAspect]: TargetKey<A, T> } };

/** The keys are asked for by every rule: each is put together once. */
const KEYS = Object.fromEntries(
  TARGET_IDS.map((on) => [on, Object.fromEntries(TARGET_ASPECTS.map((one) => [one, `${targetName(on)} ${one}`]))]),
) as unknown as Keys;

/** The key under which an aspect of a drive is kept. */
export function targetKey<A extends TargetAspect, T extends TargetId>(on: T, aspect: A): Keys[T][A] {
  return KEYS[on][aspect];
}

/** The keys of what is chosen of each of them. */
export const CHOICE_KEYS = TARGET_IDS.map((on) => targetKey(on, 'choice'));

/** The keys that say that something went in. */
export const FITTED_KEYS = [...TARGET_IDS.map((on) => targetKey(on, 'fitted')), 'memory fitted' as const];

/** What is known of one of the drives that go in. */
export function targetFacts(facts: JobFacts, on: TargetId): TargetFacts {
  const known: Partial<Record<TargetAspect, unknown>> = {};
  for (const aspect of TARGET_ASPECTS) {
    const value = facts[targetKey(on, aspect)];
    if (value !== undefined) known[aspect] = value;
  }
  return known as TargetFacts;
}
