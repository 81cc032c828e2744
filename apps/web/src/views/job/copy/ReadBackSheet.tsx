import UploadFileOutlined from '@mui/icons-material/UploadFileOutlined';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useRef, useState } from 'react';
import type { JobView } from '@udrel/contract/types';
import { normaliseSerial } from '@udrel/core/identity';
import { readBack, type ReadBack } from '@udrel/core/read-back';
import type { Outcome } from '@udrel/core/reason';
import { targetKey } from '@udrel/core/facts';
import { targetName, type TargetId } from '@udrel/core/layout';
import { latestRun, readBackOf } from '@udrel/core/steps';
import { useBerthsQuery } from '../../../api/api';
import { fieldTrouble } from '../../../api/problem';
import { Ledger, OutcomeMark, Sheet, TroubleNote } from '../../../ui';
import { SerialField } from '../../../ui/SerialField';
import { useReading } from '../../../features/reading/useReading';
import { useJobChange } from '../../../features/job/useJobChange';
import styles from './copy.module.css';

/** What each verdict means for the job. */
const VERDICTS: Record<ReadBack['verdict'], { outcome: Outcome; sentence: (name: string) => string }> = {
  'as planned': {
    outcome: 'pass',
    sentence: () => 'All of it is there as planned. Its contents are those of the old drive.',
  },
  'as planned, contents not compared': {
    outcome: 'limit',
    sentence: () => 'All of it is there as planned. Its contents were not compared with the old drive.',
  },
  'other than planned': {
    outcome: 'fail',
    sentence: (name) => `It is other than planned: the ${name} is not trusted.`,
  },
};

/** A finished drive against the plan: read by a berth, from a file of it, or why it was not read. */
export function ReadBackSheet({ job, on }: { job: JobView; on: TargetId }) {
  const { snapshot } = job;
  const run = latestRun(snapshot, on);
  const known = readBackOf(snapshot, on);
  const name = targetName(on);
  const { plan } = snapshot.facts;
  if (!run || run.outcome === 'running' || !plan) return null;
  const judged = known?.seen ? readBack(plan, known.seen, on) : null;
  return (
    <Sheet
      title={on === 'new' ? 'New drive read back' : 'Added drive read back'}
      aside={known ? (known.seen ? judged?.verdict : 'not read') : 'not read yet'}
    >
      {judged && (
        <>
          <p style={{ marginBottom: 8 }}>
            <OutcomeMark outcome={VERDICTS[judged.verdict].outcome} /> <b>{VERDICTS[judged.verdict].sentence(name)}</b>
          </p>
          <Ledger reasons={judged.reasons} />
        </>
      )}
      {known && !known.seen && <p>Not read: {known.whyNot}</p>}
      <AskForIt job={job} on={on} again={known !== null} next={run.outcome === 'ended well' && known === null} />
    </Sheet>
  );
}

function AskForIt({ job, on, again, next }: { job: JobView; on: TargetId; again: boolean; next: boolean }) {
  const { data: berths = [] } = useBerthsQuery();
  const watched = berths.filter((berth) => berth.watched && (berth.busy === null || berth.busy === job.tag));
  const lastBerth = job.runs.findLast((run) => run.kind === 'copy' && run.onto === on)?.berth;
  const [berth, setBerth] = useState<string>();
  const [there = watched[0]] = watched.filter(({ number }) => String(number) === (berth ?? String(lastBerth)));
  const chosen = String(there?.number ?? '');
  const [whyNot, setWhyNot] = useState('');
  const [typed, setTyped] = useState('');
  const name = targetName(on);
  const { change, busy, error } = useJobChange(job);
  const { read, begin } = useReading();
  const input = useRef<HTMLInputElement>(null);
  const wanted = job.snapshot.facts[targetKey(on, 'choice')]?.serial ?? '';
  const told = job.history
    .filter(({ kind, onto }) => kind.startsWith('read back') && (onto ?? 'new') === on)
    .sort((a, b) => b.seq - a.seq);
  const waiting = told[0]?.kind === 'read back asked';

  const drives = read?.file?.ok ? read.file.reading.drives : [];
  const unnamed = drives.length === 1 && !drives[0]?.identity?.serial;

  /** The drive of the file that is the new one; the only one where none says its serial. */
  async function takeFile(): Promise<void> {
    const own = drives.find(({ identity }) => normaliseSerial(identity?.serial ?? '') === normaliseSerial(wanted));
    const drive = own ?? (drives.length === 1 ? drives[0] : undefined);
    const problems = (drive?.table?.problems ?? []).map(({ rule, outcome, sentence }) => ({ rule, outcome, sentence }));
    const serial = drive?.identity?.serial || typed;
    const taken = await change('enterReadBack', {
      onto: on,
      serial,
      table: drive?.source ?? null,
      problems,
      start: drive?.start ?? null,
      whyNot: '',
    });
    if (taken) read?.putAway();
  }

  return (
    <>
      <div className={styles.ways}>
        {watched.length > 0 && (
          <span className={styles.way}>
            <TextField
              select
              label="At berth"
              value={chosen}
              onChange={(event) => setBerth(event.target.value)}
              slotProps={{ select: { native: true } }}
            >
              {watched.map(({ number }) => (
                <option key={number} value={number}>
                  {number}
                </option>
              ))}
            </TextField>
            <Button
              variant={next ? 'contained' : 'outlined'}
              disabled={busy}
              onClick={() => void change('askReadBack', { onto: on, berth: Number(chosen) })}
            >
              {waiting ? 'Ask the berth again' : 'Read it there'}
            </Button>
          </span>
        )}
        <span className={styles.way}>
          <input
            ref={input}
            type="file"
            hidden
            aria-label={`File of the ${name}`}
            onChange={(event) => {
              const [file] = event.target.files ?? [];
              if (file) begin(file);
              event.target.value = '';
            }}
          />
          <Button startIcon={<UploadFileOutlined />} disabled={busy} onClick={() => input.current?.click()}>
            From a file …
          </Button>
          {unnamed && (
            <SerialField
              label="It says no serial: which drive is it of?"
              value={typed}
              set={setTyped}
              wrong={fieldTrouble(error, 'serial')}
            />
          )}
          {read?.file?.ok && (
            <Button
              variant="contained"
              disabled={busy || (unnamed && typed.trim() === '')}
              onClick={() => void takeFile()}
            >
              Compare {read.name}
            </Button>
          )}
        </span>
        {!again && (
          <span className={styles.way}>
            <TextField
              label="or why it is not read"
              value={whyNot}
              onChange={(event) => setWhyNot(event.target.value)}
              error={fieldTrouble(error, 'whyNot') !== undefined}
            />
            <Button
              disabled={busy || whyNot.trim() === ''}
              onClick={() => void change('enterReadBack', { onto: on, serial: '', table: null, problems: [], whyNot })}
            >
              Not read
            </Button>
          </span>
        )}
      </div>
      {waiting && <p className="sub">The berth is asked and answers within seconds while its agent runs.</p>}
      {told[0]?.kind === 'read back failed' && (
        <p className="danger" role="alert">
          {told[0].sentence}
        </p>
      )}
      {read && !read.file?.ok && read.progress === null && <p role="alert">{read.file?.sentence}</p>}
      <TroubleNote error={error} />
      <p className="sub" style={{ marginTop: 8 }}>
        A probe file, an image or the first and last sectors of the {name} will do.
      </p>
    </>
  );
}
