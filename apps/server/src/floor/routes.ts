import { EVERY_ROLE, route } from '../platform/routes';
import { viewFloor } from './service';

export const floorRoutes = [
  route('get /floor', { who: EVERY_ROLE, handle: ({ manager, now }) => viewFloor(manager, now) }),
];
