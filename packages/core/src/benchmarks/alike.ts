import type { Reason } from '../reason';
import type { MeasurementKey, MeasurementSet } from './types';

/** Whether two sessions may be set side by side. */
export interface Alike {
  reasons: Reason[];
  /** Whether a figure must not be told as so many times the other. */
  forbids: (key: MeasurementKey) => boolean;
}

const TIMED: readonly MeasurementKey[] = ['startUp', 'programStart'];

/**
 * Whether two sessions were measured alike: the same tool and settings, the same way of attaching, the same seen to.
 * A stopwatch asks for no tool; the rest of it does (facts of benchmarks: never compare different methods).
 */
export function alike(before: MeasurementSet | null, after: MeasurementSet | null): Alike {
  if (!before || !after) return { reasons: [], forbids: () => false };
  const method = methods(before, after);
  const attached = before.attached === after.attached ? [] : [ATTACHED];
  const conditions = seenTo(before, after);
  const never = [...attached, ...conditions].some(({ outcome }) => outcome === 'limit');
  const otherTool = method.some(({ outcome }) => outcome === 'limit');
  return {
    reasons: [...method, ...attached, ...conditions],
    forbids: (key) => never || (otherTool && !TIMED.includes(key)),
  };
}

const ATTACHED: Reason = {
  rule: 'Attached',
  outcome: 'limit',
  sentence: 'One set was measured over USB, the other inside: not comparable.',
  remedy: 'measure again, attached alike',
};

const plain = (text: string) => text.trim().toLowerCase().replace(/\s+/g, ' ');

function methods(before: MeasurementSet, after: MeasurementSet): Reason[] {
  const rule = 'Method';
  if (plain(before.method) === '' || plain(after.method) === '') {
    const which = plain(before.method) === '' ? 'before' : 'after';
    const sentence = `How it was measured ${which} is not noted: whether both sets are alike cannot be told.`;
    return [{ rule, outcome: 'unknown', sentence, remedy: 'note the method' }];
  }
  if (plain(before.method) === plain(after.method)) return [];
  const sentence = `Measured differently: “${before.method}” before, “${after.method}” after. Rates are not set side by side.`;
  return [{ rule, outcome: 'limit', sentence, remedy: 'measure again with like settings' }];
}

function seenTo(before: MeasurementSet, after: MeasurementSet): Reason[] {
  const rule = 'Conditions';
  const [first, second] = [before.conditions, after.conditions];
  if (!first || !second) {
    if (!first && !second) return [];
    const sentence = `What was seen to ${first ? 'after' : 'before'} is not noted: whether both sets are alike cannot be told.`;
    return [{ rule, outcome: 'unknown', sentence, remedy: 'tick what was seen to' }];
  }
  const told = (list: readonly string[]) => [...list].sort().join(', ') || 'nothing';
  if (told(first) === told(second)) return [];
  const sentence = `Seen to before: ${told(first)}; after: ${told(second)}. Not set side by side.`;
  return [{ rule, outcome: 'limit', sentence, remedy: 'measure again under like conditions' }];
}
