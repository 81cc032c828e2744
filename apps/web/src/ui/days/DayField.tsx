import TextField from '@mui/material/TextField';
import { Suspense } from 'react';
import { late } from '../late';
import type { MomentFieldProps } from './half';

const DayPicker = late(() => import('./DayPicker'));
const MomentPicker = late(() => import('./MomentPicker'));

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
