import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readBootEntries, readParts, readSecureBoot } from './index';
import { loadOption, startOrder } from './samples.test-data';

const GUID = '01234567-89AB-4CDE-8F01-23456789ABCD';

describe('start entries of the firmware', () => {
  it('come in the order, with the partition and the file that they start from', () => {
    const boot = readBootEntries([
      { name: 'Boot0001', bytes: loadOption({ name: 'Stick', active: false, signature: 0x1a2b3c4d, startSector: 63 }) },
      { name: 'Boot000A', bytes: loadOption({ name: 'Desktop system', guid: GUID, path: '\\EFI\\sys\\load.efi' }) },
      { name: 'Boot0002', bytes: loadOption({ name: 'Network', path: '' }) },
      { name: 'BootOrder', bytes: startOrder(10, 1) },
      { name: 'BootCurrent', bytes: startOrder(10) },
    ]);
    expect(boot).toEqual({
      order: [10, 1],
      current: 10,
      entries: [
        {
          number: 10,
          name: 'Desktop system',
          active: true,
          partition: { id: GUID, startSector: 2048 },
          path: '\\EFI\\sys\\load.efi',
        },
        expect.objectContaining({ number: 1, active: false, partition: { id: '1A2B3C4D', startSector: 63 } }),
        expect.objectContaining({ number: 2, partition: null, path: '' }),
      ],
    });
  });

  it('are not told by a firmware that keeps none; Secure Boot is neither on nor off where it says neither', () => {
    expect(readBootEntries([])).toBeNull();
    const said = (...bytes: number[]) => readSecureBoot([{ name: 'SecureBoot', bytes: Uint8Array.from(bytes) }]);
    expect([said(1), said(0), said(7), said(), readSecureBoot([])]).toEqual([true, false, null, null, null]);
  });

  it('read any bytes without an end that is not there', () => {
    const entry = fc.oneof(
      fc.uint8Array({ maxLength: 200 }),
      fc.tuple(fc.nat(150), fc.nat(255)).map(([at, value]) => {
        const bytes = loadOption({ name: 'Desktop system', guid: GUID });
        bytes[at % bytes.length] = value;
        return bytes;
      }),
    );
    fc.assert(
      fc.property(entry, (bytes) => {
        const boot = readBootEntries([{ name: 'Boot0001', bytes }]);
        expect(boot?.entries.length ?? 0).toBeLessThanOrEqual(1);
        for (const { name, path } of boot?.entries ?? []) expect(name.length + path.length).toBeLessThanOrEqual(280);
      }),
    );
  });
});

describe('parts of a device', () => {
  it.each([
    ['input\tBoard keys\t0 fffffffffffffffe 0', 'keyboard'],
    ['input\tHot keys\t0 4000000000 0', null],
    ['input\tPad\t5 0 0', 'touchpad'],
    ['input\tGlass\t2 0 0', 'touch screen'],
    ['input\tLid Switch\t0 0 1', 'lid switch'],
    ['input\tPower Button\t0 10000000000000 0', 'power button'],
    ['pci\t0000:00:17.0\t010601 0x1d0f 0x0001', 'storage controller'],
    ['pci\t0000:00:1f.0\t060100 0x1d0f 0x0002', null],
    ['pci\t0000:00:02.0\t030000 0x1d0f 0x0003', 'PCI device'],
    ['usb\tHub\t1d6b:0002 09', null],
    ['usb\tReader\t1d6b:0103 ff', 'USB device'],
    ['network\twlp2s0\twireless', 'wireless'],
    ['network\tenp1s0\twired', 'wired network'],
    ['battery\tBAT0\t38000000 42000000', 'battery'],
    ['something else\tx\ty', null],
    ['__proto__\tx\ty', null],
    ['constructor\tx\ty', null],
    ['', null],
  ])('%j is %s', (line, kind) => {
    expect(readParts(line)[0]?.kind ?? null).toBe(kind);
  });

  it('are bounded, whatever the file says', () => {
    expect(readParts('fan\tboard\t\n'.repeat(5000)).length).toBe(400);
    fc.assert(fc.property(fc.string(), (text) => void readParts(text)));
  });
});
