import { lazy, Suspense } from 'react';
import type { JobView, RunView } from '@udrel/contract/types';
import { pieceName } from '@udrel/core/pieces';
import { binary, decimal } from '@udrel/core/capacity';
import { adviceOn } from '@udrel/core/progress';
import { stopRuleOf } from '@udrel/core/steps';
import { duration, endOf, moment, range, since, spanOf } from '../../../format/time';
import { nameOfRun } from '../../../format/runs';
import { rate } from '../../../format/units';
import { useRunNow } from '../../../features/job/useRunNow';
import { HatchBar, OutcomeMark, Sheet } from '../../../ui';
import { EndRun } from './EndRun';
import styles from './copy.module.css';

const RunCurve = lazy(() => import('./RunCurve'));

/** A run under way: figures from the berth, or timed by hand; and how it ended. */
export function RunningRun({ job, run }: { job: JobView; run: RunView }) {
  const watched = run.berth !== null;
  const over = useRunNow(job.tag, run, isOver);
  const stopRule = run.kind === 'copy' ? stopRuleOf(job.snapshot) : null;
  return (
    <Sheet
      title={`${nameOfRun(job, run)}, attempt ${run.attempt}, is running`}
      aside={`${watched ? `berth ${run.berth}` : 'timed by hand'}, since ${moment(run.beganAt)}${run.simulatedSpeed ? `, simulated × ${run.simulatedSpeed}` : ''}`}
    >
      {watched ? <Watched tag={job.tag} known={run} /> : <ByHand run={run} />}
      {stopRule && (
        <p>
          <b>Stop:</b> {stopRule}
        </p>
      )}
      {run.through.length > 0 && <p className="sub">Goes through {namesOf(run)}.</p>}
      {run.changed && <p className="sub">Changed for this attempt: {run.changed}</p>}
      <EndRun job={job} run={run} over={over} />
    </Sheet>
  );
}

const namesOf = ({ through }: RunView) => through.map(pieceName).join(', ');

const isOver = ({ berth, progress }: RunView) =>
  berth === null || ['all written', 'stopped short'].includes(progress.condition);

/** What was seen that should not be: stop first, then read. */
function Alarms({ run }: { run: RunView }) {
  if (run.alarms.length === 0) return null;
  return (
    <div role="alert" className={styles.alarms}>
      {run.alarms.map(({ kind, sentence, at }) => (
        <p key={kind}>
          <OutcomeMark outcome="fail" /> <b>{sentence}</b> <span className="sub">{moment(at)}</span>
        </p>
      ))}
    </div>
  );
}

function Watched({ tag, known }: { tag: string; known: RunView }) {
  const run = useRunNow(tag, known, asItStands);
  const { progress, plannedBytes, silentFor, estimate, curve } = run;
  const { condition } = progress;
  const left = progress.left && progress.left.high > 0 ? progress.left : null;
  const alarming = condition === 'stalled' || condition === 'errors';
  const expected = plannedBytes / 1e6 / Math.max(1, estimate.middle);
  const advice = adviceOn(progress, curve, expected);
  return (
    <>
      <Alarms run={run} />
      <HatchBar share={progress.done / Math.max(1, plannedBytes)} label="Copied" />
      <dl className={styles.figures}>
        <div>
          <dt>copied</dt>
          <dd>
            {decimal(progress.done)}
            <small>of {decimal(plannedBytes)}</small>
          </dd>
        </div>
        <div>
          <dt>{progress.wrote ? 'mean rate' : 'rate'}</dt>
          <dd>
            {rate(progress.wrote?.rate ?? progress.rate)}
            <small>expected {rate(Math.round(expected))}</small>
          </dd>
        </div>
        <div>
          <dt>{progress.wrote ? 'written in' : 'left'}</dt>
          <dd>
            {progress.wrote && duration(progress.wrote.seconds)}
            {!progress.wrote && (left ? range(left.low, left.high) : '–')}
            {left && run.simulatedSpeed === null && <small>{spanOf(endOf(left.low), endOf(left.high))}</small>}
          </dd>
        </div>
        <div>
          <dt>condition</dt>
          <dd>
            <span className={alarming ? 'danger' : undefined}>{condition}</span>
            <small>
              {progress.errors > 0 && <span className="danger">{progress.errors} errors </span>}
              {progress.busy !== null && `${Math.round(progress.busy * 100)} % busy`}
            </small>
          </dd>
        </div>
      </dl>
      <Suspense fallback={<div style={{ height: 170 }} />}>
        <RunCurve curve={curve} expected={expected} />
      </Suspense>
      {advice && <p className={alarming ? 'danger' : 'sub'}>{advice.sentence}</p>}
      {progress.sourceWritten > 0 && (
        <p className="danger">Written to the old drive so far: {binary(progress.sourceWritten)}.</p>
      )}
      {silentFor !== null && silentFor > 15 && (
        <p className="danger">
          No word from the berth for {duration(silentFor)}: is a drive unplugged, is the bench agent running?
        </p>
      )}
    </>
  );
}

const asItStands = (run: RunView) => run;

function ByHand({ run }: { run: RunView }) {
  const gone = since(run.beganAt);
  return (
    <>
      <HatchBar share={gone / run.estimate.middle} label="Of its estimate" />
      <p style={{ padding: '8px 0 14px' }}>
        No berth watches it. It runs for <b className="mono">{duration(gone)}</b>; by its estimate it takes{' '}
        <b className="mono">{range(run.estimate.low, run.estimate.high)}</b> in all.
        {gone > run.estimate.high && (
          <b> It should be over: look whether the tool is done, then record how it ended.</b>
        )}
      </p>
    </>
  );
}
