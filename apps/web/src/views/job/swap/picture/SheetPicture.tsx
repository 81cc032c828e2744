import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import Tab from '@mui/material/Tab';
import Tabs from '@mui/material/Tabs';
import TextField from '@mui/material/TextField';
import { useState, type KeyboardEvent, type PointerEvent } from 'react';
import type { JobView } from '@udrel/contract/types';
import {
  LATCH_HELP,
  misplaced,
  openPlaces,
  tellDetails,
  type DisassemblyItem,
  type Place,
  type TapWay,
} from '@udrel/core/disassembly';
import { OUTLINE_DETAIL } from '../../../../features/device/ConditionOutline';
import { useJobPhotosQuery, useSheetPicturesQuery } from '../../../../api/api';
import { useJobChange } from '../../../../features/job/useJobChange';
import { photoSource } from '../../../../features/photos/source';
import { OutcomeMark, TroubleNote } from '../../../../ui';
import { LatchDrawing } from './LatchDrawing';
import styles from './picture.module.css';

const WIDTH = 150;
const HEIGHT = 100;
const STEP = 0.04;
const inside = (value: number) => Math.min(1, Math.max(0, Math.round(value * 1000) / 1000));

/** Which of the stages is worked at now: the first that is not all out, on the way back the last that is not all in. */
function stageNow(items: readonly DisassemblyItem[], closing: boolean): number {
  const stages = [...new Set(items.map(({ stage }) => stage))].sort((a, b) => a - b);
  const open = (stage: number) =>
    items.some((one) => one.stage === stage && (closing ? openPlaces(one).length > 0 : (one.outAt ?? []).length === 0));
  return (closing ? stages.findLast(open) : stages.find(open)) ?? stages[0] ?? 1;
}

/** The strip-down sheet on an outline of the device: stage by stage, each piece where it is, tapped out and back. */
export function SheetPicture({ job }: { job: JobView }) {
  const { change, record, busy, error } = useJobChange(job);
  const { disassembly } = job.snapshot;
  const state = (id: string) => job.procedure.steps.find((step) => step.id === id)?.state;
  const closing = state('close up') !== undefined && state('close up') !== 'waiting';
  const [chosen, setChosen] = useState<number>();
  const [hand, setHand] = useState<string>();
  const [drawn, setDrawn] = useState<Place[]>();
  const stage = chosen ?? stageNow(disassembly, closing);
  const items = disassembly.filter((one) => one.stage === stage);
  const inHand = items.find(({ id }) => id === hand);
  const shown = inHand ?? items[0];
  const stages = [...new Set(disassembly.map((one) => one.stage))].sort((a, b) => a - b);
  const wrong = misplaced(disassembly);
  const { data: taken = [] } = useJobPhotosQuery({ tag: job.tag });
  const chosenPhoto = job.snapshot.facts['sheet pictures']?.stages.find((one) => one.stage === stage)?.photo;
  const { data: pictures = [] } = useSheetPicturesQuery({ tag: job.tag });
  const ofModel = pictures.find((one) => one.stage === stage)?.photo;
  if (!shown) return null;

  const tap = (item: DisassemblyItem, place: number) => {
    const isOut = (item.outAt ?? []).includes(place);
    const filled = (item.backAt ?? []).some((one) => one.place === place);
    const way: TapWay = !isOut ? 'out' : filled || !closing ? 'undo' : 'in';
    // Screws are taken for one another, and only where it was said which is in the hand: else its own piece goes back.
    const other = inHand?.kind === 'screw' && item.kind === 'screw' ? inHand.id : item.id;
    void change('tapDisassembly', { place, way, ...(way === 'in' ? { of: other } : {}) }, { item: item.id });
  };
  const keep = async (places: Place[]) => {
    if (await change('placeDisassembly', { places }, { item: shown.id })) setDrawn(undefined);
  };
  return (
    <section aria-label="On the picture" className={styles.picture}>
      <Tabs value={stage} onChange={(_event, value: number) => setChosen(value)} aria-label="Stage">
        {stages.map((one) => (
          <Tab key={one} value={one} label={`Stage ${one}`} />
        ))}
      </Tabs>
      <div className={styles.sides}>
        <Outline
          view={stage === stages[0] ? 'underside' : 'inside'}
          items={drawn ? items.map((one) => (one === shown ? withPlaces(one, drawn) : one)) : items}
          held={inHand?.id}
          photo={taken.find(({ id }) => id === chosenPhoto)?.id ?? ofModel}
          {...(drawn
            ? { add: (place: Place) => setDrawn([...drawn, place].slice(0, Math.max(shown.count, drawn.length))) }
            : { tap: (item: DisassemblyItem, place: number) => !busy && tap(item, place) })}
        />
        <fieldset className={styles.kinds}>
          <legend>{closing ? 'In the hand' : 'What is here'}</legend>
          {items.map((item) => (
            <Kind
              key={item.id}
              item={item}
              chosen={item === inHand}
              choose={() => (setHand(item.id), setDrawn(undefined))}
            />
          ))}
          {drawn ? (
            <div className={styles.drawing}>
              <span className="sub">
                {drawn.length} of {shown.count} places shown: press where each is; by keyboard: arrows, then Enter
              </span>
              <Button disabled={drawn.length === 0} onClick={() => setDrawn(drawn.slice(0, -1))}>
                Take back the last
              </Button>
              <Button onClick={() => setDrawn(undefined)}>Leave it</Button>
              <Button variant="contained" disabled={busy} onClick={() => void keep(drawn)}>
                Keep these places
              </Button>
            </div>
          ) : (
            <Button onClick={() => setDrawn(shown.details?.places ?? [])}>Show where {shown.name} is</Button>
          )}
        </fieldset>
      </div>
      {wrong.map(({ sentence }) => (
        <p key={sentence} role="alert">
          <OutcomeMark outcome="fail" /> {sentence}
        </p>
      ))}
      <TroubleNote error={error} />
      <p className="sub">{standing(items, closing)}</p>
      <Behind
        job={job}
        stage={stage}
        usual={ofModel ? 'the photograph of the model' : 'an outline'}
        busy={busy}
        keep={(stages) => void record('sheet pictures', { stages })}
      />
    </section>
  );
}

