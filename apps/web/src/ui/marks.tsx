import type { Outcome } from '@udrel/core/reason';
import type { Verdict } from '@udrel/core/fit';

const size = { width: 16, height: 16, viewBox: '0 0 16 16', 'aria-hidden': true } as const;

/**
 * The sign of a verdict, and its word for whoever hears the screen; what fits but holds
 * too little has a sign of its own. `worded`: the word stands beside it.
 */
export function VerdictMark({ verdict, worded = false }: { verdict: Verdict | 'too small'; worded?: boolean }) {
  return (
    <>
      {verdictSign(verdict)}
      {!worded && <span className="unseen">{verdict}</span>}
    </>
  );
}

/** The shape of a verdict: never colour alone. */
function verdictSign(verdict: Verdict | 'too small') {
  switch (verdict) {
    case 'fits':
      return (
        <svg {...size}>
          <circle cx="8" cy="8" r="7" fill="var(--proven)" />
        </svg>
      );
    case 'fits with parts':
      return (
        <svg {...size}>
          <circle cx="8" cy="8" r="6.3" fill="none" stroke="var(--proven)" strokeWidth="1.5" />
          <path d="M8 1.7a6.3 6.3 0 0 0 0 12.6z" fill="var(--proven)" />
        </svg>
      );
    case 'fits with alteration':
      return (
        <svg {...size}>
          <path d="M8 1a7 7 0 1 0 7 7H8z" fill="var(--ink)" />
        </svg>
      );
    case 'too small':
      return (
        <svg {...size}>
          <circle cx="8" cy="8" r="6.3" fill="none" stroke="var(--ink)" strokeWidth="1.2" strokeDasharray="2 2" />
          <circle cx="8" cy="8" r="3" fill="var(--ink)" />
        </svg>
      );
    case 'no':
      return (
        <svg {...size}>
          <path d="M3 3l10 10M13 3 3 13" stroke="var(--ink)" strokeWidth="1.8" />
        </svg>
      );
    case 'cannot tell':
      return (
        <svg {...size}>
          <circle cx="8" cy="8" r="6.6" fill="none" stroke="var(--ink)" strokeWidth="1.3" />
          <path
            d="M6 6.4a2 2 0 1 1 2.6 2c-.4.2-.6.5-.6 1M8 11.2v.6"
            fill="none"
            stroke="var(--ink)"
            strokeWidth="1.4"
          />
        </svg>
      );
  }
}

/** The mark of one rule's outcome. */
export function OutcomeMark({ outcome }: { outcome: Outcome }) {
  switch (outcome) {
    case 'pass':
      return (
        <svg {...size}>
          <path d="M3 8.5 6.5 12 13 4.5" stroke="var(--proven)" fill="none" strokeWidth="2" />
        </svg>
      );
    case 'limit':
      return (
        <svg {...size}>
          <path d="M3 8h10M9 4l4 4-4 4M2 3v10" stroke="var(--ink)" fill="none" strokeWidth="1.6" />
        </svg>
      );
    case 'fail':
      return (
        <svg {...size}>
          <path d="M5 1h6l4 4v6l-4 4H5l-4-4V5z" fill="var(--danger)" />
          <path d="M4.5 8h7" stroke="var(--sheet)" strokeWidth="2" />
        </svg>
      );
    case 'unknown':
      return verdictSign('cannot tell');
  }
}

/** Whether something is done (filled), can be done now (marigold: hands), or waits (outline). */
export function StateMark({ state }: { state: 'done' | 'ready' | 'running' | 'waiting' }) {
  const fill = { done: 'var(--petrol)', ready: 'var(--hands)', running: 'url(#hatch)', waiting: 'var(--sheet)' }[state];
  const stroke = state === 'ready' ? 'var(--hands)' : state === 'waiting' ? 'var(--line-strong)' : 'var(--petrol)';
  return (
    <svg {...size}>
      <defs>
        <pattern id="hatch" width="4" height="4" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <path d="M0 0v4" stroke="var(--petrol)" strokeWidth="2" />
        </pattern>
      </defs>
      <rect
        x="3.5"
        y="3.5"
        width="9"
        height="9"
        transform="rotate(45 8 8)"
        fill={fill}
        stroke={stroke}
        strokeWidth="1.6"
      />
    </svg>
  );
}
