import type { JobView } from '@udrel/contract/types';

interface Answer {
  data?: JobView;
  error?: unknown;
}

/** What was last sent of each job: on which version it was pressed, and what it came to. */
const latest = new Map<string, { pressedOn: number; answer: Promise<Answer> }>();

/**
 * Sends a command of a job once the one before it was answered. Who presses twice on the same screen has seen what the
 * first press does: the second then rests on its answer, not on a version that they themselves made old. What somebody
 * else changed meanwhile is refused as ever, since the first would have been.
 *
 * @param pressedOn the version of the job that was on the screen
 * @param send sends it with the version that it rests on
 */
export async function inTurn(
  tag: string,
  pressedOn: number,
  send: (version: number) => Promise<Answer>,
): Promise<Answer> {
  const before = latest.get(tag);
  const answer = (async () => {
    const told = await before?.answer.catch(() => null);
    return send(before?.pressedOn === pressedOn && told?.data ? told.data.version : pressedOn);
  })();
  const mine = { pressedOn, answer };
  latest.set(tag, mine);
  try {
    return await answer;
  } finally {
    if (latest.get(tag) === mine) latest.delete(tag);
  }
}
