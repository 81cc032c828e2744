import { agentHello, agentSamples, lookResult } from '@udrel/contract/schemas';
import { route } from '../platform/routes';
import { inTransaction } from '../platform/transaction';
import { hello, runsAtBerths, takeSamples } from './agent';
import { raiseAlarms } from './alarms';
import { answerLook, openLooks } from './looks';

/** What a bench agent says and asks. Its samples keep their own books: each is taken once by its number. */
export const agentRoutes = [
  route('post /agent/hello', {
    who: 'agent',
    body: agentHello,
    ownBooks: true,
    handle: (call) => hello(call, call.body),
  }),
  route('get /agent/work', {
    who: 'agent',
    handle: async ({ manager, now }) => ({
      runs: await runsAtBerths(manager),
      looks: await openLooks(manager, now),
    }),
  }),
  route('post /agent/samples', {
    who: 'agent',
    body: agentSamples,
    ownBooks: true,
    handle: async (call) => {
      const { body } = call;
      const { acknowledged, raised } = await inTransaction(call.manager, (manager) =>
        takeSamples({ ...call, manager }, body),
      );
      if (raised.length > 0)
        await inTransaction(call.manager, (manager) => raiseAlarms({ ...call, manager }, body, raised));
      return { acknowledged };
    },
  }),
  route('post /agent/looks', {
    who: 'agent',
    body: lookResult,
    ownBooks: true,
    handle: (call) => inTransaction(call.manager, (manager) => answerLook({ ...call, manager }, call.body)),
  }),
];
