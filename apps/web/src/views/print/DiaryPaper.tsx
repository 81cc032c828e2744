import { useParams } from 'react-router';
import type { DiaryPiece, DiaryView, OpenListView } from '@udrel/contract/types';
import { useDiaryQuery, useOpenListQuery } from '../../api/after';
import { clock, day as dayName, fullMoment, moment, today } from '../../format/time';
import { onShopClock } from '../../format/shop-formats';
import { Empty, Loaded } from '../../ui';
import { PaperBar } from './PaperBar';
import styles from './print.module.css';

/** The week and every open job on paper, for when the power is out. */
export default function DiaryPaper() {
  const { from = today() } = useParams();
  const diary = useDiaryQuery({ from, days: '7' });
  const list = useOpenListQuery();
  return (
    <>
      <title>{`Week from ${from}`}</title>
      <PaperBar of="sheets" />
      <Loaded data={diary.data} error={diary.error} what="the week">
        {(week) => <Week week={week} />}
      </Loaded>
      <Loaded data={list.data} error={list.error} what="the open jobs">
        {(open) => <OpenJobs list={open} />}
      </Loaded>
    </>
  );
}

const within = (at: string, { from, until }: DiaryView['days'][number]) => at >= from && at < until;

function Week({ week }: { week: DiaryView }) {
  return (
    <article className={styles.paper}>
      <h1>Week from {dayName(week.days[0]?.day ?? '')}</h1>
      <p className="sub">As it stood {fullMoment(week.now)}</p>
      {week.days.map((one) => (
        <section key={one.day}>
          <h2>
            {dayName(one.day)}{' '}
            <span className="sub">{one.open ? `${clock(one.open.from)} to ${clock(one.open.until)}` : one.closed}</span>
          </h2>
          <Day day={one} week={week} />
        </section>
      ))}
    </article>
  );
}

function Day({ day, week }: { day: DiaryView['days'][number]; week: DiaryView }) {
  const visits = week.visits.filter(({ at }) => within(at, day));
  const promises = week.promises.filter(({ promisedAt }) => within(promisedAt, day));
  const lanes = week.lanes.flatMap(({ name, pieces }) => {
    const own = pieces.filter(({ from }) => within(from, day));
    return own.length > 0 ? [{ name, own: own.sort((a, b) => (a.from < b.from ? -1 : 1)) }] : [];
  });
  const kept = week.kept.filter(({ until }) => until === day.day);
  if (visits.length + promises.length + kept.length + lanes.length === 0)
    return <p className="sub">Nothing is planned.</p>;
  return (
    <>
      {visits.map(({ tag, at, customer, phone, wishes, note }) => (
        <p key={tag} className={styles.entry}>
          <b>{clock(at)}</b> {customer} {phone} comes: {[wishes.join(', '), note].filter(Boolean).join('. ')}
        </p>
      ))}
      {promises.length > 0 && (
        <p className={styles.entry}>
          <b>Promised:</b>{' '}
          {promises
            .map(
              ({ tag, promisedAt, usually }) => `${clock(promisedAt)} ${tag}${usually > promisedAt ? ' (late)' : ''}`,
            )
            .join(', ')}
        </p>
      )}
      {kept.length > 0 && (
        <p className={styles.entry}>
          <b>Kept until then:</b> {kept.map(({ label, name, customer }) => `${label} ${name}, ${customer}`).join('; ')}
        </p>
      )}
      {lanes.map(({ name, own }) => (
        <table key={name} className={styles.week}>
          <caption>{name}</caption>
          <tbody>
            {own.map((piece) => (
              <Piece key={`${piece.tag} ${piece.from}`} piece={piece} />
            ))}
          </tbody>
        </table>
      ))}
    </>
  );
}

function Piece({ piece: { tag, from, until, customer, what } }: { piece: DiaryPiece }) {
  const sameDay = onShopClock(from).isSame(onShopClock(until), 'day');
  return (
    <tr>
      <td className="mono">
        {clock(from)} to {sameDay ? clock(until) : moment(until)}
      </td>
      <td className="mono">{tag}</td>
      <td>
        {customer}: {shortened(what)}
      </td>
    </tr>
  );
}

/** Steps that are named on paper; of more it is said how many. */
const NAMED = 2;

function shortened(what: string): string {
  const steps = what.split('; ');
  const left = steps.length - NAMED;
  return left > 0 ? `${steps.slice(0, NAMED).join('; ')}, and ${left} more` : what;
}

function OpenJobs({ list: { now, open, jobs } }: { list: OpenListView }) {
  return (
    <article className={`${styles.paper} ${styles.ownPage}`}>
      <h1>Open jobs</h1>
      <p className="sub">
        {open} open {fullMoment(now)}
        {open > jobs.length ? `; the ${jobs.length} promised first` : ''}
      </p>
      {jobs.length === 0 ? (
        <Empty>No job is open.</Empty>
      ) : (
        <table className={styles.week}>
          <thead>
            <tr>
              <th>Job</th>
              <th>Customer</th>
              <th>Device</th>
              <th>Promised</th>
              <th>Next</th>
            </tr>
          </thead>
          <tbody>
            {jobs.map((job) => (
              <tr key={job.tag}>
                <td className="mono">{job.tag}</td>
                <td>
                  {job.customer} <span className="mono">{job.phone}</span>
                </td>
                <td>
                  {job.device} <span className="mono">{job.serial}</span>
                  {job.places && `, ${job.places}`}
                </td>
                <td>{job.promisedAt ? moment(job.promisedAt) : '–'}</td>
                <td>
                  {job.next}
                  {job.inHand && <span className="sub">, in hand: {job.inHand}</span>}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </article>
  );
}
