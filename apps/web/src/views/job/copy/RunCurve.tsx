import {
  Chart,
  Filler,
  LinearScale,
  LineController,
  LineElement,
  PointElement,
  Tooltip,
  type ChartOptions,
} from 'chart.js';
import { memo, useMemo } from 'react';
import { Line } from 'react-chartjs-2';
import type { Curve } from '@udrel/core/progress';
import { duration } from '../../../format/time';

Chart.register(Filler, LinearScale, LineController, LineElement, PointElement, Tooltip);
Chart.defaults.font.family = 'Atkinson Hyperlegible Next Variable, sans-serif';

const colour = (name: string) => getComputedStyle(document.documentElement).getPropertyValue(name).trim();

const MINUTE = 60;
const HOUR = 60 * MINUTE;
const TICKS = [10, 30, MINUTE, 2 * MINUTE, 5 * MINUTE, 10 * MINUTE, 15 * MINUTE, 30 * MINUTE, HOUR, 2 * HOUR, 6 * HOUR];

/** The times under the curve, seconds: round ones, at most nine. */
function ticksUpTo(seconds: number): number[] {
  const step = TICKS.find((one) => seconds / one <= 8) ?? 24 * HOUR;
  return Array.from({ length: Math.floor(seconds / step) + 1 }, (_none, n) => n * step);
}

/** How the curve is drawn, in the colours of now; its time ends where its data do. */
function optionsNow(): ChartOptions<'line'> {
  return {
    animation: false,
    maintainAspectRatio: false,
    parsing: false,
    normalized: true,
    plugins: {
      legend: { display: false },
      tooltip: {
        intersect: false,
        mode: 'nearest',
        axis: 'x',
        filter: ({ datasetIndex }) => datasetIndex === 0,
        callbacks: { title: ([point]) => duration(point?.parsed.x ?? 0) },
      },
    },
    scales: {
      x: {
        type: 'linear',
        min: 0,
        bounds: 'data',
        // Its own ticks are stretched so that the last one stands at the end.
        afterBuildTicks: (axis) => {
          axis.ticks = ticksUpTo(axis.max).map((value) => ({ value }));
        },
        ticks: { callback: (value) => duration(Number(value)), color: colour('--ink-2'), maxRotation: 0 },
        grid: { display: false },
      },
      y: {
        beginAtZero: true,
        title: { display: true, text: 'MB/s', color: colour('--ink-2') },
        ticks: { maxTicksLimit: 5, color: colour('--ink-2') },
        grid: { color: colour('--line') },
      },
    },
  };
}

/** The rate of a run over its time, however long it goes: its points are joined as it grows. */
const RunCurve = memo(function RunCurve({ curve, expected }: { curve: Curve; expected: number }) {
  const { rates, width } = curve;
  const seconds = rates.length * width;
  const data = useMemo(
    () => ({
      datasets: [
        {
          label: 'MB/s',
          data: rates.map((y, at) => ({ x: (at + 1) * width, y })),
          borderColor: colour('--petrol'),
          backgroundColor: colour('--petrol-soft'),
          fill: true,
          borderWidth: 1.5,
          pointRadius: 0,
          pointHitRadius: 8,
        },
        {
          label: 'expected',
          data: [0, seconds].map((x) => ({ x, y: expected })),
          borderColor: colour('--line-strong'),
          borderDash: [4, 4],
          borderWidth: 1,
          pointRadius: 0,
        },
      ],
    }),
    [rates, width, expected, seconds],
  );
  // Made once: a chart that gets other options works all of them out anew.
  const options = useMemo(optionsNow, []);
  return (
    <div style={{ height: 170 }}>
      <Line data={data} aria-label="Rate over time" role="img" options={options} />
    </div>
  );
});

export default RunCurve;
