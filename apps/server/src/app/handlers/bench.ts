import { agentEndpoints, benchEndpoints } from '@udrel/contract/endpoints';
import { handlers } from '../../platform/http/handlers';
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

export const agentHandlers = handlers(agentEndpoints, {
  agentHello: (call) => hello(call, call.body),
  agentWork: async ({ manager, now }) => ({
    runs: await runsAtBerths(manager),
    readBacks: await openReadBacks(manager, now),
    reads: await openReads(manager, now),
    wipeReads: await openWipeReads(manager),
  }),
  agentSamples: async (call) => {
    const { body } = call;
    const { acknowledged, raised } = await inTransaction(call.manager, (manager) =>
      takeSamples({ ...call, manager }, body),
    );
    // A job is locked before its run: alarms, which are of the job, have a transaction of their own.
    if (raised.length > 0)
      await inTransaction(call.manager, (manager) => raiseAlarms({ ...call, manager }, body, raised));
    return { acknowledged };
  },
  agentReads: (call) => inTransaction(call.manager, (manager) => answerReads({ ...call, manager }, call.body)),
  agentWipeRead: (call) => inTransaction(call.manager, (manager) => answerWipeRead({ ...call, manager }, call.body)),
  agentReadBack: (call) => inTransaction(call.manager, (manager) => answerReadBack({ ...call, manager }, call.body)),
});
