/** What becomes of what came out of a device for good: an old drive, a module. */
export const STAYS = [
  'returned',
  'in an enclosure, returned',
  'kept as a fallback',
  'to be wiped',
  'for recycling',
  'in the device',
] as const;
export type Stay = (typeof STAYS)[number];

/** Why something lies here after a job. */
export type BelongingStay = Stay | 'not collected' | 'wiped';

/** What becomes of it, as it is noted when the job is handed over. */
export interface Stays {
  as: Stay;
  /** The last day on which a fallback is kept, YYYY-MM-DD of the shop's calendar. */
  until: string | null;
  /** Where it lies in the shop; empty where it does not. */
  place: string;
  /** Whether the customer agreed in writing that nothing can be read from it afterwards. */
  consent: boolean;
  /** What else is to be known of it, such as the bag or the enclosure that it is in. */
  note: string;
}

const HERE: readonly Stay[] = ['kept as a fallback', 'to be wiped', 'for recycling'];

/** Whether it lies in the shop after the job. */
export const liesHere = ({ as }: Pick<Stays, 'as'>): boolean => HERE.includes(as);

/** Whether nothing can be read from it afterwards, so that the customer has to agree first. */
export const destroysData = (as: Stay): boolean => as === 'to be wiped' || as === 'for recycling';

/** What is missing of it, at which field; null where nothing is. A module holds no data. */
export function staysProblem(stays: Stays, holdsData: boolean): { field: keyof Stays; sentence: string } | null {
  const { as, until, place, consent } = stays;
  if (liesHere(stays) && place.trim() === '') return { field: 'place', sentence: 'Say where it lies.' };
  if (as === 'kept as a fallback' && until === null) return { field: 'until', sentence: 'Say until when it is kept.' };
  if (holdsData && destroysData(as) && !consent)
    return {
      field: 'consent',
      sentence: 'Nothing can be read from it afterwards: have the customer agree in writing.',
    };
  return null;
}

/** In words, for whoever reads the record or the customer's paper. */
export function staysTold({ as, until, place, note }: Stays, day: (date: string) => string): string {
  const where = place ? ` at ${place}` : '';
  const words = until && as === 'kept as a fallback' ? `${as}${where} until ${day(until)}` : `${as}${where}`;
  return note ? `${words}, ${note}` : words;
}
