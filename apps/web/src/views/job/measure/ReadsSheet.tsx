import UploadFileOutlined from '@mui/icons-material/UploadFileOutlined';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { lazy, Suspense, useRef, useState } from 'react';
import type { JobView } from '@udrel/contract/types';
import {
  alikeReads,
  judgeReads,
  methodOfReads,
  READ_SECONDS,
  readReadsFile,
  USUAL_SECONDS,
  type DriveReads,
} from '@udrel/core/drive-reads';
import { spins } from '@udrel/core/estimate';
import { normaliseSerial } from '@udrel/core/identity';
import { targetKey } from '@udrel/core/facts';
import { wantedTargets } from '@udrel/core/steps';
import { useBerthsQuery } from '../../../api/api';
import { fieldTrouble } from '../../../api/problem';
import { useJobChange } from '../../../features/job/useJobChange';
import { rate, times } from '../../../format/units';
import { Foot, Ledger, Sheet, TroubleNote } from '../../../ui';
import styles from './reads.module.css';

const ReadsChart = lazy(() => import('./ReadsChart'));

type When = 'before' | 'after';

/** The drive of a time, as far as it is known. */
function driveOf({ snapshot }: JobView, when: When) {
  const { facts } = snapshot;
  if (when === 'before') return facts['old drive'];
  const [on] = wantedTargets(snapshot);
  return on ? facts[targetKey(on, 'choice')] : undefined;
}

/** A drive read over all of it: at a berth, or in the device by a script from a stick; the old one before, the new one after. */
export function ReadsSheet({ job, when }: { job: JobView; when: When }) {
  const drive = driveOf(job, when);
  const { 'reads before': before = null, 'reads after': after = null } = job.snapshot.facts;
  const known = when === 'before' ? before : after;
  if (!drive && !known) return null;
  const shown = when === 'before' ? { before, after: null } : { before, after };
  return (
    <Sheet title="Read over all of it" aside={drive ? `${drive.maker} ${drive.name}, ${drive.serial}` : undefined}>
      {known && (
        <>
          <Suspense fallback={<div style={{ height: 190 }} />}>
            <ReadsChart {...shown} />
          </Suspense>
          <SmallTable {...shown} />
          {drive && <Ledger reasons={judgeReads(known, spins(drive.class))} />}
        </>
      )}
      {drive && <Measure job={job} when={when} serial={drive.serial} known={known} />}
    </Sheet>
  );
}

const FIGURES = [
  ['middle', 'half take less than'],
  ['slowest20', 'slowest of 20'],
  ['slowest100', 'slowest of 100'],
  ['slowest', 'slowest of all'],
] as const;

const ms = (value: number | undefined) =>
  value === undefined ? '–' : `${value >= 100 ? Math.round(value) : Math.round(value * 100) / 100} ms`;

