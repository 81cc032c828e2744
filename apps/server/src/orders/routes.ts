import { bookIn } from '@udrel/contract/schemas';
import { EVERY_ROLE, route } from '../platform/routes';
import { book } from './service';

export const orderRoutes = [
  route('post /orders', { who: EVERY_ROLE, body: bookIn, status: 201, handle: (call) => book(call, call.body) }),
];
