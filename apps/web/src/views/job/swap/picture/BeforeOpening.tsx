import { useEffect, useState } from 'react';
import type { JobView } from '@udrel/contract/types';
import { beforeOpening, COOLING_MINUTES } from '@udrel/core/disassembly';
import { TARGET_IDS } from '@udrel/core/layout';
import { targetKey } from '@udrel/core/facts';
import { shopNow } from '../../../../format/shop-now';
import styles from './picture.module.css';

const MINUTE = 60_000;

/** What is done before anything is loosened, each with why; a card that was copied to has a clock until it is cool. */
export function BeforeOpening({ job }: { job: JobView }) {
  const { model } = job.device;
  const cooled = coolAt(job);
  const left = useMinutesLeft(cooled);
  const list = beforeOpening(model.kind, model.battery, left > 0);
  return (
    <details className={styles.before} open={left > 0}>
      <summary>Before it is opened: {list.length} things</summary>
      <ol>
        {list.map(({ what, why }) => (
          <li key={what}>
            {what}
            {what === 'Let the card cool' && <b className="mono"> {left} min</b>}
            <span className="sub"> {why}</span>
          </li>
        ))}
      </ol>
    </details>
  );
}

/** When a card that was copied to, or from, may be touched; null where none was. */
function coolAt({ runs, snapshot: { facts } }: JobView): number | null {
  const drives = [facts['old drive'], ...TARGET_IDS.map((on) => facts[targetKey(on, 'choice')])];
  if (!drives.some((drive) => drive?.link.kind === 'pcie')) return null;
  const ended = runs.findLast(({ kind, endedAt }) => kind === 'copy' && endedAt)?.endedAt;
  return ended ? Date.parse(ended) + COOLING_MINUTES * MINUTE : null;
}

function useMinutesLeft(until: number | null): number {
  const [now, setNow] = useState(shopNow);
  const left = until === null ? 0 : Math.max(0, Math.ceil((until - now) / MINUTE));
  useEffect(() => {
    if (left === 0) return;
    const timer = setInterval(() => setNow(shopNow()), 10_000);
    return () => clearInterval(timer);
  }, [left]);
  return left;
}
