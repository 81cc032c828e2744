import type { TestedMemory } from '../../estimate';
import type { JobSnapshot, RunSummary } from '../snapshot/types';

type Known = Pick<JobSnapshot, 'facts'>;

/** The modules that are tested, as a run about them names them: others make another test; null while none sit in their slots. */
export function testedModules({ facts }: Known): string | null {
  const { 'memory choice': choice, 'memory fitted': fitted } = facts;
  return choice && fitted ? [choice.partId ?? 'theirs', ...choice.into].join(' ').slice(0, 120) : null;
}

/** All memory of the device once what was chosen is in; null while nothing is. */
export function memoryToTest({ facts }: Known): TestedMemory | null {
  const { 'memory choice': choice } = facts;
  return choice ? { bytes: choice.total, speed: choice.speed } : null;
}

/** The latest test of the modules that sit in their slots now; null where there was none. */
export function memoryTestOf(job: Pick<JobSnapshot, 'facts' | 'runs'>): RunSummary | null {
  const modules = testedModules(job);
  if (modules === null) return null;
  return job.runs.findLast(({ kind, about }) => kind === 'memory test' && about === modules) ?? null;
}

/** Why memory that was tested by a run cannot be trusted; none where no run says so. */
export function memoryTestMissing(job: Pick<JobSnapshot, 'facts' | 'runs'>): string[] {
  const run = memoryTestOf(job);
  if (run?.outcome === 'running') return ['The memory test is still running.'];
  if (run?.outcome === 'failed')
    return ['The memory test failed: one error is too many. Change the modules, and test again.'];
  return [];
}
