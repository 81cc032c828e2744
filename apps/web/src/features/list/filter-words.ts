import { fromShopClock } from '../../format/shop-formats';

/** What an address says of a filter; what makes no sense in it is left out. */
export function readingOf(given: URLSearchParams) {
  return {
    text: <N extends string>(name: N) => {
      const text = given.get(name)?.trim().slice(0, 80);
      return (text ? { [name]: text } : {}) as Partial<Record<N, string>>;
    },
    known: <N extends string, T extends string>(name: N, of: readonly T[]) => {
      const known = of.find((one) => one === given.get(name));
      return (known ? { [name]: known } : {}) as Partial<Record<N, T>>;
    },
    tick: <N extends string>(name: N) => {
      return (given.get(name) === 'yes' ? { [name]: 'yes' } : {}) as Partial<Record<N, 'yes'>>;
    },
    /** From the beginning of one day of the shop to the end of another, both of them included. */
    days: () => ({ ...edge(given, 'from', 0), ...edge(given, 'until', 1) }),
    /** The same as days of the calendar. */
    calendarDays: () => ({ ...dayIn(given, 'from'), ...dayIn(given, 'until') }),
  };
}

const DAY = /^\d{4}-\d{2}-\d{2}$/;

function dayIn<N extends 'from' | 'until'>(given: URLSearchParams, name: N): Partial<Record<N, string>> {
  const day = given.get(name) ?? '';
  const known = DAY.test(day) && !Number.isNaN(Date.parse(`${day}T00:00:00Z`));
  return (known ? { [name]: day } : {}) as Partial<Record<N, string>>;
}

function edge<N extends 'from' | 'until'>(given: URLSearchParams, name: N, later: number): Partial<Record<N, string>> {
  const day = given.get(name) ?? '';
  if (!DAY.test(day)) return {};
  const next = new Date(`${day}T00:00:00Z`);
  if (Number.isNaN(next.getTime())) return {};
  next.setUTCDate(next.getUTCDate() + later);
  const moment = fromShopClock(`${next.toISOString().slice(0, 10)}T00:00`);
  return (Number.isNaN(moment.getTime()) ? {} : { [name]: moment.toISOString() }) as Partial<Record<N, string>>;
}
