import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { may } from '@udrel/contract/permissions';
import type { JobView } from '@udrel/contract/types';
import { useSessionQuery } from '../../../api/api';
import { fieldTrouble } from '../../../api/problem';
import { useJobChange } from '../../../features/job/useJobChange';
import { TroubleNote } from '../../../ui';
import styles from './prove.module.css';

const KEYS = [
  ['setUpKey', 'set-up', 'Key of its set-up'],
  ['startMenuKey', 'start menu, this once', 'Key of its start menu'],
] as const;

/** How set-up and start menu are reached: what the model knows, and what a job shows of it for the next one. */
export function FirmwareKeys({ job }: { job: JobView }) {
  const { firmware } = job.device.model;
  const role = useSessionQuery().data?.staff?.role;
  const [typed, setTyped] = useState<Partial<Record<(typeof KEYS)[number][0], string>>>();
  const { change, busy, error } = useJobChange(job);
  const words = KEYS.flatMap(([key, name]) => (firmware[key] ? [`${name}: ${firmware[key]}`] : [])).join('; ');
  const teaches = role !== undefined && may(role, 'describe models') && !job.device.model.stub;
  async function teach(): Promise<void> {
    const told = KEYS.flatMap(([key]) => {
      const text = typed?.[key]?.trim();
      return text && text !== firmware[key] ? [[key, text]] : [];
    });
    if (told.length === 0) setTyped(undefined);
    else if (await change('teachFirmware', Object.fromEntries(told) as Record<string, string>)) setTyped(undefined);
  }
  return (
    <div className={styles.keys}>
      <span className="sub">
        {words ? `Keys while it powers on: ${words}.` : 'Nobody has noted the keys of its set-up and its start menu.'}
      </span>
      {typed &&
        KEYS.map(([key, , label]) => (
          <TextField
            key={key}
            size="small"
            label={label}
            value={typed[key] ?? firmware[key] ?? ''}
            onChange={(event) => setTyped({ ...typed, [key]: event.target.value })}
            error={fieldTrouble(error, key) !== undefined}
            helperText={fieldTrouble(error, key)}
          />
        ))}
      {teaches && (
        <Button size="small" disabled={busy} onClick={() => (typed ? void teach() : setTyped({}))}>
          {typed ? 'Note it at the model' : words ? 'It was another …' : 'Note them …'}
        </Button>
      )}
      {KEYS.every(([key]) => fieldTrouble(error, key) === undefined) && <TroubleNote error={error} />}
    </div>
  );
}
