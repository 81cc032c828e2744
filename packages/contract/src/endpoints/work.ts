import {
  askReadBack,
  askReads,
  beginRun,
  chooseSame,
  endRun,
  enterReadBack,
  moveOldDrive,
  reserveDrive,
  reserveMemory,
  stampPreparation,
  takesQuery,
  tellLosses,
  versionOnly,
} from '../shapes/commands';
import { orderParts, settleOrder } from '../shapes/orders';
import type { MatchView, PlacingView, RunNow, TakesView } from '../views/views';
import { query } from './endpoint';
import { jobCommand } from './job-command';

const LOOK = { permission: 'look at jobs and shelf', about: 'Match' } as const;
const WORK = { permission: 'work on a job' } as const;
const SHELF = { changes: ['job', 'shelf'] } as const;

/** Which parts a job gets. */
export const matchingEndpoints = {
  match: query('/jobs/:tag/match', LOOK).answering<MatchView>(),
  reserveDrive: jobCommand('post /jobs/:tag/drive', { ...WORK, ...SHELF, body: reserveDrive }),
  reserveMemory: jobCommand('post /jobs/:tag/memory', { ...WORK, ...SHELF, body: reserveMemory }),
  chooseSame: jobCommand('post /jobs/:tag/same', { ...WORK, ...SHELF, body: chooseSame }),
  moveOldDrive: jobCommand('post /jobs/:tag/old-drive', { ...WORK, ...SHELF, body: moveOldDrive }),
  orderParts: jobCommand('post /jobs/:tag/part-orders', { ...WORK, ...SHELF, body: orderParts }),
  settleOrder: jobCommand('post /jobs/:tag/part-orders/:id', {
    permission: 'receive parts',
    ...SHELF,
    body: settleOrder,
  }),
};

/** How its copy goes. */
export const planningEndpoints = {
  placing: query('/jobs/:tag/placing', LOOK).answering<PlacingView>(),
  acceptPlan: jobCommand('post /jobs/:tag/plan', { ...WORK, body: versionOnly }),
  stampPreparation: jobCommand('post /jobs/:tag/preparations', { ...WORK, body: stampPreparation }),
};

/** The runs of the copy, and reading back what came of them. */
export const copyingEndpoints = {
  /** What runs of a job, and nothing else of it: what counts is asked for each second. */
  jobRuns: query('/jobs/:tag/runs', { permission: 'look at jobs and shelf', about: 'JobRuns' }).answering<RunNow[]>(),
  /** How long runs take that no plan holds; `passes`: of the memory test. */
  takes: query('/jobs/:tag/takes', {
    permission: 'look at jobs and shelf',
    about: 'JobRuns',
    query: takesQuery,
  }).answering<TakesView>(),
  beginRun: jobCommand('post /jobs/:tag/runs', { ...WORK, body: beginRun, status: 201 }),
  endRun: jobCommand('post /jobs/:tag/runs/end', { ...WORK, body: endRun }),
  tellLosses: jobCommand('post /jobs/:tag/runs/losses', { ...WORK, body: tellLosses }),
  askReadBack: jobCommand('post /jobs/:tag/read-back/requests', { ...WORK, body: askReadBack }),
  askReads: jobCommand('post /jobs/:tag/reads/requests', { ...WORK, body: askReads }),
  enterReadBack: jobCommand('post /jobs/:tag/read-back', { ...WORK, body: enterReadBack }),
};
