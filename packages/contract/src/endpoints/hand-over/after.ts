import { custodyEndpoints } from './custody';
import { messageEndpoints } from './messages';
import { paperEndpoints } from './papers';
import { returnEndpoints } from './returns';
import { wipeEndpoints } from './wipes';

/** What follows the work: custody, messages, papers, returns. Their views bring them along. */
export const afterEndpoints = {
  ...custodyEndpoints,
  ...messageEndpoints,
  ...paperEndpoints,
  ...returnEndpoints,
  ...wipeEndpoints,
};
