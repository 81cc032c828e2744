import Button from '@mui/material/Button';
import { useCallback, useState } from 'react';
import type { JobView } from '@udrel/contract/types';
import { binary, soldName, type SectorSize } from '@udrel/core/capacity';
import { alike, fieldsOf, normaliseSerial, ownLabel, readOwnLabel, type LabelledRole } from '@udrel/core/identity';
import { targetFacts, targetKey } from '@udrel/core/facts';
import { targetName, targetTitle, type TargetId } from '@udrel/core/layout';
import { copyTargets, drivesOf, sourceIdentified, targetIdentified } from '@udrel/core/steps';
import { fieldTrouble } from '../../../api/problem';
import { Empty, OutcomeMark, Sheet, TroubleNote } from '../../../ui';
import { SerialField } from '../../../ui/SerialField';
import { useScanned } from '../../../features/scan/scan';
import { useJobChange } from '../../../features/job/useJobChange';
import { onceTaken } from '../../../features/typed/typed';
import styles from './copy.module.css';

/** No go-ahead until every drive of the copy is identified by what is scanned or typed from their labels. */
export function IdentityCheck({ job }: { job: JobView }) {
  const { 'old drive': source, 'new drive choice': target } = job.snapshot.facts;
  if (!source || !target) return <Empty>Read the old drive and reserve the new one first.</Empty>;
  return (
    <Sheet title="Which drive is which" aside="by serial from the label, never by its number">
      <MixedUp job={job} />
      <div className={styles.drives}>
        <DriveCheck
          job={job}
          role="old"
          title="Old drive: is read"
          drive={source}
          certain={sourceIdentified(job.snapshot)}
        />
        {copyTargets(job.snapshot).map((on) => {
          const drive = job.snapshot.facts[targetKey(on, 'choice')];
          return (
            drive && (
              <DriveCheck
                key={on}
                job={job}
                role={on}
                title={`${targetTitle(on)}: all on it is wiped`}
                drive={drive}
                certain={targetIdentified(job.snapshot, on)}
              />
            )
          );
        })}
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

/** Any two of the drives that are easily taken for each other, with the signs by which their serials differ. */
function MixedUp({ job: { snapshot } }: { job: JobView }) {
  const roles = ['old', ...copyTargets(snapshot)];
  const copied = roles.flatMap((role) => drivesOf(snapshot).filter((drive) => drive.role === role));
  const pairs = copied.flatMap((first, at) => copied.slice(at + 1).map((second) => [first, second] as const));
  return pairs.map(([first, second]) => {
    const marked = first.role === 'old' ? first : second;
    const found = alike(first, second, marked.called);
    return (
      found && (
        <p key={`${first.role} ${second.role}`} className={styles.mixedUp}>
          <OutcomeMark outcome="limit" /> {found.sentence}
          {found.differAt.length <= 2 && (
            <span className={styles.signs}>
              {[first, second].map(({ role, serial }) => (
                <span key={role}>
                  <Signs serial={serial} differAt={found.differAt} /> is {role === 'old' ? 'read' : 'wiped'}{' '}
                </span>
              ))}
            </span>
          )}
        </p>
      )
    );
  });
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
  const { holds, choice: target, confirmed, identified } = targetFacts(job.snapshot.facts, on);
  const [typed, setTyped] = useState('');
  const { record, busy, error } = useJobChange(job);
  if (!holds || !target || holds.serial !== target.serial || !identified) return null;
  if (confirmed?.serial === target.serial) {
    return (
      <p className="sub" style={{ marginTop: 8 }}>
        The {targetName(on)} holds {holds.what.join(', ')}: confirmed that it may be overwritten.
      </p>
    );
  }
  const wrong = fieldTrouble(error, 'value.serial');
  return (
    <form
      className={styles.overwrite}
      onSubmit={(event) => {
        event.preventDefault();
        void record(targetKey(on, 'confirmed'), { serial: typed });
      }}
    >
      <p>
        <OutcomeMark outcome="fail" />{' '}
        <b>
          The {targetName(on)} holds data: {holds.what.join(', ')}.
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

function DriveCheck(props: {
  job: JobView;
  role: LabelledRole;
  title: string;
  drive: Shown & { serial: string };
  certain: boolean;
}) {
  const { job, role, title, drive, certain } = props;
  const fact = role === 'old' ? 'source identified' : targetKey(role, 'identified');
  const [serial, setSerial] = useState('');
  const { record, busy, error } = useJobChange(job);
  const wrong = fieldTrouble(error, 'value.serial');
  // A serial scanned anywhere on this page is the check of the drive that it names.
  const claim = useCallback(
    (text: string) => {
      const label = readOwnLabel(text) && text.trim().toUpperCase() === ownLabel(job.tag, role);
      const values = label ? [text] : (fieldsOf(text)?.values ?? [text]);
      const serial = values.find((value) => label || normaliseSerial(value) === normaliseSerial(drive.serial));
      if (certain || serial === undefined) return false;
      void record(fact, { serial });
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
        void record(fact, { serial }).then((taken) => taken && setSerial(onceTaken(serial, '')));
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
