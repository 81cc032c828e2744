import { customerQuery } from '@udrel/contract/schemas';
import { EVERY_ROLE, route } from '../platform/routes';
import { findCustomers } from './service';

export const customerRoutes = [
  route('get /customers', {
    who: EVERY_ROLE,
    query: customerQuery,
    handle: ({ manager, query }) => findCustomers(manager, query.find),
  }),
];
