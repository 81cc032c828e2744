import {
  chooseSame as sameShape,
  moveOldDrive as moveShape,
  orderParts as orderShape,
  reserveDrive as driveShape,
  reserveMemory as memoryShape,
  settleOrder as settleShape,
} from '@udrel/contract/schemas';
import { route } from '../platform/routes';
import { matchParts } from './match';
import { moveOldDrive } from './move-old';
import { orderParts, settleOrder } from './part-orders';
import { reserveDrive, reserveMemory } from './reserve';
import { chooseSame } from './same';
import { readJob } from './view';

export const matchRoutes = [
  route('get /jobs/:tag/match', {
    who: 'look at jobs and shelf',
    handle: async ({ manager, params, now }) =>
      matchParts(manager, await readJob(manager, params['tag'] ?? '', now), now),
  }),
  route('post /jobs/:tag/drive', {
    who: 'work on a job',
    body: driveShape,
    handle: (call) => reserveDrive(call, call.params['tag'] ?? '', call.body),
  }),
  route('post /jobs/:tag/memory', {
    who: 'work on a job',
    body: memoryShape,
    handle: (call) => reserveMemory(call, call.params['tag'] ?? '', call.body),
  }),
  route('post /jobs/:tag/same', {
    who: 'work on a job',
    body: sameShape,
    handle: (call) => chooseSame(call, call.params['tag'] ?? '', call.body),
  }),
  route('post /jobs/:tag/old-drive', {
    who: 'work on a job',
    body: moveShape,
    handle: (call) => moveOldDrive(call, call.params['tag'] ?? '', call.body),
  }),
  route('post /jobs/:tag/part-orders', {
    who: 'work on a job',
    body: orderShape,
    handle: (call) => orderParts(call, call.params['tag'] ?? '', call.body),
  }),
  route('post /jobs/:tag/part-orders/:id', {
    who: 'receive parts',
    body: settleShape,
    handle: (call) => settleOrder(call, call.params['tag'] ?? '', call.params['id'] ?? '', call.body),
  }),
];
