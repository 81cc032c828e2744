import TextField from '@mui/material/TextField';

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
      slotProps={{
        htmlInput: {
          className: 'mono',
          autoComplete: 'off',
          spellCheck: false,
          ...(scans ? { 'data-scan': 'here' } : {}),
        },
      }}
    />
  );
}
