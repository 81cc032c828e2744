import { copyingEndpoints, matchingEndpoints, planningEndpoints } from '@udrel/contract/endpoints';
import { PASSES } from '@udrel/core/estimate';
import { matchParts } from '../../matching/match-parts';
import type { RankDrives } from '../../matching/rank-drives';
import { moveOldDrive } from '../../matching/move-old-drive';
import { orderParts, settleOrder } from '../../matching/part-orders';
import { viewPlacing } from '../../planning/placing';
import { acceptPlan } from '../../planning/accept-plan';
import { stampPreparation } from '../../planning/stamp-preparation';
import { reserveDrive, reserveMemory } from '../../matching/reserve-parts';
import { chooseSame } from '../../matching/choose-same';
import { readJob } from '../../jobs/view-job';
import { handlers } from '../../platform/http/handlers';
import { askReadBack, enterReadBack } from '../../copying/read-back-requests';
import { beginRun, endRun, tellLosses } from '../../copying/runs';
import { askReads } from '../../copying/reads-requests';
import { viewTakes } from '../../copying/wanted-runs';
import { runsOfJob } from '../../copying/runs-now';

export const matchingHandlers = (rank: RankDrives) =>
  handlers(matchingEndpoints, {
    match: async ({ manager, params, now }) => matchParts(manager, rank, await readJob(manager, params.tag, now), now),
    reserveDrive: (call) => reserveDrive(call, call.params.tag, call.body),
    reserveMemory: (call) => reserveMemory(call, call.params.tag, call.body),
    chooseSame: (call) => chooseSame(call, call.params.tag, call.body),
    moveOldDrive: (call) => moveOldDrive(call, call.params.tag, call.body),
    orderParts: (call) => orderParts(call, call.params.tag, call.body),
    settleOrder: (call) => settleOrder(call, call.params.tag, call.params.id, call.body),
  });

export const planningHandlers = handlers(planningEndpoints, {
  placing: ({ manager, params, now }) => viewPlacing(manager, params.tag, now),
  acceptPlan: (call) => acceptPlan(call, call.params.tag, call.body.version),
  stampPreparation: (call) => stampPreparation(call, call.params.tag, call.body),
});

export const copyingHandlers = handlers(copyingEndpoints, {
  jobRuns: ({ manager, params, now }) => runsOfJob(manager, params.tag, now),
  takes: async ({ manager, params, query, now }) =>
    viewTakes(manager, await readJob(manager, params.tag, now), query.passes ?? PASSES.usual),
  beginRun: (call) => beginRun(call, call.params.tag, call.body),
  endRun: (call) => endRun(call, call.params.tag, call.body),
  tellLosses: (call) => tellLosses(call, call.params.tag, call.body),
  askReadBack: (call) => askReadBack(call, call.params.tag, call.body),
  askReads: (call) => askReads(call, call.params.tag, call.body),
  enterReadBack: (call) => enterReadBack(call, call.params.tag, call.body),
});
