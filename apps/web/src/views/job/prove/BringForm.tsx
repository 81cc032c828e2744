import type { JobView } from '@udrel/contract/types';
import { filesToBring } from '@udrel/core/steps';
import { Field, FormTrouble } from '../../../features/form/Field';
import { useFactForm } from '../../../features/form/kept-form';
import { range } from '../../../format/time';
import { Sheet } from '../../../ui';
import { RecordFoot } from '../../../features/job/RecordFoot';
import styles from '../../../features/job/job.module.css';
import { destroysData, STAYS } from '@udrel/core/custody';

const BROUGHT = ['brought and checked', 'not brought'] as const;
const WHERE = ['', ...STAYS.filter((way) => !destroysData(way))];
/** With what was noted before, in whatever words. */
const whereOf = (noted = '') => [...new Set<string>([...WHERE, noted])];

/** Files of other drives of the device come onto the new one: what was brought, how it was checked, where they are now. */
export function BringForm({ job }: { job: JobView }) {
  const { 'files brought': known, plan } = job.snapshot.facts;
  const list = filesToBring(job.snapshot);
  const { form, busy, save } = useFactForm(job, 'files brought', {
    begin: {
      drives: list.map(({ serial, known: one }) => ({
        serial,
        result: one ? BROUGHT[one.brought ? 0 : 1] : '',
        note: one?.note ?? '',
        where: one?.where ?? '',
      })),
    },
    read: ({ drives }) => {
      const open = drives.flatMap(({ result }, index) => (result === '' ? [index] : []));
      const problems = open.map((index) => ({ field: `drives.${index}.result`, sentence: 'Say which.' }));
      if (problems.length > 0) return { ok: false, problems };
      return {
        ok: true,
        body: { drives: drives.map(({ result, ...one }) => ({ ...one, brought: result === BROUGHT[0] })) },
      };
    },
  });
  const step = job.procedure.steps.find(({ id }) => id === 'bring files');
  if (!step) return null;
  return (
    <Sheet title={step.title} aside={known ? 'recorded' : undefined}>
      <p className="sub">
        With the device started from its new drive, folder by folder; then look at them there: as many, as large, and
        some of each kind opened. Nothing is cleared off the drive that they come from.
      </p>
      {list.map(({ volume, serial, name }, index) => {
        const run = plan?.work.find(({ about, estimate }) => about === volume.id && estimate.kind === 'bring files');
        return (
          <div key={serial} role="group" className={styles.fields} aria-label={`Files of ${name}`}>
            <p className={styles.full}>
              <b>{name}</b> <span className="mono">{serial}</span> onto {volume.name}
              {run && <span className="sub"> about {range(run.estimate.low, run.estimate.high)}</span>}
            </p>
            <Field form={form} name={`drives.${index}.result`} label="Its files" choices={['', ...BROUGHT]} />
            <Field
              form={form}
              name={`drives.${index}.where`}
              label="The drive now"
              choices={whereOf(known?.drives[index]?.where)}
            />
            <Field
              form={form}
              name={`drives.${index}.note`}
              className={styles.full ?? ''}
              label="How many, how large, how checked; or why not"
            />
          </div>
        );
      })}
      <FormTrouble form={form} />
      <RecordFoot step={step} known={known !== undefined} busy={busy} save={save} />
    </Sheet>
  );
}
