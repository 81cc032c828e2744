import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import type { JobView, RunView } from '@udrel/contract/types';
import { decimal } from '@udrel/core/capacity';
import { fieldTrouble } from '../../../api/problem';
import { duration, moment, range, since } from '../../../format/time';
import { rate } from '../../../format/units';
import { Foot, HatchBar, Sheet, TroubleNote } from '../../../ui';
import { RateCurve } from '../../../ui/curve';
import { useJobChange } from '../useJobChange';
import { nameOfRun } from './run-names';
import styles from './copy.module.css';

const ADVICE: Readonly<Record<string, string>> = {
  stalled: 'Nothing has moved for two minutes. Try another port, cable or enclosure, and begin another attempt.',
  errors: 'Reads fail. Let it go on as long as it moves; note what is lost.',
  quiet: 'Nothing moves at the moment. Short stops are normal while the tool checks what it wrote.',
  'all written': 'All bytes are written. See that the tool says it is done, then record the end.',
};

/** A run under way: figures from the berth, or timed by hand; and how it ended. */
export function RunningRun({ job, run }: { job: JobView; run: RunView }) {
  const [note, setNote] = useState('');
  const { change, busy, error } = useJobChange(job);
  const end = (outcome: 'ended well' | 'failed') => void change('/runs/end', { outcome, note });
  const watched = run.berth !== null;
  return (
    <Sheet
      title={`${nameOfRun(job, run)}, attempt ${run.attempt}, is running`}
      aside={`${watched ? `berth ${run.berth}` : 'timed by hand'}, since ${moment(run.beganAt)}${run.simulatedSpeed ? `, simulated × ${run.simulatedSpeed}` : ''}`}
    >
      {watched ? <Watched run={run} /> : <ByHand run={run} />}
      <TextField
        label="Note: what went wrong, what was changed"
        value={note}
        onChange={(event) => setNote(event.target.value)}
        error={fieldTrouble(error, 'note') !== undefined}
        helperText={fieldTrouble(error, 'note')}
      />
      {!fieldTrouble(error, 'note') && <TroubleNote error={error} />}
      <div style={{ marginTop: 10 }}>
        <Foot>
          <Button color="error" disabled={busy} onClick={() => end('failed')}>
            It failed
          </Button>
          <Button
            variant={!watched || run.progress.condition === 'all written' ? 'contained' : 'outlined'}
            disabled={busy}
            onClick={() => end('ended well')}
          >
            It ended well
          </Button>
        </Foot>
      </div>
    </Sheet>
  );
}

function Watched({ run }: { run: RunView }) {
  const { progress, plannedBytes, silentFor } = run;
  const { left, condition } = progress;
  const alarming = condition === 'stalled' || condition === 'errors';
  const advice = ADVICE[condition];
  return (
    <>
      <HatchBar share={progress.done / Math.max(1, plannedBytes)} label="Copied" />
      <dl className={styles.figures}>
        <div>
          <dt>copied</dt>
          <dd>{decimal(progress.done)}</dd>
          <span className="sub mono">of {decimal(plannedBytes)}</span>
        </div>
        <div>
          <dt>rate</dt>
          <dd>{rate(progress.rate)}</dd>
        </div>
        <div>
          <dt>left</dt>
          <dd>{left ? range(left.low, left.high) : '–'}</dd>
        </div>
        <div>
          <dt>condition</dt>
          <dd className={alarming ? 'danger' : undefined}>{condition}</dd>
          {progress.errors > 0 && <span className="danger mono">{progress.errors} errors</span>}
        </div>
      </dl>
      <RateCurve curve={run.curve} width={740} height={90} />
      {advice && <p className={alarming ? 'danger' : 'sub'}>{advice}</p>}
      {silentFor !== null && silentFor > 15 && (
        <p className="danger">No word from the berth for {duration(silentFor)}: is the bench agent running?</p>
      )}
    </>
  );
}

function ByHand({ run }: { run: RunView }) {
  const gone = since(run.beganAt);
  return (
    <>
      <HatchBar share={gone / run.estimate.middle} label="Of its estimate" />
      <p style={{ padding: '8px 0 14px' }}>
        No berth watches it. It runs for <b className="mono">{duration(gone)}</b>; by its estimate it takes{' '}
        <b className="mono">{range(run.estimate.low, run.estimate.high)}</b> in all.
      </p>
    </>
  );
}
