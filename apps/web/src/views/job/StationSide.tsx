import type { Station } from '@udrel/core/stations';
import type { JobView } from '@udrel/contract/types';
import type { Gate, Step } from '@udrel/core/steps';
import { Suspense } from 'react';
import type Photos from '../../features/photos/PhotosSheet';
import { late } from '../../ui/late';
import { WhenSeen } from '../../ui/WhenSeen';
import { Sheet, StateMark } from '../../ui';
import { RetractStamp } from './around/RetractStamp';
import { GateRow } from './GateRow';
import styles from '../../features/job/job.module.css';

/** What was not loaded before the connection was lost opens with the next page; nothing else of this one falls. */
const PhotosSheet = late(() =>
  import('../../features/photos/PhotosSheet').catch(() => ({ default: NotLoaded as typeof Photos })),
);

function NotLoaded() {
  return (
    <Sheet title="Photographs">
      <p className="sub">They open once the server is reached and the page is loaded anew.</p>
    </Sheet>
  );
}

/** The sheet without a photograph, px. */
const EMPTY = 82;

const WORDS = { done: 'done', ready: 'now', running: 'running', waiting: 'waits' } as const;

/** Why a step waits, without what stands at the gates below anyway; the steps before it in one line. */
function whyItWaits({ waitsFor, first }: Step, gates: readonly Gate[]): string[] {
  const told = new Set(gates.flatMap(({ missing }) => missing));
  const missing = waitsFor.slice(0, waitsFor.length - first.length).filter((sentence) => !told.has(sentence));
  return [...new Set(missing), ...(first.length > 0 ? [`First: ${first.join('; ')}.`] : [])];
}

/** The steps of a station with what they wait for, and its gates. */
export function StationSide({ job, station }: { job: JobView; station: Station }) {
  const steps = job.procedure.steps.filter((step) => step.station === station);
  const gates = job.procedure.gates.filter((gate) => station === 'Hand over' || gate.station === station);
  return (
    <aside className={styles.column}>
      <Sheet title="Steps here">
        <ol className={styles.steps}>
          {steps.map((step) => (
            <li key={step.id} className={styles.step}>
              <StateMark state={step.state} />
              <span>
                {step.state === 'ready' ? <b>{step.title}</b> : step.title}
                <span className="unseen">, {WORDS[step.state]}</span>
                {whyItWaits(step, gates).map((sentence) => (
                  <span key={sentence} className={styles.why}>
                    {sentence}
                  </span>
                ))}
              </span>
              <span className="figure sub">
                {step.state === 'done' ? (
                  <RetractStamp job={job} step={step} />
                ) : (
                  step.minutes > 0 && `${step.minutes} min`
                )}
              </span>
            </li>
          ))}
        </ol>
      </Sheet>
      {gates.length > 0 && (
        <Sheet title="Gates" aside={station === 'Hand over' ? 'all must hold to close' : undefined}>
          {gates.map((gate) => (
            <GateRow key={gate.id} job={job} gate={gate} />
          ))}
        </Sheet>
      )}
      <WhenSeen height={EMPTY}>
        <Suspense fallback={null}>
          <PhotosSheet job={job} station={station} />
        </Suspense>
      </WhenSeen>
    </aside>
  );
}
