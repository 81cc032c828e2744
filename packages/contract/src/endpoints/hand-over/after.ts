import { filterEndpoints } from '../account/filters';
import { purchaseEndpoints } from '../day/purchases';
import { scheduleEndpoints } from '../day/schedule';
import { yardstickEndpoints } from '../day/yardsticks';
import { custodyEndpoints } from './custody';
import { messageEndpoints } from './messages';
import { paperEndpoints } from './papers';
import { returnEndpoints } from './returns';
import { wipeEndpoints } from './wipes';

/** What follows the work (custody, messages, papers, returns, wipes), its schedule and what is ordered for it, the shop's figures, and what an account keeps. Their views bring them along. */
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
};
