import { targetKey, type AcceptedPlan } from '@udrel/core/facts';
import { targetName } from '@udrel/core/layout';
import type { JobView } from '@udrel/contract/types';
import { binary, soldName } from '@udrel/core/capacity';
import { planLines, type PlanLine } from '@udrel/core/plan-file';
import type { RunKind } from '@udrel/core/estimate';
import { planHolds } from '@udrel/core/steps';
import { range } from '../../format/time';
import { whole } from '../../format/units';
import { Empty } from '../../ui';
import { Code } from '../../features/code/Code';
import styles from './print.module.css';

/** The accepted copy plan with exact sectors, for whoever copies with whichever tool. */
export function PlanCard({ job }: { job: JobView }) {
  const { plan, 'old drive': source } = job.snapshot.facts;
  if (!plan || !source) return <Empty>The copy plan is not accepted yet.</Empty>;
  if (!planHolds(job.snapshot)) {
    return <Empty>This plan was accepted for other drives or partitions. Accept it again before printing it.</Empty>;
  }
  const lines = planLines(plan);
  return (
    <article className={styles.paper}>
      <header className={styles.head}>
        <div>
          <h1>Copy plan {job.tag}</h1>
          <p>
            {plan.route}
            {plan.startedFrom && `, started from ${plan.startedFrom}`}
          </p>
        </div>
        <Code text={job.tag} />
      </header>
      <p>
        <b>Read from</b> <span className="mono">{source.serial}</span>, {source.maker} {source.name},{' '}
        {soldName(source.bytes)}
      </p>
      {plan.drives.map(({ id, serial, sectors, sectorSize }, index) => {
        const drive = job.snapshot.facts[targetKey(id, 'choice')];
        return (
          <p key={id}>
            <b>{index === 0 ? 'Write to' : 'And to'}</b> <span className="mono">{serial}</span>,{' '}
            {drive && `${drive.maker} ${drive.name}, `}
            {soldName(sectors * sectorSize)}: all on it is wiped
          </p>
        );
      })}
      <p>
        <b>Runs</b>{' '}
        {plan.work
          .map(
            ({ about, onto, estimate }) =>
              `${runTitle(plan, estimate.kind, about)}${onto && onto !== 'new' ? ` (${targetName(onto)})` : ''} ${range(estimate.low, estimate.high)}`,
          )
          .join(', ')}
      </p>
      {plan.drives.map(({ id, serial, scheme, sectorSize }) => (
        <section key={id}>
          <h2>
            Table of <span className="mono">{serial}</span>: {scheme.toUpperCase()}, {sectorSize}-byte sectors
          </h2>
          <Lines lines={lines.filter(({ to }) => to?.drive === serial)} />
        </section>
      ))}
      {lines.some(({ to }) => to === null) && (
        <>
          <h2>Not copied</h2>
          <p>
            {lines
              .filter(({ to }) => to === null)
              .map(({ name, change }) => `${name}: ${change}`)
              .join('; ')}
          </p>
        </>
      )}
      <p style={{ marginTop: 10 }}>
        Left free: <span className="mono">{plan.drives.map(({ leftFree }) => binary(leftFree)).join(' and ')}</span>
      </p>
    </article>
  );
}

/** A run of the plan with the partition that it is about. */
function runTitle({ table, made }: AcceptedPlan, kind: RunKind, about: string | null): string {
  const partition = [...table.partitions, ...made].find(({ id }) => id === about)?.name;
  return partition ? `${kind} ${partition}` : kind;
}

/** The partitions of one new drive in their order, in exact sectors. */
function Lines({ lines }: { lines: readonly PlanLine[] }) {
  const sorted = [...lines].sort((a, b) => (a.to?.startSector ?? 0) - (b.to?.startSector ?? 0));
  return (
    <table>
      <thead>
        <tr>
          <th>Partition</th>
          <th>What happens</th>
          <th className="figure">First sector</th>
          <th className="figure">Sectors</th>
          <th className="figure">Size</th>
        </tr>
      </thead>
      <tbody>
        {sorted.map(({ name, fileSystem, change, to }) => (
          <tr key={name}>
            <td>
              {name} <span className="sub">{fileSystem}</span>
            </td>
            <td>{change}</td>
            <td className="figure">{to ? whole(to.startSector) : '–'}</td>
            <td className="figure">{to ? whole(to.sectors) : '–'}</td>
            <td className="figure">{to ? binary(to.bytes) : '–'}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
