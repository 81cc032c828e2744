import type { JobFacts } from '@udrel/core/facts';
import Close from '@mui/icons-material/Close';
import Button from '@mui/material/Button';
import { useFieldArray } from 'react-hook-form';
import type { JobView } from '@udrel/contract/types';
import { binary, parseCapacity, soldName } from '@udrel/core/capacity';
import { DRIVE_CLASSES, type DriveClass } from '@udrel/core/fit';
import { copies, replacesDrive } from '@udrel/core/steps';
import { Foot, Sheet } from '../../../ui';
import { Field, FormTrouble } from '../../../features/form/Field';
import { useFactForm } from '../../../features/form/kept-form';
import type { FieldProblem, Read } from '../../../features/form/shaped-form';
import styles from '../../../features/job/job.module.css';

type Row = Record<'serial' | 'name' | 'size' | 'siteId' | 'used' | 'class', string>;

const NOTHING: Row = { serial: '', name: '', size: '', siteId: '', used: '', class: '' };

/** The drives as they were typed. */
function drivesOf(rows: readonly Row[]): Read<NonNullable<JobFacts['other drives']>> {
  const problems: FieldProblem[] = [];
  const drives = rows.map(({ serial, name, siteId, size, used, class: kind }, index) => {
    const parsed = parseCapacity(size, 'GB');
    const bytes = parsed.ok ? parsed.bytes : 0;
    const taken = used.trim() === '' ? null : parseCapacity(used, 'GiB');
    if (!parsed.ok) problems.push({ field: `drives.${index}.bytes`, sentence: 'Type a size such as 1 TB.' });
    if (taken && (!taken.ok || taken.bytes > bytes))
      problems.push({ field: `drives.${index}.used`, sentence: 'Type what it uses, such as 310 GiB, or nothing.' });
    return {
      serial: serial.toUpperCase(),
      name,
      siteId,
      bytes,
      ...(taken?.ok ? { used: taken.bytes } : {}),
      ...(isClass(kind) ? { class: kind } : {}),
    };
  });
  return problems.length > 0 ? { ok: false, problems } : { ok: true, body: { drives } };
}

const isClass = (word: string): word is DriveClass => DRIVE_CLASSES.some((one) => one === word);

/** Drives that are in the device too: nothing else can sit where they are. */
export function OtherDrivesForm({ job }: { job: JobView }) {
  const known = job.snapshot.facts['other drives'];
  const { sites } = job.device.model;
  const { form, busy, save } = useFactForm(job, 'other drives', {
    begin: {
      rows: (known?.drives ?? []).map(({ bytes, used, class: kind = '', ...one }): Row => ({
        ...one,
        size: soldName(bytes),
        used: used === undefined ? '' : binary(used),
        class: kind,
      })),
    },
    read: ({ rows }) => drivesOf(rows),
    nameOf: (field) => field.replace(/^drives/, 'rows').replace(/bytes$/, 'size'),
  });
  const { fields: rows, append, remove } = useFieldArray({ control: form.control, name: 'rows', keyName: 'key' });
  return (
    <Sheet title="Other drives in the device" aside={known ? `${known.drives.length || 'none'}` : 'not noted'}>
      {rows.map(({ key }, index) => (
        <div key={key} className={styles.others}>
          <Field form={form} name={`rows.${index}.serial`} label="Serial" />
          <Field form={form} name={`rows.${index}.name`} label="Maker and model" />
          <Field form={form} name={`rows.${index}.size`} label="Capacity" />
          <Field
            form={form}
            name={`rows.${index}.siteId`}
            label="Sits at"
            choices={sites.map(({ id, name }) => [id, name] as const)}
          />
          <Field
            form={form}
            name={`rows.${index}.class`}
            label="Kind"
            choices={[['', 'not noted'], ...DRIVE_CLASSES]}
          />
          <Field form={form} name={`rows.${index}.used`} label="Used, if known" />
          <Button aria-label={`Remove drive ${index + 1}`} onClick={() => remove(index)}>
            <Close fontSize="small" />
          </Button>
        </div>
      ))}
      <FormTrouble form={form} />
      <Foot
        note={
          copies(job.snapshot)
            ? 'Whether their files come onto the new drive is decided in Match.'
            : 'They stay where they are.'
        }
      >
        <Button onClick={() => append({ ...NOTHING, siteId: sites.at(-1)?.id ?? '' })}>Another drive</Button>
        <Button
          disabled={busy || (rows.length === 0 && !known && replacesDrive(job.snapshot))}
          onClick={() => void save()}
        >
          {known
            ? 'Correct the other drives'
            : rows.length === 0
              ? 'No other drive is in it'
              : 'Record the other drives'}
        </Button>
      </Foot>
    </Sheet>
  );
}
