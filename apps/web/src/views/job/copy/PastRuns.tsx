import type { JobView, RunView } from '@udrel/contract/types';
import { decimal } from '@udrel/core/capacity';
import { moment } from '../../../format/time';
import { OutcomeMark, Sheet } from '../../../ui';
import { nameOfRun } from './run-names';

/** Earlier attempts, with how they ended. */
export function PastRuns({ job, runs }: { job: JobView; runs: readonly RunView[] }) {
  if (runs.length === 0) return null;
  return (
    <Sheet title="Attempts">
      <table>
        <tbody>
          {[...runs].reverse().map((run) => (
            <tr key={run.id}>
              <td>
                {nameOfRun(job, run)} <span className="figure">{run.attempt}</span>
              </td>
              <td>
                <OutcomeMark outcome={run.outcome === 'ended well' ? 'pass' : 'fail'} /> {run.outcome}
              </td>
              <td>{run.note || (run.outcome === 'ended well' ? 'nothing noted' : '')}</td>
              <td>{run.berth === null ? 'timed by hand' : `berth ${run.berth}, ${decimal(run.progress.done)}`}</td>
              <td className="figure">{moment(run.endedAt ?? run.beganAt)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </Sheet>
  );
}
