import Button from '@mui/material/Button';
import Close from '@mui/icons-material/Close';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { useState } from 'react';
import { useFieldArray, useWatch } from 'react-hook-form';
import { scheduleEndpoints } from '@udrel/contract/endpoints';
import type { PersonView } from '@udrel/contract/types';
import { ABILITIES, tellHours } from '@udrel/core/schedule';
import { useHoursQuery, usePeopleQuery, useSetPersonMutation } from '../../../api/after';
import { Field, FormTrouble, Tick, Ticks, When } from '../../../features/form/Field';
import { useShapedForm } from '../../../features/form/shaped-form';
import { calendarDay, today } from '../../../format/time';
import { Loaded, Sheet } from '../../../ui';
import { typedWeek, WeekFields, weekOf } from '../WeekFields';
import styles from '../shop.module.css';

/** Who works at the bench, what they do there, and when they are not there: the schedule follows. */
export function People() {
  const { data, error } = usePeopleQuery();
  return (
    <Sheet title="At the bench" aside="when work is ready, and what can be promised, follow">
      <Loaded data={data} error={error} what="who is at the bench">
        {(people) => (
          <ul className={styles.list}>
            {people.map((person) => (
              <li key={person.id}>
                <span>
                  {person.name}
                  <span className="sub">, {tellPerson(person)}</span>
                </span>
                <Change person={person} />
              </li>
            ))}
          </ul>
        )}
      </Loaded>
    </Sheet>
  );
}

/** "copying; Monday to Friday 09:00 to 13:00; off 4 Jun 2026 to 9 Jun 2026". */
function tellPerson({ atBench, abilities, week, off }: PersonView): string {
  if (!atBench) return 'not at the bench';
  const does =
    abilities.length === ABILITIES.length ? 'does everything' : abilities.join(', ') || 'neither copies nor opens';
  const there = week ? tellHours(week) : 'whenever the shop is open';
  const coming = off.filter(({ until }) => until >= today());
  const days = coming.map(({ from, until, name }) => {
    const span = from === until ? calendarDay(from) : `${calendarDay(from)} to ${calendarDay(until)}`;
    return name ? `${span} (${name})` : span;
  });
  return [does, there, ...(days.length > 0 ? [`off ${days.join(', ')}`] : [])].join('; ');
}

function Change({ person }: { person: PersonView }) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <Button size="small" onClick={() => setOpen(true)} aria-label={`Hours of ${person.name}`}>
        Hours …
      </Button>
      {open && <PersonDialog person={person} close={() => setOpen(false)} />}
    </>
  );
}

function PersonDialog({ person, close }: { person: PersonView; close: () => void }) {
  const shop = useHoursQuery().data;
  const [set, { error, isLoading }] = useSetPersonMutation();
  const form = useShapedForm({
    begin: {
      ...{ atBench: person.atBench, abilities: person.abilities, own: person.week !== null, off: person.off },
      week: typedWeek(person.week ?? shop?.week ?? Array.from({ length: 7 }, () => null)),
    },
    read: ({ own, week, off, atBench, abilities }) => ({
      ok: true,
      body: { atBench, abilities, week: own ? weekOf(week) : null, off: off.filter(({ from }) => from !== '') },
    }),
    shape: scheduleEndpoints.setPerson.body,
    error,
  });
  const [atBench, own] = useWatch({ control: form.control, name: ['atBench', 'own'] });
  const { fields, append, remove } = useFieldArray({ control: form.control, name: 'off', keyName: 'key' });
  const save = form.handleSubmit(async (body) => {
    if ('data' in (await set({ id: person.id, body }))) close();
  });
  return (
    <Dialog open onClose={close} aria-label={`Hours of ${person.name}`} fullWidth maxWidth="sm">
      <form onSubmit={(event) => void save(event)}>
        <DialogTitle>Hours of {person.name}</DialogTitle>
        <DialogContent>
          <Tick form={form} name="atBench" label="works at the bench" />
          {atBench && (
            <>
              <div className={styles.ticks} role="group" aria-label="What they do">
                <Ticks form={form} name="abilities" options={ABILITIES} />
              </div>
              <Tick form={form} name="own" label="has hours other than the shop’s" />
              {own && <WeekFields form={form} without="not there" />}
              {fields.map(({ key }, index) => (
                <div key={key} className={styles.off} role="group" aria-label={`Off, time ${index + 1}`}>
                  <When form={form} name={`off.${index}.from`} label="Off from" width="100%" />
                  <When form={form} name={`off.${index}.until`} label="until, that day too" width="100%" />
                  <Field form={form} name={`off.${index}.name`} label="What for" />
                  <Button aria-label={`Not off, time ${index + 1}`} onClick={() => remove(index)}>
                    <Close fontSize="small" />
                  </Button>
                </div>
              ))}
              <Button sx={{ mt: 1 }} onClick={() => append({ from: today(), until: today(), name: '' })}>
                Days off
              </Button>
            </>
          )}
          <FormTrouble form={form} />
        </DialogContent>
        <DialogActions>
          <Button onClick={close}>Leave it</Button>
          <Button type="submit" variant="contained" disabled={isLoading}>
            Set the hours
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}
