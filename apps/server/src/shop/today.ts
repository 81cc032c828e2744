import type { EntityManager } from 'typeorm';
import { readShop } from '../staff/people';
import { shopDay } from './calendar';

/** The day that it is in the shop. */
export async function todayIn(manager: EntityManager, now: Date): Promise<string> {
  return shopDay(now, (await readShop(manager)).formats);
}

/** A filter with the day that it is in the shop. */
export async function withToday<F extends object>(
  { manager, now }: { manager: EntityManager; now: Date },
  filter: F,
): Promise<F & { today: string }> {
  return { ...filter, today: await todayIn(manager, now) };
}
