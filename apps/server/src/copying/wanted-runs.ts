import type { TakesView } from '@udrel/contract/types';
import { estimateMemoryTest, estimateWipe } from '@udrel/core/estimate';
import { targetKey } from '@udrel/core/facts';
import { memoryToTest, testedModules } from '@udrel/core/steps';
import type { EntityManager } from 'typeorm';
import type { JobRecord } from '../jobs/job-record';
import { Refusal } from '../platform/errors';
import type { RunRow } from './entities';
import { finishedRuns } from './finished-runs';

/** What a run is about, and how long it is expected to take. */
export type Wanted = Pick<
  RunRow,
  'about' | 'sourceClass' | 'sourceSerial' | 'targetSerial' | 'sourceBytes' | 'targetBytes' | 'passes' | 'estimate'
>;

/** A run that the accepted plan asks for; refused where it does not. */
export function planned(job: JobRecord, asked: Pick<RunRow, 'kind' | 'about' | 'onto'>): Wanted {
  const { about, onto } = asked;
  const { plan, 'old drive': source } = job.snapshot.facts;
  const target = job.snapshot.facts[targetKey(onto ?? 'new', 'choice')];
  const own = plan?.work.find((one) => one.estimate.kind === asked.kind && one.about === about && one.onto === onto);
  if (!plan || !source || !target || !own) throw new Refusal(409, 'gate-closed', 'The accepted plan has no such run.');
  return {
    about,
    sourceClass: source.class,
    sourceSerial: plan.sourceSerial,
    targetSerial: target.serial,
    sourceBytes: source.bytes,
    targetBytes: target.bytes,
    passes: null,
    estimate: own.estimate,
  };
}

/** A test of the memory that sits in its slots now, so many times over. */
export async function memoryTest(manager: EntityManager, { snapshot }: JobRecord, passes: number): Promise<Wanted> {
  const [about, memory] = [testedModules(snapshot), memoryToTest(snapshot)];
  if (about === null || memory === null) throw new Refusal(409, 'gate-closed', 'The memory is not fitted.');
  const estimate = estimateMemoryTest(memory, passes, await finishedRuns(manager));
  return {
    about,
    sourceClass: null,
    sourceSerial: null,
    targetSerial: null,
    sourceBytes: 0,
    targetBytes: 0,
    passes,
    estimate,
  };
}

/** How long what no plan holds takes in this job: its memory tested so many times over, its old drive wiped. */
export async function viewTakes(
  manager: EntityManager,
  { snapshot, model }: JobRecord,
  passes: number,
): Promise<TakesView> {
  const memory = memoryToTest(snapshot);
  const { 'old drive': old } = snapshot.facts;
  const finished = await finishedRuns(manager);
  const formOf = (site: string) => model.sites.find(({ id }) => id === site)?.form;
  return {
    memoryTest: memory ? estimateMemoryTest(memory, passes, finished) : null,
    wipe: old ? estimateWipe({ ...old, large: formOf(old.siteId) === '3.5' }, finished) : null,
  };
}
