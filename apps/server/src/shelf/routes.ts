import { customerQuery, receiveStock } from '@udrel/contract/schemas';
import { EVERY_ROLE, route } from '../platform/routes';
import { listParts, listPlaces, receive } from './service';

export const shelfRoutes = [
  route('get /parts', {
    who: EVERY_ROLE,
    query: customerQuery,
    handle: ({ manager, query }) => listParts(manager, query.find),
  }),
  route('get /places', { who: EVERY_ROLE, handle: ({ manager }) => listPlaces(manager) }),
  route('post /stock', {
    who: EVERY_ROLE,
    body: receiveStock,
    status: 201,
    handle: (call) => receive(call, call.body),
  }),
];
