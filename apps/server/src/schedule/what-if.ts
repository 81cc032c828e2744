import type { WhatIfQuery, WhatIfView } from '@udrel/contract/types';
import { whatIf, workOf, workOfWish, type Bench, type Spread } from '@udrel/core/schedule';
import type { WishKind } from '@udrel/core/steps';
import type { EntityManager } from 'typeorm';
import { finishedRuns } from '../copying/finished-runs';
import { readOpenJobs } from '../jobs/job-record';
import { firstRow } from '../platform/database/database';
import type { CommandContext } from '../platform/command-context';
import { openingsFrom, readHours } from '../shop/hours';
import { readShop } from '../staff/people';

/** How long a copy takes of which nothing is planned, minutes, where the shop has copied nothing yet (rule of thumb: half a disk). */
const TYPICAL: Spread = { low: 35, middle: 90, high: 240 };
/** Copies of the shop's own from which that is told instead. */
const ENOUGH = 8;

/** When one more job of those wishes would be ready with all that is open, and what would be late if it is taken. */
export async function viewWhatIf(
  { manager, now }: Pick<CommandContext, 'manager' | 'now'>,
  { wishes, promisedAt }: WhatIfQuery,
): Promise<WhatIfView> {
  const { jobs } = await readOpenJobs(manager, now);
  const bench = await benchOf(manager, now);
  const typical = typicalCopy(await finishedRuns(manager));
  const at = now.getTime();
  const works = jobs.map(({ tag, promisedAt: promised, snapshot }) =>
    workOf({ tag, promisedAt: promised?.getTime() ?? null, snapshot }, at, typical),
  );
  const more = {
    ...workOfWish(
      wishes.split(',').map((kind) => ({ kind: kind as WishKind, least: 0 })),
      at,
      typical,
    ),
    tag: 'new',
  };
  const found = whatIf(works, { ...more, promisedAt: promisedAt ? Date.parse(promisedAt) : null }, bench);
  const customers = new Map(jobs.map(({ tag, customer }) => [tag, customer]));
  const moment = (ms: number) => new Date(ms).toISOString();
  const { low, middle, high } = found.ready;
  return {
    ...{ early: moment(low), usually: moment(middle), late: moment(high), promise: moment(found.promise) },
    slips: found.slips.map(({ tag, by }) => ({ tag, by, customer: customers.get(tag) ?? '' })),
    ...{ open: works.length, hands: bench.hands, berths: bench.berths },
  };
}

/** Who works at the bench, at how many berths, and when the shop is open. */
async function benchOf(manager: EntityManager, now: Date): Promise<Bench> {
  const { formats } = await readShop(manager);
  const open = openingsFrom(await readHours(manager), now, formats);
  const there = await firstRow<{ hands: number; berths: number }>(
    manager,
    `select (select count(*)::int from staff where active and role = 'technician') as hands,
            (select count(*)::int from berth) as berths`,
  );
  return { now: now.getTime(), open, hands: Math.max(1, there?.hands ?? 1), berths: Math.max(1, there?.berths ?? 1) };
}

/** How long the shop's own copies took, of which there are enough; else what is usual. */
function typicalCopy(finished: readonly { kind: string; took: number }[]): Spread {
  const took = finished.flatMap(({ kind, took: seconds }) => (kind === 'copy' ? [seconds / 60] : []));
  if (took.length < ENOUGH) return TYPICAL;
  const sorted = took.sort((one, other) => one - other);
  const at = (share: number) => sorted[Math.round(share * (sorted.length - 1))] ?? TYPICAL.middle;
  return { low: at(0.1), middle: at(0.5), high: at(0.9) };
}
