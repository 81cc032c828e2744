import type { OldDrive } from '@udrel/core/facts';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import type { JobView } from '@udrel/contract/types';
import { bytesOfNominal, parseCapacity, soldName } from '@udrel/core/capacity';
import { DRIVE_CLASSES, type DriveClass, type Site } from '@udrel/core/fit';
import { negotiate, type Link } from '@udrel/core/links';
import { fieldTrouble } from '../../../api/problem';
import { describeSite } from '../../../format/parts';
import { Foot, Sheet, TroubleNote } from '../../../ui';
import { useTypedFact } from '../../../features/typed/typed-fact';
import { useJobChange } from '../../../features/job/useJobChange';
import { SERIAL_SLOTS } from '../../../ui/SerialField';
import styles from '../../../features/job/job.module.css';

/** The drive that is in the device now: its serial is what it is known by from here on. */
export function OldDriveForm({ job }: { job: JobView }) {
  const known = job.snapshot.facts['old drive'];
  const { sites } = job.device.model;
  const [given, setGiven] = useTypedFact(job, 'old drive', 'drive', {
    serial: known?.serial ?? '',
    maker: known?.maker ?? '',
    name: known?.name ?? '',
    size: known ? soldName(known.bytes, known.sectorSize) : '',
    class: known?.class ?? ('disk 5400' as DriveClass),
    siteId: known?.siteId ?? sites[0]?.id ?? '',
  });
  const [wrongSize, setWrongSize] = useState<string>();
  const { record, busy, error } = useJobChange(job);

  async function save(): Promise<void> {
    const bytes = bytesOf(given.size);
    setWrongSize(bytes === null ? 'Type a size such as 500 GB.' : undefined);
    const site = sites.find((one) => one.id === given.siteId);
    if (bytes === null || !site) return;
    const { serial, maker, name, siteId } = given;
    const drive: OldDrive = {
      serial: serial.toUpperCase(),
      maker,
      name,
      bytes,
      sectorSize: 512,
      class: given.class,
      link: linkOf(given.class, site),
      siteId,
    };
    await record('old drive', drive);
  }

  const field = (key: keyof typeof given, label: string, more = {}) => (
    <TextField
      label={label}
      value={given[key]}
      onChange={(event) => setGiven({ ...given, [key]: event.target.value })}
      error={fieldTrouble(error, `value.${key}`) !== undefined}
      helperText={fieldTrouble(error, `value.${key}`)}
      {...more}
    />
  );
  const native = { slotProps: { select: { native: true } } };
  return (
    <Sheet title="Old drive" aside={known ? 'read' : 'not read yet'}>
      <div className={styles.fields}>
        {field('serial', 'Serial, from its label', SERIAL_SLOTS)}
        {field('maker', 'Maker')}
        {field('name', 'Model')}
        {field('size', 'Capacity', wrongSize ? { error: true, helperText: wrongSize } : {})}
        <TextField
          select
          label="Kind"
          value={given.class}
          onChange={(event) => setGiven({ ...given, class: event.target.value as DriveClass })}
          {...native}
        >
          {DRIVE_CLASSES.map((one) => (
            <option key={one}>{one}</option>
          ))}
        </TextField>
        {field('siteId', 'Sits at', {
          select: true,
          ...native,
          children: sites.map((site) => (
            <option key={site.id} value={site.id}>
              {site.name}: {describeSite(site)}
            </option>
          )),
        })}
      </div>
      <TroubleNote error={error} />
      <div style={{ marginTop: 10 }}>
        <Foot>
          <Button variant={known ? 'outlined' : 'contained'} disabled={busy} onClick={() => void save()}>
            {known ? 'Correct the old drive' : 'Record the old drive'}
          </Button>
        </Foot>
      </div>
    </Sheet>
  );
}

/** Exact bytes: a nominal size means the sector count of that name, anything else is taken as typed. */
function bytesOf(text: string): number | null {
  const parsed = parseCapacity(text, 'GB');
  if (!parsed.ok || parsed.bytes < 1e9) return null;
  const nominal = parsed.bytes / 1e9;
  return Number.isInteger(nominal) && nominal >= 50 ? bytesOfNominal(nominal) : Math.floor(parsed.bytes / 512) * 512;
}

/** The link the drive has at its site: what its kind speaks, as far as the site carries it. */
function linkOf(driveClass: DriveClass, site: Site): Link {
  const generation = /^NVMe gen ([345])$/.exec(driveClass)?.[1];
  if (generation) {
    const own: Link = { kind: 'pcie', generation: Number(generation) as 3 | 4 | 5, lanes: 4 };
    const wired = site.form === 'm2' ? site.pcie : null;
    return (wired && negotiate({ kind: 'pcie', ...wired }, own)) ?? own;
  }
  return { kind: 'sata', generation: site.sata ?? 3 };
}
