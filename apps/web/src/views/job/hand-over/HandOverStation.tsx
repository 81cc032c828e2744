import Button from '@mui/material/Button';
import { useState } from 'react';
import type { JobView } from '@udrel/contract/types';
import { replacesDrive } from '@udrel/core/steps';
import { useQuoteQuery } from '../../../api/api';
import { fullMoment } from '../../../format/time';
import { money } from '../../../format/units';
import { FactList, Foot, OutcomeMark, Sheet, TroubleNote } from '../../../ui';
import { PaperButton } from '../../../ui/PaperButton';
import { useJobChange } from '../../../features/job/useJobChange';
import styles from '../../../features/job/job.module.css';
import { MoneySheet } from './MoneySheet';
import { KeptUntilForm } from '../end/EndForms';
import { ModulesStay, OldDriveStays } from './WhatStays';
import { Signature } from './Signature';
import { Papers } from './Papers';
import { Told } from './Told';

/** The customer's document, the old drive, the signature; then the job is closed. Its money is seen to afterwards too. */
export function HandOverStation({ job }: { job: JobView }) {
  return (
    <>
      <fieldset disabled={job.closedAt !== null} className={styles.work} aria-label="What goes to the customer">
        <div className={styles.column}>
          <Given job={job} />
        </div>
      </fieldset>
      <Papers job={job} />
      <Told job={job} />
      <MoneySheet job={job} />
      <Close job={job} />
    </>
  );
}

function Given({ job }: { job: JobView }) {
  const { end } = job.snapshot;
  if (end) return end.kind === 'not collected' ? <KeptUntilForm job={job} /> : <Signature job={job} />;
  return (
    <>
      {replacesDrive(job.snapshot) && <OldDriveStays job={job} />}
      <ModulesStay job={job} />
      <Document job={job} />
      <Signature job={job} />
    </>
  );
}

function Document({ job }: { job: JobView }) {
  const { record, busy, error } = useJobChange(job);
  const given = job.snapshot.facts['document given']?.given === true;
  const step = job.procedure.steps.find((one) => one.id === 'give document');
  return (
    <Sheet title="Customer document" aside={given ? 'given' : 'before and after, in words the customer understands'}>
      <TroubleNote error={error} />
      <Foot note={given ? <HasIt /> : step?.waitsFor[0]}>
        <PaperButton paper="document" tag={job.tag}>
          Print document
        </PaperButton>
        <Button
          variant={step?.state === 'ready' ? 'contained' : 'outlined'}
          disabled={busy || given || step?.state === 'waiting'}
          onClick={() => void record('document given', { given: true })}
        >
          Document given
        </Button>
      </Foot>
    </Sheet>
  );
}

function HasIt() {
  return (
    <>
      <OutcomeMark outcome="pass" /> the customer has it
    </>
  );
}

function Close({ job }: { job: JobView }) {
  const { change, busy, error } = useJobChange(job);
  const step = job.procedure.steps.find((one) => one.id === 'close job');
  const belongings = job.belongings
    .filter((belonging) => !belonging.back)
    .map(({ name, place }) => (place ? `${name} from ${place}` : name))
    .join(', ');
  const kept = job.snapshot.end?.kind === 'not collected';
  const quote = useQuoteQuery({ number: job.order }).currentData;
  const [open, setOpen] = useState(false);
  // Money that is open is said before it is too late to take it at the counter.
  const owed = quote ? quote.due + quote.over : 0;
  const asks = owed > 0 && !open && job.closedAt === null;
  return (
    <Sheet
      title={job.closedAt ? 'Closed' : 'Close the job'}
      aside={job.closedAt ? fullMoment(job.closedAt) : undefined}
    >
      <FactList
        rows={[
          [kept ? 'stays here' : 'give back', belongings || 'nothing is here any more'],
          ...(job.guaranteedUntil
            ? [['guaranteed until', fullMoment(job.guaranteedUntil).replace(/ at .*/, '')] as const]
            : []),
        ]}
      />
      <TroubleNote error={error} />
      {owed > 0 && quote && (
        <p role="status" className="danger">
          {quote.due > 0
            ? `${money(quote.due)} of order ${job.order} is not paid.`
            : `${money(quote.over)} of order ${job.order} is to be given back.`}
        </p>
      )}
      <Foot note={step?.waitsFor[0]}>
        <Button
          variant="contained"
          disabled={busy || step?.state !== 'ready' || !quote}
          onClick={() => (asks ? setOpen(true) : void change('closeJob', {}))}
        >
          {job.closedAt
            ? 'Closed'
            : open && owed > 0
              ? `Close with ${money(owed)} open`
              : kept
                ? 'Close it as kept'
                : 'Hand over and close'}
        </Button>
      </Foot>
    </Sheet>
  );
}