/** Which photograph of this station a stage is drawn on; without one an outline stands there. */
function Behind(props: {
  job: JobView;
  stage: number;
  usual: string;
  busy: boolean;
  keep: (stages: { stage: number; photo: string }[]) => void;
}) {
  const { job, stage, usual, busy, keep } = props;
  const { data } = useJobPhotosQuery({ tag: job.tag });
  const here = (data ?? []).filter(({ station }) => station === 'Swap');
  const known = job.snapshot.facts['sheet pictures']?.stages ?? [];
  if (here.length === 0) return null;
  return (
    <TextField
      select
      size="small"
      label="Drawn on"
      slotProps={{ select: { displayEmpty: true }, inputLabel: { shrink: true } }}
      disabled={busy}
      sx={{ width: 320, my: 1 }}
      value={known.find((one) => one.stage === stage)?.photo ?? ''}
      onChange={({ target: { value: photo } }) => {
        const others = known.filter((one) => one.stage !== stage);
        keep(photo ? [...others, { stage, photo }] : others);
      }}
    >
      <MenuItem value="">{usual}</MenuItem>
      {here.map(({ id, note }, index) => (
        <MenuItem key={id} value={id}>
          photograph {index + 1}
          {note && `: ${note}`}
        </MenuItem>
      ))}
    </TextField>
  );
}

const withPlaces = (item: DisassemblyItem, places: Place[]): DisassemblyItem => ({
  ...item,
  details: { ...item.details, places },
  outAt: [],
  backAt: [],
});

function standing(items: readonly DisassemblyItem[], closing: boolean): string {
  const unshown = items.filter((one) => (one.details?.places ?? []).length === 0).length;
  const open = items.reduce((sum, one) => sum + openPlaces(one).length, 0);
  const hidden = unshown > 0 ? `; ${unshown} without a place yet: counted in the list` : '';
  return `${open} open at this stage${closing ? ': press a place to put its piece back; choose first what is in the hand, and a wrong one is seen' : ''}${hidden}`;
}

/** One kind of thing at this stage: what it is, how it is loosened, what goes to the new drive. */
function Kind({ item, chosen, choose }: { item: DisassemblyItem; chosen: boolean; choose: () => void }) {
  const { details = {}, name, out, back, count } = item;
  const told = tellDetails(details);
  return (
    <label className={styles.item} data-chosen={chosen}>
      <input type="radio" name="in the hand" checked={chosen} onChange={choose} />
      <span>
        <b>{name}</b> <span className="mono">{`${out - back} of ${count} out`}</span>
        {told && <span className="sub">{told}</span>}
        {details.latch && chosen && (
          <span className={styles.latch}>
            <LatchDrawing latch={details.latch} />
            <span className="sub">breaks: {LATCH_HELP[details.latch].breaks}</span>
          </span>
        )}
      </span>
    </label>
  );
}

