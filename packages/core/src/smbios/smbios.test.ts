import { describe, expect, it } from 'vitest';
import { GIB, KIB, MIB } from '../capacity';
import { readSmbios } from './index';
import { END, PORTABLE, structure } from './samples.test-data';

describe('a device as its firmware describes it', () => {
  it('is read whole', () => {
    const device = readSmbios(PORTABLE);
    expect(device).toMatchObject({
      maker: 'Halyard',
      product: 'T15-4820',
      family: 'T15',
      serial: 'T15-00217',
      sku: '',
      board: 'HB-77',
      chassis: 'laptop',
      firmware: { maker: 'Lanternworks', version: 'LW 2.14', date: '2019-03-17', uefi: true },
      processors: [{ name: 'Quarterdeck Q4', cores: 4, threads: 8 }],
      slots: [{ name: 'SSD1', kind: 'M.2 socket 3', lanes: 4, used: false }],
      battery: { name: 'Main', designMilliwattHours: 45_000 },
      problems: [],
    });
    expect(device.memory).toMatchObject({ slots: 2, maximum: 32 * GIB, ecc: false });
    expect(device.memory.devices).toMatchObject([
      {
        slot: 'DIMM A',
        bytes: 8 * GIB,
        generation: 'DDR4',
        form: 'SO-DIMM',
        speed: 2666,
        configured: 2400,
        ecc: false,
      },
      { slot: 'DIMM B', bytes: null },
    ]);
  });

  it('also behind an entry point', () => {
    const entry = new Uint8Array(32);
    entry.set(new TextEncoder().encode('_SM3_'));
    entry.set([3, 2], 7);
    const device = readSmbios(Uint8Array.from([...entry, ...PORTABLE]));
    expect(device).toMatchObject({ tableVersion: '3.2', product: 'T15-4820', problems: [] });
  });

  it.each<[string, number, number, number]>([
    ['8 GiB in MiB', 0x2000, 0, 8 * GIB],
    ['32 GiB in the wide field', 0x7fff, 0x8000, 32 * GIB],
    ['1 MiB in KiB', 0x8400, 0, MIB],
    ['16 MiB in KiB', 0xc000, 0, 16 * 1024 * KIB],
  ])('module of %s', (_name, word, wide, bytes) => {
    const one = structure(17, 0x28, [
      [0x0c, word, 2],
      [0x1c, wide, 4],
    ]);
    expect(readSmbios(Uint8Array.from([...one, ...END])).memory.devices[0]?.bytes).toBe(bytes);
  });

  it.each<[string, [number, number, 1 | 2 | 4][], object]>([
    [
      'DDR3 at 1.35 V is DDR3L',
      [
        [0x12, 0x18, 1],
        [0x26, 1350, 2],
      ],
      { generation: 'DDR3L' },
    ],
    [
      'DDR3 at 1.5 V stays DDR3',
      [
        [0x12, 0x18, 1],
        [0x26, 1500, 2],
      ],
      { generation: 'DDR3' },
    ],
    [
      'low-power memory is soldered whatever the firmware calls it',
      [
        [0x12, 0x1e, 1],
        [0x0e, 0x0d, 1],
      ],
      { form: 'soldered' },
    ],
    [
      '72 bits over 64 are ECC',
      [
        [8, 72, 2],
        [0x0a, 64, 2],
      ],
      { ecc: true },
    ],
    ['registered', [[0x13, 0x2000, 2]], { registered: true }],
    ['two ranks', [[0x1b, 0x02, 1]], { ranks: 2 }],
    ['ranks that are not told', [[0x1b, 0x00, 1]], { ranks: null }],
    [
      'a module of low power that is not soldered',
      [
        [0x12, 0x23, 1],
        [0x0e, 0x11, 1],
      ],
      { form: 'CAMM2', generation: 'LPDDR5' },
    ],
    [
      'wide rate field',
      [
        [0x15, 0xffff, 2],
        [0x54, 70_000, 4],
      ],
      { speed: 70_000 },
    ],
    ['no rate', [], { speed: null, configured: null }],
  ])('%s', (_name, fields, expected) => {
    const one = structure(17, 0x5c, [[0x0c, 4096, 2], ...fields]);
    expect(readSmbios(Uint8Array.from([...one, ...END])).memory.devices[0]).toMatchObject(expected);
  });
});

describe('what is not there or not right', () => {
  it('a field that the structure is too short for is not reported, whatever the version', () => {
    const device = readSmbios(Uint8Array.from([...structure(0, 0x12, [[4, 1]], ['Lanternworks']), ...END]));
    expect(device.firmware).toEqual({ maker: 'Lanternworks', version: '', date: '', uefi: null });
  });

  it('a maximum below what is fitted is not gone by', () => {
    const array = structure(16, 0x0f, [
      [5, 3],
      [7, 4 * 1024 * 1024, 4],
      [0x0d, 1, 2],
    ]);
    const fitted = structure(17, 0x28, [[0x0c, 8192, 2]]);
    expect(readSmbios(Uint8Array.from([...array, ...fitted, ...END])).problems[0]?.rule).toBe('Memory maximum');
  });

  it('counts only arrays of system memory, and each of them', () => {
    const array = (use: number, handle: number) =>
      structure(16, 0x17, [
        [2, handle, 2],
        [5, use],
        [7, 8 * 1024 * 1024, 4],
        [0x0d, 2, 2],
      ]);
    const module = (of: number, mebibytes: number) =>
      structure(17, 0x28, [
        [4, of, 2],
        [0x0c, mebibytes, 2],
      ]);
    const bytes = [...array(5, 0x50), ...array(3, 0x51), ...array(3, 0x52), ...module(0x50, 16), ...module(0x51, 4096)];
    const { memory } = readSmbios(Uint8Array.from([...bytes, ...END]));
    expect(memory).toMatchObject({ slots: 4, maximum: 16 * GIB });
    expect(memory.devices.map((one) => one.bytes)).toEqual([4 * GIB]);
  });

  it('skips inactive structures and stops at the end mark', () => {
    const hidden = structure(126, 0x1b, [[4, 1]], ['Ghost']);
    const after = structure(1, 0x1b, [[4, 1]], ['After']);
    expect(readSmbios(Uint8Array.from([...hidden, ...END, ...after])).maker).toBe('');
  });

  it('says when it is no table, or breaks off', () => {
    expect(readSmbios(new TextEncoder().encode('hello, this is text')).problems[0]?.rule).toBe('Table');
    expect(readSmbios(new Uint8Array(0)).problems[0]?.outcome).toBe('fail');
    expect(readSmbios(PORTABLE.slice(0, 120)).problems[0]?.sentence).toContain('breaks off');
  });
});
