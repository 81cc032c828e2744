import {
  Chart,
  Legend,
  LinearScale,
  LogarithmicScale,
  LineController,
  LineElement,
  PointElement,
  Tooltip,
} from 'chart.js';
import { useMemo } from 'react';
import { Line } from 'react-chartjs-2';
import type { DriveReads } from '@udrel/core/drive-reads';
import { isDecade } from '../../../format/scale';
import { rate } from '../../../format/units';

Chart.register(Legend, LinearScale, LogarithmicScale, LineController, LineElement, PointElement, Tooltip);
Chart.defaults.font.family = 'Atkinson Hyperlegible Next Variable, sans-serif';

const colour = (name: string) => getComputedStyle(document.documentElement).getPropertyValue(name).trim();

/** How many times above the slowest the fastest place may be before the scale grows by tens. */
const FAR = 12;

/** Rates over the place on the drive, before and after in one picture; the scale grows by tens where they lie far apart. */
export default function ReadsChart({ before, after }: { before: DriveReads | null; after: DriveReads | null }) {
  const data = useMemo(() => {
    const line = (label: string, reads: DriveReads | null, shade: string, dash: number[]) =>
      reads
        ? [
            {
              label,
              data: reads.places.map(({ offset, rate: y }) => ({
                x: Math.round((1000 * offset) / reads.bytes) / 10,
                y,
              })),
              borderColor: colour(shade),
              backgroundColor: colour(shade),
              borderDash: dash,
              borderWidth: 2,
              pointRadius: 3,
              clip: false as const,
              spanGaps: false,
            },
          ]
        : [];
    return { datasets: [...line('before', before, '--ink-2', [5, 4]), ...line('after', after, '--petrol', [])] };
  }, [before, after]);
  const rates = data.datasets.flatMap((one) => one.data.flatMap(({ y }) => (y === null || y <= 0 ? [] : [y])));
  const farApart = Math.max(0, ...rates) > FAR * Math.min(...rates);
  const words = data.datasets
    .map(
      ({ label, data: points }) => `${label}: ${points.map(({ y }) => (y === null ? 'unread' : rate(y))).join(', ')}`,
    )
    .join('; ');
  return (
    <div style={{ height: 190 }}>
      <Line
        role="img"
        aria-label={`Rates from the beginning of the drive to its end. ${words}`}
        data={data}
        options={{
          animation: false,
          maintainAspectRatio: false,
          plugins: {
            legend: {
              display: data.datasets.length > 1,
              align: 'end',
              labels: { boxHeight: 1, color: colour('--ink-2') },
            },
            tooltip: { callbacks: { title: ([point]) => `${point?.parsed.x ?? 0} % of the drive` } },
          },
          scales: {
            x: {
              type: 'linear',
              min: 0,
              max: 100,
              title: { display: true, text: 'place on the drive, %', color: colour('--ink-2') },
              ticks: { color: colour('--ink-2') },
              grid: { display: false },
            },
            y: {
              type: farApart ? 'logarithmic' : 'linear',
              beginAtZero: !farApart,
              title: { display: true, text: 'MB/s', color: colour('--ink-2') },
              ticks: {
                color: colour('--ink-2'),
                ...(farApart
                  ? { callback: (value) => (isDecade(Number(value)) ? String(value) : '') }
                  : { maxTicksLimit: 5 }),
              },
              grid: { color: colour('--line') },
            },
          },
        }}
      />
    </div>
  );
}
