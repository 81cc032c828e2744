import {
  DndContext,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
  type DragEndEvent,
  type DragMoveEvent,
} from '@dnd-kit/core';
import Button from '@mui/material/Button';
import { useDeferredValue, useState } from 'react';
import { useSearchParams } from 'react-router';
import { may } from '@udrel/contract/permissions';
import type { DiaryView } from '@udrel/contract/types';
import { useSessionQuery } from '../../api/api';
import { useAgreeBeginMutation, useChangeVisitMutation, useDiaryQuery } from '../../api/after';
import { duration, moment, today } from '../../format/time';
import { whole } from '../../format/units';
import { Loaded, Sheet, TroubleNote } from '../../ui';
import { axisOf, quarterAt } from './axis';
import type { Movable } from './Blocks';
import { CalendarLinks } from './CalendarLinks';
import { Chosen } from './Chosen';
import { Effect } from './Effect';
import { AXIS, Lanes } from './Lanes';
import { noHourFree } from './no-hour-free';
import { VisitDialog } from './VisitDialog';
import styles from './diary.module.css';

const RANGES = [
  ['1', 'day'],
  ['7', 'week'],
  ['14', 'two weeks'],
] as const;
type Days = (typeof RANGES)[number][0];

/** Days and weeks by person and berth: what is to be done, what is promised, who comes, and what moving any of it does. */
export default function DiaryPage() {
  const [search, setSearch] = useSearchParams();
  const [adding, setAdding] = useState(false);
  const [linking, setLinking] = useState(false);
  const from = search.get('from') ?? today();
  const days = RANGES.find(([value]) => value === search.get('days'))?.[0] ?? '1';
  const { data, error } = useDiaryQuery({ from, days }, { pollingInterval: 60_000, skipPollingIfUnfocused: true });
  const show = (day: string, over: Days) => setSearch({ from: day, days: over }, { replace: true });
  const step = (by: number) => show(dayAfter(from, by * Number(days)), days);
  return (
    <>
      <title>Diary, Udrel</title>
      <div className={styles.head}>
        <h1>Diary</h1>
        <Button onClick={() => step(-1)} aria-label="Earlier">
          ‹
        </Button>
        <Button onClick={() => show(today(), days)}>Today</Button>
        <Button onClick={() => step(1)} aria-label="Later">
          ›
        </Button>
        <select aria-label="Days shown" value={days} onChange={({ target }) => show(from, target.value as Days)}>
          {RANGES.map(([value, words]) => (
            <option key={value} value={value}>
              {words}
            </option>
          ))}
        </select>
        <span className={styles.asides}>
          <Button component="a" href={`/print/diary/${from}`} target="_blank">
            Print the week
          </Button>
          <Button onClick={() => setLinking(true)}>Calendar links</Button>
          <Button variant="contained" onClick={() => setAdding(true)}>
            Agree a visit
          </Button>
        </span>
      </div>
      <Loaded data={data} error={error} what="the diary">
        {(diary) => <Shown diary={diary} />}
      </Loaded>
      {linking && <CalendarLinks close={() => setLinking(false)} />}
      {adding && <VisitDialog visit={null} close={() => setAdding(false)} />}
    </>
  );
}

const dayAfter = (day: string, days: number) => {
  const at = new Date(`${day}T00:00:00Z`);
  at.setUTCDate(at.getUTCDate() + days);
  return at.toISOString().slice(0, 10);
};

/** Something on its way to another moment, or just moved there. */
interface Move {
  movable: Movable;
  at: string;
}

