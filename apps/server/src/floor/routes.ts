import { route } from '../platform/routes';
import { viewFloor } from './service';

export const floorRoutes = [
  route('get /floor', { who: 'look at jobs and shelf', handle: ({ manager, now }) => viewFloor(manager, now) }),
];
