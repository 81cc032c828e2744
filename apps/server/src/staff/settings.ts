import type { EntityManager } from 'typeorm';
import { Setting } from './entities';

/** Keeps a setting of the shop. What it was before, and who changed it, the database notes by itself. */
export async function keepSetting(
  manager: EntityManager,
  key: string,
  value: unknown,
  by: string | null,
): Promise<void> {
  await manager.upsert(Setting, { key, value: value as object, by }, ['key']);
}
