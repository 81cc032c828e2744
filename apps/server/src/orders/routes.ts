import { bookIn } from '@udrel/contract/schemas';
import { route } from '../platform/routes';
import { book } from './service';

export const orderRoutes = [
  route('post /orders', { who: 'book in', body: bookIn, status: 201, handle: (call) => book(call, call.body) }),
];
