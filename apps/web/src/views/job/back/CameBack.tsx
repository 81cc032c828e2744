import Button from '@mui/material/Button';
import type { JobView } from '@udrel/contract/types';
import { targetKey, RETURN_CAUSES } from '@udrel/core/facts';
import { TARGET_IDS } from '@udrel/core/layout';
import { atNoCharge } from '@udrel/core/steps';
import { Link } from 'react-router';
import { useJobQuery } from '../../../api/api';
import { Field, FormTrouble } from '../../../features/form/Field';
import { useFactForm } from '../../../features/form/kept-form';
import { dayOf } from '../../../format/time';
import { FactList, Foot, Loaded, Sheet } from '../../../ui';
import styles from '../../../features/job/job.module.css';
import { Claims } from './Claims';

/** A job that came back under guarantee: what was fitted then, why it came back, and what is claimed of the supplier for it. */
export function CameBack({ job }: { job: JobView }) {
  const back = job.snapshot.facts['guarantee return'];
  if (!back) return null;
  return (
    <>
      <Cause job={job} of={back.of} />
      <Claims job={job} />
    </>
  );
}

/** What an earlier job fitted, as it is asked for by its supplier. */
function fittedIn({ snapshot: { facts } }: JobView): { what: string; serial: string }[] {
  const memory = facts['memory choice'];
  return [
    ...TARGET_IDS.flatMap((on) => {
      const drive = facts[targetKey(on, 'choice')];
      return drive ? [{ what: `${drive.maker} ${drive.name}`, serial: drive.serial }] : [];
    }),
    ...(memory ? [{ what: `${memory.count} × ${memory.maker} ${memory.name}`, serial: 'no serial' }] : []),
  ];
}

function Cause({ job, of }: { job: JobView; of: string }) {
  const known = job.snapshot.facts['return cause'];
  const { currentData, error } = useJobQuery({ tag: of });
  const { form, busy, save } = useFactForm(job, 'return cause', {
    begin: { cause: known?.cause ?? 'a part of ours failed', serial: known?.serial ?? '', note: known?.note ?? '' },
    read: (body) => ({ ok: true, body }),
  });
  return (
    <Sheet title="Came back under guarantee" aside={atNoCharge(job.snapshot) ? 'nothing is charged' : 'it is charged'}>
      <Loaded data={currentData} error={error} what={`what was done as ${of}`}>
        {(before) => (
          <FactList
            rows={[
              [
                'worked on as',
                <Link key="of" to={`/jobs/${of}`}>
                  {of}
                </Link>,
              ],
              ['handed over', before.closedAt ? dayOf(before.closedAt) : 'not yet'],
              ['guaranteed until', before.guaranteedUntil ? dayOf(before.guaranteedUntil) : 'no guarantee'],
              ...fittedIn(before).map(({ what, serial }) => ['fitted then', `${what}, ${serial}`] as const),
            ]}
          />
        )}
      </Loaded>
      <div className={styles.fields} style={{ marginTop: 14 }}>
        <Field form={form} name="cause" label="Why it came back" choices={RETURN_CAUSES} />
        <Field form={form} name="serial" label="Serial of the part that failed" serial />
        <Field form={form} name="note" label="What was found" className={styles.wide ?? ''} />
      </div>
      <FormTrouble form={form} />
      <Foot
        note={
          known?.cause === 'something else'
            ? 'It is none of ours: it costs what work and parts cost, once the customer agrees.'
            : undefined
        }
      >
        <Button variant={known ? 'outlined' : 'contained'} disabled={busy} onClick={() => void save()}>
          {known ? 'Correct it' : 'Note it'}
        </Button>
      </Foot>
    </Sheet>
  );
}
