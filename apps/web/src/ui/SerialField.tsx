import TextField from '@mui/material/TextField';

const INPUT = { className: 'mono', autoComplete: 'off', spellCheck: false } as const;

/** For a serial in a form that makes its fields itself. */
export const SERIAL_SLOTS = { slotProps: { htmlInput: { ...INPUT, 'data-scan': 'here' } } } as const;

interface SerialFieldProps {
  label: string;
  value: string;
  set: (serial: string) => void;
  /** What is wrong with it, in words. */
  wrong?: string | undefined;
  /** Whether a scan made in it stays in it: not where a person has to type. */
  scans?: boolean;
  className?: string | undefined;
  autoFocus?: boolean;
}

/** A serial as it stands on a label: in figures of one width, with nothing put right by the browser. */
export function SerialField({ label, value, set, wrong, scans = true, className, autoFocus }: SerialFieldProps) {
  return (
    <TextField
      className={className ?? ''}
      label={label}
      value={value}
      onChange={(event) => set(event.target.value)}
      error={wrong !== undefined}
      helperText={wrong}
      autoFocus={autoFocus ?? false}
      slotProps={scans ? SERIAL_SLOTS.slotProps : { htmlInput: INPUT }}
    />
  );
}
