import { STATIONS } from '@udrel/core/stations';
import { WISH_KINDS } from '@udrel/core/steps';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import TextField from '@mui/material/TextField';
import { useSearchParams } from 'react-router';
import { JOB_PROMISES } from '@udrel/contract/shapes';
import type { JobFilter } from '@udrel/contract/types';
import styles from '../../features/list/list-table.module.css';

const FIELDS = ['text', 'station', 'promise', 'wish', 'technician', 'order', 'all'] as const;

/** Whether anything is filtered. */
export const isFiltered = (given: URLSearchParams) => FIELDS.some((name) => given.has(name));

/** The filter that an address stands for; what makes no sense in it is left out. */
export function filterOf(given: URLSearchParams): JobFilter {
  const known = <T extends string>(name: string, of: readonly T[]) => of.find((one) => one === given.get(name));
  const station = known('station', STATIONS);
  const promise = known('promise', JOB_PROMISES);
  const wish = known('wish', WISH_KINDS);
  const text = given.get('text')?.trim().slice(0, 80);
  const technician = given.get('technician')?.trim().slice(0, 80);
  const order = Number(given.get('order') ?? '');
  return {
    ...(station ? { station } : {}),
    ...(promise ? { promise } : {}),
    ...(wish ? { wish } : {}),
    ...(text ? { text } : {}),
    ...(technician ? { technician } : {}),
    ...(Number.isInteger(order) && order > 0 && order <= 1_000_000_000 ? { order } : {}),
    ...(given.get('all') === 'yes' ? { all: 'yes' as const } : {}),
  };
}

/** What the list of jobs is filtered by; it stands in the address. */
export function JobFilters() {
  const [given, setGiven] = useSearchParams();
  const set = (name: (typeof FIELDS)[number], value: string) =>
    setGiven(
      (now) => {
        const next = new URLSearchParams(now);
        if (value) next.set(name, value);
        else next.delete(name);
        return next;
      },
      { replace: true },
    );
  // What is no number of an order filters nothing, and says so.
  const wrong = (name: string) => name === 'order' && given.has('order') && filterOf(given).order === undefined;
  const typed = (name: (typeof FIELDS)[number], label: string, width: number) => (
    <TextField
      label={wrong(name) ? 'A number' : label}
      error={wrong(name)}
      value={given.get(name) ?? ''}
      onChange={(event) => set(name, event.target.value)}
      sx={{ width }}
    />
  );
  const chosen = (name: (typeof FIELDS)[number], label: string, options: readonly string[], width: number) => (
    <TextField
      select
      label={label}
      value={given.get(name) ?? ''}
      onChange={(event) => set(name, event.target.value)}
      sx={{ width }}
      slotProps={{ select: { native: true }, inputLabel: { shrink: true } }}
    >
      <option value="">all</option>
      {options.map((one) => (
        <option key={one}>{one}</option>
      ))}
    </TextField>
  );
  return (
    <div className={styles.filters}>
      <h1>Jobs</h1>
      {typed('text', 'Customer, device, tag or serial', 235)}
      {chosen('station', 'Station', STATIONS, 115)}
      {chosen('promise', 'Promised', JOB_PROMISES, 130)}
      {chosen('wish', 'Wish', WISH_KINDS, 135)}
      {typed('technician', 'In hand, or nobody', 150)}
      {typed('order', 'Order', 84)}
      <FormControlLabel
        control={
          <Checkbox
            size="small"
            checked={given.get('all') === 'yes'}
            onChange={(event) => set('all', event.target.checked ? 'yes' : '')}
          />
        }
        label="closed ones too"
      />
    </div>
  );
}
