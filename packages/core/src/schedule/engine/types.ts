import type { RunKind } from '../../estimate';
import type { StepId } from '../../stations';

/** A stretch of time, milliseconds since the epoch. */
export interface Span {
  from: number;
  until: number;
}

/** How long something takes, minutes: 10th, 50th and 90th percentile. */
export interface Spread {
  low: number;
  middle: number;
  high: number;
}

export const ABILITIES = ['copying', 'opening devices'] as const;
/** What of the work at the bench somebody does. */
export type Ability = (typeof ABILITIES)[number];

export const RESOURCES = ['berth', 'enclosure', 'dock', 'duplicator', 'boot stick'] as const;
/** What a run takes while it goes, and the shop has so many of. */
export type Resource = (typeof RESOURCES)[number];

/** A piece of work of a job: hands, within somebody's hours, or what runs by itself, through nights too. */
export interface Piece {
  kind: 'hands' | 'alone';
  takes: Spread;
  /** What runs; null for hands, and for what only cools down. */
  run: RunKind | null;
  /** The steps of hands, by their titles; what runs has none. */
  steps: readonly { id: StepId; title: string; minutes: number }[];
  /** What hands must be able to do; null where anybody at the bench can. */
  asks: Ability | null;
  /** What it takes while it runs, each as often as it needs it. */
  needs: readonly Resource[];
  /** Number of the berth at which it is to lie, where that is settled and one is free. */
  berth?: number;
  /** Set for what runs already: the number of its berth, null where it lies at none. */
  running: { berth: number | null } | null;
}

/** What is left to do of a job: its pieces one after the other. */
export interface Work {
  tag: string;
  promisedAt: number | null;
  /** Nothing of it can begin earlier: a part is on its way, or it was agreed so. */
  from: number;
  /** Whether it also waits for an answer that nobody can date. */
  asks: boolean;
  /** Who has it in hand, by id: nobody else goes on with it. */
  by: string | null;
  pieces: Piece[];
}

/** Somebody who works at the bench. */
export interface Person {
  id: string;
  /** When they are there, one after the other; beyond the last they are taken to be there. */
  there: readonly Span[];
  abilities: readonly Ability[];
}

/** What there is to do it with. */
export interface Bench {
  now: number;
  /** When the shop is open, one after the other; work that reaches beyond the last goes on as if it stayed open. */
  open: readonly Span[];
  people: readonly Person[];
  /** Numbers of its berths. */
  berths: readonly number[];
  /** How many it has of what is not counted by itself; what it has none of, or nobody counted, holds nothing up. */
  has: Readonly<Partial<Record<Resource, number>>>;
}

/** A piece where it was put. Hands that are interrupted by the night have a stretch for each day. */
export interface Placed {
  tag: string;
  piece: number;
  kind: Piece['kind'];
  spans: Span[];
  /** Whose hands, by id; null for what runs. */
  by: string | null;
  /** The number of its berth; null where it lies at none. */
  berth: number | null;
}

export interface Schedule {
  placed: Placed[];
  /** When each job is ready, by tag. */
  ready: Map<string, number>;
}
