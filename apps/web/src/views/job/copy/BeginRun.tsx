import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useCallback, useMemo, useState } from 'react';
import type { BerthView, JobView } from '@udrel/contract/types';
import { binary } from '@udrel/core/capacity';
import { useBerthsQuery } from '../../../api/api';
import { fieldTrouble } from '../../../api/problem';
import { range } from '../../../format/time';
import { FactList, Foot, Sheet, TroubleNote } from '../../../ui';
import { useScanned } from '../../../shell/scan';
import { useJobChange } from '../useJobChange';
import styles from '../job.module.css';

const NONE: BerthView[] = [];

/** The go-ahead for an attempt, at a watched berth or timed by hand. */
export function BeginRun({ job }: { job: JobView }) {
  const { data: berths = NONE } = useBerthsQuery();
  const free = useMemo(() => berths.filter((berth) => !berth.busy), [berths]);
  const [berth, setBerth] = useState<string>();
  const chosen = berth ?? String(free.find((one) => one.watched)?.number ?? '');
  const { change, busy, error } = useJobChange(job);
  const step = job.procedure.steps.find((one) => one.id === 'begin copy');
  // A berth scanned on this page is where the drives lie.
  const claim = useCallback(
    (text: string) => {
      const scanned = /^berth[\s-]?(\d+)$/i.exec(text)?.[1];
      if (!scanned || !free.some((one) => String(one.number) === scanned)) return false;
      setBerth(scanned);
      return true;
    },
    [free],
  );
  useScanned(claim);
  const { plan } = job.snapshot.facts;
  if (!plan || step?.state === 'done') return null;
  return (
    <Sheet
      title={step?.title ?? 'Begin the copy'}
      aside={step?.state === 'ready' ? 'both drives are certain' : 'no go-ahead yet'}
    >
      <div className={styles.fields}>
        <TextField
          select
          className={styles.wide}
          label="Where the drives lie"
          value={chosen}
          onChange={(event) => setBerth(event.target.value)}
          slotProps={{ select: { native: true } }}
          error={fieldTrouble(error, 'berth') !== undefined}
          helperText={fieldTrouble(error, 'berth')}
        >
          {free.map(({ number, watched }) => (
            <option key={number} value={number}>
              berth {number}
              {watched ? ', watched' : ', not watched'}
            </option>
          ))}
          <option value="">in the device, timed by hand</option>
        </TextField>
        <div className={styles.wide}>
          <FactList
            rows={[
              [
                'to copy',
                <span key="b" className="mono">
                  {binary(plan.bytesToCopy)}
                </span>,
              ],
              [
                'takes',
                <span key="t" className="mono">
                  {range(plan.estimate.low, plan.estimate.high)}
                </span>,
              ],
            ]}
          />
        </div>
      </div>
      {!fieldTrouble(error, 'berth') && <TroubleNote error={error} />}
      <Foot note="Start the copy with your tool, then stamp it here.">
        <Button
          variant="contained"
          disabled={busy || step?.state !== 'ready'}
          onClick={() => void change('/runs', { berth: chosen === '' ? null : Number(chosen) })}
        >
          Copy has begun
        </Button>
      </Foot>
    </Sheet>
  );
}
