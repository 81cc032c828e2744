import ArrowUpward from '@mui/icons-material/ArrowUpward';
import ArrowDownward from '@mui/icons-material/ArrowDownward';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { Suspense, useState } from 'react';
import { binary } from '@udrel/core/capacity';
import {
  goesOnto,
  broughtAlong,
  reordered,
  sameName,
  sentOnto,
  targetName,
  type LayoutIntent,
  type PlannedPartition,
} from '@udrel/core/layout';
import { FactList, Key, Sheet } from '../../../../ui';
import { late } from '../../../../ui/late';
import { restTo, sized, typedSize } from './sizes';
import type { Plan } from './usePlan';
import { useSelected } from './useSelected';
import styles from './plan.module.css';

const NewVolumePanel = late(async () => ({ default: (await import('./NewVolumePanel')).NewVolumePanel }));

/** The partition or new volume selected in the map, with what can be decided about it. */
export function SelectedPanel({ tag, plan }: { tag: string; plan: Plan }) {
  const { selected, select } = useSelected(tag, plan.layout);
  const one = plan.layout.partitions.find(({ source }) => source.id === selected);
  if (one) return <Selected key={one.source.id} plan={plan} one={one} />;
  const made = plan.layout.made.find(({ volume }) => volume.id === selected);
  return made ? (
    <Suspense fallback={null}>
      <NewVolumePanel key={made.volume.id} plan={plan} made={made} select={select} />
    </Suspense>
  ) : null;
}

function Selected({ plan, one }: { plan: Plan; one: PlannedPartition }) {
  const { id, name } = one.source;
  const out = one.change === 'left behind' || one.change === 'stays';
  const free = one.target && one.used !== null ? one.target.bytes - one.used : null;
  const figure = (bytes: number) => <span className="mono">{binary(bytes)}</span>;
  return (
    <Sheet title={name} aside="selected">
      {one.target && <SizeField plan={plan} one={one} />}
      <FactList
        rows={[
          ['least that holds it', figure(one.minimum)],
          ...(free === null ? [] : [['free afterwards', figure(free)] as const]),
          ...(one.resizable ? [] : [['', keepsItsSize(one, plan.draft.intent)] as const]),
          ...(one.source.holds ?? []).map(({ name: held, bytes }) => [`holds ${held}`, figure(bytes)] as const),
        ]}
      />
      {!out && <CanGo plan={plan} one={one} />}
      <Decisions plan={plan} one={one} out={out} />
      {one.change === 'left behind' && !plan.draft.intent.acknowledged.includes(id) && (
        <Acknowledge plan={plan} one={one} />
      )}
    </Sheet>
  );
}

function keepsItsSize({ source }: PlannedPartition, { decrypted }: LayoutIntent): string {
  return source.encrypted && !decrypted.includes(source.id) ? 'encrypted: keeps its size' : 'keeps its size';
}

function SizeField({ plan, one }: { plan: Plan; one: PlannedPartition }) {
  const { intent } = plan.draft;
  const size = one.target ? binary(one.target.bytes).replaceAll(',', '') : '';
  const [text, setText] = useState(size);
  const [shown, setShown] = useState(size);
  if (shown !== size) {
    // The plan gave it another size: that is what stands in the field, and typing goes on from there.
    setShown(size);
    setText(size);
  }
  const [wrong, setWrong] = useState<string>();

  function take(): void {
    const meant = typedSize(intent, plan.layout, one, text);
    setWrong(typeof meant === 'string' ? meant : undefined);
    if (typeof meant !== 'string') plan.change(meant);
  }

  return (
    <>
      <div className={styles.sizeRow}>
        <label htmlFor="plan-size">Size on the {targetName(goesOnto(one.source.id, intent))}</label>
        <input
          id="plan-size"
          className={styles.size}
          value={text}
          disabled={!one.resizable}
          title="GiB, GB, MiB, sectors, per cent or “rest”"
          onChange={(event) => setText(event.target.value)}
          onKeyDown={(event) => event.key === 'Enter' && take()}
          onBlur={() => text !== size && take()}
        />
      </div>
      {wrong && (
        <p className="danger" role="alert">
          {wrong}
        </p>
      )}
    </>
  );
}

