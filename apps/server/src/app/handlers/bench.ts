import { agentEndpoints, benchEndpoints } from '@udrel/contract/endpoints';
import type { AgentGate } from '../../machines/gate';
import { requireBerth, requireBerthOf } from '../../machines/berths-of';
import { heardOf, renewedBy } from '../../machines/machines';
import { handlers, type AgentIdentity, type Call } from '../../platform/http/handlers';
import { sharedRead } from '../../platform/database/shared-read';
import { inTransaction } from '../../platform/database/transaction';
import { hello, runsAtBerths, takeSamples } from '../../copying/agent-feed';
import { raiseAlarms } from '../../copying/raise-alarms';
import { listBerths } from '../../copying/berths';
import { answerReadBack, openReadBacks } from '../../copying/read-back-requests';
import { answerReads, openReads } from '../../copying/reads-requests';
import { runsNow } from '../../copying/runs-now';
import { answerWipeRead, openWipeReads } from '../../wiping/samples-read';

const berths = sharedRead(listBerths);
const runs = sharedRead(runsNow);

export const benchHandlers = handlers(benchEndpoints, {
  berths: ({ manager, now }) => berths(manager, now),
  runs: ({ manager, now }) => runs(manager, now),
});

/** What an agent says and asks: of berths that its token speaks for, and of nothing else. */
export function agentHandlers(agents: AgentGate) {
  /** Who asks; on the routes of agents it is always known. */
  const by = ({ agent }: Pick<Call, 'agent'>): AgentIdentity => {
    if (!agent) throw new Error('no agent asks');
    return agent;
  };
  const own = <T extends { berth: number }>(agent: AgentIdentity, asked: T[]) =>
    asked.filter(({ berth }) => agent.speaksFor(berth));
  return handlers(agentEndpoints, {
    agentHello: async (call) => {
      const agent = by(call);
      const { berths } = call.body;
      // One that was given to another machine darkens none of the others.
      const ours = berths.filter(({ number }) => agent.speaksFor(number));
      const notYours = berths.filter((one) => !ours.includes(one)).map(({ number }) => number);
      if (ours.length === 0 && notYours[0] !== undefined) requireBerth(agent, notYours[0]);
      await heardOf(call, agent);
      return { ...(await hello(call, { ...call.body, berths: ours })), renew: agent.old, notYours };
    },
    agentToken: (call) => inTransaction(call.manager, (manager) => renewedBy({ ...call, manager }, by(call))),
    agentWork: async (call) => {
      const { manager, now } = call;
      const agent = by(call);
      return {
        runs: own(agent, await runsAtBerths(manager)),
        readBacks: own(agent, await openReadBacks(manager, now)),
        reads: own(agent, await openReads(manager, now)),
        wipeReads: own(agent, await openWipeReads(manager)),
      };
    },
    agentSamples: async (call) => {
      const { body } = call;
      const agent = by(call);
      requireBerth(agent, body.berth);
      await agents.samples(agent, body.samples.length);
      const { acknowledged, raised } = await takeSamples(call, body);
      // A job is locked before its run: alarms, which are of the job, have a transaction of their own.
      if (raised.length > 0)
        await inTransaction(call.manager, (manager) => raiseAlarms({ ...call, manager }, body, raised));
      return { acknowledged };
    },
    agentReads: async (call) => {
      await requireBerthOf(call.manager, by(call), 'reads', call.body.id);
      return inTransaction(call.manager, (manager) => answerReads({ ...call, manager }, call.body));
    },
    agentWipeRead: async (call) => {
      await requireBerthOf(call.manager, by(call), 'wipe', call.body.id);
      return inTransaction(call.manager, (manager) => answerWipeRead({ ...call, manager }, call.body));
    },
    agentReadBack: async (call) => {
      await requireBerthOf(call.manager, by(call), 'read back', call.body.id);
      return inTransaction(call.manager, (manager) => answerReadBack({ ...call, manager }, call.body));
    },
  });
}
