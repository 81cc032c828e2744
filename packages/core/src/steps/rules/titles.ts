import { targetName } from '../../layout';
import { WANTS_WORDS } from '../../progress';
import { copies } from '../evidence/evidence';
import { lastCopy, latestRun, preparingRun, waitingTargets } from '../evidence/targets';
import type { JobSnapshot } from '../snapshot/types';

/** Two drives are copied onto one after the other. */
export function beginTitle(job: JobSnapshot): string {
  const next = waitingTargets(job)[0] ?? 'new';
  const onto = next === 'new' ? '' : ` onto the ${targetName(next)}`;
  return ['failed', 'ended with losses'].includes(latestRun(job, next)?.outcome ?? '')
    ? `Begin another attempt at the copy${onto}`
    : `Begin the copy${onto}`;
}

/** What brings hands to a copy that runs. */
export function endTitle(job: JobSnapshot): string {
  const run = lastCopy(job);
  return run?.outcome === 'running' && run.wants
    ? `Look at the copy: ${WANTS_WORDS[run.wants]}`
    : 'Copy ends: record how';
}

/** What brings hands to a run that prepares the copy. */
export function prepareTitle(job: JobSnapshot): string {
  const run = preparingRun(job);
  return run?.wants
    ? `Look at the ${run.kind === 'decrypt' ? 'decrypting' : 'file-system check'}: ${WANTS_WORDS[run.wants]}`
    : copies(job)
      ? 'Prepare the device for the copy'
      : 'Prepare the installation';
}
