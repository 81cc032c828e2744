import { may } from '@udrel/contract/permissions';
import type { NightView } from '@udrel/contract/types';
import type { RunKind } from '@udrel/core/estimate';
import { WANTS_WORDS } from '@udrel/core/progress';
import { useSessionQuery } from '../../../api/api';
import { useNightQuery } from '../../../api/after';
import { Begun } from '../../../features/job/Begun';
import { duration, moment } from '../../../format/time';
import { runKind } from '../../../format/runs';
import { Empty, Loaded, OutcomeMark, Sheet, Tag } from '../../../ui';
import { Spoken } from '../../../ui/Spoken';
import styles from './night.module.css';

/** Which runs to begin before closing so that the night works, what goes on, and what is over in the morning. */
export default function BeforeClosing() {
  const { data, error } = useNightQuery(undefined, { pollingInterval: 60_000, skipPollingIfUnfocused: true });
  return (
    <>
      <title>Before closing, Udrel</title>
      <h1 className={styles.title}>Before closing</h1>
      <Loaded data={data} error={error} what="what can run tonight">
        {(night) => <Night night={night} />}
      </Loaded>
    </>
  );
}

function Night({ night }: { night: NightView }) {
  const { begin, runs, morning, not, goesOn } = night;
  const left = (Date.parse(night.closesAt) - Date.parse(night.now)) / 1000;
  return (
    <div className={styles.night}>
      <p className={styles.lead}>
        Closes <b>{moment(night.closesAt)}</b>, in {duration(left)}; opens again <b>{moment(night.opensAt)}</b>.{' '}
        <span className="mono">{night.taken}</span> of <span className="mono">{night.there}</span> minutes of hands
        until then go into this list.
      </p>
      {runs.some(({ wants }) => wants) && (
        <Sheet title="Wants hands now" aside="runs that ended or stopped">
          <ul className={styles.rows}>
            {runs.flatMap((run) =>
              run.wants
                ? [
                    <li key={`${run.tag} ${run.run} ${run.berth}`}>
                      <Tag tag={run.tag} /> <Where run={run.run} berth={run.berth} /> <b>{WANTS_WORDS[run.wants]}</b>{' '}
                      <span className="sub">{run.next}</span>
                    </li>,
                  ]
                : [],
            )}
          </ul>
        </Sheet>
      )}
      <Sheet title="Begin before closing" aside="in this order, one run at each berth">
        {begin.length === 0 ? (
          <Empty>Nothing can be begun tonight that is not running.</Empty>
        ) : (
          <ToBegin night={night} />
        )}
        <Idle night={night} />
      </Sheet>
      <Sheet title="In the morning" aside={`what is over at ${moment(night.opensAt)}`}>
        {morning.length === 0 ? (
          <Empty>Nothing runs through the night.</Empty>
        ) : (
          <ul className={styles.rows}>
            {morning.map((one) => (
              <li key={`${one.tag} ${one.run}`}>
                <OutcomeMark outcome={one.then === 'over' || one.then === 'likely over' ? 'pass' : 'limit'} />
                <Tag tag={one.tag} /> <Where run={one.run} berth={one.berth} /> <b>{one.then}</b>
                <span className="sub">
                  ends <Spoken range={one.ends} />
                  {goesOn.some(({ tag }) => tag === one.tag) ? ', runs already' : ', once it is begun'}
                </span>
              </li>
            ))}
          </ul>
        )}
      </Sheet>
      {not.length > 0 && (
        <Sheet title="Not tonight" aside={`${not.length} that could run by themselves`}>
          <ul className={styles.rows}>
            {not.map(({ tag, run, why, customer }) => (
              <li key={`${tag} ${run}`}>
                <Tag tag={tag} /> {runKind({ kind: run })}{' '}
                <span className="sub">
                  {customer}: {why}
                </span>
              </li>
            ))}
          </ul>
        </Sheet>
      )}
    </div>
  );
}

function ToBegin({ night: { begin } }: { night: NightView }) {
  const staff = useSessionQuery().data?.staff;
  const works = staff !== undefined && staff !== null && may(staff.role, 'work on a job');
  return (
    <table className={styles.table}>
      <thead>
        <tr>
          <th>Begin by</th>
          <th>Job</th>
          <th>Where</th>
          <th>Hands first</th>
          <th>Ends</th>
        </tr>
      </thead>
      <tbody>
        {begin.map(({ tag, version, now, customer, device, run, berth, needs, hands, beginBy, ends }) => (
          <tr key={`${tag} ${run}`}>
            <td className="mono">{moment(beginBy)}</td>
            <td>
              <Tag tag={tag} /> {customer}
              <span className={`${styles.line} sub`}>{device}</span>
            </td>
            <td>
              {runKind({ kind: run })}
              <span className={`${styles.line} sub`}>{whereOf(berth, needs)}</span>
            </td>
            <td>
              {hands.length === 0 ? (
                <span className="sub">it can be set going</span>
              ) : (
                <>
                  <b>{hands.reduce((sum, { minutes }) => sum + minutes, 0)} min</b>
                  <span className={`${styles.line} sub`}>{hands.map(({ what }) => what).join('; ')}</span>
                </>
              )}
              {now && works && <Begun tag={tag} version={version} begin={now} />}
            </td>
            <td>
              <Spoken range={ends} />
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function Where({ run, berth }: { run: RunKind; berth: number | null }) {
  return (
    <span>
      {runKind({ kind: run })} <span className="sub">{berth === null ? 'not at a berth' : `berth ${berth}`}</span>
    </span>
  );
}

/** "berth 3, 2 enclosures, boot stick". */
function whereOf(berth: number | null, needs: readonly string[]): string {
  const counts = new Map<string, number>();
  for (const one of needs) if (one !== 'berth') counts.set(one, (counts.get(one) ?? 0) + 1);
  const counted = [...counts].map(([one, count]) => (count === 1 ? one : `${count} ${one}s`));
  return [...(berth === null ? [] : [`berth ${berth}`]), ...counted].join(', ') || 'in the device';
}

function Idle({ night: { idle, begin } }: { night: NightView }) {
  if (idle.length === 0) return null;
  const first = idle.slice(0, 8).join(', ');
  return (
    <p className="sub" style={{ padding: '8px 12px' }}>
      {idle.length === 1 ? `Berth ${first} stays` : `Berths ${first}${idle.length > 8 ? ' …' : ''} stay`} empty tonight
      {begin.length > 0 ? '.' : ': nothing that is ready wants a berth.'}
    </p>
  );
}
