import type { EstimatesView } from '@udrel/contract/types';
import { RUN_KINDS, scoreOf, type FinishedRun, type Told } from '@udrel/core/estimate';
import type { EntityManager } from 'typeorm';
import { rows } from '../platform/database/database';

/** Latest finished runs from which estimates learn, and by which they are scored. */
const LATEST = 400;

/** A run that ended, with the range that was told before it. */
type Ended = FinishedRun & Told;

/** Seconds that a run `r` took: as it was noted, or as its berth counted it, with what is usual before and after. */
export const RUN_TOOK = `case when r.berth_id is null then coalesce(r.took, extract(epoch from r.ended_at - r.began_at))::float
                 else (r.progress ->> 'elapsed')::float - (r.progress ->> 'still')::float
                      + coalesce((r.estimate ->> 'fixed')::float, 0) end`;

/**
 * What finished runs took against what the figures of the class had said; those that cannot be, or were left over
 * night, are none to learn from. A watched run took the time in which it wrote, by the clock of its berth, which a
 * simulated one lets run faster, and what is usual before and after.
 */
export function finishedRuns(manager: EntityManager): Promise<Ended[]> {
  return rows<Ended>(
    manager,
    `select r.kind, r.source_class as source, r.estimate ->> 'health' as health, r.estimate ->> 'route' as route,
            (r.estimate ->> 'prior')::float as prior, (r.estimate ->> 'low')::float as low,
            (r.estimate ->> 'high')::float as high,
            ${RUN_TOOK} as took
       from run r
      where r.outcome = 'ended well' and r.learn
      order by r.ended_at desc limit ${LATEST}`,
  ).then((all) => all.map(withoutNothing));
}

/** Runs of before health and route were kept say nothing of them. */
function withoutNothing({ health, route, ...run }: Ended): Ended {
  return { ...run, ...(health ? { health } : {}), ...(route ? { route } : {}) };
}

/** How well the latest runs of the shop kept to the ranges that were told before them. */
export async function viewEstimates(manager: EntityManager): Promise<EstimatesView> {
  const all = await finishedRuns(manager);
  const kinds = RUN_KINDS.map((kind) => ({ kind, score: scoreOf(all.filter((run) => run.kind === kind)) }));
  return { all: scoreOf(all), kinds: kinds.filter(({ score }) => score.of > 0), latest: LATEST };
}