function SmallTable({ before, after }: { before: DriveReads | null; after: DriveReads | null }) {
  const both = [before, after].filter((one) => one !== null);
  const alike = before && after ? alikeReads(before, after) : true;
  const multiple = before?.small && after?.small && alike ? after.small.rate / before.small.rate : null;
  return (
    <>
      <table className={styles.small}>
        <thead>
          <tr>
            <th>4 KiB, one at a time</th>
            {both.map((one) => (
              <th key={one.serial} className="figure">
                {both.length > 1 ? (one === before ? 'before' : 'after') : one.serial}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          <tr>
            <td>rate{multiple === null ? '' : `, ${times(Math.round(multiple * 10) / 10)} that of before`}</td>
            {both.map(({ serial, small }) => (
              <td key={serial} className="figure">
                {small ? rate(small.rate) : 'not timed'}
              </td>
            ))}
          </tr>
          {FIGURES.map(([key, words]) => (
            <tr key={key}>
              <td>{words}</td>
              {both.map(({ serial, small }) => (
                <td key={serial} className="figure">
                  {ms(small?.[key])}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      <p className="sub">
        {alike
          ? both.slice(0, 1).map(methodOfReads)
          : `before: ${both.map(methodOfReads).join('; after: ')}. Settings differ, so nothing is said of how much faster it is.`}
      </p>
    </>
  );
}

function Measure(props: { job: JobView; when: When; serial: string; known: DriveReads | null }) {
  const { job, when, serial, known } = props;
  const { data: berths = [] } = useBerthsQuery();
  const watched = berths.filter((one) => one.watched && (one.busy === null || one.busy === job.tag));
  const [berth, setBerth] = useState<string>();
  const other = job.snapshot.facts[when === 'after' ? 'reads before' : 'reads after'];
  const [seconds, setSeconds] = useState<number>(other?.seconds ?? USUAL_SECONDS);
  const [unreadable, setUnreadable] = useState('');
  const { change, record, busy, error } = useJobChange(job);
  const input = useRef<HTMLInputElement>(null);
  const chosen = berth ?? String(watched[0]?.number ?? '');
  const told = job.history
    .filter(({ kind }) => kind === 'reads asked' || kind === 'reads failed')
    .sort((a, b) => b.seq - a.seq)[0];
  const at = job.origins.find(({ key }) => key === `reads ${when}`)?.at ?? '';
  const open = told && told.at > at ? told : undefined;

  /** Takes what a measurement file tells of this drive; nothing of any other. */
  async function take(file: File | undefined): Promise<void> {
    if (input.current) input.current.value = '';
    if (!file) return;
    const read = readReadsFile(await file.text());
    const own = read.ok ? read.drives.find((one) => normaliseSerial(one.serial) === normaliseSerial(serial)) : null;
    const others = read.ok ? read.drives.map((one) => one.serial || 'without serial').join(', ') || 'no drive' : '';
    setUnreadable(own ? '' : `${file.name}: ${read.ok ? `it tells of ${others}, not of ${serial}.` : read.sentence}`);
    if (own) await record(`reads ${when}`, own);
  }

  return (
    <>
      <div className={styles.ask}>
        {watched.length > 0 && (
          <>
            <TextField
              select
              size="small"
              label="At berth"
              value={chosen}
              onChange={(event) => setBerth(event.target.value)}
              slotProps={{ select: { native: true } }}
              error={fieldTrouble(error, 'berth') !== undefined}
              helperText={fieldTrouble(error, 'berth')}
            >
              {watched.map(({ number }) => (
                <option key={number}>{number}</option>
              ))}
            </TextField>
            <TextField
              select
              size="small"
              label="For how long"
              value={seconds}
              onChange={(event) => setSeconds(Number(event.target.value))}
              slotProps={{ select: { native: true } }}
            >
              {READ_SECONDS.map((one) => (
                <option key={one} value={one}>
                  {one} s
                </option>
              ))}
            </TextField>
          </>
        )}
      </div>
      {open?.kind === 'reads asked' && (
        <p role="status">The berth reads it, and tells of it when it is through; its agent has to run.</p>
      )}
      {open?.kind === 'reads failed' && <p role="alert">{open.sentence}</p>}
      {unreadable && <p role="alert">{unreadable}</p>}
      {fieldTrouble(error, 'berth') === undefined && <TroubleNote error={error} />}
      <p className="sub" style={{ marginBottom: 8 }}>
        Or in the device: <a href="/udrel-measure.sh">the script</a>, from a live stick,{' '}
        <span className="mono">sh udrel-measure.sh {seconds} &gt; measurement.json</span>
      </p>
      <Foot>
        <input
          ref={input}
          type="file"
          hidden
          accept=".json,application/json"
          aria-label={`Measurement file, ${when}`}
          onChange={(event) => void take(event.target.files?.[0])}
        />
        <Button startIcon={<UploadFileOutlined />} disabled={busy} onClick={() => input.current?.click()}>
          From a file …
        </Button>
        {watched.length > 0 && (
          <Button
            variant="outlined"
            disabled={busy}
            onClick={() =>
              void change('askReads', {
                berth: Number(chosen),
                when,
                seconds: seconds as (typeof READ_SECONDS)[number],
              })
            }
          >
            {open?.kind === 'reads asked' ? 'Ask the berth again' : known ? 'Read it again' : 'Read it there'}
          </Button>
        )}
      </Foot>
    </>
  );
}
