import { customerQuery, partLines, receiveStock } from '@udrel/contract/schemas';
import { route } from '../platform/routes';
import { considerLines, exportParts, takeLines } from './parts-file';
import { listParts, listPlaces, receive } from './service';

export const shelfRoutes = [
  route('get /parts', {
    who: 'look at jobs and shelf',
    query: customerQuery,
    handle: ({ manager, query }) => listParts(manager, query.find),
  }),
  route('get /places', { who: 'look at jobs and shelf', handle: ({ manager }) => listPlaces(manager) }),
  route('get /parts/lines', { who: 'look at jobs and shelf', handle: ({ manager }) => exportParts(manager) }),
  route('post /parts/lines/consider', {
    who: 'describe parts',
    body: partLines,
    handle: ({ manager, body }) => considerLines(manager, body),
  }),
  route('post /parts/lines', {
    who: 'describe parts',
    body: partLines,
    handle: (call) => takeLines(call, call.body),
  }),
  route('post /stock', {
    who: 'receive parts',
    body: receiveStock,
    status: 201,
    handle: (call) => receive(call, call.body),
  }),
];
