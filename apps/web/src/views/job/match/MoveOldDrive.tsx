import type { M2Length } from '@udrel/core/fit';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import type { JobView } from '@udrel/contract/types';
import { occupant, wants } from '@udrel/core/steps';
import { fieldTrouble } from '../../../api/problem';
import { Foot, Sheet, TroubleNote } from '../../../ui';
import { useJobChange } from '../../../features/job/useJobChange';
import { typedFigure } from '../../../format/shop-formats';

/** The old drive can stay in the device for data, at another site: which, and what has to be measured of it for that. */
export function MoveOldDrive({ job }: { job: JobView }) {
  const { change, busy, error } = useJobChange(job);
  const { facts } = job.snapshot;
  const { 'old drive': old, 'old drive moves': moved } = facts;
  const { sites } = job.device.model;
  const from = sites.find((site) => site.id === old?.siteId);
  const free = sites.filter(
    (site) => site.form !== 'soldered' && site.id !== old?.siteId && occupant(job.snapshot, site.id, 'old') === null,
  );
  const [siteId, setSiteId] = useState(free[0]?.id ?? '');
  const [length, setLength] = useState('');
  const [height, setHeight] = useState('');
  if (!old || !from || from.form === 'soldered' || sites.length < 2) return null;
  if (moved) {
    const to = sites.find((site) => site.id === moved.siteId)?.name ?? moved.siteId;
    const parts = moved.partsNeeded.length > 0 ? ` It needs ${moved.partsNeeded.join(', ')}.` : '';
    return (
      <Sheet title="The old drive stays in the device" aside={`at ${to}, for data`}>
        <p>
          {old.maker} {old.name} moves to {to} once the device has started without it.{parts}
        </p>
        <TroubleNote error={error} />
        <Foot>
          <Button
            disabled={busy}
            onClick={() => void change('moveOldDrive', { siteId: '', length: null, height: null })}
          >
            It does not move
          </Button>
        </Foot>
      </Sheet>
    );
  }
  if (free.length === 0 || wants(job.snapshot, 'new drive beside')) return null;
  const measure = (label: string, field: 'length' | 'height', value: string, set: (value: string) => void) => (
    <TextField
      label={label}
      value={value}
      onChange={(event) => set(event.target.value)}
      error={fieldTrouble(error, field) !== undefined}
      helperText={fieldTrouble(error, field)}
      sx={{ width: 150 }}
    />
  );
  const figure = (text: string) => (text.trim() === '' ? null : typedFigure(text));
  const wrong = ['siteId', 'length', 'height'].some((field) => fieldTrouble(error, field) !== undefined);
  return (
    <Sheet title="Keep the old drive for data" aside="at another site of the device">
      {!wrong && <TroubleNote error={error} />}
      <Foot note={fieldTrouble(error, 'siteId')}>
        <TextField
          label="Site"
          select
          value={siteId}
          onChange={(event) => setSiteId(event.target.value)}
          sx={{ width: 150 }}
          slotProps={{ select: { native: true } }}
        >
          {free.map((site) => (
            <option key={site.id} value={site.id}>
              {site.name}
            </option>
          ))}
        </TextField>
        {(from.form === 'm2' || from.form === 'pcie') && measure('Card length, mm', 'length', length, setLength)}
        {from.form !== 'msata' && measure('Height, mm', 'height', height, setHeight)}
        <Button
          disabled={busy}
          onClick={() =>
            void change('moveOldDrive', { siteId, length: figure(length) as M2Length | null, height: figure(height) })
          }
        >
          See whether it fits, and move it
        </Button>
      </Foot>
    </Sheet>
  );
}
