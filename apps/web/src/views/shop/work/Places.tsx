import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { setUpEndpoints } from '@udrel/contract/endpoints';
import type { PlaceView } from '@udrel/contract/types';
import { spansOf } from '@udrel/core/places';
import {
  useAddPlacesMutation,
  usePlacesHeldQuery,
  useRemovePlaceMutation,
  useRenamePlaceMutation,
} from '../../../api/after';
import { Field, FormTrouble } from '../../../features/form/Field';
import { useShapedForm } from '../../../features/form/shaped-form';
import { Empty, Foot, Loaded, Sheet, TroubleNote } from '../../../ui';
import styles from '../shop.module.css';

const TITLES = { storage: 'For customers’ things', shelf: 'For our parts' } as const;

/** Where things lie: for what is left by customers, and for the shop's own parts. */
export function Places() {
  const { data, error } = usePlacesHeldQuery();
  return (
    <Sheet title="Places" aside="where things lie; a round goes from one to the next">
      <Loaded data={data} error={error} what="the places">
        {(places) => (
          <>
            {(['storage', 'shelf'] as const).map((kind) => (
              <PlacesOf key={kind} title={TITLES[kind]} places={places.filter((one) => one.kind === kind)} />
            ))}
          </>
        )}
      </Loaded>
      <NewPlaces />
    </Sheet>
  );
}

function PlacesOf({ title, places }: { title: string; places: readonly PlaceView[] }) {
  const [rename, renaming] = useRenamePlaceMutation();
  const [remove, removing] = useRemovePlaceMutation();
  const [chosen, setChosen] = useState<{ id: string; code: string } | null>(null);
  const save = async () => {
    if (chosen && 'data' in (await rename({ id: chosen.id, body: { code: chosen.code.trim() } }))) setChosen(null);
  };
  return (
    <section aria-label={title}>
      <h3>
        {title} <span className="sub">{places.length}</span>
      </h3>
      {places.length === 0 && <Empty>None yet.</Empty>}
      <ul className={styles.places}>
        {places.map(({ id, code, holds }) => (
          <li key={id}>
            <button
              type="button"
              aria-pressed={chosen?.id === id}
              onClick={() => setChosen(chosen?.id === id ? null : { id, code })}
            >
              <span className="mono">{code}</span>
              <span className="sub">{holds === 0 ? 'free' : holds}</span>
            </button>
          </li>
        ))}
      </ul>
      {chosen && (
        <form
          className={styles.place}
          onSubmit={(event) => {
            event.preventDefault();
            void save();
          }}
        >
          <TextField
            label="Is called"
            value={chosen.code}
            autoFocus
            onChange={(event) => setChosen({ ...chosen, code: event.target.value })}
          />
          <Button type="submit" disabled={renaming.isLoading || !chosen.code.trim()}>
            Call it so
          </Button>
          <Button
            color="error"
            disabled={removing.isLoading}
            onClick={() => void remove({ id: chosen.id }).then((done) => 'data' in done && setChosen(null))}
          >
            Take it away
          </Button>
        </form>
      )}
      <TroubleNote error={renaming.error ?? removing.error} />
    </section>
  );
}

function NewPlaces() {
  const [add, { error, isLoading }] = useAddPlacesMutation();
  const form = useShapedForm({
    begin: { kind: 'storage' as PlaceView['kind'], codes: '' },
    read: ({ kind, codes }) => {
      const read = spansOf(codes);
      return read.ok
        ? { ok: true, body: { kind, codes: read.codes } }
        : { ok: false, problems: [{ field: 'codes', sentence: read.sentence }] };
    },
    shape: setUpEndpoints.addPlaces.body,
    nameOf: (field) => (field.startsWith('codes') ? 'codes' : field),
    error,
  });
  const save = form.handleSubmit(async (body) => {
    if ('data' in (await add({ body }))) form.setValue('codes', '');
  });
  return (
    <form onSubmit={(event) => void save(event)}>
      <div className={styles.fields}>
        <Field form={form} name="codes" label="Add places" help="such as A1 to A8, window, safe" />
        <Field
          form={form}
          name="kind"
          label="For what"
          choices={[
            ['storage', 'what customers leave'],
            ['shelf', 'our parts'],
          ]}
        />
      </div>
      <FormTrouble form={form} />
      <Foot>
        <Button type="submit" disabled={isLoading}>
          Add them
        </Button>
      </Foot>
    </form>
  );
}
