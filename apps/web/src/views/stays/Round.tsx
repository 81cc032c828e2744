import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useCallback, useState } from 'react';
import type { RoundView } from '@udrel/contract/types';
import type { Lying, Round as Shown } from '@udrel/core/custody';
import { useBeginRoundMutation, useEndRoundMutation, useRoundsQuery, useScanInRoundMutation } from '../../api/after';
import { useScanned } from '../../features/scan/scan';
import { fullMoment } from '../../format/time';
import { Empty, Foot, Loaded, OutcomeMark, Sheet, TroubleNote } from '../../ui';
import styles from './stays.module.css';

/** A round over the shelves, at the end of the day: scan a place, then all that lies there. */
export function Round() {
  const { currentData, error } = useRoundsQuery();
  return (
    <Loaded data={currentData} error={error} what="the rounds">
      {({ now, last, place }) =>
        now ? (
          <UnderWay round={now} place={place} />
        ) : (
          <div className={styles.column}>
            <Begin never={last === null} />
            {last && (
              <Showed
                shows={last.shows}
                title={`Round ${last.number}`}
                aside={`${last.by}, ended ${fullMoment(last.endedAt ?? last.at)}`}
              />
            )}
          </div>
        )
      }
    </Loaded>
  );
}

function Begin({ never }: { never: boolean }) {
  const [begin, { error, isLoading }] = useBeginRoundMutation();
  return (
    <Sheet title="A round over the shelves" aside={never ? 'none was made yet' : undefined}>
      <p>
        Scan each place, then everything that lies there. What is missing, lies elsewhere or should not be here is said
        as you go; several people may scan at once.
      </p>
      <TroubleNote error={error} />
      <Foot>
        <Button variant="contained" disabled={isLoading} onClick={() => void begin({ body: {} })}>
          Begin a round
        </Button>
      </Foot>
    </Sheet>
  );
}

function UnderWay({ round, place }: { round: RoundView; place: string }) {
  const [scan, { error, isLoading }] = useScanInRoundMutation();
  const [end, ending] = useEndRoundMutation();
  const [text, setText] = useState('');
  const [sure, setSure] = useState(false);
  const take = useCallback(
    (read: string) => {
      setSure(false);
      void scan({ body: { text: read, place } });
      return true;
    },
    [scan, place],
  );
  useScanned(take);
  const { shows, places, scans, number, by, at } = round;
  const open = shows.missing.length + shows.notLooked.length;
  return (
    <div className={styles.round}>
      <div className={styles.column}>
        <Sheet title={`Round ${number}`} aside={`begun ${fullMoment(at)} by ${by}`}>
          <p className={styles.place}>
            {place ? (
              <>
                You stand at <b className="mono">{place}</b>: scan what lies there, or the next place.
              </>
            ) : (
              'Scan the first place.'
            )}
          </p>
          <form
            className={styles.scan}
            onSubmit={(event) => {
              event.preventDefault();
              if (text.trim() === '') return;
              take(text.trim());
              setText('');
            }}
          >
            <TextField
              label="Place, label or serial"
              value={text}
              onChange={(event) => setText(event.target.value)}
              autoFocus
              slotProps={{ htmlInput: { className: 'mono', maxLength: 80, 'data-scan': 'here', autoComplete: 'off' } }}
            />
            <Button type="submit" disabled={isLoading}>
              It is here
            </Button>
          </form>
          <TroubleNote error={error} />
          <ul className={styles.scans} aria-label="Scanned">
            {scans.map(({ number: each, thing, place: where, told, fits }) => (
              <li key={each} className={thing === '' ? styles.at : undefined}>
                <span className="mono">{thing || where}</span>
                <span className={fits ? undefined : 'danger'}>
                  {thing !== '' && <OutcomeMark outcome={fits ? 'pass' : 'fail'} />} {told}
                </span>
              </li>
            ))}
          </ul>
          {scans.length === 0 && <Empty>Nothing was scanned yet.</Empty>}
        </Sheet>
      </div>
      <div className={styles.column}>
        <Showed
          shows={shows}
          title="So far"
          aside={`${places.length} ${places.length === 1 ? 'place' : 'places'}, ${shows.right.length} as noted`}
        />
        <Sheet title="Everywhere looked">
          <TroubleNote error={ending.error} />
          <Foot
            note={
              sure && shows.missing.length > 0
                ? `${shows.missing.length} will be noted as missing, and stand on the Floor.`
                : open > 0
                  ? `${open} not seen yet.`
                  : undefined
            }
          >
            <Button
              variant="contained"
              disabled={ending.isLoading || scans.length === 0}
              onClick={() => (open > 0 && !sure ? setSure(true) : void end({ body: {} }))}
            >
              {sure ? 'End it all the same' : 'End the round'}
            </Button>
          </Foot>
        </Sheet>
      </div>
    </div>
  );
}

function Showed({ shows, title, aside }: { shows: Shown; title: string; aside: string }) {
  const { missing, elsewhere, extra, notLooked, atWork, right } = shows;
  return (
    <Sheet title={title} aside={aside}>
      <Things
        title="Missing"
        things={missing}
        tell={({ place }) => (place ? `should lie at ${place}` : 'no noted place')}
        bad
      />
      <Things
        title="Lies elsewhere"
        things={elsewhere.map(({ thing }) => thing)}
        tell={(one) => {
          const at = elsewhere.find(({ thing }) => thing === one)?.at ?? '';
          return `at ${at}, ${one.place ? `noted at ${one.place}` : 'noted nowhere'}`;
        }}
      />
      {extra.length > 0 && (
        <>
          <h3 className={styles.kind}>Should not be here: {extra.length}</h3>
          {extra.map(({ text, at, why }) => (
            <p key={text} className={styles.thing}>
              <span className="mono">{text}</span>
              <span>
                {why} <span className="sub">at {at}</span>
              </span>
            </p>
          ))}
        </>
      )}
      <Folded
        title="Nobody looked"
        things={notLooked}
        tell={({ place }) => (place ? `at ${place}` : 'no noted place')}
      />
      <Folded title="At work" things={atWork} tell={({ atWork: who }) => who ?? ''} />
      {missing.length + elsewhere.length + extra.length + notLooked.length === 0 && (
        <p>
          <OutcomeMark outcome="pass" /> All {right.length} things lie where they should.
        </p>
      )}
    </Sheet>
  );
}

interface ThingsProps {
  title: string;
  things: readonly Lying[];
  tell: (one: Lying) => string;
  bad?: boolean;
}

/** What is no trouble by itself: how many, and each of them for who asks. */
function Folded({ title, things, tell }: ThingsProps) {
  if (things.length === 0) return null;
  return (
    <details className={styles.folded}>
      <summary>
        {title}: {things.length}
      </summary>
      {things.map((one) => (
        <Thing key={one.label} one={one} tell={tell} />
      ))}
    </details>
  );
}

function Thing({ one, tell }: Pick<ThingsProps, 'tell'> & { one: Lying }) {
  return (
    <p className={styles.thing}>
      <span className="mono">{one.label}</span>
      <span>
        {one.name} <span className="sub">{tell(one)}</span>
      </span>
    </p>
  );
}

function Things({ title, things, tell, bad = false }: ThingsProps) {
  if (things.length === 0) return null;
  return (
    <>
      <h3 className={`${styles.kind} ${bad ? 'danger' : ''}`}>
        {title}: {things.length}
      </h3>
      {things.map((one) => (
        <Thing key={one.label} one={one} tell={tell} />
      ))}
    </>
  );
}
