import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import type { JobView } from '@udrel/contract/types';
import type { MeasurementSet } from '@udrel/core/benchmarks';
import { fieldTrouble } from '../../../api/problem';
import { Foot, Sheet, TroubleNote } from '../../../ui';
import { useTypedFact } from '../typed-fact';
import { useJobChange } from '../useJobChange';
import styles from '../job.module.css';

const RATES = [
  ['sequentialRead', 'Sequential read, MB/s'],
  ['sequentialWrite', 'Sequential write, MB/s'],
  ['randomRead', 'Random read 4 KiB, MB/s'],
  ['randomWrite', 'Random write 4 KiB, MB/s'],
] as const;

const USUAL_METHOD = '1 MiB QD8 and 4 KiB QD1, 3 runs';

type Rates = Record<(typeof RATES)[number][0], string>;

const figure = (value: number | null | undefined) => (value === null || value === undefined ? '' : String(value));

/** One measuring session, before or after; or why nothing was measured. */
export function MeasureForm({ job, fact, title }: { job: JobView; fact: 'before' | 'after'; title: string }) {
  const known = job.snapshot.facts[fact];
  const set = known?.set;
  const [rates, setRates] = useTypedFact<Rates>(job, fact, 'rates', {
    sequentialRead: figure(set?.sequentialRead),
    sequentialWrite: figure(set?.sequentialWrite),
    randomRead: figure(set?.randomRead),
    randomWrite: figure(set?.randomWrite),
  });
  const [startUps, setStartUps] = useTypedFact(job, fact, 'start-ups', set?.startUps.join(', ') ?? '');
  const [method, setMethod] = useTypedFact(
    job,
    fact,
    'method',
    set?.method ?? job.snapshot.facts.before?.set?.method ?? USUAL_METHOD,
  );
  const [whyNot, setWhyNot] = useTypedFact(job, fact, 'why not', known?.whyNot ?? '');
  const [wrong, setWrong] = useState<Record<string, string>>({});
  const { record, busy, error } = useJobChange(job);

  async function save(): Promise<void> {
    const problems: Record<string, string> = {};
    const read = (key: string, text: string) => {
      const value = Number(text.trim().replace(',', '.'));
      if (text.trim() === '') return null;
      if (!(value > 0)) problems[key] = 'Type a number, or leave it empty.';
      return value;
    };
    const measured: MeasurementSet = {
      sequentialRead: read('sequentialRead', rates.sequentialRead),
      sequentialWrite: read('sequentialWrite', rates.sequentialWrite),
      randomRead: read('randomRead', rates.randomRead),
      randomWrite: read('randomWrite', rates.randomWrite),
      startUps: startUps
        .split(/[,;\s]+/)
        .filter(Boolean)
        .map(Number),
      method,
      attached: 'inside',
    };
    if (measured.startUps.some((time) => !(time > 0))) problems['startUps'] = 'Type seconds, such as 96, 101, 98.';
    setWrong(problems);
    if (Object.keys(problems).length > 0) return;
    const nothing = measured.startUps.length === 0 && RATES.every(([key]) => measured[key] === null);
    await record(fact, { set: nothing ? null : measured, whyNot });
  }

  return (
    <Sheet title={title} aside={known ? (known.set ? 'measured' : 'not measured, with a reason') : 'not measured yet'}>
      <div className={styles.fields}>
        {RATES.map(([key, label]) => (
          <TextField
            key={key}
            className={styles.wide}
            label={label}
            value={rates[key]}
            onChange={(event) => setRates({ ...rates, [key]: event.target.value })}
            error={wrong[key] !== undefined}
            helperText={wrong[key]}
            slotProps={{ htmlInput: { className: 'figure', inputMode: 'decimal' } }}
          />
        ))}
        <TextField
          className={styles.wide}
          label="Cold start-ups, seconds"
          placeholder="96, 101, 98"
          value={startUps}
          onChange={(event) => setStartUps(event.target.value)}
          error={wrong['startUps'] !== undefined}
          helperText={wrong['startUps'] ?? 'three times, the first after a swap does not count'}
        />
        <TextField
          className={styles.wide}
          label="Method: like settings before and after"
          value={method}
          onChange={(event) => setMethod(event.target.value)}
        />
        <TextField
          className={styles.full}
          label="Or why nothing was measured"
          value={whyNot}
          onChange={(event) => setWhyNot(event.target.value)}
          error={fieldTrouble(error, 'value.whyNot') !== undefined}
          helperText={fieldTrouble(error, 'value.whyNot')}
        />
      </div>
      <TroubleNote error={error} />
      <div style={{ marginTop: 10 }}>
        <Foot>
          <Button variant={known ? 'outlined' : 'contained'} disabled={busy} onClick={() => void save()}>
            {known ? `Correct “${fact}”` : `Record “${fact}”`}
          </Button>
        </Foot>
      </div>
    </Sheet>
  );
}
