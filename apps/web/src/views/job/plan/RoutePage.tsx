import type { PlannedRun } from '@udrel/core/facts';
import { targetName } from '@udrel/core/layout';
import Button from '@mui/material/Button';
import { lazy, Suspense } from 'react';
import { Link } from 'react-router';
import { binary } from '@udrel/core/capacity';
import type { Piece } from '@udrel/core/pieces';
import type { PacedStage } from '@udrel/core/estimate';
import { afreshInstead, handsOf, runsOf, type RouteOption } from '@udrel/core/routes';
import { endOf, range, spanOf } from '../../../format/time';
import { rate } from '../../../format/units';
import { stationPath } from '../../../paths/station-path';
import { FactList, Ledger, OutcomeMark, Sheet } from '../../../ui';
import type { Plan } from './map/usePlan';
import styles from './map/plan.module.css';

// It comes with the page that shows it: the map is opened first.
const Records = lazy(() => import('../../../features/equipment/Records'));

/** The ways to place both drives, ranked, each drawn as the chain that the data passes. */
export function RoutePage({ tag, plan }: { tag: string; plan: Plan }) {
  const { options, draft } = plan;
  if (options.length === 0) return <Sheet title="Where both drives sit">Asking what the shop has …</Sheet>;
  return (
    <>
      <Sheet title="Where both drives sit" aside="least waiting, hands and risk first">
        <div role="radiogroup" aria-label="Route">
          {options.map((option) => (
            <Option
              key={`${option.route} ${option.startedFrom}`}
              tag={tag}
              option={option}
              chosen={option.route === draft.route && option.startedFrom === draft.startedFrom}
              choose={() => plan.setRoute(option)}
            />
          ))}
        </div>
      </Sheet>
      <Instead tag={tag} plan={plan} />
    </>
  );
}

/** The other way to a working device: no copy, but a fresh installation and the files. */
function Instead({ tag, plan: { placing, layout } }: { tag: string; plan: Plan }) {
  if (!placing) return null;
  const { bytes, hands, estimate, loses } = afreshInstead(placing, layout);
  return (
    <Sheet title="Instead of a copy" aside="a fresh installation, the files brought over">
      <div className={styles.instead}>
        <p>
          Hands <span className="mono">{hands} min</span>, then the files
          {bytes !== null && (
            <>
              , <span className="mono">{binary(bytes)}</span>
            </>
          )}
          : <span className="mono">{range(estimate.low, estimate.high)}</span>.
          <span className="sub"> {loses.join('; ')}.</span>
        </p>
        <Button component={Link} to={`/jobs/${tag}/${stationPath('Book in')}`}>
          Change the wish
        </Button>
      </div>
    </Sheet>
  );
}

function Option(props: { tag: string; option: RouteOption; chosen: boolean; choose: () => void }) {
  const { tag, option, chosen, choose } = props;
  const { route, startedFrom, reasons } = option;
  const estimates = [option, ...option.further].map((copy) => copy.estimate);
  const hands = handsOf(option);
  const stopped = reasons.filter(({ outcome }) => outcome === 'fail');
  const unknown = reasons.filter(({ outcome }) => outcome === 'unknown');
  const outcome = stopped.length > 0 ? 'fail' : unknown.length > 0 ? 'unknown' : 'pass';
  const [first] = [...stopped, ...unknown];
  return (
    <div className={styles.route} data-chosen={chosen}>
      <label className={styles.routeHead}>
        <input type="radio" name="route" checked={chosen} onChange={choose} />
        <OutcomeMark outcome={outcome} />
        <span>
          <b>{route}</b>
          {startedFrom && <span className="sub"> started from {startedFrom}</span>}
        </span>
        <span className="figure">
          {stopped.length > 0
            ? ''
            : range(sumOf(estimates.map(({ low }) => low)), sumOf(estimates.map(({ high }) => high)))}
        </span>
        <span className="figure sub">{hands > 0 && stopped.length === 0 ? `hands ${hands} min` : ''}</span>
      </label>
      {first && !chosen && <p className={`sub ${styles.routeWhy}`}>{first.sentence}</p>}
      {chosen && <Details tag={tag} option={option} />}
    </div>
  );
}

const sumOf = (numbers: readonly number[]) => numbers.reduce((sum, one) => sum + one, 0);

function Through(props: { tag: string; pieces: readonly Piece[] }) {
  return (
    <Suspense fallback="…">
      <Records {...props} />
    </Suspense>
  );
}

