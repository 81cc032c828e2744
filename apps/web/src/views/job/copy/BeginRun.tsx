import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useCallback, useMemo, useState } from 'react';
import type { BerthView, JobView, RunView } from '@udrel/contract/types';
import { binary } from '@udrel/core/capacity';
import { adviceOn } from '@udrel/core/progress';
import { targetKey } from '@udrel/core/facts';
import { targetName, type TargetId } from '@udrel/core/layout';
import type { Piece } from '@udrel/core/pieces';
import { copiesAtBerth, waitingTargets } from '@udrel/core/steps';
import { useBerthsQuery } from '../../../api/api';
import { fieldTrouble } from '../../../api/problem';
import { range } from '../../../format/time';
import { FactList, Foot, Sheet, TroubleNote } from '../../../ui';
import { useScanned } from '../../../features/scan/scan';
import { useJobChange } from '../../../features/job/useJobChange';
import styles from '../../../features/job/job.module.css';
import { ThroughField } from './ThroughField';
import copyStyles from './copy.module.css';

const NONE: BerthView[] = [];

/** The go-ahead for an attempt, at a watched berth or timed by hand. */
export function BeginRun({ job }: { job: JobView }) {
  const { data: berths = NONE } = useBerthsQuery();
  const free = useMemo(() => berths.filter((berth) => !berth.busy), [berths]);
  const [berth, setBerth] = useState<string>();
  const { plan } = job.snapshot.facts;
  const likely = plan && copiesAtBerth(plan) ? free.find((one) => one.watched) : undefined;
  const chosen = berth ?? String(likely?.number ?? '');
  const waiting = useMemo(() => waitingTargets(job.snapshot), [job.snapshot]);
  const [picked, setPicked] = useState<TargetId>();
  const onto = picked && waiting.includes(picked) ? picked : (waiting[0] ?? 'new');
  const before = job.runs.findLast((run) => run.kind === 'copy' && run.onto === onto);
  const failed = before?.outcome === 'failed';
  const [changed, setChanged] = useState('');
  const [noted, setNoted] = useState<Piece[]>();
  const through = noted ?? before?.through ?? plan?.through ?? [];
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
  const planned = plan?.work.find((one) => one.estimate.kind === 'copy' && one.onto === onto)?.estimate;
  if (!planned || step?.state === 'done') return null;
  return (
    <Sheet
      title={waiting.length > 1 ? 'Begin the copy' : (step?.title ?? 'Begin the copy')}
      aside={step?.state === 'ready' ? 'the drives are certain' : 'no go-ahead yet'}
    >
      <div className={styles.fields}>
        {waiting.length > 1 && (
          <TextField
            select
            className={styles.wide}
            label="Onto"
            value={onto}
            onChange={(event) => setPicked(event.target.value as TargetId)}
            slotProps={{ select: { native: true } }}
          >
            {waiting.map((on) => (
              <option key={on} value={on}>
                {targetName(on)}, {job.snapshot.facts[targetKey(on, 'choice')]?.serial}
              </option>
            ))}
          </TextField>
        )}
        <TextField
          select
          className={styles.wide}
          label="Where the drives lie"
          value={chosen}
          onChange={(event) => setBerth(event.target.value)}
          slotProps={{ select: { native: true }, inputLabel: { shrink: true } }}
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
                  {binary(planned.bytes)}
                </span>,
              ],
              [
                'takes',
                <span key="t" className="mono">
                  {range(planned.low, planned.high)}
                </span>,
              ],
            ]}
          />
        </div>
      </div>
      <ThroughField tag={job.tag} value={through} set={setNoted} wrong={fieldTrouble(error, 'through')} />
      {failed && before && (
        <WhatChanged before={before} value={changed} set={setChanged} wrong={fieldTrouble(error, 'changed')} />
      )}
      {!['berth', 'changed', 'through'].some((field) => fieldTrouble(error, field)) && <TroubleNote error={error} />}
      <Foot note="Start the copy with your tool, then stamp it here.">
        <Button
          variant="contained"
          disabled={busy || step?.state !== 'ready'}
          onClick={() =>
            void change('beginRun', { onto, berth: chosen === '' ? null : Number(chosen), changed, through })
          }
        >
          Copy has begun
        </Button>
      </Foot>
    </Sheet>
  );
}

/** What is other than at the attempt that failed: proposed from its figures, or typed. */
function WhatChanged({
  before,
  value,
  set,
  wrong,
}: {
  before: RunView;
  value: string;
  set: (text: string) => void;
  wrong: string | undefined;
}) {
  const expected = before.plannedBytes / 1e6 / Math.max(1, before.estimate.middle);
  const advice = before.berth === null ? null : adviceOn(before.progress, before.curve, expected);
  const proposals = advice && advice.changes.length > 0 ? advice.changes : USUAL_CHANGES;
  return (
    <div className={copyStyles.changed}>
      <TextField
        label="What was changed since the attempt that failed"
        value={value}
        onChange={(event) => set(event.target.value)}
        error={wrong !== undefined}
        helperText={wrong ?? advice?.sentence}
      />
      <div className={copyStyles.proposals}>
        {proposals.map((one) => (
          <Button key={one} size="small" onClick={() => set(value === '' ? one : `${value}, ${one}`)}>
            {one}
          </Button>
        ))}
      </div>
    </div>
  );
}

const USUAL_CHANGES = ['another lead', 'another socket', 'another enclosure'];
