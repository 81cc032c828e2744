import type { Ability, Person } from './types';

/**
 * Who can go on with a job, by their places: whoever has it in hand; where they are not at the bench, whoever is able to;
 * where nobody is, anybody.
 */
export function ableTo(people: readonly Person[], by: string | null, asks: Ability | null): number[] {
  const holder = people.findIndex(({ id }) => id === by);
  if (holder >= 0) return [holder];
  const able = people.flatMap(({ abilities }, who) => (asks === null || abilities.includes(asks) ? [who] : []));
  return able.length > 0 ? able : people.map((_person, who) => who);
}
