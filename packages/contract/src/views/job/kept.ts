import type { JobView, Problem } from '../views';

/** How a command that a browser kept came out; `from` and `version`: on which version of the job it rests, and to which it led. */
export type KeptOutcome = { done: true; from: number; version: number } | { done: false; problem: Problem };

/**
 * What became of commands that a browser kept, in their order up to the first that was not done: nothing after that was
 * tried. `job`: as the last that was done left it, null where none was.
 */
export interface KeptView {
  outcomes: KeptOutcome[];
  job: JobView | null;
}
