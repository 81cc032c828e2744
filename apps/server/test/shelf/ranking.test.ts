import { describe, expect, it, vi } from 'vitest';
import type { HintHub } from '../../src/hints/hub';
import { DriveIndex, type RankQuestion } from '../../src/matching/drive-index';
import { indexInThread } from '../../src/matching/index-thread';
import { rankDrives } from '../../src/matching/rank-drives';
import type { OfferedPart } from '../../src/shelf/offered';

const DRIVE: OfferedPart = {
  id: 'd1',
  kind: 'drive',
  maker: 'Palewood',
  name: 'C1',
  partNumber: 'PW-480',
  spec: { form: '2.5', height: 7, link: { kind: 'sata', generation: 3 }, class: 'SATA SSD', bytes: 480e9, read: 560 },
  price: 3900,
  stock: 1,
  held: false,
};
const QUESTION: RankQuestion = {
  firmware: { uefi: true, startsNvme: true },
  sites: [
    {
      site: { id: 'a', name: 'Bay', needs: '', disables: '', form: '2.5', height: 7, sata: 3, power12V: false },
      need: { bytes: 1e9, use: 'system' },
    },
  ],
  here: { offers: [], adapters: [], smallParts: [] },
};
const stockSeen = async (ranked: ReturnType<DriveIndex['rank']>) =>
  (await ranked).map(({ candidates }) => candidates.map(({ offer, partNumber }) => [partNumber, offer.stock]));

describe('the index of drives', () => {
  it('is built once for a state of the shelf, however many ask', async () => {
    const read = vi.fn(() => Promise.resolve([DRIVE]));
    const index = new DriveIndex(read);
    index.renew(1);
    expect(read, 'nobody has asked yet').not.toHaveBeenCalled();
    await Promise.all([index.rank(1, QUESTION), index.rank(1, QUESTION), index.rank(0, QUESTION)]);
    expect(read).toHaveBeenCalledTimes(1);
    index.renew(2);
    await index.rank(2, QUESTION);
    expect(read).toHaveBeenCalledTimes(2);
  });

  it('is read again when it could not be read', async () => {
    const read = vi.fn(() => Promise.resolve([DRIVE])).mockRejectedValueOnce(new Error('gone'));
    const index = new DriveIndex(read);
    await expect(index.rank(1, QUESTION)).rejects.toThrow('gone');
    expect(await stockSeen(index.rank(1, QUESTION))).toEqual([[['PW-480', 1]]]);
  });

  it('tells of a state as new as was heard of, and of nothing older where nothing is heard', async () => {
    let stock = 5;
    const index = new DriveIndex(() => Promise.resolve([{ ...DRIVE, stock }]));
    let tell: Parameters<HintHub['subscribe']>[1] = () => undefined;
    let connected = true;
    const rank = rankDrives(
      {
        position: () => '',
        subscribe: (_since, take) => ((tell = take), () => undefined),
        caughtUp: () => Promise.resolve(connected),
        close: () => Promise.resolve(),
      },
      index,
    );
    expect(await stockSeen(rank(QUESTION))).toEqual([[['PW-480', 5]]]);
    stock = 4;
    tell({ at: '1', hint: { kind: 'models' } });
    expect(await stockSeen(rank(QUESTION)), 'it is no other shelf').toEqual([[['PW-480', 5]]]);
    tell({ at: '2', hint: { kind: 'shelf' } });
    expect(await stockSeen(rank(QUESTION))).toEqual([[['PW-480', 4]]]);
    connected = false;
    stock = 3;
    expect(await stockSeen(rank(QUESTION))).toEqual([[['PW-480', 3]]]);
  });
});

const LISTEN = "import { parentPort } from 'node:worker_threads'; ";

describe('its thread', () => {
  const program = (does: string) =>
    new URL(`data:text/javascript,${encodeURIComponent(`${LISTEN}parentPort.on('message', ${does})`)}`);

  it('passes on what is asked, and what failed with the state of the database', async () => {
    const index = indexInThread(
      '',
      program('({ id, state }) => parentPort.postMessage({ id, answer: [{ examined: state }] })'),
    );
    expect(await Promise.all([index.rank(1, QUESTION), index.rank(7, QUESTION)])).toMatchObject([
      [{ examined: 1 }],
      [{ examined: 7 }],
    ]);
    const failing = program(`({ id }) => parentPort.postMessage({ id, failed: { message: 'no', code: '57P01' } })`);
    await expect(indexInThread('', failing).rank(1, QUESTION)).rejects.toMatchObject({ message: 'no', code: '57P01' });
  });

  it('is started anew after it ended, and who waited is told', async () => {
    const index = indexInThread(
      '',
      program('({ id, state }) => state ? parentPort.postMessage({ id, answer: [] }) : process.exit(1)'),
    );
    await expect(index.rank(0, QUESTION)).rejects.toThrow('ended');
    expect(await index.rank(1, QUESTION)).toEqual([]);
  });
});
