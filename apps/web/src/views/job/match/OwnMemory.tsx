import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import type { JobView } from '@udrel/contract/types';
import { GIB } from '@udrel/core/capacity';
import { GENERATIONS, MODULE_FORMS, type MemoryGeneration, type ModuleForm } from '@udrel/core/memory';
import { Foot, Sheet, TroubleNote } from '../../../ui';
import { tellFact } from '../../../format/facts';
import { useJobChange } from '../../../features/job/useJobChange';
import styles from '../../../features/job/job.module.css';

/** Modules that the customer brings along, from their label: matched like those of the shelf, and free of charge. */
export function OwnMemory({ job }: { job: JobView }) {
  const known = job.snapshot.facts['own memory'];
  const { memory } = job.device.model;
  const [open, setOpen] = useState(false);
  const [given, setGiven] = useState({
    count: '1',
    gib: '8',
    speed: String(memory.speed),
    name: '',
    generation: memory.generation as string,
    form: memory.form as string,
  });
  const { record, busy, error } = useJobChange(job);
  const [count, gib, speed] = [given.count, given.gib, given.speed].map(Number) as [number, number, number];
  const right = Number.isInteger(count) && count >= 1 && gib > 0 && Number.isInteger(speed) && given.name.trim() !== '';
  const field = (key: keyof typeof given, label: string, choices?: readonly string[]) => (
    <TextField
      label={label}
      value={given[key]}
      select={choices !== undefined}
      onChange={(event) => setGiven({ ...given, [key]: event.target.value })}
      slotProps={{ select: { native: true } }}
    >
      {choices?.map((one) => (
        <option key={one} value={one}>
          {one}
        </option>
      ))}
    </TextField>
  );
  const save = async () => {
    const module = {
      maker: 'brought along',
      name: given.name.trim(),
      generation: given.generation as MemoryGeneration,
      form: given.form as ModuleForm,
      bytes: Math.round(gib * GIB),
      speed,
    };
    if (await record('own memory', { count, module })) setOpen(false);
  };
  return (
    <Sheet title="The customer’s own modules" aside={known ? undefined : 'none noted'}>
      {known && <p>{tellFact('own memory', known)}</p>}
      {open && (
        <div className={styles.fields}>
          {field('count', 'How many')}
          {field('gib', 'Each, GiB')}
          {field('generation', 'Generation', GENERATIONS)}
          {field('form', 'Form', MODULE_FORMS)}
          {field('speed', 'MT/s')}
          {field('name', 'Maker and name')}
        </div>
      )}
      <TroubleNote error={error} />
      <Foot>
        {open && (
          <Button variant="contained" disabled={busy || !right} onClick={() => void save()}>
            Note them
          </Button>
        )}
        <Button aria-expanded={open} onClick={() => setOpen(!open)}>
          {open ? 'Leave it' : known ? 'Correct them' : 'They bring modules'}
        </Button>
      </Foot>
    </Sheet>
  );
}
