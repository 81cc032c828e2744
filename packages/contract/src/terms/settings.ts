/** Settings of the shop whose changes are told. */
export const SETTINGS = [
  'shop',
  'seller',
  'rates',
  'hours',
  'papers',
  'messages',
  'channels',
  'backups',
  'retention',
  'consents',
  'suppliers',
  'labels',
  'checklists',
] as const;
export type SettingName = (typeof SETTINGS)[number];
