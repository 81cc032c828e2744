import { wants } from '@udrel/core/steps';
import type { JobView } from '@udrel/contract/types';
import { CHOICE_KEYS } from '@udrel/core/facts';
import { KIT_GROUPS, kitOf } from '@udrel/core/kit';
import { useMatchQuery } from '../../api/api';
import { Empty } from '../../ui';
import { Code } from '../../features/code/Code';
import styles from './print.module.css';

/** What to have on the bench before the device is opened, to be ticked off. */
export function KitList({ job }: { job: JobView }) {
  const { facts, disassembly } = job.snapshot;
  const { currentData: match, isLoading } = useMatchQuery({ tag: job.tag });
  const copying = match?.copying;
  if (![...CHOICE_KEYS, 'memory choice' as const].some((key) => facts[key])) {
    return <Empty>Nothing is reserved yet: the kit list follows from the match.</Empty>;
  }
  const holding = copying?.target?.find((one) => one.holds);
  const stick = copying?.sticks.find((one) => one.starts)?.name;
  const kit = kitOf({ facts, fresh: wants(job.snapshot, 'fresh installation'), disassembly, holding, stick });
  if (isLoading) return <Empty>Reading what holds the drives …</Empty>;
  const { device } = job;
  return (
    <article className={styles.paper}>
      <header className={styles.head}>
        <div>
          <h1>Kit list {job.tag}</h1>
          <p>
            {device.model.maker} {device.model.name}, <span className="mono">{device.serial}</span>
          </p>
          {device.model.note && <p className="sub">{device.model.note}</p>}
        </div>
        <Code text={job.tag} />
      </header>
      {KIT_GROUPS.map((group) => {
        const items = kit.filter((one) => one.group === group);
        if (items.length === 0) return null;
        return (
          <section key={group}>
            <h2>{group.replace(/^./, (letter) => letter.toUpperCase())}</h2>
            <table className={styles.ticks}>
              <tbody>
                {items.map(({ name, count, note }, index) => (
                  <tr key={`${name}${index}`}>
                    <td>☐</td>
                    <td className="figure">{count} ×</td>
                    <td>
                      {name} <span className="sub">{note}</span>
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          </section>
        );
      })}
    </article>
  );
}
