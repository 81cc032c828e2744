const known = new WeakMap<object, string>();

/** A part of an answer that is put in words already: JSON of an object with something in it. */
export interface Worded<A> {
  part: A;
  words: string;
}

export const worded = <A extends object>(part: A): Worded<A> => ({ part, words: JSON.stringify(part) });

/** An answer of two parts, the first of which was put in words while the second was asked for. */
export function joined<A extends object, B extends object>({ part, words }: Worded<A>, rest: B): A & B {
  const whole = { ...part, ...rest };
  known.set(whole, `${words.slice(0, -1)},${JSON.stringify(rest).slice(1)}`);
  return whole;
}

/** Answers that many are given. */
const shared = new WeakSet<object>();

/** The same answer, put in words once for all who are given it. */
export function inOneWord<A extends object>(answer: A): A {
  known.set(answer, JSON.stringify(answer));
  shared.add(answer);
  return answer;
}

/** Whether many are given this answer. */
export const isShared = (answer: unknown): answer is object =>
  typeof answer === 'object' && answer !== null && shared.has(answer);

/** An answer as JSON; undefined for none. What of it is in words already is taken as it is. */
export function inWords(answer: unknown): string | undefined {
  if (typeof answer !== 'object' || answer === null) return JSON.stringify(answer) as string | undefined;
  const words = known.get(answer);
  if (words !== undefined) return words;
  if (Array.isArray(answer)) return hasKnown(answer) ? `[${answer.map(inWords).join(',')}]` : JSON.stringify(answer);
  const parts = Object.entries(answer);
  const some = parts.some(([, part]: [string, unknown]) => (Array.isArray(part) ? hasKnown(part) : isKnown(part)));
  if (!some) return JSON.stringify(answer);
  const worded = parts.flatMap(([name, part]) => {
    const text = inWords(part);
    return text === undefined ? [] : [`${JSON.stringify(name)}:${text}`];
  });
  return `{${worded.join(',')}}`;
}

const isKnown = (part: unknown) => typeof part === 'object' && part !== null && known.has(part);
const hasKnown = (parts: readonly unknown[]) => isKnown(parts[0]);
