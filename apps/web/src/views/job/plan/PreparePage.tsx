import type { Preparation } from '@udrel/core/facts';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import type { JobView } from '@udrel/contract/types';
import { copies, prepares } from '@udrel/core/steps';
import { moment, range } from '../../../format/time';
import { Empty, OutcomeMark, Sheet, TroubleNote } from '../../../ui';
import { PastRuns } from '../copy/PastRuns';
import { RunningRun } from '../copy/RunningRun';
import { useJobChange } from '../../../features/job/useJobChange';
import { PlanSame } from './PlanSame';
import styles from './map/plan.module.css';

/** What to see to before the copy or the installation, in order, each with why; stamped by hand, or a run of its own. */
export default function PreparePage({ job }: { job: JobView }) {
  const { change, busy, error } = useJobChange(job);
  const { preparations, steps } = job.procedure;
  const step = steps.find(({ id }) => id === 'prepare');
  const running = job.runs.find((run) => run.outcome === 'running' && prepares(run));
  const past = job.runs.filter((run) => run.outcome !== 'running' && prepares(run));
  const open = preparations.filter(({ done }) => !done).length;
  if (preparations.length === 0) return <Empty>Nothing to see to: this job copies nothing.</Empty>;
  const may = step?.state !== 'waiting' && !busy;
  return (
    <>
      <Sheet
        title={copies(job.snapshot) ? 'Before the copy' : 'Before the installation'}
        aside={open === 0 ? 'all seen to' : `${open} of ${preparations.length} open`}
      >
        {step?.state === 'waiting' && <p className="sub">{step.waitsFor[0]}</p>}
        <ol className={styles.checks}>
          {preparations.map((check) => (
            <li key={`${check.id} ${check.run?.about}`} className={styles.check}>
              <OutcomeMark outcome={check.done ? 'pass' : 'unknown'} />
              <span>
                {check.done ? check.title : <b>{check.title}</b>}
                <span className="sub">{check.why}</span>
              </span>
              {check.run === null ? (
                <Stamp
                  check={check}
                  disabled={!may}
                  stamp={(given) => void change('stampPreparation', { id: check.id, ...given })}
                />
              ) : (
                <ByItself
                  job={job}
                  check={check}
                  disabled={!may || running !== undefined}
                  begin={() => void change('beginRun', { berth: null, ...check.run })}
                />
              )}
            </li>
          ))}
        </ol>
        <TroubleNote error={error} />
      </Sheet>
      {running && <RunningRun key={running.id} job={job} run={running} />}
      <PastRuns job={job} runs={past} />
      {job.snapshot.facts.plan && <PlanSame job={job} />}
    </>
  );
}

function Stamp(props: {
  check: Preparation;
  disabled: boolean;
  stamp: (given: { done: boolean; note: string; switched?: boolean }) => void;
}) {
  const { check, disabled, stamp: set } = props;
  const { stamp, title, asks, switches } = check;
  const [note, setNote] = useState('');
  if (stamp) {
    return (
      <span className={styles.stamp}>
        <span className="sub">
          {switches && stamp.switched !== undefined
            ? `${stamp.switched ? switches.done.toLowerCase() : 'was so already'}; `
            : ''}
          {stamp.note && `${stamp.note}; `}
          {stamp.by}, {moment(stamp.at)}
        </span>
        <Button
          size="small"
          disabled={disabled}
          aria-label={`Take back: ${title}`}
          onClick={() => set({ done: false, note: '' })}
        >
          Take back
        </Button>
      </span>
    );
  }
  const label = asks ?? switches?.before;
  const empty = note.trim() === '';
  const answer = (words: string, needed: boolean, switched?: boolean) => (
    <Button
      variant="outlined"
      disabled={disabled || (needed && empty)}
      aria-label={`${words}: ${title}`}
      onClick={() => set({ done: true, note, ...(switches ? { switched: switched === true } : {}) })}
    >
      {words}
    </Button>
  );
  return (
    <span className={styles.ask}>
      {label && <TextField label={label} value={note} size="small" onChange={(event) => setNote(event.target.value)} />}
      {switches ? (
        <>
          {answer('Was so already', asks !== null, false)}
          {answer(switches.done, asks !== null || switches.before !== null, true)}
        </>
      ) : (
        answer('Seen to', asks !== null)
      )}
    </span>
  );
}

/** A run of its own: it goes on without hands once it has begun. */
function ByItself({
  job,
  check,
  disabled,
  begin,
}: {
  job: JobView;
  check: Preparation;
  disabled: boolean;
  begin: () => void;
}) {
  const own = (run: JobView['runs'][number]) => run.kind === check.run?.kind && run.about === check.run.about;
  const latest = job.runs.findLast(own);
  const planned = job.snapshot.facts.plan?.work.find(
    ({ about, estimate }) => estimate.kind === check.run?.kind && about === check.run.about,
  );
  if (latest?.outcome === 'running') return <span className="sub">runs, since {moment(latest.beganAt)}</span>;
  if (check.done) return <span className="sub">ended well, {moment(latest?.endedAt ?? latest?.beganAt ?? '')}</span>;
  return (
    <span className={styles.stamp}>
      {planned && <span className="sub mono">{range(planned.estimate.low, planned.estimate.high)}</span>}
      <Button variant="outlined" disabled={disabled} aria-label={`Has begun: ${check.title}`} onClick={begin}>
        Has begun
      </Button>
    </span>
  );
}
