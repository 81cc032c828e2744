import {
  BarController,
  BarElement,
  CategoryScale,
  Chart,
  Filler,
  Legend,
  LinearScale,
  LineController,
  LineElement,
  PointElement,
  Tooltip,
  type ChartOptions,
} from 'chart.js';
import type { ReactNode } from 'react';
import { Bar, Line } from 'react-chartjs-2';
import type { YardstickRow } from '@udrel/contract/types';
import type { Counted } from '@udrel/core/yardsticks';
import styles from './yardsticks.module.css';

Chart.register(
  ...[BarController, BarElement, CategoryScale, Filler, Legend, LinearScale, LineController, LineElement],
  ...[PointElement, Tooltip],
);
Chart.defaults.font.family = 'Atkinson Hyperlegible Next Variable, sans-serif';

const colour = (name: string) => getComputedStyle(document.documentElement).getPropertyValue(name).trim();

interface Drawn {
  title: string;
  unit: string;
  rows: readonly YardstickRow[];
}

function options(unit: string, legend: boolean, most?: number): ChartOptions<'line'> & ChartOptions<'bar'> {
  const ink = colour('--ink-2');
  return {
    animation: false,
    maintainAspectRatio: false,
    plugins: {
      legend: { display: legend, align: 'end', labels: { boxWidth: 14, boxHeight: 8, color: ink } },
    },
    scales: {
      x: { ticks: { color: ink }, grid: { display: false } },
      y: {
        beginAtZero: true,
        ...(most === undefined ? {} : { max: most }),
        title: { display: true, text: unit, color: ink },
        ticks: { color: ink, maxTicksLimit: 5 },
        grid: { color: colour('--line') },
      },
    },
  };
}

function Figure({ title, children }: { title: string; children: ReactNode }) {
  return (
    <figure className={styles.chart}>
      <figcaption>{title}</figcaption>
      <div className={styles.drawing}>{children}</div>
    </figure>
  );
}

/** The middle of each month, and the middle half of its jobs as a band. */
export function MiddleChart({
  title,
  unit,
  rows,
  of,
  scale = 1,
}: Drawn & { of: (row: YardstickRow) => Counted; scale?: number }) {
  const line = (which: 'low' | 'middle' | 'high') =>
    rows.map((row) => {
      const value = of(row)[which];
      return value === null ? null : value / scale;
    });
  const words = rows
    .map((row) => {
      const { middle, low, high, count } = of(row);
      return middle === null
        ? `${row.of}: none`
        : `${row.of}: ${middle / scale} ${unit}, half of ${count} between ${(low ?? 0) / scale} and ${(high ?? 0) / scale}`;
    })
    .join('; ');
  const petrol = colour('--petrol');
  const edge = {
    borderColor: petrol,
    borderWidth: 1,
    borderDash: [3, 3],
    pointRadius: 0,
    backgroundColor: colour('--petrol-soft'),
  };
  return (
    <Figure title={title}>
      <Line
        role="img"
        aria-label={`${title}. ${words}`}
        options={options(unit, false)}
        data={{
          labels: rows.map((row) => row.of),
          datasets: [
            { ...edge, label: '75 in 100 below', data: line('high'), fill: '+1' },
            { ...edge, label: '25 in 100 below', data: line('low'), fill: false },
            {
              label: 'middle',
              data: line('middle'),
              borderColor: petrol,
              backgroundColor: petrol,
              borderWidth: 2,
              pointRadius: 3,
              // Over the band, and whole at its ends.
              order: -1,
              clip: false,
            },
          ],
        }}
      />
    </Figure>
  );
}

/** How many in a hundred, month by month; `shares` may be several. */
export function ShareChart({
  title,
  rows,
  shares,
}: Omit<Drawn, 'unit'> & {
  shares: readonly { name: string; of: (row: YardstickRow) => number | null; shade: string; dash?: number[] }[];
}) {
  const words = shares
    .map(({ name, of }) => `${name}: ${rows.map((row) => `${row.of} ${of(row) ?? 'none'}`).join(', ')}`)
    .join('; ');
  return (
    <Figure title={title}>
      <Line
        role="img"
        aria-label={`${title}. ${words}`}
        options={options('in 100', true, 100)}
        data={{
          labels: rows.map((row) => row.of),
          datasets: shares.map(({ name, of, shade, dash = [] }) => ({
            ...{ label: name, data: rows.map(of), borderColor: colour(shade), backgroundColor: colour(shade) },
            ...{ borderWidth: 2, borderDash: dash, pointRadius: 3, clip: false as const },
          })),
        }}
      />
    </Figure>
  );
}

/** Amounts month by month: parts and work on top of each other. */
export function MoneyChart({ title, unit, rows }: Drawn) {
  const stack = (label: string, of: (row: YardstickRow) => number, shade: string) => ({
    ...{
      label,
      data: rows.map((row) => of(row) / 100),
      backgroundColor: colour(shade),
      borderColor: colour('--petrol'),
    },
    borderWidth: 1,
  });
  const base = options(unit, true);
  return (
    <Figure title={title}>
      <Bar
        role="img"
        aria-label={`${title}. ${rows.map((row) => `${row.of}: ${row.revenue / 100}, of it work ${row.work / 100}`).join('; ')}`}
        options={{
          ...base,
          scales: { x: { ...base.scales?.['x'], stacked: true }, y: { ...base.scales?.['y'], stacked: true } },
        }}
        data={{
          labels: rows.map((row) => row.of),
          datasets: [
            stack('work', ({ work }) => work, '--petrol'),
            stack('parts', ({ revenue, work }) => revenue - work, '--petrol-soft'),
          ],
        }}
      />
    </Figure>
  );
}
