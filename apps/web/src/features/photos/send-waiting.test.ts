// @vitest-environment jsdom
import { beforeEach, describe, expect, it, onTestFinished, vi } from 'vitest';
import { makeStore } from '../../store/make-store';
import { answering } from '../../testing/server/answering';
import { sendWaiting } from './send-waiting';
import { bytesOf, forgetKept, keepWaiting, lookKept, waitAgain, waitingCount } from './waiting';

let kept: Map<string, Response>;
/** Whether no other tab is sending. */
let free = true;
beforeEach(() => {
  free = true;
  kept = new Map();
  const cache = {
    keys: () => Promise.resolve([...kept.keys()].map((path) => ({ url: `http://shop.test${path}` }))),
    match: (path: string) => Promise.resolve(kept.get(path)?.clone()),
    put: (path: string, response: Response) => Promise.resolve(void kept.set(path, response)),
    delete: (path: string) => Promise.resolve(kept.delete(path)),
  };
  vi.stubGlobal('caches', { open: () => Promise.resolve(cache) });
  vi.stubGlobal('navigator', {
    locks: {
      request: (_name: string, _how: object, act: (lock: object | null) => Promise<void>) => act(free ? {} : null),
    },
  });
  onTestFinished(() => void vi.unstubAllGlobals());
});

/** Sends what waits of Ilse to a server that answers so; answers where to, and what was refused. */
async function sent(status: number) {
  const asked: string[] = [];
  answering(({ url }) => {
    asked.push(url);
    return { status, data: status < 300 ? [] : { detail: 'No.', code: 'no' } };
  });
  const refused = await sendWaiting(makeStore().dispatch, 'ilse');
  return { asked, refused: refused.map(({ tag }) => tag) };
}

/** The only one that is kept. */
async function onlyOne() {
  const [one, ...others] = await lookKept();
  if (!one || others.length > 0) throw new Error('one is to be kept');
  return one;
}

const photo = new Blob(['a photograph']);
const keep = (tag: string, staffId: string) => keepWaiting({ tag, station: 'Hand over', staffId }, photo);

describe('photographs that wait', () => {
  it('are sent whichever job they are of, in the name of who took them', async () => {
    await keep('U-1', 'ilse');
    await keep('U-2', 'ilse');
    await keep('U-3', 'odo');
    expect(waitingCount('ilse')).toBe(2);
    free = false;
    expect((await sent(201)).asked).toEqual([]);
    free = true;
    expect(await sent(201)).toEqual({ asked: ['/api/v1/jobs/U-1/photos', '/api/v1/jobs/U-2/photos'], refused: [] });
    expect(await lookKept()).toMatchObject([{ tag: 'U-3', station: 'Hand over', staffId: 'odo' }]);
  });

  it('of an earlier page are sent by whoever is there', async () => {
    kept.set('/waiting-photo/U-4/Swap/3f1c', new Response(photo));
    expect((await sent(201)).asked).toEqual(['/api/v1/jobs/U-4/photos']);
    expect(waitingCount('ilse')).toBe(0);
  });

  it.each([
    ['wait on where nobody is signed in any more', 401, 1, []],
    ['wait on where the server is in trouble', 500, 1, []],
    ['are said where they are refused, and sent no more', 422, 0, ['U-1']],
  ])('%s', async (_what, status, left, refused) => {
    await keep('U-1', 'ilse');
    expect((await sent(status)).refused).toEqual(refused);
    expect(waitingCount('ilse')).toBe(left);
  });

  it('are kept with the reason where they are refused, until somebody says what becomes of them', async () => {
    await keep('U-1', 'ilse');
    await sent(409);
    const photograph = await onlyOne();
    expect(photograph).toMatchObject({ tag: 'U-1', station: 'Hand over', staffId: 'ilse', refused: 'No.' });
    expect(await bytesOf(photograph)).not.toBeNull();
    expect((await sent(201)).asked).toEqual([]);
    await waitAgain(photograph);
    expect(await sent(201)).toEqual({ asked: ['/api/v1/jobs/U-1/photos'], refused: [] });
    expect(await lookKept()).toEqual([]);
  });

  it('of an earlier page that are refused are anybody’s to settle', async () => {
    kept.set('/waiting-photo/U-4/Swap/3f1c', new Response(photo));
    await sent(409);
    expect(await lookKept()).toMatchObject([{ tag: 'U-4', station: 'Swap', staffId: '', refused: 'No.' }]);
    await forgetKept(await onlyOne());
    expect(kept.size).toBe(0);
  });
});
