import type { MemoryChoice } from '@udrel/core/facts';
import Button from '@mui/material/Button';
import { useState, type ReactNode } from 'react';
import type { JobView, MatchView } from '@udrel/contract/types';
import { binary } from '@udrel/core/capacity';
import { memoryNow, noSlots, type MemorySet } from '@udrel/core/memory';
import { money, whole } from '../../../format/units';
import { Empty, Foot, Ledger, OutcomeMark, Sheet, TroubleNote, VerdictMark } from '../../../ui';
import { useJobChange } from '../../../features/job/useJobChange';
import { KitLink } from './KitLink';
import { OwnMemory } from './OwnMemory';
import { OrderDialog } from './order/OrderDialog';
import { Schematic } from './Schematic';
import styles from './order/match.module.css';

/** Stands for the modules that the customer brought, among the parts offered. */
const OWN = 'own';

function isChosen(set: MemorySet, taken: MemoryChoice | undefined): boolean {
  return taken !== undefined && set.offer.partId === (taken.partId ?? OWN) && set.count === taken.count;
}

function verdictOf({ refused, reachesWish, reasons }: MemorySet) {
  if (refused) return 'no';
  if (!reachesWish) return 'too small';
  return reasons.some(({ outcome }) => outcome === 'unknown') ? 'cannot tell' : 'fits';
}

/** Module sets that reach the wish, what results, and why others are refused. */
export function MemoryMatchPanel({ job, match, side }: { job: JobView; match: MatchView; side: ReactNode }) {
  const taken = job.snapshot.facts['memory choice'];
  const { sets, of } = match.memory;
  const [index, setIndex] = useState(() =>
    Math.max(
      0,
      sets.findIndex((set) => isChosen(set, taken)),
    ),
  );
  const { change, busy, error } = useJobChange(job);
  const [ordering, setOrdering] = useState(false);
  const wish = job.snapshot.wishes.find((one) => one.kind === 'memory')?.least ?? 0;
  const known = job.snapshot.facts.memory;
  const now = known ? memoryNow(job.device.model.memory, known.modules, wish) : null;
  const chosen = sets[index];
  if (!chosen) return <Empty>{noSlots(job.device.model.memory) ?? 'The shelf knows no modules for this.'}</Empty>;
  const isTaken = isChosen(chosen, taken);
  const isOwn = chosen.offer.partId === OWN;
  return (
    <div className={styles.grid}>
      <div className={styles.column}>
        <Schematic job={job} chosen="" />
        <OwnMemory job={job} />
        {side}
      </div>
      <div className={styles.column}>
        {now && (
          <Sheet title="As it came" aside={`${binary(now.total)}, ${now.channels}`}>
            {now.meets ? (
              <p>
                <OutcomeMark outcome="pass" /> The wish of {binary(wish)} is met already: ask what it is to be faster
                at, or end the job.
              </p>
            ) : (
              <p className="sub">{binary(wish - now.total)} are missing to the wish.</p>
            )}
          </Sheet>
        )}
        <Sheet
          title="Memory sets"
          aside={`wanted: ${binary(wish)} in all${of > sets.length ? `; the best ${sets.length} of ${whole(of)}` : ''}`}
        >
          <div className={styles.candidates}>
            <table>
              <thead>
                <tr>
                  <th>
                    <span className="unseen">Verdict</span>
                  </th>
                  <th>Modules</th>
                  <th className="figure">In all</th>
                  <th className="figure">Speed</th>
                  <th>Channels</th>
                  <th className="figure">Peak</th>
                  <th className="figure">Price</th>
                  <th className="figure">Shelf</th>
                </tr>
              </thead>
              <tbody>
                {sets.map((set, n) => (
                  <tr
                    key={`${set.offer.partId}${set.count}`}
                    style={n === index ? { background: 'var(--petrol-soft)' } : undefined}
                  >
                    <td>
                      <label className={styles.pick}>
                        <input
                          type="radio"
                          name="set"
                          checked={n === index}
                          aria-label={`${set.count} × ${set.offer.module.name} ${binary(set.offer.module.bytes)} ${set.offer.module.generation}: ${verdictOf(set)}`}
                          onChange={() => setIndex(n)}
                        />
                        <VerdictMark verdict={verdictOf(set)} />
                      </label>
                    </td>
                    <td>
                      <b>
                        {set.count} × {set.offer.module.maker} {set.offer.module.name}
                        {set.offer.partId === OWN && ', the customer’s own'}
                      </b>
                      <span className={styles.because}>
                        {binary(set.offer.module.bytes)} {set.offer.module.generation} {set.offer.module.form}
                        {!set.reachesWish && ', does not reach the wish'}
                      </span>
                    </td>
                    <td className="figure">{binary(set.total)}</td>
                    <td className="figure">{whole(set.speed)} MT/s</td>
                    <td>{set.channels}</td>
                    <td className="figure">{whole(set.bandwidth)} MB/s</td>
                    <td className="figure">{money(set.offer.price * set.count)}</td>
                    <td className="figure">{set.offer.stock}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
        </Sheet>
        <Sheet
          title={`${chosen.count} × ${chosen.offer.module.maker} ${chosen.offer.module.name} into ${chosen.into.join(', ')}`}
          aside={
            chosen.removed.length > 0
              ? `comes out: ${chosen.removed.map((one) => `${one.slot} ${binary(one.bytes)}`).join(', ')}`
              : 'nothing comes out'
          }
        >
          <Ledger reasons={chosen.reasons} />
        </Sheet>
        <TroubleNote error={error} />
        <Foot note={chosen.reachesWish ? undefined : 'does not reach the wish'}>
          {isTaken && <KitLink tag={job.tag} />}
          {!chosen.refused &&
            !isOwn &&
            chosen.offer.stock < chosen.count &&
            !taken &&
            job.snapshot.ordered.length === 0 && (
              <Button variant="contained" disabled={busy} onClick={() => setOrdering(true)}>
                Order what is missing …
              </Button>
            )}
          {ordering && (
            <OrderDialog
              job={job}
              what={`${chosen.count} × ${chosen.offer.module.maker} ${chosen.offer.module.name}, ${chosen.offer.stock} on the shelf`}
              choice={{ kind: 'memory', partId: chosen.offer.partId, count: chosen.count }}
              close={() => setOrdering(false)}
            />
          )}
          <Button
            variant="contained"
            disabled={busy || chosen.refused || isTaken || chosen.offer.stock < chosen.count}
            onClick={() =>
              void change('reserveMemory', { partId: isOwn ? null : chosen.offer.partId, count: chosen.count })
            }
          >
            {isTaken ? 'Reserved' : isOwn ? 'Choose theirs' : 'Choose and reserve'}
          </Button>
        </Foot>
      </div>
    </div>
  );
}
