import { partQuery, keepPart as keepShape, partLines, receiveStock } from '@udrel/contract/schemas';
import { route } from '../platform/routes';
import { keepPart } from './keep';
import { considerLines, exportParts, takeLines } from './parts-file';
import { listParts, listPlaces, receive } from './service';

export const shelfRoutes = [
  route('get /parts', {
    who: 'look at jobs and shelf',
    query: partQuery,
    handle: ({ manager, query }) => listParts(manager, query),
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
  route('put /parts/:id', {
    who: 'describe parts',
    body: keepShape,
    handle: (call) => keepPart(call, call.params['id'] ?? '', call.body),
  }),
  route('post /stock', {
    who: 'receive parts',
    body: receiveStock,
    status: 201,
    handle: (call) => receive(call, call.body),
  }),
];
