/** From when until when it is open, `HH:MM`; null where it is not. */
type Opening = { from: string; until: string } | null;

const DAYS = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'] as const;

/** A week of opening hours in words, days alike together; from Monday to Sunday. */
export function tellHours(week: readonly Opening[]): string {
  const told: string[] = [];
  for (let day = 0; day < DAYS.length; day += 1) {
    const hours = week[day];
    if (!hours) continue;
    let last = day;
    while (week[last + 1]?.from === hours.from && week[last + 1]?.until === hours.until) last += 1;
    const days = last === day ? DAYS[day] : `${DAYS[day]}${last === day + 1 ? ' and ' : ' to '}${DAYS[last]}`;
    told.push(`${days} ${hours.from} to ${hours.until}`);
    day = last;
  }
  return told.join(', ');
}
