import type { JobView } from '@udrel/contract/types';
import { binary, soldName } from '@udrel/core/capacity';
import { planLayout } from '@udrel/core/layout';
import { planHolds } from '@udrel/core/steps';
import { range } from '../../format/time';
import { whole } from '../../format/units';
import { Empty } from '../../ui';
import { Code } from './Code';
import styles from './print.module.css';

/** The accepted copy plan with exact sectors, for whoever copies with whichever tool. */
export function PlanCard({ job }: { job: JobView }) {
  const { plan, 'old drive': source, 'drive choice': target } = job.snapshot.facts;
  if (!plan || !source || !target) return <Empty>The copy plan is not accepted yet.</Empty>;
  if (!planHolds(job.snapshot)) {
    return <Empty>This plan was accepted for other drives or partitions. Accept it again before printing it.</Empty>;
  }
  const drive = { sectors: target.bytes / target.sectorSize, sectorSize: target.sectorSize };
  const { partitions, leftFree } = planLayout(plan.table, drive, plan.intent);
  return (
    <article className={styles.paper}>
      <header className={styles.head}>
        <div>
          <h1>Copy plan {job.tag}</h1>
          <p>{plan.route}</p>
          <p className="sub">takes {range(plan.estimate.low, plan.estimate.high)}</p>
        </div>
        <Code text={job.tag} />
      </header>
      <p>
        <b>Read from</b> <span className="mono">{source.serial}</span>, {source.maker} {source.name},{' '}
        {soldName(source.bytes)}
      </p>
      <p>
        <b>Write to</b> <span className="mono">{target.serial}</span>, {target.maker} {target.name},{' '}
        {soldName(target.bytes)}: all on it is wiped
      </p>
      <h2>
        Table: {plan.table.scheme.toUpperCase()}, {target.sectorSize}-byte sectors
      </h2>
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
          {partitions.map((one) => (
            <tr key={one.source.id}>
              <td>
                {one.source.name} <span className="sub">{one.source.fileSystem}</span>
              </td>
              <td>{one.change}</td>
              <td className="figure">{one.target ? whole(one.target.startSector) : '–'}</td>
              <td className="figure">{one.target ? whole(one.target.sectors) : '–'}</td>
              <td className="figure">{one.target ? binary(one.target.bytes) : '–'}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p style={{ marginTop: 10 }}>
        Left free: <span className="mono">{binary(leftFree)}</span>
      </p>
    </article>
  );
}
