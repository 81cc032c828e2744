import Close from '@mui/icons-material/Close';
import Button from '@mui/material/Button';
import { useFieldArray, useWatch, type FieldPath } from 'react-hook-form';
import type { JobView } from '@udrel/contract/types';
import { binary } from '@udrel/core/capacity';
import {
  FILE_SYSTEMS,
  PARTITION_KINDS,
  tellCleared,
  type Scheme,
  type SourcePartition,
  type SourceTable,
} from '@udrel/core/layout';
import type { Reason } from '@udrel/core/reason';
import { Foot, Ledger, Sheet } from '../../../ui';
import { FormTrouble } from '../../../features/form/Field';
import { useFactForm, type FactForm } from '../../../features/form/kept-form';
import { emptyRow, rowsOf, tableOf, usualRows, type PartitionRow } from './partition-rows';
import styles from './partition.module.css';

interface Drafted {
  scheme: Scheme;
  rows: PartitionRow[];
}

/** The partitions of the old drive, in the order in which they lie on it. */
export function PartitionForm({ job }: { job: JobView }) {
  const known = job.snapshot.facts['partition table'];
  const drive = job.snapshot.facts['old drive'];
  const { form, busy, save } = useFactForm(job, 'partition table', {
    begin: { scheme: known?.scheme ?? 'gpt', rows: known ? rowsOf(known) : [emptyRow()] } as Drafted,
    read: ({ scheme, rows }) => {
      const typed = tableOf(scheme, rows, drive?.bytes ?? Infinity, known);
      if (typed.ok) return { ok: true, body: typed.table };
      return { ok: false, problems: [{ field: `rows.${typed.row}.root`, sentence: typed.sentence }] };
    },
    nameOf: (field) => field.replace(/^partitions/, 'rows'),
  });
  const { control, formState } = form;
  const { fields, append, remove, replace } = useFieldArray({ control, name: 'rows', keyName: 'key' });
  const rows = useWatch({ control, name: 'rows' });
  const wrong = wrongRow(formState.errors.rows);
  const at = { form };

  return (
    <Sheet title="Partitions" aside={known ? `${known.partitions.length} read` : 'not read yet'}>
      <table className={styles.table}>
        <thead>
          <tr>
            <th>Name</th>
            <th>Kind</th>
            <th>File system</th>
            <th className="figure">Size</th>
            <th className="figure">Used</th>
            <th>Encrypted</th>
            <th>
              <span className="unseen">Remove</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {fields.map(({ key }, index) => {
            const row = rows[index];
            const why = row && whyOf(known, row, index);
            return (
              <tr key={key} className={wrong?.row === index ? styles.wrong : undefined}>
                <td>
                  <input aria-label={`Name ${index + 1}`} {...form.register(`rows.${index}.name`)} />
                </td>
                <td>
                  <Choice {...at} label={`Kind ${index + 1}`} name={`rows.${index}.kind`} options={PARTITION_KINDS} />
                  {why && <span className="sub">{why}</span>}
                </td>
                <td>
                  <Choice
                    {...at}
                    label={`File system ${index + 1}`}
                    name={`rows.${index}.fileSystem`}
                    options={FILE_SYSTEMS}
                  />
                </td>
                <td>
                  <input
                    aria-label={`Size ${index + 1}`}
                    className={styles.size}
                    placeholder="465.2 GiB"
                    {...form.register(`rows.${index}.size`)}
                  />
                </td>
                <td>
                  <input
                    aria-label={`Used ${index + 1}`}
                    className={styles.size}
                    placeholder="not known"
                    {...form.register(`rows.${index}.used`)}
                  />
                </td>
                <td>
                  <input
                    type="checkbox"
                    aria-label={`Encrypted ${index + 1}`}
                    {...form.register(`rows.${index}.encrypted`)}
                  />
                </td>
                <td className="figure">
                  <Button aria-label={`Remove ${row?.name || `row ${index + 1}`}`} onClick={() => remove(index)}>
                    <Close fontSize="small" />
                  </Button>
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
      {wrong && (
        <p className="danger" role="alert">
          Row {wrong.row + 1}: {wrong.sentence}
        </p>
      )}
      <FormTrouble form={form} />
      <WhichSystem
        rows={rows}
        busy={busy}
        say={(chosen) => {
          const told = rows.map((row, index): PartitionRow => {
            if (index === chosen) return { ...row, kind: 'system' };
            return row.kind === 'not known' ? { ...row, kind: 'data' } : row;
          });
          replace(told);
          void save();
        }}
      />
      {known?.partitions.map((one) => {
        const further = furtherOf(one);
        return further && <p key={one.id} className="sub">{`${one.name} ${further}.`}</p>;
      })}
      {known?.remarks && known.remarks.length > 0 && (
        <div style={{ marginTop: 10 }}>
          <Ledger reasons={remarksOf(known)} />
        </div>
      )}
      <div style={{ marginTop: 10 }}>
        <Foot note={<Choice {...at} label="Scheme" name="scheme" options={['gpt', 'mbr']} />}>
          <Button disabled={!drive} onClick={() => replace(usualRows(drive?.bytes ?? 0))}>
            Usual table
          </Button>
          <Button onClick={() => append(emptyRow())}>Another partition</Button>
          <Button
            variant={known ? 'outlined' : 'contained'}
            disabled={busy || rows.length === 0}
            onClick={() => void save()}
          >
            {known ? 'Correct the partitions' : 'Record the partitions'}
          </Button>
        </Foot>
      </div>
    </Sheet>
  );
}

/** What says of which kind a partition is, while it stands as it was read. */
function whyOf(known: SourceTable | undefined, { name, kind }: PartitionRow, index: number): string | undefined {
  const read = known?.partitions[index];
  return read?.name === name && read.kind === kind ? read.why : undefined;
}

/** What lies in a partition as it was read, and what of it can go. */
function furtherOf({ holds = [], clearable = [] }: SourcePartition): string {
  const inside = holds.map((one) => `${one.name} ${binary(one.bytes)}`).join(', ');
  const can = clearable.length > 0 && `has what can go before the copy: ${tellCleared(clearable)}`;
  return [inside && `holds ${inside}`, can].filter(Boolean).join('; ');
}

/** What the readers found wrong, with the names of the partitions that it is about. */
function remarksOf({ remarks = [], partitions }: SourceTable): Reason[] {
  return remarks.map(({ about, ...remark }) => {
    const named = partitions.find(({ id }) => id === about)?.name;
    return named ? { ...remark, sentence: `${named}: ${remark.sentence}` } : remark;
  });
}

/** Where several volumes can hold the system and nothing says which: whoever looks into them says it. */
function WhichSystem(props: { rows: readonly PartitionRow[]; busy: boolean; say: (index: number) => void }) {
  const open = [...props.rows.entries()].filter(([, { kind }]) => kind === 'not known');
  if (open.length === 0) return null;
  return (
    <fieldset className={styles.which}>
      <legend>
        Which of them holds the system? Look into them: there are folders such as Windows, or etc and usr.
      </legend>
      {open.map(([index, { name, size }]) => (
        <Button key={index} disabled={props.busy} onClick={() => props.say(index)}>
          {name}, {size}
        </Button>
      ))}
    </fieldset>
  );
}

type Form = FactForm<Drafted, 'partition table'>['form'];

/** The first row that something is wrong with. */
function wrongRow(errors: Form['formState']['errors']['rows']): { row: number; sentence: string } | null {
  for (const [row, fields] of Object.entries(errors ?? {})) {
    const told = Object.values((fields ?? {}) as Record<string, { message?: string }>).find((one) => one?.message);
    if (told?.message) return { row: Number(row), sentence: told.message };
  }
  return null;
}

function Choice(props: { form: Form; name: FieldPath<Drafted>; label: string; options: readonly string[] }) {
  const { form, name, label, options } = props;
  return (
    <select className={styles.choice} aria-label={label} {...form.register(name)}>
      {options.map((option) => (
        <option key={option} value={option}>
          {option === 'gpt' || option === 'mbr' ? option.toUpperCase() : option}
        </option>
      ))}
    </select>
  );
}
