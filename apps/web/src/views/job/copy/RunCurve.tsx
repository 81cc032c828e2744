import {
  CategoryScale,
  Chart,
  Filler,
  LinearScale,
  LineController,
  LineElement,
  PointElement,
  Tooltip,
} from 'chart.js';
import { memo, useMemo } from 'react';
import { Line } from 'react-chartjs-2';
import type { Curve } from '@udrel/core/progress';
import { duration } from '../../../format/time';

Chart.register(CategoryScale, Filler, LinearScale, LineController, LineElement, PointElement, Tooltip);
Chart.defaults.font.family = 'Atkinson Hyperlegible Next Variable, sans-serif';

const colour = (name: string) => getComputedStyle(document.documentElement).getPropertyValue(name).trim();

/** The rate of a run over its time, however long it goes: its points are joined as it grows. */
const RunCurve = memo(function RunCurve({ curve, expected }: { curve: Curve; expected: number }) {
  const { rates, width } = curve;
  const data = useMemo(
    () => ({
      labels: rates.map((_rate, at) => duration((at + 1) * width)),
      datasets: [
        {
          label: 'MB/s',
          data: rates,
          borderColor: colour('--petrol'),
          backgroundColor: colour('--petrol-soft'),
          fill: true,
          borderWidth: 1.5,
          pointRadius: 0,
          pointHitRadius: 8,
        },
        {
          label: 'expected',
          data: rates.map(() => expected),
          borderColor: colour('--line-strong'),
          borderDash: [4, 4],
          borderWidth: 1,
          pointRadius: 0,
        },
      ],
    }),
    [rates, width, expected],
  );
  return (
    <div style={{ height: 170 }}>
      <Line
        data={data}
        aria-label="Rate over time"
        role="img"
        options={{
          animation: false,
          maintainAspectRatio: false,
          plugins: { legend: { display: false }, tooltip: { intersect: false, mode: 'index' } },
          scales: {
            x: { ticks: { maxTicksLimit: 8, color: colour('--ink-2'), maxRotation: 0 }, grid: { display: false } },
            y: {
              beginAtZero: true,
              title: { display: true, text: 'MB/s', color: colour('--ink-2') },
              ticks: { maxTicksLimit: 5, color: colour('--ink-2') },
              grid: { color: colour('--line') },
            },
          },
        }}
      />
    </div>
  );
});

export default RunCurve;
