import { auditRoutes } from './audit/routes';
import { customerRoutes } from './customers/routes';
import { findRoutes } from './find/routes';
import { floorRoutes } from './floor/routes';
import { healthRoutes } from './health/routes';
import type { HintHub } from './hints/hub';
import { hintRoutes } from './hints/routes';
import { interfaceRoutes } from './interface/routes';
import { jobRoutes } from './jobs/routes';
import { matchRoutes } from './jobs/match-routes';
import { planRoutes } from './jobs/plan-routes';
import { modelRoutes } from './models/routes';
import { orderRoutes } from './orders/routes';
import type { Config } from './platform/config';
import type { Route } from './platform/routes';
import { agentRoutes } from './runs/agent-routes';
import { runRoutes } from './runs/routes';
import { secretRoutes } from './secrets/routes';
import { shelfRoutes } from './shelf/routes';
import { accountRoutes } from './staff/account-routes';
import { shopRoutes } from './shop/routes';
import { staffRoutes } from './staff/routes';

/** Every route of the API. */
export function routes(config: Pick<Config, 'demo' | 'host' | 'sessionSecret'>, hints: HintHub): Route[] {
  const every = [
    ...healthRoutes,
    ...staffRoutes(config),
    ...accountRoutes,
    ...shopRoutes,
    ...customerRoutes,
    ...modelRoutes,
    ...shelfRoutes,
    ...orderRoutes,
    ...jobRoutes,
    ...matchRoutes,
    ...planRoutes,
    ...runRoutes,
    ...agentRoutes,
    ...floorRoutes,
    ...findRoutes,
    ...secretRoutes,
    ...auditRoutes,
    ...hintRoutes(hints),
  ];
  return [...every, ...interfaceRoutes(every)];
}
