/** A job that waits for pieces of a part. */
export interface WaitingJob {
  /** What was wanted for it. */
  order: string;
  tag: string;
  customer: string;
  count: number;
  since: string;
  promisedAt: string | null;
}

interface OfPart {
  partId: string;
  name: string;
  partNumber: string;
  serialised: boolean;
  /** Minor currency units for a piece. */
  price: number;
  jobs: WaitingJob[];
}

/** What is to be ordered of a part: for jobs, and for the shelf down to its level. */
export interface ToOrderLine extends OfPart {
  /** Pieces that the shelf lacks up to its level. */
  short: number;
  /** Pieces that are free, and the level; null where it has none. */
  free: number;
  level: number | null;
}

/** An order at a supplier that has not all come. */
export interface PurchaseView {
  id: string;
  number: number;
  supplier: string;
  orderedAt: string;
  expected: string;
  /** Days that it is late already. */
  lateDays: number;
  /** Of each part: pieces for the shelf, and of these how many came; jobs that still wait. */
  lines: (OfPart & { count: number; came: number })[];
}

/** Everything that is to be ordered, by supplier, and what is on its way. */
export interface ToOrderView {
  /** Empty where nobody knows who has it. */
  suppliers: { supplier: string; lines: ToOrderLine[] }[];
  purchases: PurchaseView[];
}

/** What a job that waits can honestly be promised instead. */
export interface LatePromise {
  tag: string;
  customer: string;
  promisedAt: string | null;
  /** Nine times in ten it is ready then. */
  honest: string;
}
