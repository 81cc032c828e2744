import Button from '@mui/material/Button';
import type { JobView } from '@udrel/contract/types';
import type { StepId } from '@udrel/core/steps';
import { stripBalance, type StripItem } from '@udrel/core/strip';
import { Empty, Foot, OutcomeMark, Sheet, TroubleNote } from '../../../ui';
import { PutBackForm } from '../end/EndForms';
import { JobLessons } from '../JobLessons';
import { useJobChange, type JobChange } from '../useJobChange';
import { FitAddedForm } from './FitAddedForm';
import { FitForm } from './FitForm';
import { RefitForm } from './RefitForm';
import styles from './swap.module.css';

/** Screws, cables and moved parts, out and back; in between the new part goes in. */
export function SwapStation({ job }: { job: JobView }) {
  const has = (id: StepId) => job.procedure.steps.some((step) => step.id === id);
  return (
    <>
      {job.snapshot.end && <PutBackForm job={job} />}
      <StripSheet job={job} />
      {has('fit') && <FitForm job={job} />}
      {has('fit added') && <FitAddedForm job={job} />}
      {has('refit old') && <RefitForm job={job} />}
      <JobLessons job={job} />
    </>
  );
}

function StripSheet({ job }: { job: JobView }) {
  const { change, busy, error } = useJobChange(job);
  const { strip } = job.snapshot;
  const balance = stripBalance(strip);
  const step = (id: string) => job.procedure.steps.find((one) => one.id === id);
  const opening = step('strip down')?.state;
  const closing = step('close up')?.state;
  if (strip.length === 0) return <Empty>This model has no strip-down sheet: nothing has to come out.</Empty>;
  return (
    <Sheet title="Strip-down sheet" aside={job.device.model.note || `${strip.length} items in order`}>
      <table>
        <thead>
          <tr>
            <th className="figure">Stage</th>
            <th>Kind</th>
            <th>What</th>
            <th className="figure">There are</th>
            <th>Out</th>
            <th>Back</th>
          </tr>
        </thead>
        <tbody>
          {strip.map((item) => (
            <ItemRow key={item.id} item={item} change={change} busy={busy} backOpen={closing !== 'waiting'} />
          ))}
        </tbody>
      </table>
      <TroubleNote error={error} />
      {closing === 'waiting' && balance.opened && (
        <p className="sub">Going back waits: {step('close up')?.waitsFor[0]}</p>
      )}
      <div style={{ marginTop: 10 }}>
        <Foot
          note={
            balance.opened ? (
              balance.balanced ? (
                <>
                  <OutcomeMark outcome="pass" /> everything that came out is back
                </>
              ) : (
                `${balance.sentences.length} of ${strip.length} items not balanced`
              )
            ) : (
              'nothing is out'
            )
          }
        >
          <Button
            variant={closing === 'ready' ? 'contained' : 'outlined'}
            disabled={busy || closing === 'waiting' || !balance.opened || balance.balanced}
            onClick={() => void change('/strip', { way: 'back' })}
          >
            All back, closed
          </Button>
          <Button
            variant={opening === 'ready' ? 'contained' : 'outlined'}
            disabled={busy || opening !== 'ready'}
            onClick={() => void change('/strip', { way: 'out' })}
          >
            All out
          </Button>
        </Foot>
      </div>
    </Sheet>
  );
}

function ItemRow(props: { item: StripItem; change: JobChange['change']; busy: boolean; backOpen: boolean }) {
  const { item, change, busy, backOpen } = props;
  const move = (out: number, back: number) => void change(`/strip/${item.id}`, { out, back }, 'PUT');
  return (
    <tr className={item.out !== item.back ? styles.off : undefined}>
      <td className="figure">{item.stage}</td>
      <td>{item.kind}</td>
      <td>{item.name}</td>
      <td className="figure">{item.count}</td>
      <td>
        <Counter name={`${item.name} out`} value={item.out} busy={busy} set={(out) => move(out, item.back)} />
      </td>
      <td>
        <Counter
          name={`${item.name} back`}
          value={item.back}
          busy={busy || !backOpen || item.out === 0}
          set={(back) => move(item.out, back)}
        />
      </td>
    </tr>
  );
}

function Counter({
  name,
  value,
  busy,
  set,
}: {
  name: string;
  value: number;
  busy: boolean;
  set: (value: number) => void;
}) {
  return (
    <span className={styles.counter}>
      <Button aria-label={`One less: ${name}`} disabled={busy || value === 0} onClick={() => set(value - 1)}>
        −
      </Button>
      <b>{value}</b>
      <Button aria-label={`One more: ${name}`} disabled={busy} onClick={() => set(value + 1)}>
        +
      </Button>
    </span>
  );
}
