import type { JobView } from '@udrel/contract/types';
import { tellDetails } from '@udrel/core/disassembly';
import { OUTLINE_DETAIL } from '../../features/device/ConditionOutline';
import { Empty } from '../../ui';
import { Code } from '../../features/code/Code';
import styles from './print.module.css';

/** Longest screw that is held against the gauge, mm. */
const GAUGE = 40;

/** A mat for what comes out, stage by stage: each piece lies on its own place; with a gauge for the length of screws, 1:1. */
export function ScrewMat({ job }: { job: JobView }) {
  const { disassembly } = job.snapshot;
  if (disassembly.length === 0) return <Empty>This model has no strip-down sheet.</Empty>;
  const stages = [...new Set(disassembly.map(({ stage }) => stage))].sort((a, b) => a - b);
  return (
    <article className={styles.paper}>
      <header className={styles.head}>
        <div>
          <h1>Mat {job.tag}</h1>
          <p>
            {job.device.model.maker} {job.device.model.name}, <span className="mono">{job.device.serial}</span>
          </p>
          <p className="sub">Print at 100 %: the gauge is then true.</p>
        </div>
        <Code text={job.tag} />
      </header>
      <Gauge />
      {stages.map((stage, index) => {
        const items = disassembly.filter((one) => one.stage === stage);
        return (
          <section key={stage} className={styles.mat}>
            <h2>Stage {stage}</h2>
            <svg viewBox="0 0 150 100" width="150mm" height="100mm" role="img" aria-label={`Places of stage ${stage}`}>
              <rect x="1" y="1" width="148" height="98" rx="5" />
              <path d={OUTLINE_DETAIL[index === 0 ? 'underside' : 'inside']} className={styles.faint} />
              {items.flatMap((item, n) =>
                (item.details?.places ?? []).map(({ x, y }, place) => (
                  <g key={`${item.id} ${place}`} transform={`translate(${x * 150} ${y * 100})`}>
                    <circle r="4.5" />
                    <text textAnchor="middle" dy="1.6" fontSize="4.5">
                      {n + 1}
                    </text>
                  </g>
                )),
              )}
            </svg>
            <ol>
              {items.map((item) => (
                <li key={item.id}>
                  {item.count} × {item.name}
                  <span className="sub"> {tellDetails(item.details ?? {})}</span>
                </li>
              ))}
            </ol>
          </section>
        );
      })}
    </article>
  );
}

/** A scale in millimetres: a screw lies with its head at the left edge. */
function Gauge() {
  return (
    <svg viewBox={`0 0 ${GAUGE + 4} 10`} width={`${GAUGE + 4}mm`} height="10mm" role="img" aria-label="Gauge in mm">
      {Array.from({ length: GAUGE + 1 }, (_none, mm) => (
        <path key={mm} d={`M${mm + 1} 0v${mm % 10 === 0 ? 6 : mm % 5 === 0 ? 4.5 : 3}`} className={styles.gauge} />
      ))}
      {[0, 10, 20, 30, 40].map((mm) => (
        <text key={mm} x={mm + 1} y="9.6" fontSize="3" textAnchor={mm === 0 ? 'start' : 'middle'}>
          {mm}
        </text>
      ))}
    </svg>
  );
}
