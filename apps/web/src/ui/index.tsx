import type { ReactNode } from 'react';
import { Link } from 'react-router';
import type { Reason } from '@udrel/core/reason';
import { troubleOf } from '../api/problem';
import { OutcomeMark } from './marks';
import styles from './ui.module.css';

export { OutcomeMark, StateMark, VerdictMark } from './marks';

/** A raised surface that groups what belongs together. */
export function Sheet({ title, aside, children }: { title?: string; aside?: ReactNode; children: ReactNode }) {
  return (
    <section className={styles.sheet} aria-label={title}>
      {title && (
        <div className={styles.sheetHead}>
          <h2>{title}</h2>
          {aside && <span className="sub">{aside}</span>}
        </div>
      )}
      <div className={title ? styles.sheetBody : undefined}>{children}</div>
    </section>
  );
}

/** A job tag, leading to its job. */
export function Tag({ tag, large = false }: { tag: string; large?: boolean }) {
  return (
    <Link to={`/jobs/${tag}`} className={large ? `${styles.tag} ${styles.large}` : styles.tag}>
      {tag}
    </Link>
  );
}

export function Key({ children }: { children: ReactNode }) {
  return <kbd className={styles.key}>{children}</kbd>;
}

/** What went wrong with a request, next to what was asked. Nothing when nothing did. */
export function TroubleNote({ error }: { error: unknown }) {
  const trouble = troubleOf(error);
  return trouble && <TroubleBox sentence={trouble.sentence} />;
}

/** A sentence about something that was not done. */
export function TroubleBox({ sentence }: { sentence: string }) {
  return (
    <div className={styles.trouble} role="alert">
      <OutcomeMark outcome="fail" />
      <span>{sentence}</span>
    </div>
  );
}

export function Empty({ children }: { children: ReactNode }) {
  return <p className={styles.empty}>{children}</p>;
}

/**
 * Loading, trouble or the content: every view shows one of the three. What was read before stays while the server is away,
 * and goes where whoever asks by now may not see it.
 */
export function Loaded<T>({
  data,
  error,
  what,
  children,
}: {
  data: T | undefined;
  error: unknown;
  what: string;
  children: (data: T) => ReactNode;
}) {
  const mayNot = troubleOf(error)?.status === 403;
  if (data !== undefined && !mayNot) return children(data);
  if (error) return <TroubleNote error={error} />;
  return <p className={styles.empty}>Reading {what} …</p>;
}

/** How far something unattended has come: hatched, 0 to 1. */
export function HatchBar({ share, label }: { share: number; label: string }) {
  const percent = Math.min(100, Math.max(0, share * 100));
  return (
    <div className={styles.bar} role="progressbar" aria-label={label} aria-valuenow={Math.round(percent)}>
      <div className={styles.barFill} style={{ width: `${percent}%` }} />
    </div>
  );
}

/** A check ledger: every rule with its outcome, and what would change it. */
export function Ledger({ reasons }: { reasons: readonly Reason[] }) {
  return (
    <dl className={styles.ledger}>
      {reasons.map((reason, index) => (
        <div key={`${reason.rule}${index}`} className={styles.ledgerRow}>
          <OutcomeMark outcome={reason.outcome} />
          <dt>{reason.rule}</dt>
          <dd>
            {reason.sentence}
            {reason.remedy && <span className={styles.remedy}>would do: {reason.remedy}</span>}
          </dd>
        </div>
      ))}
    </dl>
  );
}

/** The lower edge of what a button acts on: a note at the left, buttons at the right, the primary one last. */
export function Foot({ note, children }: { note?: ReactNode; children: ReactNode }) {
  return (
    <div className={styles.foot}>
      {note && <span className={styles.footNote}>{note}</span>}
      {children}
    </div>
  );
}

/** Names and values, one a line. */
export function FactList({ rows }: { rows: readonly (readonly [name: string, value: ReactNode])[] }) {
  return (
    <dl className={styles.facts}>
      {rows.map(([name, value]) => (
        <div key={name} style={{ display: 'contents' }}>
          <dt>{name}</dt>
          <dd>{value}</dd>
        </div>
      ))}
    </dl>
  );
}
