import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { DayField } from '../../ui/days/DayField';
import { useAddress } from './address';

/** Fields of a filter, each of which stands in the address under its name. */
interface Field {
  name: string;
  label: string;
}

/**
 * A field whose value stands in the address. The address follows a moment later: until then the field shows what was typed,
 * or the next key would be typed onto what stood there before.
 */
function useField(name: string): { value: string; set: (value: string) => void; onBlur: () => void } {
  const { given, change } = useAddress();
  const [typed, setTyped] = useState<string | null>(null);
  const told = given.get(name) ?? '';
  if (typed === told) setTyped(null);
  const set = (value: string) => {
    setTyped(value);
    change((next) => {
      if (value) next.set(name, value);
      else next.delete(name);
    });
  };
  return { value: typed ?? told, set, onBlur: () => setTyped(null) };
}

/** Words; `wrong` is what is said instead of the label where what was typed filters nothing. */
export function TypedFilter({ name, label, width, wrong }: Field & { width: number; wrong?: string | undefined }) {
  const { value, set, onBlur } = useField(name);
  return (
    <TextField
      onBlur={onBlur}
      label={wrong ?? label}
      error={wrong !== undefined}
      value={value}
      onChange={(event) => set(event.target.value)}
      sx={{ width }}
    />
  );
}

/** One of a few, or all. */
export function ChosenFilter({ name, label, options, width }: Field & { options: readonly string[]; width: number }) {
  const { value, set } = useField(name);
  return (
    <TextField
      select
      label={label}
      value={value}
      onChange={(event) => set(event.target.value)}
      sx={{ width }}
      slotProps={{ select: { native: true }, inputLabel: { shrink: true } }}
    >
      <option value="">all</option>
      {options.map((one) => (
        <option key={one}>{one}</option>
      ))}
    </TextField>
  );
}

export function TickedFilter({ name, label }: Field) {
  const { value, set } = useField(name);
  return (
    <FormControlLabel
      control={
        <Checkbox size="small" checked={value === 'yes'} onChange={(event) => set(event.target.checked ? 'yes' : '')} />
      }
      label={label}
    />
  );
}

export function DayFilter({ name, label }: Field) {
  const { value, set } = useField(name);
  return <DayField label={label} value={value} onChange={set} width={170} />;
}