const isSocket = ({ kind }: Piece) => kind.startsWith('socket');

function Details({ tag, option }: { tag: string; option: RouteOption }) {
  const { stages, estimate, further, kit, hands, reasons, method, bytes } = option;
  return (
    <div className={styles.routeDetails}>
      <Chain stages={stages} limitedBy={estimate.limitedBy} />
      {further.map((copy) => (
        <Chain key={copy.onto} stages={copy.stages} limitedBy={copy.estimate.limitedBy} />
      ))}
      <FactList
        rows={[
          [
            'copies',
            [
              `${method}, ${binary(bytes)}`,
              ...further.map((copy) => `then ${binary(copy.bytes)} to the ${targetName(copy.onto)}`),
            ].join(', '),
          ],
          ['hands', hands.map(({ sentence }) => sentence).join('; ') || 'nothing more than the swap itself'],
          ['from the shelf', <Through key="k" tag={tag} pieces={kit.filter((piece) => !isSocket(piece))} />],
          ...(kit.some(isSocket)
            ? [['plugged in at', <Through key="s" tag={tag} pieces={kit.filter(isSocket)} />] as const]
            : []),
        ]}
      />
      {reasons.length > 0 && <Ledger reasons={reasons} />}
    </div>
  );
}

/** Old drive to new drive with the rate of every stage; the one that limits stands out by its words. */
function Chain({ stages, limitedBy }: { stages: readonly PacedStage[]; limitedBy: string }) {
  return (
    <ol className={styles.chain} aria-label={`What the data passes, ${stages.at(-1)?.name ?? ''}`}>
      {stages.map(({ name, kind, rates }, index) => (
        <li key={name} data-kind={kind} data-limits={name === limitedBy}>
          {index > 0 && <span aria-hidden>→ </span>}
          {name} <span className="mono">{rate(Math.round(rates[1]))}</span>
          {name === limitedBy && <b> limits</b>}
        </li>
      ))}
    </ol>
  );
}

const RUN_WORDS: Readonly<Record<string, string>> = {
  decrypt: 'decrypt',
  check: 'check',
  copy: 'copy',
  'read back': 'read back',
  'bring files': 'bring',
};

/** The chosen route in short: its runs with their ranges, and when all could be done against the promise. */
export function RouteInShort({ plan, promisedAt }: { plan: Plan; promisedAt: string | null }) {
  const { route, placing, layout, draft } = plan;
  if (!route || !placing) return null;
  const work = runsOf(placing, layout, draft.intent.decrypted, route);
  const total = work.reduce((sum, { estimate }) => ({ low: sum.low + estimate.low, high: sum.high + estimate.high }), {
    low: 0,
    high: 0,
  });
  return (
    <Sheet title="Route and time">
      <FactList
        rows={[
          [route.route, <span key="r" className="mono">{`about ${rate(route.estimate.rate)}`}</span>],
          ['limited by', route.estimate.limitedBy],
          ...work.map((run) => [nameOf(plan, run), <Span key={nameOf(plan, run)} run={run} />] as const),
          [
            'all of it',
            <b key="t" className="mono">
              {range(total.low, total.high)}
            </b>,
          ],
          ['earliest', <Earliest key="e" low={total.low} high={total.high} promisedAt={promisedAt} />],
        ]}
      />
      <p className="sub" style={{ fontSize: 12.8, marginTop: 6 }}>
        Rests on {route.estimate.restsOn}.
      </p>
    </Sheet>
  );
}

function nameOf({ table, route, layout }: Plan, { about, onto, estimate }: PlannedRun): string {
  const volumes = [...table.partitions, ...layout.made.map(({ volume }) => volume)];
  const partition = volumes.find(({ id }) => id === about)?.name;
  const drive = onto && route && route.further.length > 0 ? `(${targetName(onto)})` : null;
  return [RUN_WORDS[estimate.kind] ?? estimate.kind, partition ?? drive].filter(Boolean).join(' ');
}

function Span({ run: { estimate } }: { run: PlannedRun }) {
  return <span className="mono">{range(estimate.low, estimate.high)}</span>;
}

/** When the runs could be over if they began now, and whether that is before the promise. */
function Earliest({ low, high, promisedAt }: { low: number; high: number; promisedAt: string | null }) {
  const [early, late] = [endOf(low), endOf(high)];
  return (
    <>
      <span className="mono">{spanOf(early, late)}</span>
      {late.after(promisedAt) && <span className="danger"> may be later than promised</span>}
    </>
  );
}
