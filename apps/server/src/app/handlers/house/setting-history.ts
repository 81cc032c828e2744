import { historyEndpoints } from '@udrel/contract/endpoints';
import { handlers } from '../../../platform/http/handlers';
import { settingHistory } from '../../../shop/setting-history';

/** What settings were before. */
export const historyHandlers = handlers(historyEndpoints, {
  settingHistory: ({ manager, params }) => settingHistory(manager, params.setting),
});
