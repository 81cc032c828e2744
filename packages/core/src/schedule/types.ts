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

/** A piece of work of a job: hands, within opening hours, or what runs by itself, through nights too. */
export interface Piece {
  kind: 'hands' | 'alone';
  takes: Spread;
  /** Whether it takes a berth while it runs. */
  berth: boolean;
}

/** What is left to do of a job: its pieces one after the other. */
export interface Work {
  tag: string;
  promisedAt: number | null;
  /** Nothing of it can begin earlier: a part is on its way. */
  from: number;
  /** Whether it also waits for an answer that nobody can date. */
  asks: boolean;
  pieces: Piece[];
}

/** What there is to do it with. */
export interface Bench {
  now: number;
  /** When the shop is open, one after the other; work that reaches beyond the last goes on as if it stayed open. */
  open: readonly Span[];
  hands: number;
  berths: number;
}

/** A piece where it was put. Hands that are interrupted by the night have a stretch for each day. */
export interface Placed {
  tag: string;
  piece: number;
  kind: Piece['kind'];
  spans: Span[];
  /** Who of the hands, or which berth, counted from 0; null for what runs without a berth. */
  at: number | null;
}

export interface Schedule {
  placed: Placed[];
  /** When each job is ready, by tag. */
  ready: Map<string, number>;
}
