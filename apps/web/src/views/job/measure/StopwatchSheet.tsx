import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useEffect, useState } from 'react';
import { Link } from 'react-router';
import type { JobView } from '@udrel/contract/types';
import {
  countedStarts,
  START_KINDS,
  START_MARKS,
  type StartAttempt,
  type StartKind,
  type StartMark,
  type StartTime,
} from '@udrel/core/benchmarks';
import { useJobChange } from '../../../features/job/useJobChange';
import { useKeptHere } from '../../../features/stored/kept-here';
import { moment } from '../../../format/time';
import { Foot, Sheet, TroubleNote } from '../../../ui';
import styles from './stopwatch.module.css';

/** A start being timed: it goes on while other pages are looked at, and over a reload. */
interface Watch {
  began: number;
  when: StartTime;
  kind: StartKind;
  seconds: Partial<Record<StartMark, number>>;
  /** Set once nothing more is waited for. */
  over: boolean;
  seen: string;
  done: string;
}
type Watches = Partial<Record<string, Watch>>;
const NONE: Watches = {};

const inSeconds = (value: number) => value.toFixed(1);

/** Starts by the stopwatch: from the power button to a sign of life, the sign-in, and a program that takes input. */
export function StopwatchSheet({ job, when }: { job: JobView; when: StartTime }) {
  const [watches, keep] = useKeptHere('stopwatches', NONE);
  const [kind, setKind] = useState<StartKind>('cold');
  const { record, busy, error } = useJobChange(job);
  const known = job.snapshot.facts['start attempts']?.attempts ?? [];
  const watch = watches[job.tag];
  const set = (next: Watch | undefined) => keep({ ...watches, [job.tag]: next });
  const others = Object.entries(watches).filter(([tag, one]) => one && tag !== job.tag);
  const mark = (name: StartMark) => {
    if (!watch) return;
    const seconds = { ...watch.seconds, [name]: (Date.now() - watch.began) / 1000 };
    set({ ...watch, seconds, over: name === 'usable' });
  };
  const save = async () => {
    if (!watch) return;
    const { began, seconds, seen, done } = watch;
    const rounded = Object.entries(seconds).map(([name, value]) => [name, Math.round(value * 10) / 10]);
    const attempt = {
      at: new Date(began).toISOString(),
      when: watch.when,
      kind: watch.kind,
      seconds: Object.fromEntries(rounded) as StartAttempt['seconds'],
      seen: seen.trim(),
      done: done.trim(),
    };
    if (await record('start attempts', { attempts: [...known, attempt] })) set(undefined);
  };
  const own = known.filter((one) => one.when === when);
  return (
    <Sheet title="Stopwatch" aside={own.length > 0 ? `${own.length} starts timed` : 'starts, from the power button on'}>
      {watch ? (
        <Running watch={watch} mark={mark} set={set} />
      ) : (
        <div className={styles.begin}>
          <TextField
            select
            size="small"
            label="It starts"
            sx={{ width: 300 }}
            value={kind}
            onChange={(event) => setKind(event.target.value as StartKind)}
          >
            {START_KINDS.map((one) => (
              <MenuItem key={one} value={one}>
                {KIND_WORDS[one]}
              </MenuItem>
            ))}
          </TextField>
          <Button
            variant="outlined"
            size="large"
            onClick={() => set({ began: Date.now(), when, kind, seconds: {}, over: false, seen: '', done: '' })}
          >
            Power button pressed
          </Button>
        </div>
      )}
      {others.length > 0 && (
        <p className="sub">
          Timed meanwhile:{' '}
          {others.map(([tag]) => (
            <Link key={tag} to={`/jobs/${tag}`} style={{ marginRight: 8 }}>
              {tag}
            </Link>
          ))}
        </p>
      )}
      <Attempts attempts={known} when={when} />
      <TroubleNote error={error} />
      {watch?.over && (
        <Foot>
          <Button onClick={() => set(undefined)}>Throw it away</Button>
          <Button variant="contained" disabled={busy} onClick={() => void save()}>
            Keep this start
          </Button>
        </Foot>
      )}
      {!watch && own.length > 0 && (
        <Foot>
          <Button
            disabled={busy}
            onClick={() => void record('start attempts', { attempts: known.filter((one) => one !== own.at(-1)) })}
          >
            Take back the last one
          </Button>
        </Foot>
      )}
    </Sheet>
  );
}

const KIND_WORDS: Readonly<Record<StartKind, string>> = {
  cold: 'cold: shut down fully, 30 s off',
  restarted: 'restarted',
  resumed: 'resumed from sleep or fast start',
};

function Running(props: { watch: Watch; mark: (name: StartMark) => void; set: (next: Watch) => void }) {
  const { watch, mark, set } = props;
  const now = useNow(!watch.over);
  const next = START_MARKS.find((name) => watch.seconds[name] === undefined);
  const shown = watch.over ? Math.max(0, ...Object.values(watch.seconds)) : Math.max(0, (now - watch.began) / 1000);
  return (
    <>
      <div className={styles.running}>
        <span role="timer" className={styles.time}>
          {inSeconds(shown)} s
        </span>
        {!watch.over &&
          START_MARKS.map((name) => (
            <Button
              key={name}
              size="large"
              variant={name === next ? 'contained' : 'outlined'}
              disabled={watch.seconds[name] !== undefined}
              onClick={() => mark(name)}
            >
              {watch.seconds[name] === undefined ? MARK_WORDS[name] : `${inSeconds(watch.seconds[name])} s`}
            </Button>
          ))}
        {!watch.over && <Button onClick={() => set({ ...watch, over: true })}>It does not go on</Button>}
      </div>
      <div className={styles.notes}>
        <TextField
          size="small"
          label="What was seen"
          value={watch.seen}
          onChange={(event) => set({ ...watch, seen: event.target.value })}
        />
        <TextField
          size="small"
          label="What was done before this start"
          value={watch.done}
          onChange={(event) => set({ ...watch, done: event.target.value })}
        />
      </div>
    </>
  );
}

const MARK_WORDS: Readonly<Record<StartMark, string>> = {
  'sign of life': 'Sign of life',
  'sign-in': 'Sign-in',
  usable: 'Usable',
};

/** The moment, ten times a second while something runs. */
function useNow(runs: boolean): number {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    if (!runs) return;
    const timer = setInterval(() => setNow(Date.now()), 100);
    return () => clearInterval(timer);
  }, [runs]);
  return now;
}

function Attempts({ attempts, when }: { attempts: readonly StartAttempt[]; when: StartTime }) {
  const own = attempts.filter((one) => one.when === when);
  const { left } = countedStarts(attempts, when);
  if (own.length === 0) return null;
  return (
    <table className={styles.attempts}>
      <thead>
        <tr>
          <th scope="col">Start</th>
          {START_MARKS.map((name) => (
            <th key={name} scope="col" className="figure">
              {MARK_WORDS[name]}, s
            </th>
          ))}
          <th scope="col">Counts</th>
        </tr>
      </thead>
      <tbody>
        {own.map((one, index) => (
          <tr key={`${one.at}${index}`}>
            <td>
              {one.kind}
              <span className="sub"> {[moment(one.at), one.done, one.seen].filter(Boolean).join('; ')}</span>
            </td>
            {START_MARKS.map((name) => (
              <td key={name} className="figure">
                {one.seconds[name] === undefined ? '–' : inSeconds(one.seconds[name])}
              </td>
            ))}
            <td>{left.find(({ attempt }) => attempt === one)?.why ?? 'yes'}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
