import { describe, expect, it } from 'vitest';
import type { JobView } from '@udrel/contract/types';
import { alongside, inTurn } from './in-turn';

/** A server with one job: each change is made on the version that it has, and refused on any other. */
function serverAt(version: number) {
  const server = { version };
  const send = async (on: number) => {
    const fits = on === server.version;
    await new Promise((resolve) => setTimeout(resolve, 5));
    if (!fits) return { error: `stands at ${server.version}` };
    server.version = on + 1;
    return { data: { version: on + 1 } as JobView };
  };
  return { server, send };
}

describe('commands of one job', () => {
  it('pressed on the same screen go one after the other, each on what the one before came to', async () => {
    const { server, send } = serverAt(15);
    const answers = await Promise.all([1, 2, 3].map(() => inTurn('U-1', 15, send)));
    expect(answers.map(({ data }) => data?.version)).toEqual([16, 17, 18]);
    expect(server.version).toBe(18);
  });

  it('are refused where somebody else was first, all of them', async () => {
    const { server, send } = serverAt(16);
    const answers = await Promise.all([1, 2].map(() => inTurn('U-1', 15, send)));
    expect(answers).toEqual([{ error: 'stands at 16' }, { error: 'stands at 16' }]);
    expect(server.version).toBe(16);
  });

  it('rest on what is on the screen once nothing is on its way, and wait for no other job', async () => {
    const { send } = serverAt(15);
    await inTurn('U-1', 15, send);
    expect(await inTurn('U-1', 15, send)).toEqual({ error: 'stands at 16' });
    const other = serverAt(3);
    const [first, second] = [inTurn('U-1', 16, send), inTurn('U-2', 3, other.send)];
    expect(await Promise.all([first, second])).toMatchObject([{ data: { version: 17 } }, { data: { version: 4 } }]);
  });

  it('rest on what was sent beside them, but not on what somebody else did between', async () => {
    const { server, send } = serverAt(15);
    const kept = async () => {
      await send(15);
      return [[15, 16] as const];
    };
    void alongside('U-1', kept());
    expect(await inTurn('U-1', 15, send)).toMatchObject({ data: { version: 17 } });
    server.version = 18;
    void alongside(
      'U-1',
      send(18).then(() => [[18, 19] as const]),
    );
    expect(await inTurn('U-1', 17, send)).toEqual({ error: 'stands at 19' });
  });

  it('go on after one that failed', async () => {
    const { send } = serverAt(15);
    const failing = inTurn('U-1', 15, () => Promise.reject(new Error('gone')));
    const next = inTurn('U-1', 15, send);
    await expect(failing).rejects.toThrow('gone');
    expect(await next).toMatchObject({ data: { version: 16 } });
  });
});
