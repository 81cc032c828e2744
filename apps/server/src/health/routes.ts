import type { HealthView } from '@udrel/contract/types';
import { route } from '../platform/routes';

export const healthRoutes = [
  route('get /health', {
    who: 'public',
    handle: async ({ manager }): Promise<HealthView> => {
      const database = await manager.query('select 1').then(
        () => 'up' as const,
        () => 'down' as const,
      );
      return { server: 'up', database, version: '0.1.0' };
    },
  }),
];
