import type { JobView } from '@udrel/contract/types';

interface Answer {
  data?: JobView;
  error?: unknown;
}

/** What a command made of a job: from the version that it rested on, to the one that it came to. */
export type Move = readonly [from: number, to: number];

/** What is under way at each job: the moves that it made, once all of it was answered. */
const underWay = new Map<string, Promise<readonly Move[]>>();

/**
 * Sends a command of a job once those before it were answered. Who presses twice on the same screen has seen what the
 * first press does: the second then rests on its answer, not on a version that they themselves made old. What somebody
 * else changed meanwhile is refused as ever: no move of this page leads there.
 *
 * @param pressedOn the version of the job that was on the screen
 * @param send sends it with the version that it rests on
 */
export async function inTurn(
  tag: string,
  pressedOn: number,
  send: (version: number) => Promise<Answer>,
): Promise<Answer> {
  const before = underWay.get(tag);
  const sent = (async () => {
    const on = led((await before) ?? [], pressedOn);
    return { on, answer: await send(on) };
  })();
  const over = alongside(
    tag,
    sent.then(({ on, answer: { data } }) => (data ? [[on, data.version] as const] : [])),
  );
  try {
    return (await sent).answer;
  } finally {
    await over;
  }
}

/** Tells of commands of a job that are sent without waiting for those before them, as what this browser keeps is. */
export function alongside(tag: string, moves: Promise<readonly Move[]>): Promise<unknown> {
  const before = underWay.get(tag) ?? [];
  const all = Promise.all([before, moves.catch(() => [])])
    .then((both) => both.flat())
    .finally(() => {
      if (underWay.get(tag) === all) underWay.delete(tag);
    });
  underWay.set(tag, all);
  return all;
}

/** Where moves lead to from a version; each goes forward. */
function led(moves: readonly Move[], version: number): number {
  const next = moves.find(([from]) => from === version);
  return next ? led(moves, next[1]) : version;
}
