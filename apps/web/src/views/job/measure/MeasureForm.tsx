import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useRef, useState } from 'react';
import type { JobView } from '@udrel/contract/types';
import { complaintOf, CONDITIONS, readMeasurement, type Condition, type MeasurementSet } from '@udrel/core/benchmarks';
import { fieldTrouble } from '../../../api/problem';
import { Foot, Ledger, Sheet, TroubleNote } from '../../../ui';
import { useTypedFact } from '../../../features/typed/typed-fact';
import { useJobChange } from '../../../features/job/useJobChange';
import styles from '../../../features/job/job.module.css';
import { typedFigure } from '../../../format/shop-formats';

const RATES = [
  ['sequentialRead', 'Sequential read, MB/s'],
  ['sequentialWrite', 'Sequential write, MB/s'],
  ['randomRead', 'Random read 4 KiB, MB/s'],
  ['randomWrite', 'Random write 4 KiB, MB/s'],
] as const;

/** Figures that are typed beside the rates. */
interface Rest {
  startUps: string;
  programStarts: string;
  busyShare: string;
  conditions: Condition[];
}

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
  const [rest, setRest] = useTypedFact<Rest>(job, fact, 'rest', {
    startUps: set?.startUps.join(', ') ?? '',
    programStarts: set?.programStarts?.join(', ') ?? '',
    busyShare: figure(set?.busyShare),
    conditions: set?.conditions ?? [],
  });
  const [method, setMethod] = useTypedFact(
    job,
    fact,
    'method',
    set?.method ?? job.snapshot.facts.before?.set?.method ?? USUAL_METHOD,
  );
  const [whyNot, setWhyNot] = useTypedFact(job, fact, 'why not', known?.whyNot ?? '');
  const [wrong, setWrong] = useState<Record<string, string>>({});
  const input = useRef<HTMLInputElement>(null);
  const { record, busy, error } = useJobChange(job);

  async function save(): Promise<void> {
    const problems: Record<string, string> = {};
    const read = (key: string, text: string) => {
      const value = typedFigure(text);
      if (text.trim() === '') return null;
      if (!(value > 0)) problems[key] = 'Type a number, or leave it empty.';
      return value;
    };
    const times = (key: string, text: string) => {
      const found = text
        .split(/[,;\s]+/)
        .filter(Boolean)
        .map(Number);
      if (found.some((time) => !(time > 0))) problems[key] = 'Type seconds, such as 96, 101, 98.';
      return found;
    };
    const measured: MeasurementSet = {
      sequentialRead: read('sequentialRead', rates.sequentialRead),
      sequentialWrite: read('sequentialWrite', rates.sequentialWrite),
      randomRead: read('randomRead', rates.randomRead),
      randomWrite: read('randomWrite', rates.randomWrite),
      startUps: times('startUps', rest.startUps),
      method,
      attached: 'inside',
      conditions: rest.conditions,
    };
    const programStarts = times('programStarts', rest.programStarts);
    if (programStarts.length > 0) measured.programStarts = programStarts;
    const busyShare = read('busyShare', rest.busyShare);
    if (busyShare !== null) measured.busyShare = busyShare;
    if (busyShare !== null && busyShare > 100) problems['busyShare'] = 'Type per cent, up to 100.';
    setWrong(problems);
    if (Object.keys(problems).length > 0) return;
    const nothing =
      measured.startUps.length + programStarts.length === 0 &&
      busyShare === null &&
      RATES.every(([key]) => measured[key] === null);
    await record(fact, { set: nothing ? null : measured, whyNot });
  }

  /** Fills the form with what a file tells; nothing is recorded by that. */
  async function fill(file: File | undefined): Promise<void> {
    if (input.current) input.current.value = '';
    if (!file) return;
    const told = readMeasurement(await file.text());
    setWrong(told.ok ? {} : { file: `${file.name}: ${told.sentence}` });
    if (!told.ok) return;
    const { set: found } = told;
    setRates({
      sequentialRead: figure(found.sequentialRead) || rates.sequentialRead,
      sequentialWrite: figure(found.sequentialWrite) || rates.sequentialWrite,
      randomRead: figure(found.randomRead) || rates.randomRead,
      randomWrite: figure(found.randomWrite) || rates.randomWrite,
    });
    setRest({
      startUps: found.startUps?.join(', ') ?? rest.startUps,
      programStarts: found.programStarts?.join(', ') ?? rest.programStarts,
      busyShare: figure(found.busyShare) || rest.busyShare,
      conditions: found.conditions ?? rest.conditions,
    });
    if (found.method) setMethod(found.method);
  }

  const complaint = fact === 'before' && set ? complaintOf(set) : null;
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
          value={rest.startUps}
          onChange={(event) => setRest({ ...rest, startUps: event.target.value })}
          error={wrong['startUps'] !== undefined}
          helperText={wrong['startUps'] ?? 'three times, the first after a swap does not count'}
        />
        <TextField
          className={styles.wide}
          label="A usual program opens, seconds"
          placeholder="12, 13, 12"
          value={rest.programStarts}
          onChange={(event) => setRest({ ...rest, programStarts: event.target.value })}
          error={wrong['programStarts'] !== undefined}
          helperText={wrong['programStarts']}
        />
        <TextField
          className={styles.wide}
          label="Drive busy in ordinary use, %"
          value={rest.busyShare}
          onChange={(event) => setRest({ ...rest, busyShare: event.target.value })}
          error={wrong['busyShare'] !== undefined}
          helperText={wrong['busyShare']}
          slotProps={{ htmlInput: { className: 'figure', inputMode: 'decimal' } }}
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
        <fieldset className={`${styles.full} ${styles.conditions}`}>
          <legend className="sub">Seen to before measuring</legend>
          {CONDITIONS.map((one) => (
            <label key={one}>
              <input
                type="checkbox"
                checked={rest.conditions.includes(one)}
                onChange={(event) =>
                  setRest({
                    ...rest,
                    conditions: CONDITIONS.filter((other) =>
                      other === one ? event.target.checked : rest.conditions.includes(other),
                    ),
                  })
                }
              />{' '}
              {one}
            </label>
          ))}
        </fieldset>
      </div>
      {complaint && <Ledger reasons={[complaint]} />}
      {wrong['file'] && <p role="alert">{wrong['file']}</p>}
      <TroubleNote error={error} />
      <div style={{ marginTop: 10 }}>
        <Foot>
          <input
            ref={input}
            type="file"
            hidden
            accept=".csv,.json,text/csv,application/json"
            aria-label={`File of figures, ${fact}`}
            onChange={(event) => void fill(event.target.files?.[0])}
          />
          <Button onClick={() => input.current?.click()}>From a file …</Button>
          <Button variant={known ? 'outlined' : 'contained'} disabled={busy} onClick={() => void save()}>
            {known ? `Correct “${fact}”` : `Record “${fact}”`}
          </Button>
        </Foot>
      </div>
    </Sheet>
  );
}
