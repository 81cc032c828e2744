import { reserveDrive as driveShape, reserveMemory as memoryShape } from '@udrel/contract/schemas';
import { BENCH, EVERY_ROLE, route } from '../platform/routes';
import { matchParts } from './match';
import { reserveDrive, reserveMemory } from './reserve';
import { readJob } from './view';

export const matchRoutes = [
  route('get /jobs/:tag/match', {
    who: EVERY_ROLE,
    handle: async ({ manager, params, now }) => matchParts(manager, await readJob(manager, params['tag'] ?? '', now)),
  }),
  route('post /jobs/:tag/drive', {
    who: BENCH,
    body: driveShape,
    handle: (call) => reserveDrive(call, call.params['tag'] ?? '', call.body),
  }),
  route('post /jobs/:tag/memory', {
    who: BENCH,
    body: memoryShape,
    handle: (call) => reserveMemory(call, call.params['tag'] ?? '', call.body),
  }),
];
