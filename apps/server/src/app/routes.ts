import type { BackupKeeper } from '../backup/keeper';
import type { HintHub } from '../hints/hub';
import type { RankDrives } from '../matching/rank-drives';
import type { Route } from '../platform/http/handlers';
import { agentHandlers, benchHandlers } from './handlers/bench';
import { backupHandlers } from './handlers/house/backups';
import { machineHandlers } from './handlers/house/machines';
import { openArchiveHandlers } from './handlers/house/open-archive';
import { retentionHandlers } from './handlers/house/retention';
import { setUpHandlers } from './handlers/house/set-up';
import { historyHandlers, nameHandlers } from './handlers/house/settings';
import { waysInHandlers } from './handlers/house/ways-in';
import type { Config } from './config';
import { interfaceHandlers } from './handlers/interface';
import { correctionHandlers, jobHandlers } from './handlers/jobs';
import { modelHandlers, shelfHandlers } from './handlers/library';
import { photoHandlers } from './handlers/photos';
import type { AgentGate } from '../machines/gate';
import type { PhotoStore } from '../photos/photo-store';
import { custodyHandlers, wipeHandlers } from './handlers/custody';
import { messageHandlers } from './handlers/messages';
import { paperHandlers } from './handlers/papers';
import { returnHandlers } from './handlers/returns';
import { purchaseHandlers, scheduleHandlers, yardstickHandlers } from './handlers/schedule';
import { moneyHandlers, orderHandlers } from './handlers/orders';
import { shopHandlers } from './handlers/shop';
import { filterHandlers, sessionHandlers, staffHandlers } from './handlers/staff';
import { copyingHandlers, matchingHandlers, planningHandlers } from './handlers/work';

/** What requests are answered with, besides the database. */
export interface Means {
  config: Config;
  hints: HintHub;
  rank: RankDrives;
  photos: PhotoStore;
  backups: BackupKeeper;
  agents: AgentGate;
}

/** Every endpoint with what answers it. */
export function routesOf({ config, hints, rank, photos, backups, agents }: Means): Route[] {
  const routes: Route[] = [
    ...sessionHandlers(config),
    ...staffHandlers,
    ...shopHandlers,
    ...modelHandlers,
    ...shelfHandlers,
    ...orderHandlers,
    ...moneyHandlers,
    ...custodyHandlers,
    ...messageHandlers,
    ...returnHandlers,
    ...wipeHandlers,
    ...scheduleHandlers,
    ...purchaseHandlers,
    ...yardstickHandlers,
    ...filterHandlers,
    ...backupHandlers(backups),
    ...machineHandlers,
    ...historyHandlers,
    ...setUpHandlers,
    ...nameHandlers,
    ...openArchiveHandlers(config),
    ...retentionHandlers,
    ...waysInHandlers(config),
    ...paperHandlers(photos),
    ...jobHandlers(photos),
    ...correctionHandlers,
    ...matchingHandlers(rank),
    ...planningHandlers,
    ...copyingHandlers,
    ...photoHandlers(photos),
    ...benchHandlers,
    ...agentHandlers(agents),
    ...interfaceHandlers(hints, () => routes),
  ];
  return routes;
}
