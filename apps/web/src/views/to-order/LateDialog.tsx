import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { useState } from 'react';
import type { LatePromise, PurchaseView } from '@udrel/contract/types';
import { useConsiderLateQuery, useLatePurchaseMutation } from '../../api/after';
import { DayField } from '../../ui/days/DayField';
import { calendarDay, daysFromToday, moment } from '../../format/time';
import { Loaded, Tag, TroubleNote } from '../../ui';
import styles from './to-order.module.css';

/** An order comes later: what can honestly be promised instead is worked out, and moved where that is wanted. */
export function LateDialog({ purchase, close }: { purchase: PurchaseView; close: () => void }) {
  const [expected, setExpected] = useState('');
  const [left, setLeft] = useState<readonly string[]>([]);
  const [put, { error, isLoading }] = useLatePurchaseMutation();
  const later = expected > purchase.expected;
  const { currentData: found, error: trouble } = useConsiderLateQuery({ id: purchase.id, expected }, { skip: !later });
  const moved = (found ?? []).filter((one) => movesBy(one) && !left.includes(one.tag));
  const save = async () => {
    const promises = moved.map(({ tag, honest }) => ({ tag, promisedAt: honest }));
    if ('data' in (await put({ id: purchase.id, body: { expected, promises } }))) close();
  };
  return (
    <Dialog open onClose={close} aria-label="It comes later" fullWidth maxWidth="sm">
      <DialogTitle>
        {purchase.supplier}, order {purchase.number} comes later
      </DialogTitle>
      <DialogContent>
        <div className={styles.fields}>
          <DayField label="Expected now" value={expected} onChange={setExpected} width="100%" />
        </div>
        {expected !== '' && !later && (
          <p className="danger">It is expected on {calendarDay(purchase.expected)} already.</p>
        )}
        {expected !== '' && expected < daysFromToday(0) && <p className="danger">That day is over.</p>}
        {later && (
          <Loaded data={found} error={trouble} what="what can be promised instead">
            {(jobs) =>
              jobs.length === 0 ? (
                <p className="sub">No job waits for it.</p>
              ) : (
                <ul className={styles.jobs}>
                  {jobs.map((job) => (
                    <li key={job.tag}>
                      <Tag tag={job.tag} /> {job.customer}{' '}
                      {movesBy(job) ? (
                        <label>
                          <input
                            type="checkbox"
                            checked={!left.includes(job.tag)}
                            onChange={({ target }) =>
                              setLeft(target.checked ? left.filter((tag) => tag !== job.tag) : [...left, job.tag])
                            }
                          />{' '}
                          promise <b>{moment(job.honest)}</b> instead of{' '}
                          {job.promisedAt ? moment(job.promisedAt) : 'nothing'}
                        </label>
                      ) : (
                        <span className="sub">keeps its promise of {job.promisedAt ? moment(job.promisedAt) : ''}</span>
                      )}
                    </li>
                  ))}
                </ul>
              )
            }
          </Loaded>
        )}
        <p className="sub">Their customers are told by a message, as it is set under Messages.</p>
        <TroubleNote error={error} />
      </DialogContent>
      <DialogActions>
        <Button onClick={close}>Leave it</Button>
        <Button variant="contained" disabled={isLoading || !later || !found} onClick={() => void save()}>
          It comes later
        </Button>
      </DialogActions>
    </Dialog>
  );
}

/** Whether what was promised cannot honestly be kept. */
const movesBy = ({ promisedAt, honest }: LatePromise) => promisedAt === null || promisedAt < honest;
