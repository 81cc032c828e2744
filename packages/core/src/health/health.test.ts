import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { gradeAta, gradeNvme, readAtaIdentify, readNvmeIdentify, readSmart, unknownHealth } from './index';
import { ataIdentify, nvmeHealth, nvmeIdentify, smartData, smartThresholds } from './samples.test-data';

describe('identity', () => {
  it('of an ATA disk', () => {
    expect(readAtaIdentify(ataIdentify())).toEqual({
      bus: 'ATA',
      serial: 'KD5-ID77-0001',
      model: 'Keel KD5',
      firmware: 'F001',
      bytes: 500_107_862_016,
      logicalSector: 512,
      physicalSector: 4096,
      rotation: 5400,
      form: '2.5',
      sata: { can: 3, runs: 3 },
      trim: false,
      locked: false,
      problems: [],
    });
  });

  it.each<[string, Record<number, number>, object]>([
    ['flash with TRIM', { 217: 1, 169: 1 }, { rotation: 0, trim: true }],
    [
      '4096-byte logical sectors',
      { 106: 0x5000, 117: 2048, 118: 0 },
      { logicalSector: 4096, bytes: 4_000_862_896_128 },
    ],
    ['28-bit count only', { 83: 0x4000, 60: 0x8000, 61: 0x0950 }, { bytes: (0x0950 * 65_536 + 0x8000) * 512 }],
    ['an older port', { 77: 2 << 1 }, { sata: { can: 3, runs: 2 } }],
    ['not SATA', { 76: 0xffff }, { sata: null }],
    ['locked by a password', { 128: 0b111 }, { locked: true }],
    ['rotation not reported', { 217: 0 }, { rotation: null }],
    ['an M.2 card', { 168: 7 }, { form: 'm2' }],
  ])('%s', (_name, words, expected) => {
    expect(readAtaIdentify(ataIdentify(words))).toMatchObject(expected);
  });

  it('says when its checksum is wrong, and takes nothing that is none', () => {
    const bent = ataIdentify();
    bent[100] = 1;
    expect(readAtaIdentify(bent)?.problems[0]?.rule).toBe('Identity');
    expect(readAtaIdentify(new Uint8Array(512))).toBeNull();
    expect(readAtaIdentify(ataIdentify().subarray(0, 511))).toBeNull();
    expect(readNvmeIdentify(new Uint8Array(4096), null)).toBeNull();
  });

  it('of an NVMe drive, at both block sizes', () => {
    const { controller, namespace } = nvmeIdentify(1_000_215_216, 9);
    expect(readNvmeIdentify(controller, namespace)).toMatchObject({
      serial: 'PN5-ID77-0001',
      model: 'Pennant PN5',
      firmware: 'P01',
      bytes: 512_110_190_592,
      logicalSector: 512,
      trim: true,
    });
    const wide = nvmeIdentify(125_026_902, 12);
    expect(readNvmeIdentify(wide.controller, wide.namespace)).toMatchObject({
      bytes: 512_110_190_592,
      logicalSector: 4096,
    });
  });
});

