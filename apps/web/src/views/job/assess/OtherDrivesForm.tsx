import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import type { JobView } from '@udrel/contract/types';
import { parseCapacity, soldName } from '@udrel/core/capacity';
import { replacesDrive } from '@udrel/core/steps';
import { fieldTrouble } from '../../../api/problem';
import { Foot, Sheet, TroubleNote } from '../../../ui';
import { useTypedFact } from '../../../features/typed/typed-fact';
import { useJobChange } from '../../../features/job/useJobChange';
import styles from '../../../features/job/job.module.css';

interface Row {
  serial: string;
  name: string;
  size: string;
  siteId: string;
}

/** Drives that are in the device too and stay: nothing else can sit where they are. */
export function OtherDrivesForm({ job }: { job: JobView }) {
  const known = job.snapshot.facts['other drives'];
  const { sites } = job.device.model;
  const [rows, setRows] = useTypedFact<Row[]>(job, 'other drives', 'rows', () =>
    (known?.drives ?? []).map(({ bytes, ...one }) => ({ ...one, size: soldName(bytes) })),
  );
  const [wrong, setWrong] = useState<number>();
  const { record, busy, error } = useJobChange(job);
  const set = (index: number, part: Partial<Row>) =>
    setRows(rows.map((row, n) => (n === index ? { ...row, ...part } : row)));

  async function save(): Promise<void> {
    const sizes = rows.map((row) => parseCapacity(row.size, 'GB'));
    const bad = sizes.findIndex((size) => !size.ok);
    setWrong(bad < 0 ? undefined : bad);
    if (bad >= 0) return;
    const drives = rows.map(({ serial, name, siteId }, n) => {
      const size = sizes[n];
      return { serial: serial.toUpperCase(), name, siteId, bytes: size?.ok ? size.bytes : 0 };
    });
    await record('other drives', { drives });
  }

  return (
    <Sheet title="Other drives in the device" aside={known ? `${known.drives.length || 'none'}` : 'not noted'}>
      {rows.map((row, index) => {
        const trouble = (field: string) => fieldTrouble(error, `value.drives.${index}.${field}`);
        const field = (key: keyof Row, label: string) => ({
          label,
          value: row[key],
          error: trouble(key) !== undefined,
          helperText: trouble(key),
          onChange: (event: { target: { value: string } }) => set(index, { [key]: event.target.value }),
        });
        return (
          <div key={index} className={styles.others}>
            <TextField {...field('serial', 'Serial')} />
            <TextField {...field('name', 'Maker and model')} />
            <TextField
              {...field('size', 'Capacity')}
              {...(wrong === index ? { error: true, helperText: 'Type a size such as 1 TB.' } : {})}
            />
            <TextField {...field('siteId', 'Sits at')} select slotProps={{ select: { native: true } }}>
              {sites.map((site) => (
                <option key={site.id} value={site.id}>
                  {site.name}
                </option>
              ))}
            </TextField>
            <Button
              aria-label={`Remove drive ${index + 1}`}
              onClick={() => setRows(rows.filter((_row, n) => n !== index))}
            >
              ×
            </Button>
          </div>
        );
      })}
      <TroubleNote error={error} />
      <Foot note="They stay where they are.">
        <Button onClick={() => setRows([...rows, { serial: '', name: '', size: '', siteId: sites.at(-1)?.id ?? '' }])}>
          Another drive
        </Button>
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
