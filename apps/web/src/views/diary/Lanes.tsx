import { useState, type ReactNode } from 'react';
import { Link } from 'react-router';
import type { DiaryLane, DiaryView } from '@udrel/contract/types';
import { clock, day as dayName, duration, moment } from '../../format/time';
import { axisOf, linesOf, type Axis } from './axis';
import { PieceBlock, VisitBlock } from './Blocks';
import styles from './diary.module.css';

/** What is chosen in the diary: a job or a visit by its tag. */
export interface Choosing {
  chosen: string | null;
  choose: (tag: string) => void;
}

/** Lines of people, berths, promises and visits over the days. */
export function Lanes({ diary, ...choosing }: { diary: DiaryView } & Choosing) {
  const axis = axisOf(diary.days);
  return (
    <div className={styles.lanes}>
      <Days diary={diary} axis={axis} />
      <Visits diary={diary} axis={axis} {...choosing} />
      <Promises diary={diary} axis={axis} {...choosing} />
      <Kept diary={diary} axis={axis} />
      {diary.lanes.map((lane) => (
        <Lane key={lane.id} lane={lane} diary={diary} axis={axis} {...choosing} />
      ))}
    </div>
  );
}

/** The element whose width the axis has: what is dragged is measured by it. */
export const AXIS = 'data-axis';

function Days({ diary: { days, loads }, axis }: { diary: DiaryView; axis: Axis }) {
  return (
    <div className={styles.line}>
      <span className={styles.name} />
      <div className={styles.days} {...{ [AXIS]: '' }}>
        {days.map(({ day, from, until, open, closed }) => {
          const [left, right] = [axis.at(Date.parse(from)), axis.at(Date.parse(until))];
          const load = open && loads.find((one) => Date.parse(one.until) === Date.parse(open.until));
          return (
            <div key={day} className={styles.day} style={{ left: `${left * 100}%`, width: `${(right - left) * 100}%` }}>
              <b>{dayName(day)}</b>
              {right - left > 0.1 && (
                <span className="sub">{open ? `${clock(open.from)} to ${clock(open.until)}` : closed}</span>
              )}
              {load && right - left > 0.1 && (
                <span className={load.planned > load.there * 0.95 ? 'danger' : 'sub'}>
                  {duration(load.planned * 60)} of {duration(load.there * 60)}
                  {load.planned > load.there * 0.95 ? ': full' : ''}
                </span>
              )}
            </div>
          );
        })}
      </div>
    </div>
  );
}

function Line({
  name,
  lines,
  axis,
  diary,
  there,
  children,
}: {
  name: string;
  lines: number;
  axis: Axis;
  diary: DiaryView;
  there?: DiaryLane['there'] | undefined;
  children: ReactNode;
}) {
  const now = axis.at(Date.parse(diary.now));
  return (
    <div className={styles.line} role="group" aria-label={name}>
      <span className={styles.name}>{name}</span>
      <div className={styles.track} style={{ height: Math.max(1, lines) * 30 + 6 }}>
        {(there ?? diary.days.flatMap(({ open }) => open ?? [])).map(({ from, until }) => {
          const left = axis.at(Date.parse(from));
          return (
            <span
              key={from}
              className={styles.there}
              style={{ left: `${left * 100}%`, width: `${(axis.at(Date.parse(until)) - left) * 100}%` }}
            />
          );
        })}
        {hoursOf(diary).map((hour) => (
          <span key={hour} className={styles.hour} style={{ left: `${axis.at(hour) * 100}%` }} />
        ))}
        {now > 0 && now < 1 && <span className={styles.now} style={{ left: `${now * 100}%` }} />}
        {children}
      </div>
    </div>
  );
}

/** Full hours of opening, where there is room to draw them. */
function hoursOf({ days }: DiaryView): number[] {
  if (days.length > 1) return [];
  return days.flatMap(({ open }) => {
    if (!open) return [];
    const hours: number[] = [];
    for (let at = Date.parse(open.from) + 3_600_000; at < Date.parse(open.until); at += 3_600_000) hours.push(at);
    return hours;
  });
}

function Lane({ lane, diary, axis, chosen, choose }: { lane: DiaryLane; diary: DiaryView; axis: Axis } & Choosing) {
  const pieces = [...lane.pieces].sort((one, other) => (one.from < other.from ? -1 : 1));
  const lines = linesOf(pieces.map(({ from, until }) => ({ from: Date.parse(from), until: Date.parse(until) })));
  return (
    <Line name={lane.name} lines={Math.max(0, ...lines) + 1} axis={axis} diary={diary} there={lane.there}>
      {pieces.map((piece, n) => (
        <PieceBlock
          key={`${piece.tag} ${piece.from}`}
          {...{ piece, axis, line: lines[n] ?? 0 }}
          chosen={chosen === piece.tag}
          choose={() => choose(piece.tag)}
        />
      ))}
    </Line>
  );
}

/** Room that a flag with its tag takes on the axis: its marks, and each letter. */
const flagRoom = ({ tag }: { tag: string }) => 0.035 + tag.length * 0.0072;
/** Room of a visit. */
const VISIT = 0.17;
/** Lines of flags that are drawn before somebody asks for the rest. */
const LINES = 3;

