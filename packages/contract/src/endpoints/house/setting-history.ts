import type { SettingHistory } from '../../views/house/setting-history';
import { query } from '../endpoint';

/** What settings were before. */
export const historyEndpoints = {
  settingHistory: query('/shop/history/:setting', { permission: 'see the audit' }).answering<SettingHistory>(),
};
