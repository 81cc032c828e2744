import Button from '@mui/material/Button';
import { useCallback, useState } from 'react';
import type { JobView } from '@udrel/contract/types';
import { binary, soldName, type SectorSize } from '@udrel/core/capacity';
import { alike, normaliseSerial, ownLabel, readOwnLabel } from '@udrel/core/identity';
import type { TargetId } from '@udrel/core/layout';
import { copyTargets, identified, TARGET_FACTS, TARGET_NAMES } from '@udrel/core/steps';
import { fieldTrouble } from '../../../api/problem';
import { Empty, OutcomeMark, Sheet, TroubleNote } from '../../../ui';
import { SerialField } from '../../../ui/SerialField';
import { useScanned } from '../../../features/scan/scan';
import { useJobChange } from '../../../features/job/useJobChange';
import styles from './copy.module.css';

/** No go-ahead until every drive of the copy is identified by what is scanned or typed from their labels. */
export function IdentityCheck({ job }: { job: JobView }) {
  const { 'old drive': source, 'drive choice': target, 'added choice': added } = job.snapshot.facts;
  if (!source || !target) return <Empty>Read the old drive and reserve the new one first.</Empty>;
  const certain = identified(job.snapshot);
  const mixedUp = alike(source, target);
  return (
    <Sheet title="Which drive is which" aside="by serial from the label, never by its number">
      {mixedUp && (
        <p className={styles.mixedUp}>
          <OutcomeMark outcome="limit" /> {mixedUp.sentence}
          {mixedUp.differAt.length <= 2 && (
            <span className={styles.signs}>
              <Signs serial={source.serial} differAt={mixedUp.differAt} /> is read,{' '}
              <Signs serial={target.serial} differAt={mixedUp.differAt} /> is wiped
            </span>
          )}
        </p>
      )}
      <div className={styles.drives}>
        <DriveCheck
          job={job}
          fact="source identified"
          title="Old drive: is read"
          drive={source}
          certain={certain.source}
        />
        <DriveCheck
          job={job}
          fact="target identified"
          title="New drive: all on it is wiped"
          drive={target}
          certain={certain.new}
        />
        {copyTargets(job.snapshot).includes('added') && added && (
          <DriveCheck
            job={job}
            fact="added identified"
            title="Added drive: all on it is wiped"
            drive={added}
            certain={certain.added}
          />
        )}
      </div>
      {copyTargets(job.snapshot).map((on) => (
        <Overwrite key={on} job={job} on={on} />
      ))}
      <p className="sub" style={{ marginTop: 8 }}>
        A label cannot be read?{' '}
        <a href={`/print/drives/${job.tag}`} target="_blank" rel="noopener">
          Print labels for these drives
        </a>
        , once each is known for certain.
      </p>
    </Sheet>
  );
}

/** A serial with the signs marked by which it differs from the other. */
function Signs({ serial, differAt }: { serial: string; differAt: readonly number[] }) {
  return (
    <span className="mono">
      {[...normaliseSerial(serial)].map((sign, at) => (differAt.includes(at) ? <mark key={at}>{sign}</mark> : sign))}
    </span>
  );
}

/** A drive to be written to holds something: said with what it is, and confirmed by typing its serial again. */
function Overwrite({ job, on }: { job: JobView; on: TargetId }) {
  const keys = TARGET_FACTS[on];
  const { facts } = job.snapshot;
  const [holds, target, confirmed] = [facts[keys.holds], facts[keys.choice], facts[keys.confirmed]];
  const [typed, setTyped] = useState('');
  const { record, busy, error } = useJobChange(job);
  if (!holds || !target || holds.serial !== target.serial || !facts[keys.identified]) return null;
  if (confirmed?.serial === target.serial) {
    return (
      <p className="sub" style={{ marginTop: 8 }}>
        The {TARGET_NAMES[on]} holds {holds.what.join(', ')}: confirmed that it may be overwritten.
      </p>
    );
  }
  const wrong = fieldTrouble(error, 'value.serial');
  return (
    <form
      className={styles.overwrite}
      onSubmit={(event) => {
        event.preventDefault();
        void record(keys.confirmed, { serial: typed });
      }}
    >
      <p>
        <OutcomeMark outcome="fail" />{' '}
        <b>
          The {TARGET_NAMES[on]} holds data: {holds.what.join(', ')}.
        </b>{' '}
        All of it is lost.
      </p>
      <SerialField
        label="Type its serial again to overwrite it"
        value={typed}
        set={setTyped}
        wrong={wrong}
        scans={false}
      />
      <Button type="submit" color="error" disabled={busy || typed.trim() === ''}>
        Overwrite it
      </Button>
    </form>
  );
}

interface Shown {
  maker: string;
  name: string;
  bytes: number;
  sectorSize: SectorSize;
}

const ROLES = {
  'source identified': 'old',
  'target identified': 'new',
  'added identified': 'added',
} as const;

function DriveCheck(props: {
  job: JobView;
  fact: 'source identified' | 'target identified' | 'added identified';
  title: string;
  drive: Shown & { serial: string };
  certain: boolean;
}) {
  const { job, fact, title, drive, certain } = props;
  const [serial, setSerial] = useState('');
  const { record, busy, error } = useJobChange(job);
  const wrong = fieldTrouble(error, 'value.serial');
  // A serial scanned anywhere on this page is the check of the drive that it names.
  const claim = useCallback(
    (text: string) => {
      const label = readOwnLabel(text) && text.trim().toUpperCase() === ownLabel(job.tag, ROLES[fact]);
      if (certain || (!label && normaliseSerial(text) !== normaliseSerial(drive.serial))) return false;
      void record(fact, { serial: text });
      return true;
    },
    // eslint-disable-next-line react-hooks/exhaustive-deps -- `record` is new each time and does the same.
    [certain, drive.serial, fact, job.version],
  );
  useScanned(claim);
  return (
    <form
      className={certain ? `${styles.drive} ${styles.certain}` : styles.drive}
      onSubmit={(event) => {
        event.preventDefault();
        void record(fact, { serial }).then((taken) => taken && setSerial(''));
      }}
    >
      <b>{title}</b>
      <span>
        {drive.maker} {drive.name}, {soldName(drive.bytes, drive.sectorSize)}{' '}
        <span className="sub">({binary(drive.bytes)})</span>
      </span>
      {certain ? (
        <span style={{ display: 'flex', gap: 8, alignItems: 'center' }}>
          <OutcomeMark outcome="pass" />
          <span className={styles.serial}>{drive.serial}</span>
        </span>
      ) : (
        <>
          <SerialField label="Scan or type its serial" value={serial} set={setSerial} wrong={wrong} />
          {!wrong && <TroubleNote error={error} />}
          <Button type="submit" disabled={busy || serial.trim() === ''} sx={{ justifySelf: 'end' }}>
            Check
          </Button>
        </>
      )}
    </form>
  );
}
