import type { NightView } from '@udrel/contract/types';
import { beforeClosing, overBy, OVER } from '@udrel/core/schedule';
import { nextStep, procedureOf } from '@udrel/core/steps';
import type { EntityManager } from 'typeorm';
import type { OpenJob } from '../jobs/job-record';
import { openWorks } from './open-works';
import { moment, rangeOf } from './ranges';

/** What runs now, what hands are wanted at first. */
function runsNow(jobs: readonly OpenJob[]) {
  return jobs
    .flatMap(({ tag, snapshot }) =>
      snapshot.runs.flatMap(({ kind, berth, wants, outcome }) =>
        outcome === 'running'
          ? [{ tag, run: kind, berth, wants, next: nextStep(procedureOf(snapshot))?.title ?? '' }]
          : [],
      ),
    )
    .sort((one, other) => Number(other.wants !== null) - Number(one.wants !== null));
}

/** What to begin before closing, what goes on through the night, and what is over at the next opening. */
export async function viewNight(manager: EntityManager, now: Date): Promise<NightView> {
  const { works, jobs, bench, customerOf, begin: atOnce } = await openWorks(manager, now);
  const own = new Map(jobs.map((job) => [job.tag, job]));
  const devices = new Map(jobs.map(({ tag, model }) => [tag, `${model.maker} ${model.name}`]));
  // Who did not come yet brings no device that could run tonight.
  const here = works.filter(({ tag }) => devices.has(tag));
  const { begin, goesOn, not, ...night } = beforeClosing(here, bench);
  const named = <Row extends { tag: string }>(row: Row) => ({
    ...row,
    ...{ customer: customerOf(row.tag), device: devices.get(row.tag) ?? '' },
  });
  const morning = [...goesOn, ...begin]
    .sort((one, other) => one.ends.middle - other.ends.middle || (one.tag < other.tag ? -1 : 1))
    .map(({ tag, run, berth, ends }) =>
      named({ tag, run, berth, ends: rangeOf(ends), then: overBy(ends, night.opensAt) }),
    );
  return {
    now: now.toISOString(),
    ...{ closesAt: moment(night.closesAt), opensAt: moment(night.opensAt) },
    ...{ there: night.there, taken: night.taken, idle: night.idle },
    begin: begin.map(({ needs, beginBy, ends, ...row }) =>
      named({
        ...row,
        ...{ version: own.get(row.tag)?.version ?? 0, now: atOnce.get(row.tag) ?? null },
        needs: [...needs],
        beginBy: moment(beginBy),
        ends: rangeOf(ends),
      }),
    ),
    goesOn: goesOn.map(({ ends, ...row }) => named({ ...row, ends: rangeOf(ends) })),
    not: not.map(named),
    runs: runsNow(jobs).map(named),
    morning: morning.sort((one, other) => OVER.indexOf(one.then) - OVER.indexOf(other.then)),
  };
}
