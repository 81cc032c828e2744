import { execFileSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { env } from 'node:process';
import { afterAll, describe, expect, it } from 'vitest';
import { placesOf, readReadsFile } from './index';

const folder = mkdtempSync(join(tmpdir(), 'measure-'));
afterAll(() => void rmSync(folder, { recursive: true }));
const BYTES = 96 * 2 ** 20;
const put = (path: string, content: string | Uint8Array) => {
  mkdirSync(dirname(join(folder, path)), { recursive: true });
  writeFileSync(join(folder, path), content);
};
const run = (args: readonly string[], path = env['PATH']) =>
  execFileSync('sh', [new URL('udrel-measure.sh', import.meta.url).pathname, ...args], {
    env: { PATH: path, MEASURE_SYS: join(folder, 'sys'), MEASURE_DEV: join(folder, 'dev') },
    stdio: ['ignore', 'pipe', 'ignore'],
  }).toString();

describe('the shipped script that measures in the device', () => {
  put('sys/block/nvme0n1/size', `${BYTES / 512}\n`);
  put('sys/block/nvme0n1/device/serial', 'PW-0001   \n');
  put('sys/block/nvme0n1/device/device/current_link_speed', '8.0 GT/s PCIe\n');
  put('sys/block/nvme0n1/device/device/current_link_width', '4\n');
  put('sys/block/loop0/size', '4096\n');
  put('dev/nvme0n1', new Uint8Array(BYTES));
  put('dev/loop0', new Uint8Array(4096));

  it('writes a file that is read, of every drive and nothing else, and leaves the drive as it was', () => {
    const before = statSync(join(folder, 'dev/nvme0n1')).mtimeMs;
    const read = readReadsFile(run(['1']));
    expect(read.ok ? '' : read.sentence).toBe('');
    const [one, ...more] = read.ok ? read.drives : [];
    expect(more).toEqual([]);
    expect(one).toMatchObject({
      serial: 'PW-0001',
      bytes: BYTES,
      seconds: 1,
      link: '8.0 GT/s PCIe x4',
      where: 'device',
    });
    expect(one?.places.map(({ offset }) => offset)).toEqual(placesOf(BYTES));
    expect(one?.places.every(({ rate, failed }) => rate !== null && failed === 0)).toBe(true);
    expect(one?.small?.count).toBeGreaterThan(100);
    expect(statSync(join(folder, 'dev/nvme0n1')).mtimeMs).toBe(before);
  });

  it('says what it wants where the seconds are none', () => {
    expect(() => run(['soon'])).toThrow();
  });
});
