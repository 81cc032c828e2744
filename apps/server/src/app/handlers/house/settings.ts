import { historyEndpoints, nameEndpoints } from '@udrel/contract/endpoints';
import { handlers } from '../../../platform/http/handlers';
import { setShopName } from '../../../shop/shop-name';
import { settingHistory } from '../../../shop/setting-history';

/** What settings were before. */
export const historyHandlers = handlers(historyEndpoints, {
  settingHistory: ({ manager, params }) => settingHistory(manager, params.setting),
});

/** What the shop is called. */
export const nameHandlers = handlers(nameEndpoints, {
  setShopName: (call) => setShopName(call, call.body.name),
});
