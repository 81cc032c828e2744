/** How one rule came out. `limit` means: passes, but costs something that is named in the sentence. */
export const OUTCOMES = ['pass', 'limit', 'fail', 'unknown'] as const;
export type Outcome = (typeof OUTCOMES)[number];

/** One line of a check ledger: the rule, what was found, what it may be, and what would change it. */
export interface Reason {
  rule: string;
  outcome: Outcome;
  measured?: string;
  limit?: string;
  sentence: string;
  remedy?: string;
}

/** Reasons that stop: a failed rule, or one that could not be answered. */
export function stoppers(reasons: readonly Reason[]): Reason[] {
  return reasons.filter((reason) => reason.outcome === 'fail' || reason.outcome === 'unknown');
}
