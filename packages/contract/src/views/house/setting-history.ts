import type { Change } from '@udrel/core/changes';

/** A change of a setting: who made it, and what it was before and after. */
export interface SettingChangeView {
  id: string;
  at: string;
  /** Null where nobody of the staff did. */
  by: string | null;
  changes: Change[];
}

/** The latest changes of a setting, and whether there are earlier ones. */
export interface SettingHistory {
  changes: SettingChangeView[];
  more: boolean;
}
