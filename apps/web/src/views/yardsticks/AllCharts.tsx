import type { YardstickRow } from '@udrel/contract/types';
import { MiddleChart, MoneyChart, ShareChart } from './charts';
import styles from './yardsticks.module.css';

const percent = (of: number, all: number) => (all === 0 ? null : Math.round((1000 * of) / all) / 10);

/** What is drawn month by month. */
export default function AllCharts({ months, currency }: { months: readonly YardstickRow[]; currency: string }) {
  return (
    <div className={styles.charts}>
      <MiddleChart
        title="Turnaround, the middle half of the jobs"
        unit="hours"
        rows={months}
        of={({ turnaround }) => turnaround}
      />
      <MiddleChart title="Ready after what was promised" unit="hours" rows={months} of={({ late }) => late} />
      <ShareChart
        title="In time, and started at once"
        rows={months}
        shares={[
          { name: 'in time', of: ({ inTime, late }) => percent(inTime, late.count), shade: '--petrol' },
          {
            ...{ name: 'started at once', of: ({ startedFirst, starts }) => percent(startedFirst, starts) },
            ...{ shade: '--ink-2', dash: [5, 4] },
          },
        ]}
      />
      <MoneyChart title="Net, parts and work" unit={currency || 'amount'} rows={months} />
    </div>
  );
}
