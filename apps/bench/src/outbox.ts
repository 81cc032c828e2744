import type { AgentSamples, SeenDrive } from '@udrel/contract/types';
import type { Sample } from '@udrel/core/progress';
import type { BerthReading } from './berth/berth';

/** Samples of one run that the server has not acknowledged, numbered from 1 without gaps. */
export interface Outbox {
  runId: string;
  berth: number;
  firstSeq: number;
  samples: Sample[];
  /** The drives as they were seen last. */
  source: SeenDrive | null;
  target: SeenDrive | null;
}

/** An hour at twenty times real time; older ones are given up and the server counts on from what it knows. */
const MOST_KEPT = 72_000;
const BATCH = 500;

export function newOutbox(runId: string, berth: number): Outbox {
  return { runId, berth, firstSeq: 1, samples: [], source: null, target: null };
}

/** Puts samples at the end. Where the oldest are given up the numbers go on: counters say what was missed. */
export function keep(box: Outbox, { samples, source, target }: BerthReading): Outbox {
  return { ...box, source, target, samples: [...box.samples, ...samples].slice(-MOST_KEPT) };
}

/** Takes out what the server has acknowledged; an acknowledgement that came late changes nothing. */
export function acknowledge(box: Outbox, upTo: number): Outbox {
  const done = Math.min(box.samples.length, Math.max(0, upTo - box.firstSeq + 1));
  return { ...box, firstSeq: box.firstSeq + done, samples: box.samples.slice(done) };
}

/** The next batch to send, or null when there is nothing. */
export function nextBatch(box: Outbox, agent: string, boot: string): AgentSamples | null {
  if (box.samples.length === 0) return null;
  return {
    agent,
    boot,
    berth: box.berth,
    runId: box.runId,
    firstSeq: box.firstSeq,
    samples: box.samples
      .slice(0, BATCH)
      .map(({ t, read, written, errors, sourceWritten = 0, busy = 0 }) => [
        t,
        read,
        written,
        errors,
        sourceWritten,
        busy,
      ]),
    source: box.source,
    target: box.target,
  };
}
