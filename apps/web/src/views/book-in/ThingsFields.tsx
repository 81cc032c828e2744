import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import type { DeviceDraft } from './draft';
import styles from './book-in.module.css';

/** Things left with us, each with a storage place. */
export function ThingsFields({
  things,
  change,
}: {
  things: DeviceDraft['things'];
  change: (things: DeviceDraft['things']) => void;
}) {
  const set = (index: number, part: Partial<DeviceDraft['things'][number]>) =>
    change(things.map((thing, n) => (n === index ? { ...thing, ...part } : thing)));
  return (
    <>
      {things.map((thing, index) => (
        <div key={index} className={styles.things}>
          <TextField
            label={index === 0 ? 'Left with us: charger, dock …' : 'Left with us'}
            value={thing.name}
            onChange={(event) => set(index, { name: event.target.value })}
          />
          <TextField
            label="Storage place"
            value={thing.place}
            onChange={(event) => set(index, { place: event.target.value })}
          />
          {index === things.length - 1 ? (
            <Button onClick={() => change([...things, { name: '', place: '' }])}>Another</Button>
          ) : (
            <Button onClick={() => change(things.filter((_thing, n) => n !== index))}>Remove</Button>
          )}
        </div>
      ))}
    </>
  );
}
