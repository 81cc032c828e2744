import { customerQuery, modelSpec } from '@udrel/contract/schemas';
import { EVERY_ROLE, BENCH, route } from '../platform/routes';
import { addModel, findModels } from './service';

export const modelRoutes = [
  route('get /models', {
    who: EVERY_ROLE,
    query: customerQuery,
    handle: ({ manager, query }) => findModels(manager, query.find),
  }),
  route('post /models', {
    who: BENCH,
    body: modelSpec,
    status: 201,
    handle: (call) => addModel(call, call.body),
  }),
];
