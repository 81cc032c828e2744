import Button from '@mui/material/Button';
import { useEffect, useMemo } from 'react';
import { useSearchParams } from 'react-router';
import { may } from '@udrel/contract/permissions';
import type { HandsView, ScheduleView, StaffView } from '@udrel/contract/types';
import { api, useSessionQuery } from '../../api/api';
import { useScheduleQuery } from '../../api/after';
import { Begun } from '../../features/job/Begun';
import { clock, day } from '../../format/time';
import { onShopClock } from '../../format/shop-formats';
import { TroubleNote } from '../../ui';
import { WHOSE, type Planned, type PlannedRow } from './planned';
import styles from './floor.module.css';

/** Reads when everything is ready by all that is open, and tells the Floor. */
export default function ByTheSchedule({ told }: { told: (planned: Planned) => void }) {
  const staff = useSessionQuery().data?.staff;
  const { data: schedule, error } = useScheduleQuery(undefined, EACH_MINUTE);
  const planned = useMemo(() => (schedule && staff ? plannedOf(schedule, staff) : null), [schedule, staff]);
  useEffect(() => {
    if (planned) told(planned);
  }, [planned, told]);
  return <TroubleNote error={error} />;
}

const EACH_MINUTE = { pollingInterval: 60_000, skipPollingIfUnfocused: true };

/** Minutes before it must be begun from which on it is called for now. */
const SOON = 15;

function plannedOf(schedule: ScheduleView, staff: StaffView): Planned {
  const soon = Date.parse(schedule.now) + SOON * 60_000;
  const hands = new Map(
    schedule.hands.map((one) => [
      one.tag,
      { ...one, presses: one.beginBy !== null && Date.parse(one.beginBy) <= soon },
    ]),
  );
  const names = new Map(schedule.people.map(({ id, name }) => [id, name]));
  return {
    ...{ schedule, hands, When, Choice },
    jobs: new Map(schedule.jobs.map((one) => [one.tag, one])),
    Take: may(staff.role, 'work on a job') ? Take : null,
    chosen: (rows, whose) => {
      const place = ({ tag }: HandsView) => hands.get(tag)?.berth ?? null;
      const whoseIs = ({ tag, holding }: HandsView) => holding.claimed?.id ?? hands.get(tag)?.by ?? '';
      const begins = ({ tag }: HandsView) => hands.get(tag)?.begins ?? '';
      const order = (one: HandsView, other: HandsView) => (begins(one) < begins(other) ? -1 : 1);
      const heads = new Map<string, string>();
      if (whose === 'me') return { rows: rows.filter((row) => whoseIs(row) === staff.id).sort(order), heads };
      if (whose === 'berths') {
        const rank = (row: HandsView) => place(row) ?? Number.MAX_SAFE_INTEGER;
        const grouped = [...rows].sort((one, other) => rank(one) - rank(other) || order(one, other));
        return headed(grouped, (row) => (place(row) === null ? 'at no berth' : `berth ${place(row)}`));
      }
      if (whose !== 'people') return { rows, heads };
      const name = (row: HandsView) => row.holding.claimed?.name ?? names.get(whoseIs(row)) ?? 'nobody at the bench';
      const grouped = [...rows].sort((one, other) => name(one).localeCompare(name(other)) || order(one, other));
      return headed(grouped, name);
    },
  };
}

/** Rows that stand together, each first one with what it is headed by. */
function headed(rows: readonly HandsView[], head: (row: HandsView) => string) {
  const heads = new Map<string, string>();
  rows.forEach((row, at) => {
    const before = rows[at - 1];
    if (!before || head(before) !== head(row)) heads.set(row.tag, head(row));
  });
  return { rows, heads };
}

const CHOICES = [
  ['', 'for all'],
  ['me', 'for me'],
  ['people', 'by person'],
  ['berths', 'by berth'],
] as const;

/** Chooses of whose hands what is next is shown; the address keeps it. */
function Choice() {
  const [search, setSearch] = useSearchParams();
  return (
    <select
      aria-label="Whose hands"
      value={search.get(WHOSE) ?? ''}
      onChange={({ target: { value } }) => setSearch(value ? { [WHOSE]: value } : {}, { replace: true })}
    >
      {CHOICES.map(([value, words]) => (
        <option key={value} value={value}>
          {words}
        </option>
      ))}
    </select>
  );
}

/** When hands must be at it so that the promise holds. */
function When({ hands: { beginBy, presses }, now }: { hands: PlannedRow; now: number }) {
  if (presses) return <>now</>;
  if (beginBy === null) return <span className="sub">any time</span>;
  const shown = (at: string | number) => onShopClock(at).format('YYYY-MM-DD');
  return (
    <>
      by {clock(beginBy)}
      {shown(beginBy) !== shown(now) && <small className={styles.day}>{day(shown(beginBy))}</small>}
    </>
  );
}

/** Takes a job up, so that nobody else begins with it; a copy that goes as planned is begun. */
function Take({ hands }: { hands: PlannedRow }) {
  return hands.begin ? <Begun {...hands} begin={hands.begin} /> : <TakeUp hands={hands} />;
}

function TakeUp({ hands: { tag, version } }: { hands: PlannedRow }) {
  const [claim, { isLoading, error }] = api.endpoints.claim.useMutation();
  return (
    <>
      <Button disabled={isLoading} aria-label={`Take up ${tag}`} onClick={() => void claim({ tag, body: { version } })}>
        Take up
      </Button>
      <TroubleNote error={error} />
    </>
  );
}
