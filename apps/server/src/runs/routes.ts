import { beginRun as beginShape, endRun as endShape } from '@udrel/contract/schemas';
import { BENCH, EVERY_ROLE, route } from '../platform/routes';
import { listBerths } from './berths';
import { beginRun, endRun } from './service';

export const runRoutes = [
  route('get /berths', { who: EVERY_ROLE, handle: ({ manager }) => listBerths(manager) }),
  route('post /jobs/:tag/runs', {
    who: BENCH,
    body: beginShape,
    status: 201,
    handle: (call) => beginRun(call, call.params['tag'] ?? '', call.body),
  }),
  route('post /jobs/:tag/runs/end', {
    who: BENCH,
    body: endShape,
    handle: (call) => endRun(call, call.params['tag'] ?? '', call.body),
  }),
];
