import { AdapterDayjs } from '@mui/x-date-pickers/AdapterDayjs';
import { LocalizationProvider } from '@mui/x-date-pickers/LocalizationProvider';
import dayjs, { type Dayjs } from 'dayjs';
import { useState, type ReactNode, type SyntheticEvent } from 'react';
import { dayPattern, twelveHours } from '../../format/shop-formats';
import { HALF, type MomentFieldProps } from './half';

/** What a picker is given: the value as a day, what to do with another, and how its field looks. */
interface PickedProps {
  label: string;
  value: Dayjs | null;
  onChange: (value: Dayjs | null) => void;
  slotProps: {
    textField: {
      size: 'small';
      id?: string;
      error: boolean;
      helperText?: string;
      autoFocus?: boolean;
      sx: object;
    };
    field: { clearable: boolean };
  };
}

/** How a picker writes a day, or a day with its time. */
export const shown = (what: 'day' | 'moment') =>
  what === 'day' ? dayPattern() : `${dayPattern()} ${twelveHours() ? 'hh:mm A' : 'HH:mm'}`;

const pickedOf = (text: string) => (text === '' ? null : dayjs(text));

/**
 * A day as it is picked for a value that is kept as text. What is typed half, or is no day, stays in the field, and is no
 * empty field: whoever takes the value refuses it.
 */
export function Picked(props: MomentFieldProps & { kept: string; children: (picked: PickedProps) => ReactNode }) {
  const { label, value, onChange, width, id, autoFocus, wrong, helperText, kept, children } = props;
  const [own, setOwn] = useState(() => pickedOf(value));
  const [said, setSaid] = useState(value);
  if (value !== said) {
    setSaid(value);
    setOwn(pickedOf(value));
  }
  const say = (text: string) => {
    setSaid(text);
    if (text !== value) onChange(text);
  };
  // A day of which a part is missing is told as none: only the field itself knows of the rest.
  const lookAgain = ({ currentTarget }: SyntheticEvent<HTMLElement>) => {
    if (!own?.isValid()) say(currentTarget.querySelector('input')?.value ? HALF : '');
  };
  const half = said === HALF;
  const told = wrong ?? (half ? 'Not a whole date yet' : helperText);
  const picked: PickedProps = {
    label,
    value: own,
    onChange: (next) => {
      setOwn(next);
      say(next === null ? '' : next.isValid() ? next.format(kept) : HALF);
    },
    slotProps: {
      textField: {
        ...(id === undefined ? {} : { id }),
        ...(autoFocus ? { autoFocus } : {}),
        size: 'small',
        error: wrong !== undefined || half,
        ...(told === undefined ? {} : { helperText: told }),
        sx: { width, '& .MuiPickersOutlinedInput-root': { background: 'var(--sheet)' } },
      },
      field: { clearable: true },
    },
  };
  return (
    <LocalizationProvider dateAdapter={AdapterDayjs} localeText={{ fieldClearLabel: 'No date' }}>
      <div style={{ display: 'contents' }} onKeyUp={lookAgain} onBlur={lookAgain}>
        {children(picked)}
      </div>
    </LocalizationProvider>
  );
}
