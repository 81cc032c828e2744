import type { JobView, RunView } from '@udrel/contract/types';
import { pieceName } from '@udrel/core/pieces';
import { decimal } from '@udrel/core/capacity';
import type { Outcome } from '@udrel/core/reason';
import { duration, moment } from '../../../format/time';
import { nameOfRun } from '../../../format/runs';
import { OutcomeMark, Sheet } from '../../../ui';

const OUTCOMES = {
  running: 'unknown',
  'ended well': 'pass',
  'ended with losses': 'limit',
  failed: 'fail',
} as const satisfies Record<RunView['outcome'], Outcome>;

/** Earlier attempts, with how they ended. */
export function PastRuns({ job, runs }: { job: JobView; runs: readonly RunView[] }) {
  if (runs.length === 0) return null;
  return (
    <Sheet title="Attempts">
      <table>
        <tbody>
          {[...runs].reverse().map((run) => (
            <tr key={run.id}>
              <td style={{ whiteSpace: 'nowrap' }}>
                {nameOfRun(job, run)} <span className="figure">{run.attempt}</span>
              </td>
              <td style={{ whiteSpace: 'nowrap' }}>
                <OutcomeMark outcome={OUTCOMES[run.outcome]} /> {run.outcome}
              </td>
              <td>{tellRun(run)}</td>
              <td>{whereAndHowMuch(run)}</td>
              <td className="figure">{moment(run.endedAt ?? run.beganAt)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </Sheet>
  );
}

function whereAndHowMuch({ berth, took, learn, outcome, progress: { done, wrote } }: RunView): string {
  if (berth === null) {
    const known = took === null ? 'timed by hand' : `took ${duration(took)}, as typed`;
    return outcome === 'failed' || learn ? known : `${known}; estimates learn nothing from it`;
  }
  return `berth ${berth}, ${decimal(done)}${wrote ? ` in ${duration(wrote.seconds)}` : ''}`;
}

/** What was noted of an attempt: what was changed for it, what went wrong, what was seen, how it was left. */
function tellRun({ note, changed, leftAs, alarms, losses, through }: RunView): string {
  const lost = losses.map(({ what }) => what).join(', ');
  const told = [
    through.length > 0 && `through ${through.map(pieceName).join(', ')}`,
    changed && `changed: ${changed}`,
    lost && `lost: ${lost}`,
    note,
    ...alarms.map(({ sentence }) => sentence),
    leftAs,
  ].filter(Boolean);
  return told.join('; ') || 'nothing noted';
}
