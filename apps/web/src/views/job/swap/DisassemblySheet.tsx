import Remove from '@mui/icons-material/Remove';
import Add from '@mui/icons-material/Add';
import Button from '@mui/material/Button';
import { useState } from 'react';
import type { JobView } from '@udrel/contract/types';
import {
  disassemblyBalance,
  disassemblyRemarks,
  toGoBack,
  type DisassemblyCounts,
  type DisassemblyItem,
} from '@udrel/core/disassembly';
import { Empty, Foot, OutcomeMark, Sheet, TroubleNote } from '../../../ui';
import { useJobChange, type JobChange } from '../../../features/job/useJobChange';
import { AddItem } from './AddItem';
import { BeforeOpening } from './picture/BeforeOpening';
import { SheetPicture } from './picture/SheetPicture';
import styles from './swap.module.css';

/** Screws, cables and parts as they come out and go back, and what differs from what the sheet notes of them. */
export function DisassemblySheet({ job }: { job: JobView }) {
  const { change, busy, error } = useJobChange(job);
  const { disassembly } = job.snapshot;
  const balance = disassemblyBalance(disassembly);
  const step = (id: string) => job.procedure.steps.find((one) => one.id === id);
  const opening = step('strip down')?.state;
  const closing = step('close up')?.state;
  if (disassembly.length === 0) {
    return (
      <>
        <Empty>This model has no strip-down sheet: nothing has to come out.</Empty>
        <AddItem job={job} />
      </>
    );
  }
  return (
    <Sheet title="Strip-down sheet" aside={job.device.model.note || `${disassembly.length} items in order`}>
      {opening !== 'done' && <BeforeOpening job={job} />}
      <SheetPicture job={job} />
      <p>
        <a href={`/print/mat/${job.tag}`} target="_blank" rel="noopener">
          Mat to lay it on, to print
        </a>
      </p>
      <ToTheNewDrive items={disassembly} />
      <table className={styles.items}>
        <thead>
          <tr>
            <th className="figure">Stage</th>
            <th>Kind</th>
            <th>What</th>
            <th className="figure">Noted</th>
            <th>Out</th>
            <th>Back</th>
            <th>Differs</th>
          </tr>
        </thead>
        <tbody>
          {disassembly.map((item) => (
            <ItemRows
              key={item.id}
              item={item}
              change={change}
              outOpen={opening !== 'waiting'}
              backOpen={closing !== undefined && closing !== 'waiting'}
            />
          ))}
        </tbody>
      </table>
      <AddItem job={job} />
      <TroubleNote error={error} />
      {closing === 'waiting' && balance.opened && (
        <p className="sub">Going back waits: {step('close up')?.waitsFor[0]}</p>
      )}
      <div style={{ marginTop: 10 }}>
        <Foot note={<Standing balance={balance} of={disassembly.length} />}>
          <Button
            variant={closing === 'ready' ? 'contained' : 'outlined'}
            disabled={busy || closing === 'waiting' || !balance.opened || balance.balanced}
            onClick={() => void change('moveWholeDisassembly', { way: 'back' })}
          >
            All back, closed
          </Button>
          {!balance.fullyOut && (
            <Button
              disabled={busy || opening !== 'ready'}
              onClick={() => void change('moveWholeDisassembly', { way: 'none' })}
            >
              {balance.opened ? 'The rest stays in' : 'Nothing has to come out'}
            </Button>
          )}
          {!balance.fullyOut && (
            <Button
              variant={opening === 'ready' ? 'contained' : 'outlined'}
              disabled={busy || opening !== 'ready'}
              onClick={() => void change('moveWholeDisassembly', { way: 'out' })}
            >
              {balance.opened ? 'All the rest out' : 'All out'}
            </Button>
          )}
        </Foot>
      </div>
    </Sheet>
  );
}

