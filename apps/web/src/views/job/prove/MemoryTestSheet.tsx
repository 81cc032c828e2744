import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import type { JobView } from '@udrel/contract/types';
import { binary } from '@udrel/core/capacity';
import { PASSES } from '@udrel/core/estimate';
import { memoryTestOf, memoryToTest } from '@udrel/core/steps';
import { useTakesQuery } from '../../../api/api';
import { fieldTrouble } from '../../../api/problem';
import { useJobChange } from '../../../features/job/useJobChange';
import styles from '../../../features/job/job.module.css';
import { range } from '../../../format/time';
import { FactList, Foot, Sheet, TroubleNote } from '../../../ui';
import { SwitchedBesides } from '../owed/SwitchedBesides';
import { PastRuns } from '../copy/PastRuns';
import { RunningRun } from '../copy/RunningRun';

/** A stand-alone test of all memory in the device: it goes by itself, and its end says whether the modules are sound. */
export function MemoryTestSheet({ job }: { job: JobView }) {
  const step = job.procedure.steps.find(({ id }) => id === 'test memory');
  if (!step) return null;
  const runs = job.runs.filter(({ kind }) => kind === 'memory test');
  const running = runs.find(({ outcome }) => outcome === 'running');
  return (
    <>
      {running ? <RunningRun key={running.id} job={job} run={running} /> : <BeginTest job={job} />}
      <PastRuns job={job} runs={runs.filter((run) => run !== running)} />
    </>
  );
}

function BeginTest({ job }: { job: JobView }) {
  const [typed, setTyped] = useState<string>(String(PASSES.usual));
  const [changed, setChanged] = useState('');
  const { change, busy, error } = useJobChange(job);
  const step = job.procedure.steps.find(({ id }) => id === 'test memory');
  const memory = memoryToTest(job.snapshot);
  const passes = /^\d{1,2}$/.test(typed.trim()) ? Number(typed) : 0;
  const sound = passes >= PASSES.least && passes <= PASSES.most;
  const { currentData: takes } = useTakesQuery({ tag: job.tag, passes }, { skip: !sound || memory === null });
  const outcome = memoryTestOf(job.snapshot)?.outcome;
  const failed = outcome === 'failed';
  const wrong = (field: string) => fieldTrouble(error, field);
  const known = takes?.memoryTest;
  return (
    <Sheet
      title={failed ? 'Memory test again' : 'Memory test'}
      aside={outcome ?? 'from a stick, before the system starts'}
    >
      <div className={styles.fields}>
        <TextField
          label="Passes"
          value={typed}
          onChange={(event) => setTyped(event.target.value)}
          error={!sound}
          helperText={sound ? undefined : `Type how many, ${PASSES.least} to ${PASSES.most}.`}
          slotProps={{ htmlInput: { inputMode: 'numeric' } }}
        />
        <div className={styles.wide}>
          <FactList
            rows={[
              ['memory', memory ? `${binary(memory.bytes)} at ${memory.speed} MT/s` : 'not chosen yet'],
              [
                'takes',
                <span key="t" className="mono">
                  {known ? range(known.low, known.high) : '–'}
                </span>,
              ],
              ['by', known?.restsOn ?? '–'],
            ]}
          />
        </div>
      </div>
      {failed && (
        <TextField
          fullWidth
          margin="dense"
          label="What was changed since the test that failed"
          value={changed}
          onChange={(event) => setChanged(event.target.value)}
          error={wrong('changed') !== undefined}
          helperText={wrong('changed')}
        />
      )}
      {wrong('changed') === undefined && <TroubleNote error={error} />}
      <Foot
        note={
          step?.waitsFor[0] ??
          'One pass at least, two to four are better. One error is too many: it failed, whatever else it says.'
        }
      >
        <SwitchedBesides job={job} why="memory test from a stick" />
        <Button
          variant={step?.state === 'ready' ? 'contained' : 'outlined'}
          disabled={busy || !sound || step?.state === 'waiting'}
          onClick={() => void change('beginRun', { kind: 'memory test', berth: null, passes, changed })}
        >
          Test has begun
        </Button>
      </Foot>
    </Sheet>
  );
}
