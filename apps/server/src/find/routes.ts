import { findQuery } from '@udrel/contract/schemas';
import { EVERY_ROLE, route } from '../platform/routes';
import { find } from './service';

export const findRoutes = [
  route('get /find', { who: EVERY_ROLE, query: findQuery, handle: ({ manager, query }) => find(manager, query.q) }),
];
