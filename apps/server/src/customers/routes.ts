import { customerQuery } from '@udrel/contract/schemas';
import { route } from '../platform/routes';
import { findCustomers } from './service';

export const customerRoutes = [
  route('get /customers', {
    who: 'look at jobs and shelf',
    query: customerQuery,
    handle: ({ manager, query }) => findCustomers(manager, query.find),
  }),
];
