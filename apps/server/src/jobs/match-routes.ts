import { reserveDrive as driveShape, reserveMemory as memoryShape } from '@udrel/contract/schemas';
import { route } from '../platform/routes';
import { matchParts } from './match';
import { reserveDrive, reserveMemory } from './reserve';
import { readJob } from './view';

export const matchRoutes = [
  route('get /jobs/:tag/match', {
    who: 'look at jobs and shelf',
    handle: async ({ manager, params, now }) => matchParts(manager, await readJob(manager, params['tag'] ?? '', now)),
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
];
