import type { SettingHistory } from '@udrel/contract/types';
import type { SettingName } from '@udrel/contract/settings';
import { changesBetween } from '@udrel/core/changes';
import type { EntityManager } from 'typeorm';
import { rows } from '../platform/database/database';

/** Changes that are told at a time. */
const TOLD = 40;

/** What a setting was before, latest first. */
export async function settingHistory(manager: EntityManager, setting: SettingName): Promise<SettingHistory> {
  const found = await rows<{ id: string; at: Date; by: string | null; before: unknown; after: unknown }>(
    manager,
    `select c.id::text as id, c.at, s.name as by, c.before, c.after
       from setting_change c left join staff s on s.id = c.by
      where c.key = $1 order by c.id desc limit ${TOLD + 1}`,
    [setting],
  );
  return {
    changes: found.slice(0, TOLD).map(({ id, at, by, before, after }) => ({
      ...{ id, at: at.toISOString(), by },
      changes: changesBetween(before ?? {}, after),
    })),
    more: found.length > TOLD,
  };
}
