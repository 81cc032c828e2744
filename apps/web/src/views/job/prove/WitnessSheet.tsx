import Button from '@mui/material/Button';
import type { ReactNode } from 'react';
import type { JobView } from '@udrel/contract/types';
import type { DeviceState } from '@udrel/core/inventory';
import { sameDevice, stateOf, type Reading } from '@udrel/core/reading';
import { functionChecks } from '@udrel/core/steps';
import { witnessOf, type Witness } from '@udrel/core/witness';
import { FileSheet } from '../../../features/reading/FileSheet';
import { useJobChange } from '../../../features/job/useJobChange';
import { moment } from '../../../format/time';
import { Foot, Ledger, TroubleNote } from '../../../ui';

/** The device read again after the work: it says itself what is right, what is not, and what is missing now. */
export function WitnessSheet({ job }: { job: JobView }) {
  const again = job.snapshot.facts['device read again'];
  const step = job.procedure.steps.find(({ id }) => id === 'check functions');
  if (!step) return null;
  return (
    <FileSheet
      title="The device read again"
      aside={again ? asideOf(job, again) : 'probe file, made once it is together again'}
      taken={(reading, away, putAway) => (
        <Told job={job} reading={reading} putAway={putAway}>
          {away}
        </Told>
      )}
    >
      {again ? <Held job={job} now={again} /> : <NothingBefore job={job} />}
    </FileSheet>
  );
}

/** What it says, held against its job. */
function witnessHere(job: JobView, now: DeviceState): Witness {
  const checks = functionChecks(job.snapshot, job.device.model.functions);
  return witnessOf(job.snapshot, now, job.snapshot.facts['device read'] ?? null, checks);
}

function asideOf(job: JobView, state: DeviceState): string {
  const { reasons } = witnessHere(job, state);
  const wrong = reasons.filter(({ outcome }) => outcome === 'fail').length;
  const when = Number.isFinite(Date.parse(state.made)) ? `read ${moment(state.made)}` : 'read';
  return wrong > 0 ? `${when}: ${wrong} wrong` : when;
}

/** What a file says against the job, before it is kept. */
function Told(props: { job: JobView; reading: Reading; children: ReactNode; putAway: () => void }) {
  const { job, reading, children, putAway } = props;
  const { change, busy, error } = useJobChange(job);
  const state = stateOf(reading);
  const device = sameDevice(reading, job.device.serial);
  const keep = async () => {
    const { version } = job;
    const origin = 'probe file' as const;
    if (await change('recordFact', { version, value: state, origin }, { key: 'device read again' })) putAway();
  };
  return (
    <>
      <Ledger reasons={device ? [device] : []} />
      {state ? <Held job={job} now={state} /> : <p className="sub">Only a probe file tells of a whole device.</p>}
      <TroubleNote error={error} />
      <Foot note={device?.outcome === 'fail' ? 'Look twice: the file names another device.' : undefined}>
        {children}
        {state && (
          <Button variant="contained" disabled={busy} onClick={() => void keep()}>
            Keep what it says
          </Button>
        )}
      </Foot>
    </>
  );
}

function Held({ job, now }: { job: JobView; now: DeviceState }) {
  const { reasons, proves } = witnessHere(job, now);
  return (
    <>
      <NothingBefore job={job} />
      <Ledger reasons={reasons} />
      {proves.length > 0 && <p className="sub">It proves by itself: {proves.join(', ')}.</p>}
    </>
  );
}

function NothingBefore({ job }: { job: JobView }) {
  const before = job.snapshot.facts['device read'];
  if (before?.parts) return null;
  return (
    <p className="sub">
      {before
        ? 'The probe that read it when it came told of no parts: what is missing now cannot be told.'
        : 'Nothing was read of it when it came: what was switched and what is missing now cannot be told.'}
    </p>
  );
}
