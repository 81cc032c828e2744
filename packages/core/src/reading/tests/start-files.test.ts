import { describe, expect, it } from 'vitest';
import { gptDrive, loaderHead, mbrDrive, staged } from '../../starting/made-drive.test-data';
import { readPartitions, readProbeFile } from '../index';
import { madeDevice } from './made-device.test-data';

describe('the shipped probe', () => {
  it('brings what a firmware starts a drive by, as an image of it tells', async () => {
    // A folder of several clusters, with the loader behind all else; and folders that are too deep to count.
    const many = Array.from({ length: 30 }, (_none, n) => ({
      path: `\\EFI\\System\\Boot\\language file ${n}.mui`,
      bytes: loaderHead(),
    }));
    const efi = gptDrive([
      ...many,
      { path: '\\EFI\\System\\Boot\\xx-XX\\deep\\none.efi', bytes: loaderHead() },
      { path: '\\EFI\\System\\Boot\\system-loader.efi', bytes: loaderHead(0x8664, true) },
      { path: '\\EFI\\BOOT\\BOOTX64.EFI', bytes: loaderHead() },
    ]);
    const images = { sda: efi, sdb: mbrDrive(staged(2048), [{ active: true, code: true }]) };
    const device = madeDevice();
    for (const [name, image] of Object.entries(images)) {
      device.drive(name, `pci0/ata${name}`, {
        size: String(image.size / 512),
        'queue/logical_block_size': '512',
      });
      device.written(name, image.size, [{ offset: 0, bytes: image.read(0, image.size) ?? new Uint8Array() }]);
    }
    device.partitions('sdb', [{ startSector: 2048, sectors: 2048 }]);
    const read = await readProbeFile(device.run());
    device.remove();
    const started = read.ok ? read.reading.drives.map(({ start }) => start) : [];
    expect(started).toEqual(Object.values(images).map((image) => readPartitions(image, 512).start));
    expect(started[0]?.efi[0]?.loaders?.map(({ path }) => path).sort()).toEqual([
      '\\EFI\\BOOT\\BOOTX64.EFI',
      '\\EFI\\System\\Boot\\system-loader.efi',
    ]);
  });
});