interface OutlineProps {
  view: 'underside' | 'inside';
  /** A photograph in place of the outline. */
  photo: string | undefined;
  items: readonly DisassemblyItem[];
  held: string | undefined;
  tap?: (item: DisassemblyItem, place: number) => void;
  add?: (place: Place) => void;
}

function Outline({ view, photo, items, held, tap, add }: OutlineProps) {
  const [cross, setCross] = useState<Place | null>(null);
  const press = (event: KeyboardEvent) => {
    const at = cross ?? { x: 0.5, y: 0.5 };
    const moves: Record<string, readonly [number, number]> = {
      ArrowLeft: [-STEP, 0],
      ArrowRight: [STEP, 0],
      ArrowUp: [0, -STEP],
      ArrowDown: [0, STEP],
    };
    const move = moves[event.key];
    if (move) setCross({ x: inside(at.x + move[0]), y: inside(at.y + move[1]) });
    else if (event.key === 'Enter') add?.(at);
    else return;
    event.preventDefault();
  };
  const point = (event: PointerEvent<SVGSVGElement>) => {
    const box = event.currentTarget.getBoundingClientRect();
    add?.({
      x: inside((event.clientX - box.left) / box.width),
      y: inside((event.clientY - box.top) / box.height),
    });
  };
  const drawing = add
    ? { tabIndex: 0, role: 'application', onKeyDown: press, onPointerDown: point, onBlur: () => setCross(null) }
    : { role: 'group' };
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      className={styles.outline}
      data-drawing={add !== undefined}
      aria-label={`Outline, ${view}`}
      {...drawing}
    >
      <rect x="1" y="1" width={WIDTH - 2} height={HEIGHT - 2} rx="5" className={styles.body} />
      {photo ? (
        <image href={photoSource(photo, 'full')} width={WIDTH} height={HEIGHT} preserveAspectRatio="xMidYMid slice" />
      ) : (
        <path d={OUTLINE_DETAIL[view]} className={styles.detail} />
      )}
      {items.flatMap((item) =>
        (item.details?.places ?? []).map((place, n) => (
          <Spot key={`${item.id} ${n}`} item={item} n={n} at={place} items={items} held={item.id === held} tap={tap} />
        )),
      )}
      {cross && (
        <path
          d={`M${cross.x * WIDTH - 6} ${cross.y * HEIGHT}h12M${cross.x * WIDTH} ${cross.y * HEIGHT - 6}v12`}
          className={styles.cross}
        />
      )}
    </svg>
  );
}

/** A place on the outline: closed, open, filled again, or filled with what belongs elsewhere. */
function Spot(props: {
  item: DisassemblyItem;
  n: number;
  at: Place;
  items: readonly DisassemblyItem[];
  held: boolean;
  tap: OutlineProps['tap'];
}) {
  const { item, n, at, items, held, tap } = props;
  const put = (item.backAt ?? []).find(({ place }) => place === n);
  const open = (item.outAt ?? []).includes(n) && !put;
  const other = put && put.of !== item.id ? (items.find(({ id }) => id === put.of)?.name ?? 'another piece') : null;
  const state = other ? 'wrong' : open ? 'open' : put ? 'back' : 'in';
  const words = other ? `${other} in it` : { open: 'out', back: 'back', in: 'in', wrong: '' }[state];
  const letter = { screw: '', cable: 'C', clip: 'K', part: 'P' }[item.kind];
  return (
    <g
      transform={`translate(${at.x * WIDTH} ${at.y * HEIGHT})`}
      className={styles.spot}
      data-state={state}
      data-held={held}
      {...(tap
        ? {
            role: 'button',
            tabIndex: 0,
            'aria-label': `${item.name}, place ${n + 1}: ${words}`,
            onClick: () => tap(item, n),
            onKeyDown: (event: KeyboardEvent) => {
              if (event.key !== 'Enter' && event.key !== ' ') return;
              event.preventDefault();
              tap(item, n);
            },
          }
        : {})}
    >
      <circle r="8.4" className={styles.touch} />
      {item.kind === 'screw' ? (
        <circle r="3.4" className={styles.head} />
      ) : (
        <rect x="-4" y="-3" width="8" height="6" rx="1" className={styles.head} />
      )}
      {state === 'back' && <path d="M-1.8 0.2l1.3 1.4l2.4 -3" className={styles.tick} />}
      {state === 'wrong' && <path d="M-1.7 -1.7l3.4 3.4M1.7 -1.7l-3.4 3.4" className={styles.tick} />}
      {letter && (state === 'in' || state === 'open') && (
        <text textAnchor="middle" dy="1.7" fontSize="5">
          {letter}
        </text>
      )}
    </g>
  );
}
