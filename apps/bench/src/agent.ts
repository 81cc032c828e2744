import type { AgentHello, AgentSamples, AgentWork } from '@udrel/contract/types';
import type { Berth } from './berth';
import { acknowledge, keep, newOutbox, nextBatch, type Outbox } from './outbox';

/** What the agent needs of a server. Every call may fail: then it is tried again at the next turn. */
export interface ServerLink {
  hello: (hello: AgentHello) => Promise<void>;
  work: () => Promise<AgentWork[]>;
  send: (samples: AgentSamples) => Promise<{ acknowledged: number }>;
}

export interface Agent {
  /** One turn: asks for work, reads the berths, sends what is there. Answers whether the server was reached. */
  turn: (milliseconds: number) => Promise<boolean>;
}

const HELLO_EVERY = 30;

/** An agent over some berths. `boot` tells its starts apart; samples are numbered anew with each. */
export function createAgent(name: string, boot: string, berths: readonly Berth[], server: ServerLink): Agent {
  const boxes = new Map<string, Outbox>();
  let turns = 0;

  async function greet(): Promise<void> {
    if (turns++ % HELLO_EVERY !== 0) return;
    await server.hello({
      agent: name,
      boot,
      berths: berths.map(({ number, simulated, speed }) => ({ number, simulated, speed })),
    });
  }

  function assign(work: readonly AgentWork[]): void {
    for (const berth of berths) {
      const own = work.find((one) => one.berth === berth.number);
      if (own) berth.watch(own);
      else berth.unwatch();
    }
    for (const runId of boxes.keys()) if (!work.some((one) => one.runId === runId)) boxes.delete(runId);
  }

  function collect(milliseconds: number): void {
    for (const berth of berths) {
      const runId = berth.watching();
      if (!runId) continue;
      boxes.set(runId, keep(boxes.get(runId) ?? newOutbox(runId, berth.number), berth.read(milliseconds)));
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

  return {
    async turn(milliseconds) {
      // What is watched goes on being read while the server is away.
      collect(milliseconds);
      try {
        await greet();
        await deliver();
        assign(await server.work());
        return true;
      } catch {
        turns = 0;
        return false;
      }
    },
  };
}
