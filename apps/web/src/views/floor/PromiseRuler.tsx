import type { HandsView } from '@udrel/contract/types';
import { clock, duration } from '../../format/time';
import type { Planned } from './planned';
import styles from './ruler.module.css';

const HOUR = 3_600_000;
const SPAN = 9;
const WIDTH = 1160;
const LANE = 24;
/** Width of a letter of the labels, drawing units. */
const LETTER = 7.6;

/**
 * The promises of the next hours: a dot where the job will be ready, a flag where it is promised. By everything that is open once
 * that is known, with the range in which it is ready eight times in ten; until then by its own work alone.
 */
export function PromiseRuler(props: { hands: readonly HandsView[]; now: number; planned: Planned | null }) {
  const { hands, now, planned } = props;
  const from = Math.floor(now / HOUR) * HOUR;
  const until = from + SPAN * HOUR;
  const all = hands
    .flatMap((row) =>
      row.promisedAt ? [{ ...row, promised: Date.parse(row.promisedAt), ...readyOf(row, now, planned) }] : [],
    )
    .filter((row) => row.promised < until)
    .sort((a, b) => a.promised - a.ready - (b.promised - b.ready));
  const due = all.slice(0, 5);
  const late = all.filter((row) => row.ready > row.promised).length;
  const x = (time: number) => Math.min(1, Math.max(0, (time - from) / (until - from))) * (WIDTH - 60) + 30;
  const height = Math.max(1, due.length) * LANE + 44;
  return (
    <section aria-labelledby="promised" className={styles.ruler}>
      <div className={styles.head}>
        <h2 id="promised">Promised next</h2>
        <span className="sub">
          {planned
            ? 'dot: usually ready by all that is open, line: 8 times in 10, flag: promised'
            : 'dot: ready by its own work, flag: promised'}
        </span>
        <span className={styles.sum}>
          {all.length - late} in time{late > 0 && <b className="danger">, {late} late</b>}
          {all.length > due.length && <span className="sub">; the {due.length} tightest are drawn</span>}
        </span>
      </div>
      <svg viewBox={`0 0 ${WIDTH} ${height}`} className={styles.drawing} role="img" aria-label={spoken(due)}>
        {Array.from({ length: SPAN + 1 }, (_none, n) => from + n * HOUR).map((hour) => (
          <g key={hour}>
            <path d={`M${x(hour)} 20V${height - 20}`} stroke="var(--line)" />
            <text x={x(hour)} y={height - 4} className={styles.hour}>
              {clock(hour)}
            </text>
          </g>
        ))}
        <path d={`M${x(now)} 14V${height - 16}`} stroke="var(--ink)" strokeWidth="1.8" />
        <text x={x(now)} y={10} className={styles.hour} fontWeight="700">
          now
        </text>
        {due.map((row, lane) => {
          const y = 36 + lane * LANE;
          const isLate = row.ready > row.promised;
          const colour = isLate ? 'var(--danger)' : 'var(--ink)';
          const [ready, promised] = [x(row.ready), x(row.promised)];
          const label = isLate ? `${row.tag} ${duration((row.ready - row.promised) / 1000)} late` : row.tag;
          const leftmost = Math.min(ready, promised);
          const labelWide = label.length * LETTER;
          const labelAtLeft = leftmost - 10 - labelWide > x(now);
          const labelAtRight = Math.max(ready, promised) + 18;
          // Where it fits at neither end it stands above the line.
          const above = !labelAtLeft && labelAtRight + labelWide > WIDTH;
          return (
            <g key={row.tag} stroke={colour} fill="none">
              <path d={`M${ready} ${y}H${promised}`} strokeWidth="2" strokeDasharray={isLate ? '3 3' : undefined} />
              {row.late > row.early && (
                <path d={`M${x(row.early)} ${y}H${x(row.late)}`} strokeWidth="7" strokeOpacity="0.28" />
              )}
              <circle cx={ready} cy={y} r="5" fill={colour} stroke="none" />
              <path d={`M${promised} ${y + 7}V${y - 8}l11 4-11 4`} strokeWidth="1.6" fill="var(--paper)" />
              <text
                x={labelAtLeft ? leftmost - 10 : above ? leftmost + 18 : labelAtRight}
                y={above ? y - 4 : y + 4}
                className={styles.tag}
                textAnchor={labelAtLeft ? 'end' : 'start'}
                fill={colour}
                stroke="none"
              >
                {label}
              </text>
            </g>
          );
        })}
      </svg>
      {due.length === 0 && <p className="sub">Nothing is promised for the next {SPAN} hours.</p>}
    </section>
  );
}

/** When a job is ready: usually, at the earliest and at the latest. */
function readyOf({ tag, readyIn }: HandsView, now: number, planned: Planned | null) {
  const found = planned?.jobs.get(tag);
  if (!found) return { ready: now + readyIn * 60_000, early: 0, late: 0 };
  return { ready: Date.parse(found.usually), early: Date.parse(found.early), late: Date.parse(found.late) };
}

function spoken(due: readonly { tag: string; promised: number; ready: number }[]): string {
  return (
    due.map((row) => `${row.tag} ${row.ready > row.promised ? 'late' : 'in time'}`).join(', ') || 'nothing promised'
  );
}
