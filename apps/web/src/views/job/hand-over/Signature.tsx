import Button from '@mui/material/Button';
import { useWatch } from 'react-hook-form';
import type { JobView } from '@udrel/contract/types';
import { lossesOf } from '@udrel/core/steps';
import { missingOnArrival } from '@udrel/core/disassembly';
import { tellFact } from '../../../format/facts';
import { FactList, Foot, Sheet } from '../../../ui';
import { LossList } from '../../../ui/LossList';
import { Field, FormTrouble } from '../../../features/form/Field';
import { useFactForm } from '../../../features/form/kept-form';
import { HEIGHT, SignHere, WIDTH } from './SignHere';
import styles from '../../../features/job/job.module.css';

/** The customer's signature: drawn with a finger or pen, or the typed name alone for who cannot draw here. */
export function Signature({ job }: { job: JobView }) {
  const known = job.snapshot.facts.signature;
  const { form, busy, save } = useFactForm(job, 'signature', {
    begin: { name: '', path: '' },
    read: (typed) => ({ ok: true, body: { name: typed.name, path: typed.path || 'typed' } }),
  });
  const [name, path] = useWatch({ control: form.control, name: ['name', 'path'] });
  const draw = (drawn: string) => form.setValue('path', drawn);
  const step = job.procedure.steps.find((one) => one.id === (job.snapshot.end ? 'give back' : 'sign'));
  if (known) {
    return (
      <Sheet title="Signature" aside={known.name}>
        <svg
          viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
          width={WIDTH}
          height={HEIGHT}
          role="img"
          aria-label={`Signature of ${known.name}`}
        >
          <path d={drawable(known.path)} fill="none" stroke="var(--ink)" strokeWidth="2" />
        </svg>
      </Sheet>
    );
  }
  return (
    <Sheet
      title="Signature"
      aside={job.snapshot.end ? 'everything received back' : 'received in order, the old drive as noted'}
    >
      <SignedFor job={job} />
      <div className={styles.fields}>
        <Field form={form} name="name" className={styles.wide ?? ''} label="Name of who signs" />
        <div className={styles.wide}>
          <SignHere path={path} draw={draw} />
        </div>
      </div>
      <FormTrouble form={form} />
      <Foot note={step?.waitsFor[0]}>
        <Button disabled={path === ''} onClick={() => draw('')}>
          Clear
        </Button>
        <Button
          variant={step?.state === 'ready' ? 'contained' : 'outlined'}
          disabled={busy || step?.state === 'waiting' || name.trim() === ''}
          onClick={() => void save()}
        >
          Signed
        </Button>
      </Foot>
    </Sheet>
  );
}

/** What the customer has to know before signing: what was lost in the copy, how the old drive is, what was missing. */
function SignedFor({ job: { snapshot } }: { job: JobView }) {
  const lost = lossesOf(snapshot);
  const gone = missingOnArrival(snapshot.disassembly);
  const { health } = snapshot.facts;
  const told = health ? tellFact('health', health) : '';
  if (lost.length === 0 && gone.length === 0 && told === '') return null;
  return (
    <div style={{ marginBottom: 12 }}>
      <FactList
        rows={[
          ...(lost.length > 0 ? [['Lost in the copy', <LossList key="lost" losses={lost} />] as const] : []),
          ...(told ? [['Old drive’s health', told] as const] : []),
          ...(gone.length > 0 ? [['Missing on arrival', gone.join('; ')] as const] : []),
        ]}
      />
    </div>
  );
}

/** A typed signature has no strokes to draw. */
function drawable(path: string): string {
  return path === 'typed' ? '' : path;
}
