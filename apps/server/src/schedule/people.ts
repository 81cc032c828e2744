import type { BenchHours, PersonView, Role } from '@udrel/contract/types';
import { ABILITIES, type Person, type Span } from '@udrel/core/schedule';
import type { EntityManager } from 'typeorm';
import { noteAudit } from '../audit/audit';
import { fieldWrong, notFound } from '../platform/errors';
import { changedRows, rows } from '../platform/database/database';
import type { CommandContext } from '../platform/command-context';
import type { Calendar } from '../shop/hours';

interface StoredPerson {
  id: string;
  name: string;
  role: Role;
  bench: BenchHours | null;
}

/** How somebody works of whom nobody has said it: a technician at everything whenever the shop is open, others not at the bench. */
const usual = (role: Role): BenchHours => ({
  ...{ atBench: role === 'technician', abilities: [...ABILITIES], week: null, off: [] },
});

/** How each of the staff works at the bench. */
export async function viewPeople(manager: EntityManager): Promise<PersonView[]> {
  const staff = await rows<StoredPerson>(
    manager,
    'select id, name, role, bench_hours as bench from staff where active order by name',
  );
  return staff.map(({ bench, ...person }) => ({ ...person, ...(bench ?? usual(person.role)) }));
}

/** Sets how somebody works at the bench. */
export async function setPerson(context: CommandContext, id: string, hours: BenchHours): Promise<PersonView[]> {
  const { manager } = context;
  const wrong = hours.week?.findIndex((one) => one !== null && one.from >= one.until) ?? -1;
  if (wrong >= 0) throw fieldWrong(`week.${wrong}.until`, 'It ends after it begins.');
  if (hours.week?.every((one) => one === null)) throw fieldWrong('week.0.from', 'On one day at least they are there.');
  const back = hours.off.findIndex(({ from, until }) => until < from);
  if (back >= 0) throw fieldWrong(`off.${back}.until`, 'The last day is not before the first.');
  const changed = await changedRows(manager, 'update staff set bench_hours = $2 where id = $1 and active', [
    ...[id, JSON.stringify(hours)],
  ]);
  if (changed === 0) throw notFound('This account');
  await noteAudit(context, id, 'bench hours set', { atBench: hours.atBench, off: hours.off.length });
  return viewPeople(manager);
}

/** When each of those at the bench is there: on their own days or the shop's, whenever it is open too. */
export function atTheBench(people: readonly PersonView[], calendar: Calendar): (Person & { name: string })[] {
  return people.flatMap(({ id, name, atBench, abilities, week, off }) => {
    if (!atBench) return [];
    const there = week ? within(calendar.spans(week), calendar.open) : calendar.open;
    const away = off.map(({ from, until }) => ({
      from: calendar.midnight(from),
      until: calendar.midnightAfter(until),
    }));
    return [{ id, name, abilities, there: there.filter((span) => !away.some((one) => overlap(one, span))) }];
  });
}

const overlap = (one: Span, other: Span) => one.from < other.until && other.from < one.until;

/** What of some stretches lies within others. */
function within(spans: readonly Span[], open: readonly Span[]): Span[] {
  return spans.flatMap((span) =>
    open
      .filter((one) => overlap(one, span))
      .map((one) => ({ from: Math.max(one.from, span.from), until: Math.min(one.until, span.until) })),
  );
}
