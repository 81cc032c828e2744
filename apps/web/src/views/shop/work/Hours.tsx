import Button from '@mui/material/Button';
import Close from '@mui/icons-material/Close';
import { useFieldArray, useWatch } from 'react-hook-form';
import { scheduleEndpoints } from '@udrel/contract/endpoints';
import type { OpeningHours } from '@udrel/contract/types';
import { useHoursQuery, useSetHoursMutation } from '../../../api/after';
import { Field, FormTrouble, When } from '../../../features/form/Field';
import { useShapedForm } from '../../../features/form/shaped-form';
import { today } from '../../../format/time';
import { Foot, Loaded, Sheet } from '../../../ui';
import { Holidays } from './Holidays';
import { typedWeek, WeekFields, weekOf } from '../WeekFields';
import { Earlier } from '../Earlier';
import styles from '../shop.module.css';

/** When the shop is open: what can be promised follows. */
export function Hours() {
  const { data, error } = useHoursQuery();
  // Above the form, which is made anew by what was set: that it was is said there.
  const setting = useSetHoursMutation();
  return (
    <Sheet title="Opening hours" aside="what can be promised follows">
      <Loaded data={data} error={error} what="the opening hours">
        {(hours) => <HoursForm key={JSON.stringify(hours)} hours={hours} setting={setting} />}
      </Loaded>
      <Earlier of="hours" />
    </Sheet>
  );
}

interface HoursFormProps {
  hours: OpeningHours;
  setting: ReturnType<typeof useSetHoursMutation>;
}

function HoursForm({ hours, setting }: HoursFormProps) {
  const [set, { error, isLoading, isSuccess }] = setting;
  const form = useShapedForm({
    begin: {
      week: typedWeek(hours.week),
      closed: hours.closed,
    },
    read: ({ week, closed }) => ({
      ok: true,
      body: {
        week: weekOf(week),
        closed: closed.filter(({ day }) => day !== ''),
      },
    }),
    shape: scheduleEndpoints.setHours.body,
    error,
  });
  const closed = useWatch({ control: form.control, name: 'closed' });
  const { fields, append, remove } = useFieldArray({ control: form.control, name: 'closed', keyName: 'key' });
  const save = form.handleSubmit((body) => void set({ body }));
  return (
    <form onSubmit={(event) => void save(event)}>
      <WeekFields form={form} without="closed" />
      {fields.map(({ key }, index) => (
        <div key={key} className={styles.shut} role="group" aria-label={`Closed on day ${index + 1}`}>
          <When form={form} name={`closed.${index}.day`} label="Closed on" width="100%" />
          <Field form={form} name={`closed.${index}.name`} label="What for" />
          <Button aria-label={`Open again on day ${index + 1}`} onClick={() => remove(index)}>
            <Close fontSize="small" />
          </Button>
        </div>
      ))}
      <FormTrouble form={form} />
      <Foot note={isSuccess ? 'Set.' : 'Leave both empty where it is closed.'}>
        <Button onClick={() => append({ day: today(), name: '' })}>A day on which it is closed</Button>
        <Holidays take={(days) => append(days.filter(({ day }) => !closed.some((one) => one.day === day)))} />
        <Button type="submit" disabled={isLoading}>
          Set the hours
        </Button>
      </Foot>
    </form>
  );
}
