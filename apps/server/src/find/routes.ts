import { findQuery } from '@udrel/contract/schemas';
import { route } from '../platform/routes';
import { find } from './service';

export const findRoutes = [
  route('get /find', {
    who: 'look at jobs and shelf',
    query: findQuery,
    handle: ({ manager, query }) => find(manager, query.q),
  }),
];
