import Autocomplete from '@mui/material/Autocomplete';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useCallback, useState } from 'react';
import { useSearchParams } from 'react-router';
import type { JobView, BelongingView } from '@udrel/contract/types';
import { usePlacesQuery } from '../../../api/api';
import { useScanned } from '../../../features/scan/scan';
import { Foot, Sheet, TroubleNote } from '../../../ui';
import { useJobChange } from '../../../features/job/useJobChange';
import { onceTaken } from '../../../features/typed/typed';
import styles from '../../../features/job/job.module.css';

/** What lies in the shop for the job: the device and loose items, each with its label and storage place. */
export function BelongingsSheet({ job }: { job: JobView }) {
  const { change, busy, error } = useJobChange(job);
  const { data: places } = usePlacesQuery();
  const codes = (places ?? []).filter((place) => place.kind === 'storage').map((place) => place.code);
  const [given, setGiven] = useState({ name: '', place: '' });
  const [params] = useSearchParams();
  // A place is asked for only once the places are known: a scan before that would be looked up elsewhere.
  const scanned = places === undefined ? null : params.get('belonging');

  const move = (belonging: BelongingView, place: string, back: boolean) =>
    void change('moveBelonging', { place, back }, { number: belonging.number });

  /** A label was scanned before: a place scanned now is where it lies. */
  const claim = useCallback(
    (text: string) => {
      const belonging = job.belongings.find((one) => String(one.number) === scanned);
      const place = codes.find((code) => code.toUpperCase() === text.toUpperCase());
      if (!belonging || !place || job.closedAt) return false;
      void change('moveBelonging', { place, back: false }, { number: belonging.number });
      return true;
    },
    // eslint-disable-next-line react-hooks/exhaustive-deps -- `change` is new each time and does the same.
    [job.belongings, job.closedAt, scanned, codes.join()],
  );
  useScanned(claim);

  const add = async () => {
    if (await change('addBelonging', given)) setGiven(onceTaken(given, { name: '', place: '' }));
  };
  return (
    <Sheet title="Here for this job" aside={scanned ? 'scan a place to put it there' : 'labels by tag and number'}>
      {job.belongings.map((belonging) => (
        <div
          key={`${belonging.id}${belonging.place}`}
          className={styles.belonging}
          data-scanned={String(belonging.number) === scanned}
        >
          <span className="mono">
            {job.tag}-{belonging.number}
          </span>
          <span>{belonging.name}</span>
          <Place
            label={`Place of ${belonging.name}`}
            place={belonging.place}
            codes={codes}
            disabled={busy || belonging.back}
            set={(place) => move(belonging, place, false)}
          />
          <Button disabled={busy} onClick={() => move(belonging, belonging.place, !belonging.back)}>
            {belonging.back ? 'It is here' : 'Given back'}
          </Button>
        </div>
      ))}
      {job.belongings.filter((belonging) => !belonging.back).length > 1 && (
        <div className={styles.belonging}>
          <span className="sub">all of it</span>
          <span>{spread(job.belongings)}</span>
          <Place
            key={job.version}
            label="Place of everything"
            place=""
            empty="put it at"
            codes={codes}
            disabled={busy}
            set={(place) => (place ? void change('moveAllBelongings', { place }) : undefined)}
          />
          {/* Keeps the field in line with those above. */}
          <Button sx={{ visibility: 'hidden' }} disabled tabIndex={-1} aria-hidden>
            Given back
          </Button>
        </div>
      )}
      <TroubleNote error={error} />
      <form
        className={styles.belonging}
        style={{ borderBottom: 0, marginTop: 8 }}
        onSubmit={(event) => {
          event.preventDefault();
          void add();
        }}
      >
        <span className="sub">another</span>
        <TextField
          placeholder="Loose item: charger, old drive in its bag …"
          slotProps={{ htmlInput: { 'aria-label': 'Loose item' } }}
          value={given.name}
          onChange={(event) => setGiven({ ...given, name: event.target.value })}
        />
        <Place
          label="Its place"
          place={given.place}
          codes={codes}
          disabled={busy}
          set={(place) => setGiven({ ...given, place })}
        />
        <Foot>
          <Button type="submit" disabled={busy || given.name.trim() === ''}>
            Keep it
          </Button>
        </Foot>
      </form>
    </Sheet>
  );
}

/** Whether the things of a job lie together. */
function spread(belongings: readonly BelongingView[]): string {
  const places = new Set(belongings.filter(({ back }) => !back).map(({ place }) => place || 'no noted place'));
  return places.size === 1 ? `together at ${[...places].join()}` : `at ${places.size} places`;
}

/** A storage place, known or new; taken when it is chosen or the field is left. */
function Place({
  label,
  place,
  codes,
  disabled,
  empty = 'no place',
  set,
}: {
  label: string;
  place: string;
  codes: readonly string[];
  disabled: boolean;
  /** What stands in it while nothing does. */
  empty?: string;
  set: (place: string) => void;
}) {
  const [text, setText] = useState(place);
  const take = (next: string) => next !== place && set(next);
  return (
    <Autocomplete
      freeSolo
      options={codes}
      disabled={disabled}
      inputValue={text}
      onInputChange={(_event, value) => setText(value)}
      onChange={(_event, value) => take(value ?? '')}
      onBlur={() => take(text.trim())}
      renderInput={(params) => (
        <TextField
          {...params}
          placeholder={empty}
          slotProps={{ ...params.slotProps, htmlInput: { ...params.slotProps.htmlInput, 'aria-label': label } }}
        />
      )}
    />
  );
}
