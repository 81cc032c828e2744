import { BarController, BarElement, CategoryScale, Chart, LinearScale, LogarithmicScale, Tooltip } from 'chart.js';
import { useMemo } from 'react';
import { Bar } from 'react-chartjs-2';
import { linkPractical } from '@udrel/core/links';
import type { Comparison, MeasuredDrive } from '@udrel/core/benchmarks';
import { isDecade } from '../../../format/scale';
import { rate } from '../../../format/units';

Chart.register(BarController, BarElement, CategoryScale, LinearScale, LogarithmicScale, Tooltip);
Chart.defaults.font.family = 'Atkinson Hyperlegible Next Variable, sans-serif';

const colour = (name: string) => getComputedStyle(document.documentElement).getPropertyValue(name).trim();

/** Rates before and after as bars on a logarithmic scale, with rating and link where they are known. */
export default function CompareChart({ rows, fitted }: { rows: readonly Comparison[]; fitted: MeasuredDrive | null }) {
  const rates = rows.filter((row) => row.unit === 'MB/s');
  const data = useMemo(() => {
    const sequential = (row: Comparison) => row.key.startsWith('sequential');
    const rated = (row: Comparison) => (row.key === 'sequentialRead' ? fitted?.ratedRead : fitted?.ratedWrite);
    const series = (label: string, background: string, values: (number | null | undefined)[]) => ({
      label,
      data: values.map((value) => value ?? null),
      backgroundColor: background,
      borderColor: colour('--petrol'),
      borderWidth: 1,
      barPercentage: 0.9,
    });
    return {
      labels: rates.map((row) => row.name),
      datasets: [
        series(
          'before',
          colour('--line-strong'),
          rates.map((row) => row.before),
        ),
        series(
          'after',
          colour('--petrol'),
          rates.map((row) => row.after),
        ),
        series(
          'rating',
          'transparent',
          rates.map((row) => (sequential(row) ? rated(row) : null)),
        ),
        series(
          'link',
          colour('--petrol-soft'),
          rates.map((row) => (sequential(row) && fitted ? linkPractical(fitted.link)[1] : null)),
        ),
      ],
    };
  }, [rates, fitted]);
  if (rates.length === 0) return null;
  const words = rates.map((row) => `${row.name}: ${row.before ?? '–'} before, ${row.after ?? '–'} after`).join('; ');
  return (
    <figure style={{ margin: '0 0 8px' }}>
      <div style={{ height: 230 }}>
        <Bar
          aria-label={`Rates in MB/s. ${words}`}
          role="img"
          data={data}
          options={{
            animation: false,
            maintainAspectRatio: false,
            indexAxis: 'y',
            scales: {
              x: {
                type: 'logarithmic',
                min: 0.1,
                grid: { color: ({ tick }) => (isDecade(tick.value) ? colour('--line') : 'transparent') },
                ticks: {
                  color: colour('--ink-2'),
                  maxRotation: 0,
                  autoSkip: false,
                  callback: (value) => (isDecade(Number(value)) ? rate(Number(value)) : ''),
                },
              },
              y: { grid: { display: false }, ticks: { color: colour('--ink') } },
            },
          }}
        />
      </div>
      <figcaption className="sub" style={{ display: 'flex', gap: 16, fontSize: 12.8 }}>
        <Swatch fill="var(--line-strong)" word="before" />
        <Swatch fill="var(--petrol)" word="after" />
        {fitted && <Swatch fill="transparent" word="rating on the box" />}
        {fitted && <Swatch fill="var(--petrol-soft)" word="what the link carries in practice" />}
      </figcaption>
    </figure>
  );
}

function Swatch({ fill, word }: { fill: string; word: string }) {
  return (
    <span style={{ display: 'inline-flex', gap: 6, alignItems: 'center' }}>
      <span style={{ width: 12, height: 12, background: fill, border: '1px solid var(--petrol)' }} /> {word}
    </span>
  );
}
