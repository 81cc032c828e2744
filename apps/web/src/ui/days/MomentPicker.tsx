import { DateTimePicker } from '@mui/x-date-pickers/DateTimePicker';
import { twelveHours } from '../../format/shop-formats';
import type { MomentFieldProps } from './half';
import { Picked, shown } from './Picked';

/** A day with its time, written as the shop writes them. */
export default function MomentPicker(props: MomentFieldProps) {
  return (
    <Picked {...props} kept="YYYY-MM-DDTHH:mm">
      {(picked) => (
        <DateTimePicker {...picked} format={shown('moment')} ampm={twelveHours()} timeSteps={{ minutes: 5 }} />
      )}
    </Picked>
  );
}
