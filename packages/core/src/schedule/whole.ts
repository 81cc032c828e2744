import { forecast, loads, type Load, type ReadyAt } from './forecast';
import { bestOrder } from './order';
import { simulate } from './engine/simulate';
import type { Bench, Schedule, Work } from './engine/types';

/** Everything that is open, put where it goes. */
export interface WholeSchedule extends Schedule {
  works: readonly Work[];
  /** What goes first first. */
  order: readonly string[];
  /** When each job is ready, with its range. */
  forecast: Map<string, ReadyAt>;
  loads: Load[];
}

/** Puts everything that is open anew. */
export function scheduleOf(works: readonly Work[], bench: Bench): WholeSchedule {
  const order = bestOrder(works, bench);
  const schedule = simulate(works, order, bench);
  return { ...schedule, works, order, forecast: forecast(works, order, bench), loads: loads(schedule, bench) };
}

/**
 * The same after one job changed, came or went (`work` null), before all of it is gone through anew: the order of the others
 * stays, and their ranges move with what usually happens.
 */
export function rescheduled(before: WholeSchedule, tag: string, work: Work | null, bench: Bench): WholeSchedule {
  const others = before.works.filter((one) => one.tag !== tag);
  const works = work ? [...others, work] : others;
  const order = work ? placedIn(before, others, work) : before.order.filter((one) => one !== tag);
  const schedule = simulate(works, order, bench);
  const ranges = new Map(
    works.map((one): [string, ReadyAt] => {
      const middle = schedule.ready.get(one.tag) ?? bench.now;
      const was = before.forecast.get(one.tag);
      const [early, late] = was && one.tag !== tag ? [was.middle - was.low, was.high - was.middle] : ownRange(one);
      return [one.tag, { low: Math.max(bench.now, middle - early), middle, high: middle + late, asks: one.asks }];
    }),
  );
  return { ...schedule, works, order, forecast: ranges, loads: loads(schedule, bench) };
}

const MINUTE = 60_000;

/** How much earlier and later its own pieces alone let it be, ms. */
function ownRange({ pieces }: Work): [early: number, late: number] {
  const root = (of: (takes: Work['pieces'][number]['takes']) => number) =>
    Math.sqrt(pieces.reduce((sum, { takes }) => sum + of(takes) ** 2, 0)) * MINUTE;
  return [root(({ low, middle }) => middle - low), root(({ high, middle }) => high - middle)];
}

/** Where it stands: where it stood, unless it is promised otherwise; then before the first that is promised later. */
function placedIn({ order, works }: WholeSchedule, others: readonly Work[], work: Work): string[] {
  const was = works.find(({ tag }) => tag === work.tag);
  if (was && was.promisedAt === work.promisedAt) return [...order];
  const promised = new Map(others.map(({ tag, promisedAt }) => [tag, promisedAt ?? Infinity]));
  const rest = order.filter((tag) => tag !== work.tag);
  const at = rest.findIndex((tag) => (promised.get(tag) ?? 0) > (work.promisedAt ?? Infinity));
  return at < 0 ? [...rest, work.tag] : [...rest.slice(0, at), work.tag, ...rest.slice(at)];
}
