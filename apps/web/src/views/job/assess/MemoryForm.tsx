import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import type { JobView } from '@udrel/contract/types';
import { binary, parseCapacity } from '@udrel/core/capacity';
import type { FittedModule } from '@udrel/core/memory';
import { wants } from '@udrel/core/steps';
import { Foot, Sheet, TroubleNote } from '../../../ui';
import { useTypedFact } from '../../../features/typed/typed-fact';
import { useJobChange } from '../../../features/job/useJobChange';
import styles from '../../../features/job/job.module.css';

/** What sits in each memory slot now; an empty field is an empty slot. */
export function MemoryForm({ job }: { job: JobView }) {
  const { memory } = job.device.model;
  const known = job.snapshot.facts.memory;
  const [sizes, setSizes] = useTypedFact<Record<string, string>>(job, 'memory', 'sizes', () =>
    Object.fromEntries((known?.modules ?? []).map((module) => [module.slot, binary(module.bytes)])),
  );
  const [wrong, setWrong] = useState<Record<string, string>>({});
  const { record, busy, error } = useJobChange(job);

  async function save(): Promise<void> {
    const problems: Record<string, string> = {};
    const modules: FittedModule[] = [];
    for (const slot of memory.slots) {
      const text = sizes[slot]?.trim() ?? '';
      if (text === '') continue;
      const parsed = parseCapacity(text, 'GiB');
      if (parsed.ok) modules.push({ slot, bytes: parsed.bytes, speed: memory.speed });
      else problems[slot] = 'Type a size such as 8 GiB.';
    }
    setWrong(problems);
    if (Object.keys(problems).length === 0) await record('memory', { modules });
  }

  return (
    <Sheet
      title="Memory fitted"
      aside={`${memory.generation} ${memory.form}${memory.soldered ? `, ${binary(memory.soldered)} soldered` : ''}, up to ${binary(memory.maximum)}`}
    >
      <div className={styles.fields}>
        {memory.slots.map((slot) => (
          <TextField
            key={slot}
            label={`In ${slot}`}
            placeholder="empty"
            value={sizes[slot] ?? ''}
            onChange={(event) => setSizes({ ...sizes, [slot]: event.target.value })}
            error={wrong[slot] !== undefined}
            helperText={wrong[slot]}
            slotProps={{ inputLabel: { shrink: true } }}
          />
        ))}
      </div>
      <TroubleNote error={error} />
      <div style={{ marginTop: 10 }}>
        <Foot>
          <Button
            variant={known || !wants(job.snapshot, 'memory') ? 'outlined' : 'contained'}
            disabled={busy}
            onClick={() => void save()}
          >
            {known ? 'Correct the memory' : 'Record the memory'}
          </Button>
        </Foot>
      </div>
    </Sheet>
  );
}
