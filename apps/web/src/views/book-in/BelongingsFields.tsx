import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import type { DeviceDraft } from './draft';
import styles from './book-in.module.css';

/** Things left with us, each with a storage place. */
export function BelongingsFields({
  belongings,
  change,
}: {
  belongings: DeviceDraft['belongings'];
  change: (belongings: DeviceDraft['belongings']) => void;
}) {
  const set = (index: number, part: Partial<DeviceDraft['belongings'][number]>) =>
    change(belongings.map((belonging, n) => (n === index ? { ...belonging, ...part } : belonging)));
  return (
    <>
      {belongings.map((belonging, index) => (
        <div key={index} className={styles.belongings}>
          <TextField
            label={index === 0 ? 'Left with us: charger, dock …' : 'Left with us'}
            value={belonging.name}
            onChange={(event) => set(index, { name: event.target.value })}
          />
          <TextField
            label="Storage place"
            value={belonging.place}
            onChange={(event) => set(index, { place: event.target.value })}
          />
          {index === belongings.length - 1 ? (
            <Button onClick={() => change([...belongings, { name: '', place: '' }])}>Another</Button>
          ) : (
            <Button onClick={() => change(belongings.filter((_belonging, n) => n !== index))}>Remove</Button>
          )}
        </div>
      ))}
    </>
  );
}
