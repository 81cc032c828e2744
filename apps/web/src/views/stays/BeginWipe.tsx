import Button from '@mui/material/Button';
import { useCallback, useMemo } from 'react';
import { useWatch } from 'react-hook-form';
import { wipeEndpoints } from '@udrel/contract/endpoints';
import type { BerthView, WipeView } from '@udrel/contract/types';
import { normaliseSerial } from '@udrel/core/identity';
import { HIDDEN_AREAS, notReached, WIPE_WAYS, wipeTakes, type HiddenAreas, type WipeWayName } from '@udrel/core/wiping';
import { useBerthsQuery } from '../../api/api';
import { useBeginWipeMutation } from '../../api/after';
import { Field, FormTrouble } from '../../features/form/Field';
import { useShapedForm } from '../../features/form/shaped-form';
import { useScanned } from '../../features/scan/scan';
import { range } from '../../format/time';
import { typedFigure } from '../../format/shop-formats';
import { Foot, OutcomeMark, Sheet } from '../../ui';
import styles from './stays.module.css';

const NONE: BerthView[] = [];

/** Both drives by serial, how it is wiped, and what is known of what that does not reach; then it begins. */
export function BeginWipe({ wipe }: { wipe: WipeView }) {
  const { stay, drive, survivors, ways, estimate, attempts } = wipe;
  const { data: berths = NONE } = useBerthsQuery();
  const free = useMemo(() => berths.filter(({ busy, watched }) => watched && !busy), [berths]);
  const [begin, { error, isLoading }] = useBeginWipeMutation();
  const [first] = ways;
  const form = useShapedForm({
    begin: {
      ...{
        serial: '',
        survivor: '',
        way: first ?? '',
        tool: '',
        hidden: 'not looked for',
        reallocated: '',
        changed: '',
      },
      berth: '',
    },
    read: (typed) => {
      const { way, hidden, reallocated, berth, ...text } = typed;
      const figure = reallocated.trim() === '' ? null : typedFigure(reallocated);
      return {
        ok: true,
        body: {
          ...text,
          way: way as WipeWayName,
          hidden: hidden as HiddenAreas,
          reallocated: figure,
          berth: overwrites(way) && berth !== '' ? Number(berth) : null,
        },
      };
    },
    shape: wipeEndpoints.beginWipe.body,
    error,
  });
  const [way, hidden, typedSectors] = useWatch({ control: form.control, name: ['way', 'hidden', 'reallocated'] });
  const { setValue } = form;
  // What is scanned anywhere here is one of the two drives, or a berth.
  useScanned(
    useCallback(
      (text) => {
        const is = (serial: string) => normaliseSerial(text) === normaliseSerial(serial);
        const berth = /^berth[\s-]?(\d+)$/i.exec(text)?.[1];
        if (is(stay.serial)) setValue('serial', text);
        else if (survivors.some(({ serial }) => is(serial))) setValue('survivor', text);
        else if (berth && free.some(({ number }) => String(number) === berth)) setValue('berth', berth);
        else return false;
        return true;
      },
      [stay.serial, survivors, free, setValue],
    ),
  );
  if (!drive || !first) return null;
  const { tag, number } = stay;
  const send = form.handleSubmit(async (body) => {
    await begin({ tag, number, body });
  });
  const chosen = WIPE_WAYS[(way || first) as WipeWayName];
  const sectors = typedSectors.trim() === '' ? null : (typedFigure(typedSectors) ?? null);
  const not = notReached({
    ...{ way: (way || first) as WipeWayName, class: drive.class, hidden: hidden as HiddenAreas },
    reallocated: Number.isFinite(sectors) ? sectors : null,
  });
  const takes = estimate && wipeTakes((way || first) as WipeWayName, drive.class, estimate);
  const again = attempts.length > 0;
  return (
    <Sheet title={again ? 'Wipe it once more' : 'Wipe it'} aside="both drives by serial, from their labels">
      <form id="wipe" className={styles.fields} onSubmit={(event) => void send(event)}>
        <Field form={form} name="serial" label="Serial of the drive in the hand" serial help="it is wiped" />
        <Field
          form={form}
          name="survivor"
          label="Serial of the drive that took over"
          serial
          help="it has to survive: from its label, or from the customer’s paper"
        />
        <Field form={form} name="way" label="How" choices={ways} className={styles.wide ?? ''} />
        <Field form={form} name="tool" label="With which tool" help="its name and version" />
        {overwrites(way) ? (
          <Field
            form={form}
            name="berth"
            label="Watched at"
            choices={[['', 'no berth, by hand'], ...free.map(({ number: at }) => [String(at), `berth ${at}`] as const)]}
          />
        ) : (
          <p className="sub">The drive does it by itself: no berth can watch that.</p>
        )}
        <Field form={form} name="hidden" label="Hidden areas" choices={HIDDEN_AREAS} />
        <Field
          form={form}
          name="reallocated"
          label="Sectors that it replaced"
          help="by its own health page; empty where that was not read"
        />
        {again && (
          <Field
            form={form}
            name="changed"
            label="What was changed since the attempt before"
            className={styles.wide ?? ''}
          />
        )}
      </form>
      <p className={styles.told}>
        Method: {chosen.method}, {chosen.level} by NIST SP 800-88.
        {takes && (
          <>
            {' '}
            It takes <span className="mono">{range(takes.low, takes.high)}</span> ({takes.restsOn}).
          </>
        )}
        {not.map((sentence) => (
          <span key={sentence} className={styles.line}>
            <OutcomeMark outcome="limit" /> {sentence}
          </span>
        ))}
      </p>
      <FormTrouble form={form} />
      <Foot note="All on it is destroyed. Nothing brings it back.">
        <Button type="submit" form="wipe" color="error" variant="contained" disabled={isLoading}>
          Begin the wipe
        </Button>
      </Foot>
    </Sheet>
  );
}

function overwrites(way: string): boolean {
  return way in WIPE_WAYS && WIPE_WAYS[way as WipeWayName].method === 'overwrite';
}
