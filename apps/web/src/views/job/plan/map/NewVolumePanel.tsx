import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { binary } from '@udrel/core/capacity';
import { FILE_SYSTEMS, parseSize, targetName, type NewVolume, type PlannedVolume } from '@udrel/core/layout';
import { Sheet } from '../../../../ui';
import type { Plan } from './usePlan';
import styles from './plan.module.css';

/** What tools make afresh. */
const MADE: readonly NewVolume['fileSystem'][] = FILE_SYSTEMS.filter((one) =>
  ['NTFS', 'exFAT', 'FAT32', 'ext4', 'APFS', 'btrfs'].includes(one),
);

const NAME_LENGTH = 36;

/** A volume that is made anew: its name, its size, or away with it. */
export function NewVolumePanel({
  plan,
  made,
  select,
}: {
  plan: Plan;
  made: PlannedVolume;
  select: (id: string) => void;
}) {
  const { volume, target, takes } = made;
  const { intent } = plan.draft;
  const size = binary(target?.bytes ?? volume.bytes).replaceAll(',', '');
  const [name, setName] = useState(volume.name);
  const [text, setText] = useState(size);
  const [wrong, setWrong] = useState<string>();
  const put = (over: Partial<NewVolume>) =>
    plan.change({ made: intent.made.map((one) => (one.id === volume.id ? { ...one, ...over } : one)) });

  function takeSize(): void {
    const drive = plan.layout.targets.find(({ id }) => id === volume.on);
    if (!drive) return setWrong('The drive that it goes to is not known yet.');
    const parsed = parseSize(text, drive);
    setWrong(parsed.ok ? undefined : parsed.sentence);
    if (!parsed.ok) return;
    if ('rest' in parsed) plan.change({ spare: { to: 'partition', id: volume.id } });
    else put({ bytes: parsed.bytes });
  }

  return (
    <Sheet title={volume.name} aside={takes ? `files of ${takes.name} come onto it` : 'made anew'}>
      <TextField
        label="Name"
        value={name}
        onChange={(event) => setName(event.target.value.slice(0, NAME_LENGTH))}
        onBlur={() => name.trim() !== '' && name !== volume.name && put({ name: name.trim() })}
        error={name.trim() === ''}
        helperText={name.trim() === '' ? 'A volume has a name.' : undefined}
      />
      <div className={styles.sizeRow} style={{ marginTop: 10 }}>
        <label htmlFor="plan-size">Size on the {targetName(volume.on)}</label>
        <input
          id="plan-size"
          className={styles.size}
          value={text}
          onChange={(event) => setText(event.target.value)}
          onKeyDown={(event) => event.key === 'Enter' && takeSize()}
          onBlur={() => text !== size && takeSize()}
        />
      </div>
      {wrong && (
        <p className="danger" role="alert">
          {wrong}
        </p>
      )}
      {volume.kind === 'data' && (
        <label className={styles.sizeRow}>
          File system
          <select
            value={volume.fileSystem}
            onChange={(event) => put({ fileSystem: event.target.value as NewVolume['fileSystem'] })}
          >
            {MADE.map((one) => (
              <option key={one}>{one}</option>
            ))}
          </select>
        </label>
      )}
      <div className={styles.buttons}>
        <Button
          onClick={() => {
            plan.change({ made: intent.made.filter(({ id }) => id !== volume.id) });
            select('');
          }}
        >
          Do not make it
        </Button>
      </div>
    </Sheet>
  );
}
