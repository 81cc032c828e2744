import type { OverloadView } from '@udrel/contract/types';

/** Names that are told before the rest is counted. */
const TOLD = 3;

/** Who has no hour free until when: a sentence for each moment, however many they are. */
export function noHourFree(full: OverloadView['full'], moment: (at: string) => string): string[] {
  const untils = new Map<string, string[]>();
  for (const { name, until } of full) untils.set(until, [...(untils.get(until) ?? []), name]);
  return [...untils].map(([until, names]) => {
    const rest = names.length - TOLD;
    const last = rest > 1 ? `${rest} more` : names.at(-1);
    const before = rest > 1 ? names.slice(0, TOLD) : names.slice(0, -1);
    const who = before.length > 0 ? `${before.join(', ')} and ${last} have` : `${last} has`;
    return `${who} no hour free until ${moment(until)}.`;
  });
}
