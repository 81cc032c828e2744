import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import TextField from '@mui/material/TextField';
import { useSearchParams } from 'react-router';
import { DayField } from '../../ui/DayField';

/** Fields of a filter, each of which stands in the address under its name. */
interface Field {
  name: string;
  label: string;
}

function useField(name: string): [value: string, set: (value: string) => void] {
  const [given, setGiven] = useSearchParams();
  const set = (value: string) =>
    setGiven(
      (now) => {
        const next = new URLSearchParams(now);
        if (value) next.set(name, value);
        else next.delete(name);
        return next;
      },
      { replace: true },
    );
  return [given.get(name) ?? '', set];
}

/** Words; `wrong` is what is said instead of the label where what was typed filters nothing. */
export function TypedFilter({ name, label, width, wrong }: Field & { width: number; wrong?: string | undefined }) {
  const [value, set] = useField(name);
  return (
    <TextField
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
  const [value, set] = useField(name);
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
  const [value, set] = useField(name);
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
  const [value, set] = useField(name);
  return <DayField label={label} value={value} onChange={set} width={170} />;
}