function Shown({ diary }: { diary: DiaryView }) {
  const staff = useSessionQuery().data?.staff;
  const [chosen, choose] = useState<string | null>(null);
  const [moving, setMoving] = useState<Move | null>(null);
  const [moved, setMoved] = useState<Move | null>(null);
  const [agree, agreeing] = useAgreeBeginMutation();
  const [change, changing] = useChangeVisitMutation();
  const axis = axisOf(diary.days);
  const wide = () => document.querySelector(`[${AXIS}]`)?.clientWidth ?? 1;
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor, {
      // An arrow moves it by a quarter of an hour, however wide that is here.
      coordinateGetter: (event, { currentCoordinates: { x, y } }) => {
        const by = event.code === 'ArrowRight' ? 1 : event.code === 'ArrowLeft' ? -1 : 0;
        if (by === 0) return undefined;
        event.preventDefault();
        const left = document.querySelector(`[${AXIS}]`)?.getBoundingClientRect().left ?? 0;
        const at = quarterAt(axis.momentAt((x - left) / wide())) + by * 15 * 60_000;
        return { x: left + axis.at(at) * wide(), y };
      },
    }),
  );
  const target = ({ active, delta }: DragMoveEvent | DragEndEvent): Move | null => {
    const movable = active.data.current?.['movable'] as Movable | undefined;
    if (!movable) return null;
    const place = axis.at(Date.parse(movable.from)) + delta.x / wide();
    const at = Math.max(Date.parse(diary.now), quarterAt(axis.momentAt(place)));
    return { movable, at: new Date(at).toISOString() };
  };
  const put = async ({ movable, at }: Move) => {
    const { visit, tag, version } = movable;
    const answer = visit
      ? await change({ id: visit.id, body: { visit: { ...bare(visit), at }, was: visit.at } })
      : await agree({ tag, body: { version: version ?? 0, at } });
    if (answer.data) setMoved({ movable: { ...movable, ...after(answer.data) }, at });
  };
  const mayMove = may(staff?.role, 'correct a booking');
  return (
    <DndContext
      sensors={mayMove ? sensors : []}
      onDragMove={(event) => setMoving(target(event))}
      onDragCancel={() => setMoving(null)}
      onDragEnd={(event) => {
        const move = target(event);
        setMoving(null);
        if (move && isElsewhere(move)) void put(move);
      }}
    >
      <Sheet>
        {diary.open > diary.looked && (
          <p role="status" className="sub" style={{ padding: 8 }}>
            {whole(diary.open)} jobs are open; these are the {whole(diary.looked)} promised first.
          </p>
        )}
        <Overload overload={diary.overload} />
        <Lanes diary={diary} chosen={chosen} choose={choose} />
      </Sheet>
      <div className={styles.dock}>
        <TroubleNote error={agreeing.error ?? changing.error} />
        {moving ? (
          <Moving move={moving} />
        ) : moved ? (
          <div className={styles.chosen}>
            <span role="status">
              <b>{moved.movable.tag}</b> {moved.movable.visit ? 'comes' : 'begins'} <b>{moment(moved.at)}</b> now.
            </span>
            <Button onClick={() => void putBack(moved)}>Put it back</Button>
            <Button onClick={() => setMoved(null)}>Leave it there</Button>
          </div>
        ) : (
          !chosen && (
            <p className="sub">
              Solid: hands. Hatched: runs by itself. What comes next of a job, and a visit, can be dragged; by keyboard,
              space takes it up, arrows move it by a quarter of an hour, space puts it down.
            </p>
          )
        )}
        {chosen && !moving && <Chosen tag={chosen} diary={diary} />}
      </div>
    </DndContext>
  );

  async function putBack({ movable, at }: Move) {
    const { visit, tag, version, from, agreedAt } = movable;
    const answer = visit
      ? await change({ id: visit.id, body: { visit: { ...bare(visit), at: from }, was: at } })
      : await agree({ tag, body: { version: version ?? 0, at: agreedAt } });
    if ('data' in answer) setMoved(null);
  }
}

/** Whether it was put down another quarter of an hour than it was taken up at. */
const isElsewhere = ({ movable, at }: Move) => Math.abs(Date.parse(at) - Date.parse(movable.from)) > 7.5 * 60_000;

const bare = ({ customer, phone, wishes, promisedAt, note, at }: NonNullable<Movable['visit']>) => ({
  ...{ customer, phone, wishes, promisedAt, note, at },
});

/** What of it is otherwise once it is moved. */
const after = (answer: object) => ('version' in answer ? { version: answer.version as number } : {});

/** What is more than the bench can do, in a line. */
function Overload({ overload: { late, most, full } }: { overload: DiaryView['overload'] }) {
  if (late === 0 && full.length === 0) return null;
  return (
    <p className={styles.overload} role="status">
      {late > 0 && most && (
        <span className="danger">
          In all, {late} of what is promised will usually be late, {most.tag} {most.customer} the most, by{' '}
          {duration(most.by * 60)}.{' '}
        </span>
      )}
      {noHourFree(full, moment).join(' ')}
    </p>
  );
}

function Moving({ move: { movable, at } }: { move: Move }) {
  return <Effect tag={movable.tag} at={useDeferredValue(at)} />;
}
