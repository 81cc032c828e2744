import { stampPreparation as stampShape, versionOnly } from '@udrel/contract/schemas';
import { route } from '../platform/routes';
import { viewPlacing } from './placing';
import { acceptPlan } from './plan';
import { stampPreparation } from './prepared-stamps';

export const planRoutes = [
  route('get /jobs/:tag/placing', {
    who: 'look at jobs and shelf',
    handle: ({ manager, params, now }) => viewPlacing(manager, params['tag'] ?? '', now),
  }),
  route('post /jobs/:tag/plan', {
    who: 'work on a job',
    body: versionOnly,
    handle: (call) => acceptPlan(call, call.params['tag'] ?? '', call.body.version),
  }),
  route('post /jobs/:tag/preparations', {
    who: 'work on a job',
    body: stampShape,
    handle: (call) => stampPreparation(call, call.params['tag'] ?? '', call.body),
  }),
];
