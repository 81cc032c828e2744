import { Suspense, useEffect, useRef, useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import type { FloorView, HandsView, RunNow } from '@udrel/contract/types';
import { useFloorQuery, useRunsQuery } from '../../api/api';
import { retimed } from '@udrel/core/steps';
import { range } from '../../format/time';
import { whole } from '../../format/units';
import { Empty, Loaded, Sheet } from '../../ui';
import { late } from '../../ui/late';
import styles from './floor.module.css';
import { HandsList } from './HandsList';
import { isPressing, WHOSE, type Planned } from './planned';
import { PromiseRuler } from './PromiseRuler';
import { ReadyToFetch } from './ReadyToFetch';
import { RunStrip } from './RunStrip';

const ToSee = late(() => import('./ToSee'));
const ByTheSchedule = late(() => import('./ByTheSchedule'));

/** Home: what needs hands, what runs by itself, what is promised. */
export default function Floor() {
  const hands = useFloorQuery(undefined, EACH_MINUTE);
  const runs = useRunsQuery(undefined, EACH_MINUTE);
  const [planned, setPlanned] = useState<Planned | null>(null);
  const { refetch } = hands;
  // What a run does each second changes no order of hands; that it wants some does.
  const wanting = runs.data?.map(({ id, wants }) => `${id} ${wants}`).join();
  const before = useRef(wanting);
  useEffect(() => {
    if (before.current !== undefined && before.current !== wanting) void refetch();
    before.current = wanting;
  }, [wanting, refetch]);
  return (
    <Loaded data={hands.data} error={hands.error} what="the floor">
      {(floor) => (
        <>
          <div className={styles.grid}>
            <title>Floor, Udrel</title>
            <HandsNext hands={retimed(floor.hands, minutesLeft(runs.data ?? []))} floor={floor} planned={planned} />
            <Loaded data={runs.data} error={runs.error} what="what runs">
              {(running) => <RunningByItself running={running} />}
            </Loaded>
          </div>
          {floor.ready.length > 0 && <ReadyToFetch ready={floor.ready} />}
          {runs.data && <Besides told={setPlanned} />}
          <PromiseRuler hands={floor.hands} now={Date.parse(floor.now)} planned={planned} />
        </>
      )}
    </Loaded>
  );
}

/** How long what was drawn stands before what is beside it is asked for, ms. */
const REST = 400;

/** The schedule, and what wants hands at the counter: asked for once what runs and what is next stand. */
function Besides({ told }: { told: (planned: Planned) => void }) {
  const [rested, setRested] = useState(false);
  useEffect(() => {
    const waiting = setTimeout(() => setRested(true), REST);
    return () => clearTimeout(waiting);
  }, []);
  return (
    rested && (
      <Suspense fallback={null}>
        <ByTheSchedule told={told} />
        <ToSee />
      </Suspense>
    )
  );
}

const EACH_MINUTE = { pollingInterval: 60_000, skipPollingIfUnfocused: true };

function HandsNext(props: { hands: readonly HandsView[]; floor: FloorView; planned: Planned | null }) {
  const { hands, floor, planned } = props;
  const { open, looked } = floor;
  const [search] = useSearchParams();
  const whose = search.get(WHOSE);
  const { rows, heads } = planned?.chosen(hands, whose) ?? { rows: hands, heads: undefined };
  const now = rows.filter((row) => isPressing(row, planned)).length;
  const late = rows.filter((row) => row.slack !== null && row.slack < 0).length;
  return (
    <section aria-labelledby="hands">
      <div className={styles.head}>
        <h1 id="hands">Hands next</h1>
        <span className="sub">
          {now} now, {rows.length - now} later
          {late > 0 && <span className="danger">, {late} late</span>}
        </span>
        <span className={styles.asides}>
          {planned && <planned.Choice />}
          <Link to="/before-closing">Before closing</Link>
        </span>
      </div>
      <Sheet>
        {open > looked && (
          <p className={styles.more} role="status">
            {whole(open)} jobs are open; these are of the {whole(looked)} promised first.{' '}
            <Link to="/jobs">All jobs</Link>
          </p>
        )}
        {rows.length === 0 ? (
          <Empty>
            {open === 0
              ? 'No job is open. Press b to book one in.'
              : hands.length > 0
                ? 'Nothing of it is planned for you.'
                : 'No job wants hands now.'}
          </Empty>
        ) : (
          <HandsList hands={rows} planned={planned} heads={heads} />
        )}
      </Sheet>
    </section>
  );
}

/** Of what a berth watches, minutes until it ends at the earliest. */
function minutesLeft(runs: readonly RunNow[]): ReadonlyMap<string, number> {
  return new Map(runs.flatMap(({ tag, progress: { left } }) => (left ? [[tag, left.low / 60] as const] : [])));
}

/** What is alarmed stands first, then what wants hands. */
const rank = ({ alarms, wants }: RunNow) => (alarms.length > 0 ? 0 : wants ? 1 : 2);

function RunningByItself({ running }: { running: readonly RunNow[] }) {
  const lefts = running.flatMap((run) => (run.progress.left ? [run.progress.left] : []));
  const next = lefts.sort((a, b) => a.low - b.low)[0];
  return (
    <section aria-labelledby="running">
      <div className={styles.head}>
        <h1 id="running">Running by itself</h1>
        <span className="sub">
          {running.length} {running.length === 1 ? 'run' : 'runs'}
          {next && next.high > 0 ? `, the next one ends in ${range(next.low, next.high)}` : ''}
        </span>
      </div>
      {running.length === 0 ? (
        <Empty>Nothing runs at the moment.</Empty>
      ) : (
        <ul className={styles.list}>
          {[...running]
            .sort((a, b) => rank(a) - rank(b))
            .map((run) => (
              <RunStrip key={run.id} run={run} />
            ))}
        </ul>
      )}
    </section>
  );
}
