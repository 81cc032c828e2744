import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { lazy, Suspense, useState } from 'react';
import { useSearchParams } from 'react-router';
import { urlOf, yardstickEndpoints } from '@udrel/contract/endpoints';
import type { YardstickQuery, YardstickRow, YardsticksView } from '@udrel/contract/types';
import type { Counted } from '@udrel/core/yardsticks';
import { useModelQuery } from '../../api/api';
import { useYardsticksQuery } from '../../api/after';
import { duration } from '../../format/time';
import { ModelChoice } from '../../features/pickers/ModelField';
import { figure, shopFormats } from '../../format/shop-formats';
import { money } from '../../format/units';
import { runKind } from '../../format/runs';
import { Empty, Loaded, Sheet } from '../../ui';
import styles from './yardsticks.module.css';

const Charts = lazy(() => import('./AllCharts'));

/** The shop's own figures: by month and by kind of job, medians with their spread and how many they are of. */
export default function YardsticksPage() {
  const [search, setSearch] = useSearchParams();
  const asked: YardstickQuery = Object.fromEntries(
    (['from', 'until', 'kind', 'model'] as const).flatMap((name) => {
      const value = search.get(name);
      return value ? [[name, value]] : [];
    }),
  );
  const { data, error, currentData } = useYardsticksQuery(asked);
  const set = (name: string, value: string) => {
    const next = new URLSearchParams(search);
    if (value) next.set(name, value);
    else next.delete(name);
    setSearch(next, { replace: true });
  };
  const shown = currentData ?? data;
  const file = `${urlOf(yardstickEndpoints.yardstickExport)}?${search.toString()}`;
  return (
    <>
      <title>Yardsticks, Udrel</title>
      <div className={styles.head}>
        <h1>Yardsticks</h1>
        <Month label="From" value={asked.from ?? shown?.from ?? ''} set={(value) => set('from', value)} />
        <Month label="Until" value={asked.until ?? shown?.until ?? ''} set={(value) => set('until', value)} />
        <select aria-label="Kind of job" value={asked.kind ?? ''} onChange={({ target }) => set('kind', target.value)}>
          <option value="">every kind</option>
          {[...new Set([...(shown?.kinds ?? []).map(({ of }) => of), ...(asked.kind ? [asked.kind] : [])])].map(
            (kind) => (
              <option key={kind}>{kind}</option>
            ),
          )}
        </select>
        <OfModel id={asked.model} set={(value) => set('model', value)} />
        <Button component="a" href={file} download className={styles.file ?? ''}>
          As CSV
        </Button>
      </div>
      {typeof shown?.behind === 'number' && (
        <p className="sub" role="status">
          Read from the replica, {shown.behind < 1 ? 'as it is now' : `${duration(shown.behind)} behind`}.
        </p>
      )}
      <Loaded data={shown} error={error} what="the shop’s figures">
        {(view) => <Figures view={view} some={asked.kind !== undefined || asked.model !== undefined} />}
      </Loaded>
    </>
  );
}

/** Narrows the figures to jobs at one model. */
function OfModel({ id, set }: { id: string | undefined; set: (id: string) => void }) {
  const [typed, setTyped] = useState('');
  const { currentData } = useModelQuery({ id: id ?? '' }, { skip: !id });
  return (
    <div style={{ width: 250 }}>
      <ModelChoice
        model={(id && currentData) || null}
        choose={(model) => set(model?.id ?? '')}
        typed={typed}
        type={setTyped}
        trouble={undefined}
      />
    </div>
  );
}

function Month({ label, value, set }: { label: string; value: string; set: (value: string) => void }) {
  return (
    <TextField
      label={label}
      value={value}
      type="month"
      sx={{ width: 190 }}
      onChange={({ target }) => set(target.value)}
      slotProps={{ inputLabel: { shrink: true } }}
    />
  );
}

function Figures({ view, some }: { view: YardsticksView; some: boolean }) {
  const { all, months } = view;
  if (all.jobs === 0) {
    return (
      <Sheet>
        <Empty>No job was closed in these months.</Empty>
      </Sheet>
    );
  }
  return (
    <div className={styles.all}>
      <Summary all={all} />
      <Suspense fallback={<p className="sub">Drawing …</p>}>
        <Charts months={months} currency={shopFormats().currency} />
      </Suspense>
      <Table title="By kind of job" first="Kind" rows={[...view.kinds, { ...all, of: 'all of it' }]} />
      <Table title="By month" first="Month" rows={months} />
      {some && (
        <p className="sub">
          Of every kind and model in these months, since runs and causes are not told apart by them:
        </p>
      )}
      <Besides view={view} />
    </div>
  );
}

const percent = (of: number, all: number) => (all === 0 ? '–' : `${Math.round((100 * of) / all)} %`);
const share = (of: number, all: number) => (all === 0 ? '–' : `${Math.round((100 * of) / all)} in 100`);

