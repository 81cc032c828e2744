import Button from '@mui/material/Button';
import { Suspense, useState } from 'react';
import { may } from '@udrel/contract/permissions';
import type { JobView } from '@udrel/contract/types';
import { toGoBack } from '@udrel/core/disassembly';
import { useSessionQuery } from '../../../api/api';
import { moment } from '../../../format/time';
import { TroubleNote } from '../../../ui';
import { late } from '../../../ui/late';
import { useJobChange } from '../../../features/job/useJobChange';
import styles from '../../../features/job/job.module.css';

const HandOffDialog = late(() => import('./HandOffDialog'));

/** Who has the job in hand, or how it was put down; taking it up and putting it down. */
export function Holding({ job }: { job: JobView }) {
  const staff = useSessionQuery().data?.staff;
  const [putting, setPutting] = useState(false);
  const { change, busy, error } = useJobChange(job);
  const { claimed, handOff } = job.holding;
  const mine = claimed?.id === staff?.id;
  if (!may(staff?.role, 'work on a job')) return claimed ? <span className="sub">in hand: {claimed.name}</span> : null;
  return (
    <>
      {claimed && !mine && <span className="sub">in hand: {claimed.name}</span>}
      {mine ? (
        <Button onClick={() => setPutting(true)}>Put down …</Button>
      ) : (
        <Button disabled={busy} onClick={() => void change('claim', {})}>
          {claimed ? 'Take over' : 'Take up'}
        </Button>
      )}
      <TroubleNote error={error} />
      <Suspense>{putting && <HandOffDialog job={job} close={() => setPutting(false)} />}</Suspense>
      {handOff && <span className="unseen">put down by {handOff.by}</span>}
    </>
  );
}

/** The state in which a job was put down, for whoever goes on. */
export function HandOffNote({ job }: { job: JobView }) {
  const { handOff } = job.holding;
  if (!handOff) return null;
  const out = job.snapshot.disassembly.reduce((total, item) => total + Math.max(0, toGoBack(item) - item.back), 0);
  const words = [
    out > 0 && `${out} pieces out`,
    handOff.batteryOff && 'battery off',
    handOff.tried && `tried so far: ${handOff.tried}`,
    handOff.next && `next: ${handOff.next}`,
  ].filter(Boolean);
  return (
    <p className={styles.notice}>
      <b>Put down</b> by {handOff.by}, {moment(handOff.at)}
      {words.length > 0 && `: ${words.join('; ')}`}
    </p>
  );
}
