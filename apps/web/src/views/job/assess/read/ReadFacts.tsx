import { dequal } from 'dequal';
import Button from '@mui/material/Button';
import { useState, type ReactNode } from 'react';
import type { JobView } from '@udrel/contract/types';
import { binary, soldName } from '@udrel/core/capacity';
import { normaliseSerial } from '@udrel/core/identity';
import { tellCleared, type SourceTable } from '@udrel/core/layout';
import { proposalsOf, sameDevice, type Proposal, type ReadDrive, type Reading } from '@udrel/core/reading';
import { tellFact } from '../../../../format/facts';
import { Foot, Ledger, TroubleNote } from '../../../../ui';
import { useJobChange } from '../../../../features/job/useJobChange';
import styles from './read.module.css';

/** What a file says beside what is known, each fact to be taken by itself or all at once. */
export function ReadFacts({ job, reading, children }: { job: JobView; reading: Reading; children: ReactNode }) {
  const { facts } = job.snapshot;
  const [chosen, choose] = useState(() => likelyOld(reading.drives, facts['old drive']?.serial));
  const drive = reading.drives[chosen] ?? null;
  const { model, serial } = job.device;
  const { sites, memory } = model;
  const { health, 'old drive': old } = facts;
  const about = { deviceSerial: serial, sites, memory, ...(health ? { health } : {}), ...(old ? { old } : {}) };
  const proposals = proposalsOf(reading, drive, about);
  const { change, busy, error } = useJobChange(job);
  const open = proposals.filter((one) => one.value !== null && !isKnown(job, one));
  const device = sameDevice(reading, serial);

  /** Each is recorded on the job as the one before left it. */
  async function take(wanted: readonly Proposal[]): Promise<void> {
    let { version } = job;
    const origin = reading.kind === 'probe file' ? 'probe file' : 'file';
    for (const { key, value } of wanted) {
      const view = await change('recordFact', { version, value, origin }, { key });
      if (!view) return;
      version = view.version;
    }
  }

  return (
    <>
      <Ledger reasons={[...(device ? [device] : []), ...(drive?.problems ?? []), ...(drive?.table?.problems ?? [])]} />
      {reading.drives.length > 1 && (
        <fieldset className={styles.drives}>
          <legend>The old drive is</legend>
          {reading.drives.map((one, index) => (
            <label key={index}>
              <input type="radio" name="old-drive" checked={index === chosen} onChange={() => choose(index)} />
              {describe(one)}
            </label>
          ))}
        </fieldset>
      )}
      {proposals.length === 0 ? (
        <p className="sub">This file tells nothing that belongs to a job. {volumesOf(drive)}</p>
      ) : (
        <table className={styles.facts}>
          <thead>
            <tr>
              <th scope="col">Fact</th>
              <th scope="col">Known</th>
              <th scope="col">In the file</th>
              <th scope="col" aria-label="Take" />
            </tr>
          </thead>
          <tbody>
            {proposals.map((one) => (
              <tr key={one.key}>
                <th scope="row">{one.key}</th>
                <td>{told(facts[one.key], one)}</td>
                <td>
                  {one.value ? tellFact(one.key, one.value) : 'not told'}
                  {one.key === 'partition table' && one.value && <Partitions table={one.value} />}
                  {one.note && <span className={styles.note}>{one.note}</span>}
                </td>
                <td>
                  {one.value && !isKnown(job, one) && (
                    <Button
                      size="small"
                      disabled={busy}
                      aria-label={`Take ${one.key}`}
                      onClick={() => void take([one])}
                    >
                      Take
                    </Button>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <TroubleNote error={error} />
      <Foot note={device?.outcome === 'fail' ? 'Look twice: the file names another device.' : undefined}>
        {children}
        {open.length > 1 && (
          <Button variant="contained" disabled={busy} onClick={() => void take(open)}>
            Take all {open.length}
          </Button>
        )}
      </Foot>
    </>
  );
}

/** The partitions with what they are and what says so, their sizes and what is used of them. */
function Partitions({ table }: { table: SourceTable }) {
  return (
    <ul className={styles.partitions}>
      {table.partitions.map(({ id, name, kind, why, fileSystem, sectors, used, encrypted, clearable, holds }) => (
        <li key={id}>
          {name}, {binary(sectors * table.sectorSize)}
          {fileSystem !== 'none' && fileSystem !== 'unknown' && `, ${fileSystem}`}
          {encrypted && ', encrypted'}
          {used !== null && fileSystem !== 'none' && `, ${binary(used)} used`}
          {`; ${kind}`}
          {why && ` (${why})`}
          {holds && `; holds ${holds.map((one) => `${one.name} ${binary(one.bytes)}`).join(', ')}`}
          {clearable && clearable.length > 0 && `; can go: ${tellCleared(clearable)}`}
          {table.remarks?.flatMap(({ about, sentence, remedy }, n) =>
            about === id ? (
              <strong key={n}>
                {sentence} {remedy && `Would do: ${remedy}.`}
              </strong>
            ) : (
              []
            ),
          )}
        </li>
      ))}
    </ul>
  );
}

function told(known: unknown, { key, value }: Proposal): string {
  if (known === undefined) return 'not known';
  return dequal(known, value) ? 'as in the file' : tellFact(key, known);
}

const isKnown = (job: JobView, { key, value }: Proposal) => dequal(job.snapshot.facts[key], value);

/** The drive that the job knows as its old one, else the one inside that a system starts from. */
function likelyOld(drives: readonly ReadDrive[], serial: string | undefined): number {
  const known = drives.findIndex(({ identity }) => serial && normaliseSerial(identity?.serial ?? '') === serial);
  if (known >= 0) return known;
  const starts = drives.findIndex(
    ({ bridged, started, source }) => !bridged && !started && source?.partitions.some(({ kind }) => kind === 'system'),
  );
  return Math.max(0, starts);
}

function describe({ identity, bytes, bridged, started, health }: ReadDrive): string {
  return [
    identity?.model || 'model not told',
    bytes !== null && soldName(bytes, 512),
    identity?.serial || 'no serial',
    bridged && 'over USB',
    started && 'the probe was started from it',
    health && health.grade !== 'unknown' && health.grade,
  ]
    .filter(Boolean)
    .join(', ');
}

function volumesOf(drive: ReadDrive | null): string {
  const told = drive?.volumes.map(({ fileSystem, label }) => [fileSystem, label].filter(Boolean).join(' ')) ?? [];
  return told.length > 0 ? `It holds ${told.join(', ')}.` : '';
}
