import { filterEndpoints } from '../account/filters';
import { purchaseEndpoints } from '../day/purchases';
import { scheduleEndpoints } from '../day/schedule';
import { yardstickEndpoints } from '../day/yardsticks';
import { backupEndpoints } from '../house/backups';
import { machineEndpoints } from '../house/machines';
import { openArchiveEndpoints } from '../house/open-archive';
import { retentionEndpoints } from '../house/retention';
import { setUpEndpoints } from '../house/set-up';
import { historyEndpoints } from '../house/setting-history';
import { nameEndpoints } from '../house/shop-name';
import { waysInEndpoints } from '../house/ways-in';
import { custodyEndpoints } from './custody';
import { messageEndpoints } from './messages';
import { paperEndpoints } from './papers';
import { returnEndpoints } from './returns';
import { wipeEndpoints } from './wipes';

/** What follows the work (custody, messages, papers, returns, wipes), its schedule and what is ordered for it, the shop's figures, what an account keeps, and how the shop itself is kept. Their views bring them along. */
export const afterEndpoints = {
  ...custodyEndpoints,
  ...messageEndpoints,
  ...paperEndpoints,
  ...returnEndpoints,
  ...wipeEndpoints,
  ...scheduleEndpoints,
  ...purchaseEndpoints,
  ...yardstickEndpoints,
  ...filterEndpoints,
  ...backupEndpoints,
  ...machineEndpoints,
  ...openArchiveEndpoints,
  ...retentionEndpoints,
  ...historyEndpoints,
  ...setUpEndpoints,
  ...nameEndpoints,
  ...waysInEndpoints,
};
