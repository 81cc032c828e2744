import Button from '@mui/material/Button';
import { useState } from 'react';
import type { JobView } from '@udrel/contract/types';
import { FILE_SYSTEMS, PARTITION_KINDS, type Scheme, type SourceTable } from '@udrel/core/layout';
import type { Reason } from '@udrel/core/reason';
import { Foot, Ledger, Sheet, TroubleNote } from '../../../ui';
import { useTypedFact } from '../../../features/typed/typed-fact';
import { useJobChange } from '../../../features/job/useJobChange';
import { emptyRow, rowsOf, tableOf, usualRows, type PartitionRow } from './partition-rows';
import styles from './partition.module.css';

/** The partitions of the old drive, in the order in which they lie on it. */
export function PartitionForm({ job }: { job: JobView }) {
  const known = job.snapshot.facts['partition table'];
  const drive = job.snapshot.facts['old drive'];
  const [scheme, setScheme] = useTypedFact<Scheme>(job, 'partition table', 'scheme', known?.scheme ?? 'gpt');
  const [rows, setRows] = useTypedFact<PartitionRow[]>(job, 'partition table', 'rows', () =>
    known ? rowsOf(known) : [emptyRow()],
  );
  const [wrong, setWrong] = useState<{ row: number; sentence: string }>();
  const { record, busy, error } = useJobChange(job);
  const set = (index: number, part: Partial<PartitionRow>) =>
    setRows(rows.map((row, n) => (n === index ? { ...row, ...part } : row)));

  async function save(list = rows): Promise<void> {
    const typed = tableOf(scheme, list, drive?.bytes ?? Infinity, known);
    setWrong(typed.ok ? undefined : typed);
    if (typed.ok) await record('partition table', typed.table);
  }

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
          {rows.map((row, index) => (
            <tr key={index} className={wrong?.row === index ? styles.wrong : undefined}>
              <td>
                <input
                  aria-label={`Name ${index + 1}`}
                  value={row.name}
                  onChange={(e) => set(index, { name: e.target.value })}
                />
              </td>
              <td>
                <Choice
                  label={`Kind ${index + 1}`}
                  value={row.kind}
                  options={PARTITION_KINDS}
                  choose={(kind) => set(index, { kind })}
                />
                {whyOf(known, row, index) && <span className="sub">{whyOf(known, row, index)}</span>}
              </td>
              <td>
                <Choice
                  label={`File system ${index + 1}`}
                  value={row.fileSystem}
                  options={FILE_SYSTEMS}
                  choose={(fileSystem) => set(index, { fileSystem })}
                />
              </td>
              <td>
                <input
                  aria-label={`Size ${index + 1}`}
                  className={styles.size}
                  value={row.size}
                  placeholder="465.2 GiB"
                  onChange={(e) => set(index, { size: e.target.value })}
                />
              </td>
              <td>
                <input
                  aria-label={`Used ${index + 1}`}
                  className={styles.size}
                  value={row.used}
                  placeholder="not known"
                  onChange={(e) => set(index, { used: e.target.value })}
                />
              </td>
              <td>
                <input
                  type="checkbox"
                  aria-label={`Encrypted ${index + 1}`}
                  checked={row.encrypted}
                  onChange={(e) => set(index, { encrypted: e.target.checked })}
                />
              </td>
              <td className="figure">
                <Button
                  aria-label={`Remove ${row.name || `row ${index + 1}`}`}
                  onClick={() => setRows(rows.filter((_row, n) => n !== index))}
                >
                  ×
                </Button>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {wrong && (
        <p className="danger" role="alert">
          Row {wrong.row + 1}: {wrong.sentence}
        </p>
      )}
      <TroubleNote error={error} />
      <WhichSystem
        rows={rows}
        busy={busy}
        say={(chosen) => {
          const told = rows.map((row, index): PartitionRow => {
            if (index === chosen) return { ...row, kind: 'system' };
            return row.kind === 'not known' ? { ...row, kind: 'data' } : row;
          });
          setRows(told);
          void save(told);
        }}
      />
      {known?.remarks && known.remarks.length > 0 && (
        <div style={{ marginTop: 10 }}>
          <Ledger reasons={remarksOf(known)} />
        </div>
      )}
      <div style={{ marginTop: 10 }}>
        <Foot note={<Choice label="Scheme" value={scheme} options={['gpt', 'mbr'] as const} choose={setScheme} />}>
          <Button disabled={!drive} onClick={() => setRows(usualRows(drive?.bytes ?? 0))}>
            Usual table
          </Button>
          <Button onClick={() => setRows([...rows, emptyRow()])}>Another partition</Button>
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

function Choice<T extends string>(props: {
  label: string;
  value: T;
  options: readonly T[];
  choose: (value: T) => void;
}) {
  const { label, value, options, choose } = props;
  return (
    <select
      className={styles.choice}
      aria-label={label}
      value={value}
      onChange={(event) => choose(event.target.value as T)}
    >
      {options.map((option) => (
        <option key={option} value={option}>
          {option === 'gpt' || option === 'mbr' ? option.toUpperCase() : option}
        </option>
      ))}
    </select>
  );
}