describe('grade of an ATA drive', () => {
  const grade = (
    attributes: Parameters<typeof smartData>[0],
    more: { passed?: boolean; selfTest?: number; limits?: Record<number, number>; rotating?: boolean } = {},
  ) => {
    const data = smartData(attributes, more.selfTest);
    const read = readSmart(data, more.limits ? smartThresholds(more.limits) : null) ?? [];
    return gradeAta({ attributes: read, passed: more.passed ?? null, data, rotating: more.rotating ?? true });
  };

  it.each<[string, ReturnType<typeof grade>, string, string?]>([
    ['nothing wrong', grade({ 5: 0, 9: 1200, 194: 31 }), 'good'],
    ['one reallocated', grade({ 5: 1 }), 'watch', 'Reallocated sectors'],
    ['ten reallocated', grade({ 5: 10 }), 'failing', 'Reallocated sectors'],
    ['pending', grade({ 197: 64 }), 'failing', 'Pending sectors'],
    ['one spin retry', grade({ 10: 1 }), 'failing', 'Spin retries'],
    ['cable errors alone', grade({ 199: 5000 }), 'good'],
    ['timeouts packed with other counts', grade({ 188: 2 ** 32 + 3 }), 'good'],
    ['hot disk', grade({ 194: 0x1e00_0038 }), 'watch', 'Temperature'],
    ['the same on flash', grade({ 194: 56 }, { rotating: false }), 'good'],
    ['old disk', grade({ 9: 31_000 }), 'watch', 'Power-on hours'],
    [
      'tripped before its time',
      grade({ 1: { raw: 0, current: 40, flags: 1 } }, { limits: { 1: 44 } }),
      'failing',
      'Attribute 1',
    ],
    ['tripped, but only of age', grade({ 9: 800, 1: { raw: 0, current: 40 } }, { limits: { 1: 44 } }), 'good'],
    ['nothing known here', grade({ 1: 0, 7: 12 }), 'unknown', 'Health page'],
    ['no temperature told', grade({ 194: 0, 190: 0, 9: 5 }), 'good'],
    ['temperature in the other attribute', grade({ 194: 0, 190: 0x2d_003c }), 'watch', 'Temperature'],
    ['temperature told twice', grade({ 190: 60, 194: 60 }), 'watch', 'Temperature'],
    ['wear near its end', grade({ 177: { raw: 2900, current: 12, flags: 1 } }), 'watch', 'Wear left'],
    ['wear counted, direction not known', grade({ 9: 5, 177: { raw: 2900, current: 12 } }), 'good'],
    ['its own verdict', grade({}, { passed: false }), 'failing', 'Own verdict'],
    ['self-test could not read', grade({}, { selfTest: 0x74 }), 'failing', 'Self-test'],
  ])('%s', (_name, report, expected, rule) => {
    expect(report.grade).toBe(expected);
    expect(report.reasons.map((reason) => reason.rule)).toEqual(rule ? [rule] : []);
  });

  it('takes the share of its rating from the standard log, where that is valid', () => {
    const page = (valid: number) =>
      Uint8Array.from([0, 0, 7, ...Array<number>(5).fill(0), 93, 0, 0, 0, 0, 0, 0, valid]);
    const worn = (statistics: Uint8Array) =>
      gradeAta({
        attributes: readSmart(smartData({ 9: 5 }), null) ?? [],
        passed: null,
        data: smartData({}),
        rotating: false,
        statistics,
      });
    expect(worn(page(0xc0)).reasons.map(({ rule }) => rule)).toEqual(['Wear']);
    expect(worn(page(0x80)).grade).toBe('good');
    expect(worn(new Uint8Array(16)).grade).toBe('good');
  });

  it('keeps the count of interface errors, which is graded only by its growth', () => {
    expect(grade({ 9: 1, 199: 57 }).interfaceErrors).toBe(57);
    expect(grade({ 9: 1 }).interfaceErrors).toBeNull();
  });

  it('says what it means, worst first', () => {
    const report = grade({ 5: 2, 197: 12 });
    expect(report.reasons.map(({ sentence }) => sentence)).toEqual([
      'Pending sectors: 12; sectors cannot be read now',
      'Reallocated sectors: 2; the drive has lost sectors already',
    ]);
    expect(report.forTheCopy).toContain('three to ten times');
  });

  it('takes no page whose checksum is wrong', () => {
    const data = smartData({ 5: 0 });
    data[40] = 9;
    expect(readSmart(data, null)).toBeNull();
    expect(readSmart(data.subarray(0, 100), null)).toBeNull();
    expect(unknownHealth().grade).toBe('unknown');
  });

  it('never gets better by more lost sectors', () => {
    const rank = { good: 0, unknown: 0, watch: 1, failing: 2 };
    fc.assert(
      fc.property(fc.constantFrom(5, 10, 184, 187, 196, 197, 198), fc.nat(100), fc.nat(100), (id, few, more) => {
        expect(rank[grade({ [id]: few + more }).grade]).toBeGreaterThanOrEqual(rank[grade({ [id]: few }).grade]);
      }),
    );
  });
});

describe('grade of an NVMe drive', () => {
  it.each<[string, Record<number, number>, string, string?]>([
    ['nothing wrong', {}, 'good'],
    ['spare used up', { 3: 5 }, 'failing', 'Spare blocks'],
    ['few spare left', { 3: 18 }, 'watch', 'Spare blocks'],
    ['read only', { 0: 8 }, 'failing', 'Read only'],
    ['not reliable', { 0: 4 }, 'failing', 'Reliability'],
    ['hot', { 0: 2 }, 'watch', 'Temperature'],
    ['worn', { 5: 92 }, 'watch', 'Wear'],
    ['media errors', { 160: 2 }, 'watch', 'Media errors'],
    ['has been too hot', { 196: 4 }, 'watch', 'Minutes too hot'],
  ])('%s', (_name, bytes, expected, rule) => {
    const report = gradeNvme(nvmeHealth(bytes));
    expect(report?.grade).toBe(expected);
    expect(report?.reasons.map((reason) => reason.rule)).toEqual(rule ? [rule] : []);
  });

  it('says no temperature where none is reported', () => {
    const report = gradeNvme(nvmeHealth({ 1: 0, 2: 0 }));
    expect(report?.figures.map(({ name }) => name)).not.toContain('Temperature');
    expect(report?.grade).toBe('good');
  });

  it('counts data in units of 1000 blocks', () => {
    const log = nvmeHealth();
    new DataView(log.buffer).setUint32(48, 20_000_000, true);
    expect(gradeNvme(log)?.figures.find(({ name }) => name === 'Data written')?.value).toBe(10_240_000_000_000);
  });

  it('takes nothing that is no health log', () => {
    expect(gradeNvme(new Uint8Array(512))).toBeNull();
    // A page of another kind, damaged: its attributes stand where a log has nothing.
    const smart = smartData({ 5: 1, 9: 800, 194: 31 });
    smart[3] = 50;
    expect(gradeNvme(smart)).toBeNull();
    expect(gradeNvme(nvmeHealth().subarray(0, 500))).toBeNull();
  });
});
