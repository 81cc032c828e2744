import type { AgentSamples } from '@udrel/contract/types';
import type { Sample } from '@udrel/core/progress';

/** Samples of one run that the server has not acknowledged, numbered from 1 without gaps. */
export interface Outbox {
  runId: string;
  berth: number;
  firstSeq: number;
  samples: Sample[];
}

/** An hour at twenty times real time; older ones are given up and the server counts on from what it knows. */
const MOST_KEPT = 72_000;
const BATCH = 500;

export function newOutbox(runId: string, berth: number): Outbox {
  return { runId, berth, firstSeq: 1, samples: [] };
}

/** Puts samples at the end. */
export function keep(box: Outbox, samples: readonly Sample[]): Outbox {
  return { ...box, samples: [...box.samples, ...samples].slice(-MOST_KEPT) };
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
    samples: box.samples.slice(0, BATCH).map(({ t, read, written, errors }) => [t, read, written, errors]),
  };
}