function Promises({ diary, axis, chosen, choose }: { diary: DiaryView; axis: Axis } & Choosing) {
  const [all, setAll] = useState(false);
  const promises = [...diary.promises].sort((one, other) => (one.promisedAt < other.promisedAt ? -1 : 1));
  // What stands at the right edge is drawn to the left of its moment.
  const placed = promises.map((one) => {
    const at = axis.at(Date.parse(one.promisedAt));
    return { ...one, at, left: Math.min(at, 1 - flagRoom(one)) };
  });
  const lines = linesOf(placed.map((one) => ({ from: one.left, until: one.left + flagRoom(one) })));
  const most = Math.max(0, ...lines) + 1;
  const shown = placed.map((one, n) => ({ ...one, line: lines[n] ?? 0 })).filter(({ line }) => all || line < LINES);
  const left = promises.length - shown.length;
  if (promises.length === 0) return null;
  return (
    <>
      <Line name="promised" lines={all ? most : Math.min(most, LINES)} axis={axis} diary={diary}>
        {shown.map((promise) => (
          <Flag key={promise.tag} {...promise} chosen={chosen === promise.tag} choose={() => choose(promise.tag)} />
        ))}
      </Line>
      {(left > 0 || all) && (
        <div className={styles.line}>
          <span />
          <button type="button" className={styles.more} onClick={() => setAll(!all)}>
            {all ? 'fewer promises' : `${left} more promised, ${lateOf(promises)} of these ${promises.length} late`}
          </button>
        </div>
      )}
    </>
  );
}

const lateOf = (promises: DiaryView['promises']) =>
  promises.filter(({ usually, promisedAt }) => usually > promisedAt).length;

function Flag(
  props: DiaryView['promises'][number] & {
    at: number;
    left: number;
    line: number;
    chosen: boolean;
    choose: () => void;
  },
) {
  const { tag, customer, promisedAt, usually, late, at, left, line, chosen, choose } = props;
  const isLate = usually > promisedAt;
  const words = isLate ? 'late' : late > promisedAt ? 'not sure' : 'in time';
  return (
    <button
      type="button"
      className={[styles.flag, isLate && styles.late, left < at && styles.before].filter(Boolean).join(' ')}
      style={{ left: `${left * 100}%`, top: line * 30 + 3, ...(left < at ? { width: `${(at - left) * 100}%` } : {}) }}
      aria-label={`${tag} ${customer} promised ${moment(promisedAt)}, usually ready ${moment(usually)}: ${words}`}
      aria-pressed={chosen}
      onClick={choose}
    >
      <span aria-hidden>⚑</span> {tag}
      {isLate ? ' ✕' : words === 'not sure' ? ' ?' : ''}
    </button>
  );
}

/** What is kept until a day, at its opening; it is seen to at Stays. */
function Kept({ diary, axis }: { diary: DiaryView; axis: Axis }) {
  const opens = new Map(diary.days.map(({ day, from, open }) => [day, axis.at(Date.parse(open?.from ?? from))]));
  const placed = diary.kept.map((one) => ({ ...one, left: Math.min(opens.get(one.until) ?? 0, 1 - VISIT) }));
  const lines = linesOf(placed.map(({ left }) => ({ from: left, until: left + VISIT })));
  const shown = placed.map((one, n) => ({ ...one, line: lines[n] ?? 0 })).filter(({ line }) => line < LINES);
  const more = placed.length - shown.length;
  if (placed.length === 0) return null;
  return (
    <>
      <Line name="kept until" lines={Math.max(0, ...shown.map(({ line }) => line)) + 1} axis={axis} diary={diary}>
        {shown.map(({ label, name, customer, until, left, line }) => (
          <Link
            key={label}
            to={`/stays?find=${label}`}
            className={styles.flag}
            style={{ left: `${left * 100}%`, top: line * 30 + 3 }}
            aria-label={`${label} ${name} of ${customer}, kept until ${dayName(until)}`}
          >
            {label} {name}
          </Link>
        ))}
      </Line>
      {more > 0 && (
        <div className={styles.line}>
          <span />
          <Link to="/stays" className={styles.more}>
            {more} more
          </Link>
        </div>
      )}
    </>
  );
}

function Visits({ diary, axis, chosen, choose }: { diary: DiaryView; axis: Axis } & Choosing) {
  const { visits } = diary;
  if (visits.length === 0) return null;
  const lines = linesOf(
    visits.map(({ at }) => {
      const place = axis.at(Date.parse(at));
      return { from: place, until: place + VISIT };
    }),
  );
  return (
    <Line name="comes in" lines={Math.max(0, ...lines) + 1} axis={axis} diary={diary}>
      {visits.map((visit, n) => (
        <VisitBlock
          key={visit.id}
          {...{ visit, axis, line: lines[n] ?? 0 }}
          chosen={chosen === visit.tag}
          choose={() => choose(visit.tag)}
        />
      ))}
    </Line>
  );
}
