import type { Quote } from '../quote';
import type { BillLine } from './types';

/** What a bill begins with: the lines of a quote, each at its rate of tax; work is counted in minutes. */
export function linesOf({ jobs, taxPercent }: Pick<Quote, 'jobs' | 'taxPercent'>): BillLine[] {
  return jobs.flatMap(({ tag, lines }) =>
    lines.map(({ what, count, each, kind }): BillLine => ({
      ...{ tag, what, count, each, taxPercent },
      unit: kind === 'work' ? 'minute' : 'piece',
    })),
  );
}
