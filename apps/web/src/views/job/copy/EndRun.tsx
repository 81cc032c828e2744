import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import type { JobView, RunView } from '@udrel/contract/types';
import { parseCapacity } from '@udrel/core/capacity';
import type { Loss, RunEnd } from '@udrel/core/steps';
import { fieldTrouble } from '../../../api/problem';
import { Foot, TroubleNote } from '../../../ui';
import { useJobChange } from '../../../features/job/useJobChange';
import styles from './copy.module.css';
import { typedFigure } from '../../../format/shop-formats';

/** Something lost, as it is typed. */
type TypedLoss = Record<'what' | 'where' | 'size', string>;
const NOTHING: TypedLoss = { what: '', where: '', size: '' };

/** How a run ended: well, with losses, or not at all; and how long it took where the clock cannot say it. */
export function EndRun({ job, run, over }: { job: JobView; run: RunView; over: boolean }) {
  const [note, setNote] = useState('');
  const [leftAs, setLeftAs] = useState<NonNullable<RunView['leftAs']> | ''>('');
  const [minutes, setMinutes] = useState('');
  const [losses, setLosses] = useState<TypedLoss[]>([]);
  const [asked, setAsked] = useState<RunEnd>();
  const { change, busy, error } = useJobChange(job);
  const wrong = (field: string) => fieldTrouble(error, field);
  const took = minutes.trim() === '' ? {} : { minutes: typedFigure(minutes) };
  const end = (outcome: RunEnd, timed: { minutes?: number | null } = took) => {
    setAsked(outcome);
    const named =
      outcome === 'ended with losses' ? { losses: losses.filter(({ what }) => what.trim()).map(lossOf) } : {};
    void change('endRun', { outcome, note, leftAs: leftAs === '' ? null : leftAs, ...named, ...timed });
  };
  const unreadable = losses.find(({ size }) => sizeOf(size) === undefined);
  const byField = ['note', 'minutes', 'losses'].some((field) => wrong(field) !== undefined);
  return (
    <>
      <div className={styles.ending}>
        <TextField
          label="Note: what went wrong, what the tool said"
          value={note}
          onChange={(event) => setNote(event.target.value)}
          error={wrong('note') !== undefined}
          helperText={wrong('note')}
        />
        <TextField
          select
          label="Left"
          value={leftAs}
          onChange={(event) => setLeftAs(event.target.value as typeof leftAs)}
          slotProps={{ select: { native: true }, inputLabel: { shrink: true } }}
        >
          <option value="">not noted</option>
          <option>shut down</option>
          <option>left running</option>
        </TextField>
      </div>
      {losses.length > 0 && <LossFields losses={losses} change={setLosses} wrong={wrong('losses')} />}
      {(wrong('minutes') !== undefined || minutes !== '') && (
        <div className={styles.minutes}>
          <TextField
            label="Minutes it took"
            value={minutes}
            onChange={(event) => setMinutes(event.target.value)}
            error={wrong('minutes') !== undefined}
            helperText={wrong('minutes')}
            slotProps={{ htmlInput: { inputMode: 'decimal' } }}
          />
          <Button disabled={busy || asked === undefined} onClick={() => asked && end(asked, { minutes: null })}>
            Nobody knows how long
          </Button>
        </div>
      )}
      {!byField && <TroubleNote error={error} />}
      <div style={{ marginTop: 10 }}>
        <Foot>
          <Button color="error" disabled={busy} onClick={() => end('failed')}>
            It failed
          </Button>
          {run.kind === 'copy' &&
            (losses.length === 0 ? (
              <Button disabled={busy} onClick={() => setLosses([NOTHING])}>
                Something was lost …
              </Button>
            ) : (
              <Button
                variant="contained"
                disabled={busy || unreadable !== undefined || losses.every(({ what }) => what.trim() === '')}
                onClick={() => end('ended with losses')}
              >
                It ended with losses
              </Button>
            ))}
          {losses.length === 0 && (
            <Button
              variant={run.alarms.length === 0 && over ? 'contained' : 'outlined'}
              disabled={busy}
              onClick={() => end('ended well')}
            >
              It ended well
            </Button>
          )}
        </Foot>
      </div>
    </>
  );
}

/** Bytes of what was typed; null for nothing typed, undefined for what is no size. */
function sizeOf(text: string): number | null | undefined {
  if (text.trim() === '') return null;
  const read = parseCapacity(text, 'MiB');
  return read.ok ? Math.round(read.bytes) : undefined;
}

const lossOf = ({ what, where, size }: TypedLoss): Loss => ({ what, where, bytes: sizeOf(size) ?? null });

function LossFields(props: { losses: TypedLoss[]; change: (losses: TypedLoss[]) => void; wrong: string | undefined }) {
  const { losses, change, wrong } = props;
  const set = (index: number, part: Partial<TypedLoss>) =>
    change(losses.map((one, at) => (at === index ? { ...one, ...part } : one)));
  return (
    <fieldset className={styles.losses}>
      <legend>What was lost</legend>
      {losses.map((loss, index) => {
        const bad = sizeOf(loss.size) === undefined;
        return (
          <div key={index} className={styles.loss}>
            <TextField
              autoFocus={index > 0 || loss.what === ''}
              label="What"
              value={loss.what}
              onChange={(event) => set(index, { what: event.target.value })}
              error={wrong !== undefined && loss.what.trim() === ''}
              helperText={index === 0 ? wrong : undefined}
            />
            <TextField
              label="Where"
              value={loss.where}
              onChange={(event) => set(index, { where: event.target.value })}
            />
            <TextField
              label="How much, if known"
              value={loss.size}
              onChange={(event) => set(index, { size: event.target.value })}
              error={bad}
              helperText={bad ? 'Type a size such as 12 MiB, or leave it empty.' : undefined}
            />
            <Button
              aria-label={`Take out: ${loss.what || `line ${index + 1}`}`}
              onClick={() => change(losses.filter((_one, at) => at !== index))}
            >
              Take out
            </Button>
          </div>
        );
      })}
      <Button onClick={() => change([...losses, NOTHING])}>Another</Button>
    </fieldset>
  );
}
