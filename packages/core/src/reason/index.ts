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

const line = (outcome: Outcome, rule: string, sentence: string, remedy?: string): Reason => {
  return { rule, outcome, sentence, ...(remedy ? { remedy } : {}) };
};

/** A rule that is kept. */
export const pass = (rule: string, sentence: string) => line('pass', rule, sentence);
/** A rule that is kept at a cost, which the sentence names. */
export const limit = (rule: string, sentence: string, remedy?: string) => line('limit', rule, sentence, remedy);
/** A rule that is not kept. */
export const fail = (rule: string, sentence: string, remedy?: string) => line('fail', rule, sentence, remedy);
/** A rule that cannot be answered: the remedy says what to look at. */
export const unknown = (rule: string, sentence: string, remedy: string) => line('unknown', rule, sentence, remedy);

/** Reasons that stop: a failed rule, or one that could not be answered. */
export function stoppers(reasons: readonly Reason[]): Reason[] {
  return reasons.filter((reason) => reason.outcome === 'fail' || reason.outcome === 'unknown');
}