function Summary({ all }: { all: YardstickRow }) {
  const told = [
    [
      'Turnaround',
      hoursTold(all.turnaround.middle),
      `half of ${all.turnaround.count} within ${between(all.turnaround)}`,
    ],
    ['In time', share(all.inTime, all.late.count), `of ${all.late.count} that were promised`],
    ['Started at once', share(all.startedFirst, all.starts), `of ${all.starts} trial starts`],
    ['Copies that failed', share(all.failed, all.attempts), `of ${all.attempts} attempts`],
    [
      'Starts faster',
      all.speedUp.middle === null ? '–' : `× ${figure(all.speedUp.middle / 10)}`,
      `middle of ${all.speedUp.count} that can be compared`,
    ],
    ['Hands', timesTold(all.hands), `what was told, middle of ${all.hands.count} jobs timed`],
    ['Came back', share(all.returned, all.jobs), `under guarantee, of ${all.jobs} jobs`],
  ] as const;
  return (
    <dl className={styles.summary}>
      {told.map(([name, value, of]) => (
        <div key={name}>
          <dt>{name}</dt>
          <dd>
            <b className="mono">{value}</b>
            <span className="sub">{of}</span>
          </dd>
        </div>
      ))}
    </dl>
  );
}

/** "1.2 ×": how long hands took against what was told. */
const timesTold = ({ middle }: Counted) => (middle === null ? '–' : `${figure(middle / 100)} ×`);

/** Hours up to two days, then days. */
function hoursTold(hours: number | null): string {
  if (hours === null) return '–';
  return Math.abs(hours) < 48 ? `${hours} h` : `${figure(Math.round(hours / 2.4) / 10)} d`;
}

const between = ({ low, high }: Counted) => `${hoursTold(low)} to ${hoursTold(high)}`;

function Table({ title, first, rows }: { title: string; first: string; rows: readonly YardstickRow[] }) {
  return (
    <Sheet title={title}>
      <table className={styles.table}>
        <thead>
          <tr>
            <th>{first}</th>
            {[
              'Jobs',
              'Turnaround',
              'After promise',
              'In time',
              'Started at once',
              'Failed copies',
              'Faster',
              'Hands',
              'Net',
              'of it work',
              'Margin',
            ].map((name) => (
              <th key={name} className={styles.figure}>
                {name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <tr key={row.of}>
              <td>{row.of}</td>
              <td className={styles.figure}>{row.jobs}</td>
              <td className={styles.figure} title={`half within ${between(row.turnaround)}`}>
                {hoursTold(row.turnaround.middle)}
                <small className="sub">{row.turnaround.count > 0 ? between(row.turnaround) : ''}</small>
              </td>
              <td className={styles.figure}>
                {hoursTold(row.late.middle)}
                <small className="sub">{row.late.count > 0 ? between(row.late) : ''}</small>
              </td>
              <td className={styles.figure}>{percent(row.inTime, row.late.count)}</td>
              <td className={styles.figure}>{percent(row.startedFirst, row.starts)}</td>
              <td className={styles.figure}>
                {row.failed} of {row.attempts}
              </td>
              <td className={styles.figure}>
                {row.speedUp.middle === null ? '–' : `× ${figure(row.speedUp.middle / 10)}`}
              </td>
              <td className={styles.figure} title="from one stamp to the next, of what the steps are told to take">
                {timesTold(row.hands)}
                <small className="sub">{row.hands.count > 0 ? `of ${row.hands.count} jobs` : ''}</small>
              </td>
              <td className={styles.figure}>{money(row.revenue)}</td>
              <td className={styles.figure}>{money(row.work)}</td>
              <td className={styles.figure}>
                {row.costed === 0 ? '–' : money(row.margin)}
                <small className="sub">{row.costed < row.jobs ? `of ${row.costed} jobs` : ''}</small>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </Sheet>
  );
}

function Besides({
  view: { ranges, berths, failures, helped, noStarts, returns, returnedParts },
}: {
  view: YardsticksView;
}) {
  return (
    <div className={styles.besides}>
      <Short title="Estimates that held" aside="runs within the range told before; 80 in 100 is honest">
        {ranges.map(({ month, runs, held }) => [month, `${share(held, runs)} of ${runs}`] as const)}
      </Short>
      <Short title="Berths" aside="hours that runs lay there">
        {berths.map(
          ({ berth, hours, runs }) =>
            [berth === 0 ? 'not at a berth' : `berth ${berth}`, `${hours} h, ${runs} runs`] as const,
        )}
      </Short>
      <Short title="Runs that did not end well" aside="and what their berth saw">
        {failures.map(
          ({ run, outcome, sign, count }) =>
            [
              `${runKind({ kind: run })}: ${[outcome, sign === 'not counted' ? 'counted at no berth' : sign].filter(Boolean).join(', ')}`,
              String(count),
            ] as const,
        )}
      </Short>
      <Short title="What was changed after a failure" aside="how often the next attempt ended well">
        {helped.map(({ changed, tried, helped: well }) => [changed, `${well} of ${tried}`] as const)}
      </Short>
      <Short title="Why devices did not start" aside="what was found">
        {noStarts.map(({ cause, count }) => [cause, String(count)] as const)}
      </Short>
      <Short title="Parts that failed" aside="under guarantee">
        {returnedParts.map(({ part, returned }) => [part, String(returned)] as const)}
      </Short>
      <Short title="Came back under guarantee" aside="by model">
        {returns.map(({ model, returned, jobs }) => [model, `${returned} of ${jobs}`] as const)}
      </Short>
    </div>
  );
}

function Short({
  title,
  aside,
  children,
}: {
  title: string;
  aside: string;
  children: readonly (readonly [string, string])[];
}) {
  return (
    <Sheet title={title} {...(aside ? { aside } : {})}>
      {children.length === 0 ? (
        <Empty>None in these months.</Empty>
      ) : (
        <table>
          <tbody>
            {children.map(([name, value]) => (
              <tr key={name}>
                <td>{name}</td>
                <td className={styles.figure}>{value}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </Sheet>
  );
}
