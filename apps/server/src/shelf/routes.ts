import { customerQuery, receiveStock } from '@udrel/contract/schemas';
import { route } from '../platform/routes';
import { listParts, listPlaces, receive } from './service';

export const shelfRoutes = [
  route('get /parts', {
    who: 'look at jobs and shelf',
    query: customerQuery,
    handle: ({ manager, query }) => listParts(manager, query.find),
  }),
  route('get /places', { who: 'look at jobs and shelf', handle: ({ manager }) => listPlaces(manager) }),
  route('post /stock', {
    who: 'receive parts',
    body: receiveStock,
    status: 201,
    handle: (call) => receive(call, call.body),
  }),
];
