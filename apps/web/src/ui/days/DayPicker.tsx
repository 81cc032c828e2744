import { DatePicker } from '@mui/x-date-pickers/DatePicker';
import type { MomentFieldProps } from './half';
import { Picked, shown } from './Picked';

/** A day of the calendar, written as the shop writes days. */
export default function DayPicker(props: MomentFieldProps) {
  return (
    <Picked {...props} kept="YYYY-MM-DD">
      {(picked) => <DatePicker {...picked} format={shown('day')} />}
    </Picked>
  );
}