function Decisions({ plan, one, out }: { plan: Plan; one: PlannedPartition; out: boolean }) {
  const { intent } = plan.draft;
  const { id, kind, encrypted } = one.source;
  const toggled = (list: string[]) => (list.includes(id) ? list.filter((other) => other !== id) : [...list, id]);
  const [up, down] = [reordered(plan.table, intent, id, -1), reordered(plan.table, intent, id, 1)];
  const bySystemOnly = intent.extent === 'system only' && kind === 'data' && !intent.leftOut.includes(id);
  const acknowledged = intent.acknowledged.filter((other) => other !== id);
  return (
    <div className={styles.buttons}>
      {one.resizable && !out && <Button onClick={() => plan.change(restTo(intent, id))}>Rest goes here</Button>}
      {one.resizable && !out && <Button onClick={() => plan.change(sized(intent, id, one.minimum))}>Least</Button>}
      {bySystemOnly ? (
        <Button onClick={() => plan.change({ extent: 'whole device', acknowledged })}>Bring everything</Button>
      ) : (
        <Button
          onClick={() =>
            plan.change(out ? broughtAlong(intent, id) : { leftOut: toggled(intent.leftOut), acknowledged })
          }
        >
          {out ? 'Bring it' : 'Take out'}
        </Button>
      )}
      {encrypted && (
        <Button onClick={() => plan.change({ decrypted: toggled(intent.decrypted) })}>
          {intent.decrypted.includes(id) ? 'Copy it encrypted' : 'Decrypt it first'}
        </Button>
      )}
      {kind === 'data' &&
        !out &&
        plan.drives
          .filter(({ on }) => on !== goesOnto(id, intent))
          .map(({ on }) => (
            <Button key={on} onClick={() => plan.change({ onto: sentOnto(intent, id, on) })}>
              To the {targetName(on)}
            </Button>
          ))}
      {!out && (up ?? down) && (
        <span className={styles.pair}>
          <Button disabled={!up} onClick={() => up && plan.change({ order: up })} aria-label="Before the one above it">
            <ArrowUpward fontSize="small" />
          </Button>
          <Button
            disabled={!down}
            onClick={() => down && plan.change({ order: down })}
            aria-label="After the one below it"
          >
            <ArrowDownward fontSize="small" />
          </Button>
        </span>
      )}
      {one.resizable && !out && (
        <span className="sub" style={{ marginLeft: 'auto' }}>
          <Key>+</Key> <Key>-</Key> 1 GiB
        </span>
      )}
    </div>
  );
}

/** What of the volume can go before the copy, each kind by itself. */
function CanGo({ plan, one }: { plan: Plan; one: PlannedPartition }) {
  const { id, clearable = [] } = one.source;
  const { cleared = {} } = plan.draft.intent;
  if (clearable.length === 0) return null;
  const decided = cleared[id] ?? [];
  return (
    <fieldset className={styles.canGo}>
      <legend>Can go before the copy, in its own system</legend>
      {clearable.map(({ what, bytes }) => (
        <label key={what}>
          <input
            type="checkbox"
            checked={decided.includes(what)}
            onChange={({ target }) => {
              const kinds = clearable.flatMap((other) =>
                (other.what === what ? target.checked : decided.includes(other.what)) ? [other.what] : [],
              );
              plan.change({ cleared: { ...cleared, [id]: kinds } });
            }}
          />
          {what} <span className="mono">{binary(bytes)}</span>
        </label>
      ))}
    </fieldset>
  );
}

/** Leaving something behind is acknowledged by typing its name. */
function Acknowledge({ plan, one }: { plan: Plan; one: PlannedPartition }) {
  const { intent } = plan.draft;
  return (
    <TextField
      sx={{ mt: 1.5 }}
      label={`Type “${one.source.name}” to leave it behind`}
      onChange={(event) => {
        if (sameName(event.target.value, one.source.name))
          plan.change({ acknowledged: [...intent.acknowledged, one.source.id] });
      }}
    />
  );
}
