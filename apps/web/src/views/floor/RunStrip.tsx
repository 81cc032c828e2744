import { Link } from 'react-router';
import type { RunNow } from '@udrel/contract/types';
import { targetName } from '@udrel/core/layout';
import { decimal } from '@udrel/core/capacity';
import { rate } from '../../format/units';
import { duration, range, since } from '../../format/time';
import { runKind } from '../../format/runs';
import { HatchBar, OutcomeMark, Tag } from '../../ui';
import { RateCurve } from '../../ui/curve';
import styles from './floor.module.css';

/** A wipe belongs to what lies here after its job. */
function WipeTag({ label }: { label: string }) {
  return (
    <Link className="mono" to={`/stays/${label.replace(/-(\d+)$/, '/$1')}/wipe`}>
      {label}
    </Link>
  );
}

/** One run: how far, how fast, in which condition, and how long it still takes. */
export function RunStrip({ run }: { run: RunNow }) {
  const { progress, berth, plannedBytes } = run;
  return (
    <li className={styles.run}>
      <div>
        <div className={styles.runHead}>
          {run.kind === 'wipe' && run.about ? <WipeTag label={run.about} /> : <Tag tag={run.tag} />}{' '}
          <b>
            {runKind(run)}
            {run.onto && run.onto !== 'new' ? ` onto the ${targetName(run.onto)}` : ''}
            {run.attempt > 1 ? `, attempt ${run.attempt}` : ''}
          </b>
          <span className="sub">{berth === null ? 'timed by hand' : `berth ${berth}`}</span>
        </div>
        <HatchBar
          share={berth === null ? since(run.beganAt) / run.estimate.middle : progress.done / Math.max(1, plannedBytes)}
          label={`${runKind(run)} of ${run.tag}`}
        />
        <div className={styles.figures}>
          {berth === null ? (
            <span className="sub">
              for {duration(since(run.beganAt))} now, {decimal(plannedBytes)} planned
            </span>
          ) : (
            <WatchedFigures run={run} />
          )}
        </div>
        {run.alarms.map(({ kind, sentence }) => (
          <p key={kind} className="danger">
            <OutcomeMark outcome="fail" /> {sentence}
          </p>
        ))}
      </div>
      {berth === null ? <span /> : <RateCurve curve={run.curve} />}
      <TimeLeft run={run} />
    </li>
  );
}

function WatchedFigures({ run: { progress, plannedBytes, simulatedSpeed, silentFor } }: { run: RunNow }) {
  const alarming = progress.condition === 'stalled' || progress.condition === 'errors';
  return (
    <>
      <span className="mono">
        {decimal(progress.done)} of {decimal(plannedBytes)}
      </span>
      <span className="mono">{progress.wrote ? `in ${duration(progress.wrote.seconds)}` : rate(progress.rate)}</span>
      <span className={alarming ? 'danger' : 'sub'}>{conditionWords(progress)}</span>
      {silentFor !== null && silentFor > 15 && (
        <span className="danger">no word from the berth for {duration(silentFor)}</span>
      )}
      {simulatedSpeed !== null && <span className="sub">simulated × {simulatedSpeed}</span>}
    </>
  );
}

function conditionWords({ condition, errors }: RunNow['progress']): string {
  if (errors === 0) return condition;
  return condition === 'errors' ? `${errors} errors` : `${condition}, ${errors} errors`;
}

function TimeLeft({ run }: { run: RunNow }) {
  const { left, condition } = run.progress;
  if (condition === 'all written') return <span className={styles.left}>ends now</span>;
  if (run.berth === null) {
    return (
      <span className={styles.left}>
        {range(run.estimate.low, run.estimate.high)}
        <small>{since(run.beganAt) > run.estimate.high ? 'should be over: look' : 'estimated in all'}</small>
      </span>
    );
  }
  return (
    <span className={styles.left}>
      {left ? range(left.low, left.high) : '–'}
      <small>left</small>
    </span>
  );
}
