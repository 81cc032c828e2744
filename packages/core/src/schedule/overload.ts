import { openMinutes } from './engine/hours';
import { lateBy, type Slip } from './slips';
import type { Bench, Schedule, Span, Work } from './engine/types';

/** Share of somebody's hours from which on they are full. */
const FULL = 0.95;

/** What is more than the bench can do. */
export interface Overload {
  /** Jobs that will usually be late, and which the most. */
  late: number;
  most: Slip | null;
  /** Minutes that all of them are late. */
  minutes: number;
  /** Who has no hour free from now on, by id, until when. */
  full: { id: string; until: number }[];
}

/** What is overloaded, and by how much. */
export function overloadOf(works: readonly Work[], schedule: Schedule, { people, now }: Bench): Overload {
  const late = works.flatMap((work) => {
    const by = Math.round(lateBy(work, schedule));
    return by > 0 ? [{ tag: work.tag, by }] : [];
  });
  const most = late.reduce<Slip | null>((worst, one) => (worst && worst.by >= one.by ? worst : one), null);
  const taken = new Map(people.map(({ id }): [string | null, Span[]] => [id, []]));
  for (const { by, spans } of schedule.placed) taken.get(by)?.push(...spans);
  const full = people.flatMap(({ id, there }) => {
    const until = fullUntil(there, taken.get(id) ?? [], now);
    return until === null ? [] : [{ id, until }];
  });
  return { late: late.length, most, minutes: late.reduce((sum, { by }) => sum + by, 0), full };
}

/** The end of the last of somebody's next stretches that are taken without a gap between them; null where the first is not. */
function fullUntil(there: readonly Span[], taken: readonly Span[], now: number): number | null {
  let until: number | null = null;
  for (const span of there) {
    if (span.until <= now) continue;
    const from = Math.max(span.from, now);
    const minutes = openMinutes([{ from, until: span.until }], from, span.until);
    if (minutes <= 0 || openMinutes(taken, from, span.until) < FULL * minutes) break;
    until = span.until;
  }
  return until;
}
