import Button from '@mui/material/Button';
import Close from '@mui/icons-material/Close';
import { useFieldArray, useWatch } from 'react-hook-form';
import { scheduleEndpoints } from '@udrel/contract/endpoints';
import type { OpeningHours } from '@udrel/contract/types';
import { useHoursQuery, useSetHoursMutation } from '../../../api/after';
import { Field, When } from '../../../features/form/Field';
import { useShapedForm } from '../../../features/form/shaped-form';
import { today } from '../../../format/time';
import { SettingForm, SettingSheet, type Setting } from '../SettingForm';
import { Holidays } from './Holidays';
import { typedWeek, WeekFields, weekOf } from '../WeekFields';
import styles from '../shop.module.css';

/** When the shop is open: what can be promised follows. */
export function Hours() {
  const { data, error } = useHoursQuery();
  const setting = useSetHoursMutation();
  return (
    <SettingSheet
      title="Opening hours"
      aside="what can be promised follows"
      {...{ data, error }}
      what="the opening hours"
      of="hours"
    >
      {(hours) => <HoursForm hours={hours} setting={setting} />}
    </SettingSheet>
  );
}

interface HoursFormProps {
  hours: OpeningHours;
  setting: Setting<OpeningHours>;
}

function HoursForm({ hours, setting }: HoursFormProps) {
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
    error: setting[1].error,
  });
  const closed = useWatch({ control: form.control, name: 'closed' });
  const { fields, append, remove } = useFieldArray({ control: form.control, name: 'closed', keyName: 'key' });
  return (
    <SettingForm
      form={form}
      setting={setting}
      press="Set the hours"
      note="Leave both empty where it is closed."
      grid={false}
      before={
        <>
          <Button onClick={() => append({ day: today(), name: '' })}>A day on which it is closed</Button>
          <Holidays take={(days) => append(days.filter(({ day }) => !closed.some((one) => one.day === day)))} />
        </>
      }
    >
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
    </SettingForm>
  );
}