/** What goes over to the new drive: a list of its own, the same way round. */
function ToTheNewDrive({ items }: { items: readonly DisassemblyItem[] }) {
  const moved = items.filter(({ details }) => details?.moves);
  if (moved.length === 0) return null;
  return (
    <p>
      <b>To the new drive, the same way round:</b> {moved.map(({ name, count }) => `${count} × ${name}`).join(', ')}
    </p>
  );
}

function Standing({ balance, of }: { balance: ReturnType<typeof disassemblyBalance>; of: number }) {
  if (!balance.opened) return balance.fullyOut ? 'nothing has to come out' : 'nothing is out';
  if (!balance.balanced) return `${balance.sentences.length} of ${of} items not balanced`;
  return (
    <>
      <OutcomeMark outcome="pass" /> everything that came out is back
    </>
  );
}

/** What can differ from what the sheet notes of an item; that there is one more shows as it is counted out. */
const DIFFERENCES = [
  ['missing', 'missing on arrival'],
  ['replaced', 'missing, replaced from the shelf'],
  ['left', 'not removed: captive, or left in'],
] as const;

function ItemRows(props: { item: DisassemblyItem; change: JobChange['change']; outOpen: boolean; backOpen: boolean }) {
  const { item, change, outOpen, backOpen } = props;
  const remarks = disassemblyRemarks(item);
  const [open, setOpen] = useState(false);
  const note = (counted: Partial<DisassemblyCounts>) => {
    const { out, back, missing, left, replaced } = item;
    void change('moveDisassemblyItem', { out, back, missing, left, replaced, ...counted }, { item: item.id });
  };
  return (
    <>
      <tr className={toGoBack(item) !== item.back ? styles.off : undefined}>
        <td className="figure" data-name="stage">
          {item.stage}
        </td>
        <td className={styles.kind}>{item.kind}</td>
        <td className={styles.what}>{item.name}</td>
        <td className="figure" data-name="noted">
          {item.count}
        </td>
        <td data-name="out">
          <Counter name={`${item.name} out`} value={item.out} open={outOpen} set={(out) => note({ out })} />
        </td>
        <td data-name="back">
          <Counter
            name={`${item.name} back`}
            value={item.back}
            open={backOpen && toGoBack(item) > 0}
            set={(back) => note({ back })}
          />
        </td>
        <td className={styles.remarks}>
          <span className={styles.differs}>
            {remarks.join(', ')}
            <Button
              aria-label={`What differs: ${item.name}`}
              aria-expanded={open}
              onClick={() => setOpen(!open)}
              sx={{ minWidth: 0 }}
            >
              {open ? 'Done' : '…'}
            </Button>
          </span>
        </td>
      </tr>
      {open && (
        <tr>
          <td colSpan={7}>
            <div className={styles.differences}>
              <span>
                <Counter
                  name={`${item.name} stage`}
                  value={item.stage}
                  open={outOpen && item.stage >= 1}
                  set={(stage) => stage >= 1 && void change('moveToStage', { stage }, { item: item.id })}
                />{' '}
                stage at which it comes out
              </span>
              {DIFFERENCES.map(([key, words]) => (
                <span key={key}>
                  <Counter
                    name={`${item.name} ${words}`}
                    value={item[key]}
                    open={outOpen}
                    set={(value) => note({ [key]: value })}
                  />{' '}
                  {words}
                </span>
              ))}
            </div>
          </td>
        </tr>
      )}
    </>
  );
}

/** Counts up and down. Its buttons stay where the keyboard is, whatever is being sent and even where they do nothing. */
function Counter(props: { name: string; value: number; open: boolean; set: (value: number) => void }) {
  const { name, value, open, set } = props;
  const press = (by: 1 | -1) => {
    const can = open && value + by >= 0;
    return { 'aria-disabled': !can, onClick: () => can && set(value + by) };
  };
  return (
    <span className={styles.counter}>
      <Button aria-label={`One less: ${name}`} {...press(-1)}>
        <Remove fontSize="small" />
      </Button>
      <b>{value}</b>
      <Button aria-label={`One more: ${name}`} {...press(1)}>
        <Add fontSize="small" />
      </Button>
    </span>
  );
}
