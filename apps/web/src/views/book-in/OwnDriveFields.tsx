import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { M2_LENGTHS } from '@udrel/core/fit';
import { emptyOwn, OWN_SHAPES, type OwnDraft } from './own-drive';
import { SERIAL_SLOTS } from '../../ui/SerialField';
import styles from './book-in.module.css';

/** A drive that the customer brings along, from its label. What is on it is lost: that must be said. */
export function OwnDriveFields({
  own,
  change,
  trouble,
}: {
  own: OwnDraft | null;
  change: (own: OwnDraft | null) => void;
  trouble: (field: string) => string | undefined;
}) {
  if (!own) {
    return (
      <div className={styles.group}>
        <Button onClick={() => change(emptyOwn())}>The customer brings a drive</Button>
      </div>
    );
  }
  const set = (part: Partial<OwnDraft>) => change({ ...own, ...part });
  const field = (key: 'serial' | 'maker' | 'name' | 'size', label: string, at: string, more = {}) => {
    const wrong = trouble(`facts.own drive.${at}`);
    return (
      <TextField
        label={label}
        value={own[key]}
        onChange={(event) => set({ [key]: event.target.value })}
        error={wrong !== undefined}
        helperText={wrong}
        {...more}
      />
    );
  };
  const native = { slotProps: { select: { native: true } } };
  return (
    <fieldset className={styles.own}>
      <legend>The customer’s own drive</legend>
      {field('serial', 'Its serial', 'serial', SERIAL_SLOTS)}
      {field('maker', 'Its maker', 'drive.maker')}
      {field('name', 'Its model', 'drive.name')}
      {field('size', 'Its capacity', 'drive.bytes')}
      <TextField
        select
        label="Its shape"
        value={own.shape}
        onChange={(event) => set({ shape: event.target.value as OwnDraft['shape'] })}
        {...native}
      >
        {OWN_SHAPES.map((shape) => (
          <option key={shape}>{shape}</option>
        ))}
      </TextField>
      {own.shape !== '2.5 inch SATA' && (
        <TextField
          select
          label="Length and sides"
          value={`${own.length} ${own.doubleSided ? 'D' : 'S'}`}
          onChange={(event) => {
            const [length, sides] = event.target.value.split(' ');
            set({ length: Number(length) as OwnDraft['length'], doubleSided: sides === 'D' });
          }}
          {...native}
        >
          {M2_LENGTHS.flatMap((length) => [
            <option key={`${length}S`} value={`${length} S`}>
              22{length}, one side
            </option>,
            <option key={`${length}D`} value={`${length} D`}>
              22{length}, both sides
            </option>,
          ])}
        </TextField>
      )}
      <label className={styles.line}>
        <input
          type="checkbox"
          checked={own.mayBeOverwritten}
          onChange={(event) => set({ mayBeOverwritten: event.target.checked })}
        />
        The customer agrees that everything on it is lost
      </label>
      <div className={styles.line}>
        <Button onClick={() => change(null)}>No own drive</Button>
      </div>
    </fieldset>
  );
}
