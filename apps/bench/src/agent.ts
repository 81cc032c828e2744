import type {
  AgentHello,
  ReadBackRequest,
  AgentSamples,
  AgentWork,
  ReadBackAnswer,
  ReadsAnswer,
  ReadsRequest,
  WipeReadAnswer,
  WipeReadRequest,
} from '@udrel/contract/types';
import type { Berth } from './berth/berth';
import { Refused } from './refused';
import { acknowledge, keep, newOutbox, nextBatch, type Outbox } from './outbox';

/** What the agent needs of a server. Every call may fail: then it is tried again at the next turn. */
export interface ServerLink {
  hello: (hello: AgentHello) => Promise<void>;
  work: () => Promise<{
    runs: AgentWork[];
    readBacks: ReadBackRequest[];
    reads: ReadsRequest[];
    wipeReads: WipeReadRequest[];
  }>;
  send: (samples: AgentSamples) => Promise<{ acknowledged: number }>;
  answer: (result: ReadBackAnswer) => Promise<void>;
  answerReads: (result: ReadsAnswer) => Promise<void>;
  answerWipeRead: (result: WipeReadAnswer) => Promise<void>;
}

export interface Agent {
  /** One turn: asks for work, reads the berths, sends what is there. Answers whether the server was reached. */
  turn: (milliseconds: number) => Promise<boolean>;
}

const HELLO_EVERY = 30;

/** An agent over some berths. `boot` tells its starts apart; samples are numbered anew with each. */
export function createAgent(name: string, boot: string, berths: readonly Berth[], server: ServerLink): Agent {
  const boxes = new Map<string, Outbox>();
  const failed = (error: unknown) => `It cannot be read: ${String(error)}`.slice(0, 300);
  const measure = atItsPace<ReadsRequest, ReadsAnswer>(
    berths,
    (berth, request, stop) => berth.measure(request, stop),
    ({ id }, error) => ({ id, reads: null, trouble: failed(error) }),
    (answer) => server.answerReads(answer),
  );
  const sample = atItsPace<WipeReadRequest, WipeReadAnswer>(
    berths,
    (berth, request, stop) => berth.sample(request, stop),
    ({ id }, error) => ({ id, drive: null, seen: null, trouble: failed(error) }),
    (answer) => server.answerWipeRead(answer),
  );
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
      try {
        await deliverBox(runId, box);
      } catch (error) {
        // What the server will never take keeps nothing else waiting.
        if (!(error instanceof Refused)) throw error;
        boxes.set(runId, { ...(boxes.get(runId) ?? box), samples: [] });
      }
    }
  }

  async function deliverBox(runId: string, box: Outbox): Promise<void> {
    let left = box;
    for (let batch = nextBatch(left, name, boot); batch; batch = nextBatch(left, name, boot)) {
      const { acknowledged } = await server.send(batch);
      const after = acknowledge(left, acknowledged);
      boxes.set(runId, after);
      if (after.firstSeq === left.firstSeq) break;
      left = after;
    }
  }

  async function readBackAll(readBacks: readonly ReadBackRequest[]): Promise<void> {
    for (const request of readBacks) {
      const berth = berths.find(({ number }) => number === request.berth);
      if (berth) await server.answer(await berth.readBack(request));
    }
  }

  return {
    async turn(milliseconds) {
      // What is watched goes on being read while the server is away.
      await collect(milliseconds);
      try {
        await greet();
        await deliver();
        const { runs, readBacks, reads, wipeReads } = await server.work();
        assign(runs);
        await readBackAll(readBacks);
        await measure(reads);
        await sample(wipeReads);
        return true;
      } catch {
        turns = 0;
        return false;
      }
    },
  };
}

/**
 * What takes its time at a berth: runs go on being watched meanwhile, and what came of it is told at a later turn. What
 * nobody asks for any more is stopped.
 */
function atItsPace<Request extends { id: string; berth: number }, Answer>(
  berths: readonly Berth[],
  begin: (berth: Berth, request: Request, stop: () => boolean) => Promise<Answer>,
  failed: (request: Request, error: unknown) => Answer,
  tell: (answer: Answer) => Promise<void>,
): (requests: readonly Request[]) => Promise<void> {
  /** What is under way, or came to an end and is not told yet, by request. */
  const begun = new Map<string, Answer | null>();
  return async (requests) => {
    for (const id of begun.keys()) if (!requests.some((one) => one.id === id)) begun.delete(id);
    for (const request of requests) {
      const berth = berths.find(({ number }) => number === request.berth);
      const { id } = request;
      const answer = begun.get(id);
      if (answer) await tell(answer);
      if (!berth || answer !== undefined) continue;
      begun.set(id, null);
      void begin(berth, request, () => !begun.has(id))
        .catch((error: unknown) => failed(request, error))
        .then((ended) => begun.has(id) && begun.set(id, ended));
    }
  };
}
