import TextField from '@mui/material/TextField';
import { Suspense } from 'react';
import { late } from './late';

/** What is kept of a day that is typed half. */
export const HALF = 'half a date';

/** Whether a day, or a day with its time, is one. */
export const isWhole = (text: string): boolean => text !== '' && text !== HALF;

/** A day, or a day with its time, on the shop's clock. */
export interface MomentFieldProps {
  label: string;
  /** `YYYY-MM-DD`, or `YYYY-MM-DDTHH:mm`; empty for none, `HALF` for one that is typed half. */
  value: string;
  onChange: (value: string) => void;
  width?: number | string;
  id?: string;
  autoFocus?: boolean;
  /** What is wrong with it. */
  wrong?: string | undefined;
  helperText?: string | undefined;
}

const DayPicker = late(() => import('./pickers/DayPicker'));
const MomentPicker = late(() => import('./pickers/MomentPicker'));

/** What stands there until the picker is loaded. */
function Waiting({ label, value, width }: MomentFieldProps) {
  return <TextField label={label} value={value} sx={{ width }} slotProps={{ htmlInput: { readOnly: true } }} />;
}

/** A day that is typed or picked. */
export function DayField(props: MomentFieldProps) {
  return (
    <Suspense fallback={<Waiting {...props} />}>
      <DayPicker {...props} />
    </Suspense>
  );
}

/** A day with its time, typed or picked. */
export function MomentField(props: MomentFieldProps) {
  return (
    <Suspense fallback={<Waiting {...props} />}>
      <MomentPicker {...props} />
    </Suspense>
  );
}
