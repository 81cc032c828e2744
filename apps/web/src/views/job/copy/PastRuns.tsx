import type { JobView, RunView } from '@udrel/contract/types';
import { decimal } from '@udrel/core/capacity';
import { duration, moment } from '../../../format/time';
import { nameOfRun } from '../../../format/runs';
import { OutcomeMark, Sheet } from '../../../ui';

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
                <OutcomeMark outcome={run.outcome === 'ended well' ? 'pass' : 'fail'} /> {run.outcome}
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

function whereAndHowMuch({ berth, progress: { done, wrote } }: RunView): string {
  if (berth === null) return 'timed by hand';
  return `berth ${berth}, ${decimal(done)}${wrote ? ` in ${duration(wrote.seconds)}` : ''}`;
}

/** What was noted of an attempt: what was changed for it, what went wrong, what was seen, how it was left. */
function tellRun({ note, changed, leftAs, alarms }: RunView): string {
  const told = [changed && `changed: ${changed}`, note, ...alarms.map(({ sentence }) => sentence), leftAs].filter(
    Boolean,
  );
  return told.join('; ') || 'nothing noted';
}
