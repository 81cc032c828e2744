import type {
  AgentHello,
  ReadBackRequest,
  AgentSamples,
  AgentWork,
  ReadBackAnswer,
  ReadsAnswer,
  ReadsRequest,
} from '@udrel/contract/types';
import type { Berth } from './berth/berth';
import { acknowledge, keep, newOutbox, nextBatch, type Outbox } from './outbox';

/** What the agent needs of a server. Every call may fail: then it is tried again at the next turn. */
export interface ServerLink {
  hello: (hello: AgentHello) => Promise<void>;
  work: () => Promise<{ runs: AgentWork[]; readBacks: ReadBackRequest[]; reads: ReadsRequest[] }>;
  send: (samples: AgentSamples) => Promise<{ acknowledged: number }>;
  answer: (result: ReadBackAnswer) => Promise<void>;
  answerReads: (result: ReadsAnswer) => Promise<void>;
}

export interface Agent {
  /** One turn: asks for work, reads the berths, sends what is there. Answers whether the server was reached. */
  turn: (milliseconds: number) => Promise<boolean>;
}

const HELLO_EVERY = 30;

/** An agent over some berths. `boot` tells its starts apart; samples are numbered anew with each. */
export function createAgent(name: string, boot: string, berths: readonly Berth[], server: ServerLink): Agent {
  const boxes = new Map<string, Outbox>();
  /** What is being measured, or was and is not told yet, by request. */
  const measured = new Map<string, ReadsAnswer | null>();
  let turns = 0;

  async function greet(): Promise<void> {
    if (turns++ % HELLO_EVERY !== 0) return;
    const known = berths.map(async ({ number, simulated, speed, drives }) => ({
      number,
      simulated,
      speed,
      drives: (await drives()).slice(0, 16),
    }));
    await server.hello({ agent: name, boot, berths: await Promise.all(known) });
  }

  function assign(work: readonly AgentWork[]): void {
    for (const berth of berths) {
      const own = work.find((one) => one.berth === berth.number);
      if (own) berth.watch(own);
      else berth.unwatch();
    }
    for (const runId of boxes.keys()) if (!work.some((one) => one.runId === runId)) boxes.delete(runId);
  }

  async function collect(milliseconds: number): Promise<void> {
    for (const berth of berths) {
      const runId = berth.watching();
      if (!runId) continue;
      boxes.set(runId, keep(boxes.get(runId) ?? newOutbox(runId, berth.number), await berth.read(milliseconds)));
    }
  }

  async function deliver(): Promise<void> {
    for (const [runId, box] of boxes) {
      let left = box;
      for (let batch = nextBatch(left, name, boot); batch; batch = nextBatch(left, name, boot)) {
        const { acknowledged } = await server.send(batch);
        const after = acknowledge(left, acknowledged);
        boxes.set(runId, after);
        if (after.firstSeq === left.firstSeq) break;
        left = after;
      }
    }
  }

  async function readBackAll(readBacks: readonly ReadBackRequest[]): Promise<void> {
    for (const request of readBacks) {
      const berth = berths.find(({ number }) => number === request.berth);
      if (berth) await server.answer(await berth.readBack(request));
    }
  }

  /** Measuring takes its time: runs go on being watched meanwhile, and what came of it is told at a later turn. */
  async function measureAll(requests: readonly ReadsRequest[]): Promise<void> {
    for (const id of measured.keys()) if (!requests.some((one) => one.id === id)) measured.delete(id);
    for (const request of requests) {
      const berth = berths.find(({ number }) => number === request.berth);
      const { id } = request;
      const result = measured.get(id);
      if (result) await server.answerReads(result);
      if (!berth || result !== undefined) continue;
      measured.set(id, null);
      void berth
        .measure(request, () => !measured.has(id))
        .catch((error: unknown) => ({ id, reads: null, trouble: `It cannot be read: ${String(error)}`.slice(0, 300) }))
        .then((answer) => measured.has(id) && measured.set(id, answer));
    }
  }

  return {
    async turn(milliseconds) {
      // What is watched goes on being read while the server is away.
      await collect(milliseconds);
      try {
        await greet();
        await deliver();
        const { runs, readBacks, reads } = await server.work();
        assign(runs);
        await readBackAll(readBacks);
        await measureAll(reads);
        return true;
      } catch {
        turns = 0;
        return false;
      }
    },
  };
}
