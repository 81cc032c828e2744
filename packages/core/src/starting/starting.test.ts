import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { BootEntries } from '../inventory';
import { imageOf } from '../image';
import { readTable } from '../tables';
import { readStart, willItStart, type StartFiles, type StartingFirmware } from './index';
import { ESP, fatVolume, GENERIC, gptDrive, loaderHead, mbrDrive, staged, type MadeFile } from './made-drive.test-data';

const look = (image: ReturnType<typeof gptDrive>) => readStart(image, readTable(image));
const file = (path: string, bytes = loaderHead()): MadeFile => ({ path, bytes });
const FALLBACK = '\\EFI\\BOOT\\BOOTX64.EFI';
const OWN = '\\EFI\\Harbour System\\system-loader.efi';
const OLD = '99999999-2222-4333-8444-555555555555';

const entries = (...given: { id: string; path?: string; active?: boolean }[]): BootEntries => ({
  current: null,
  order: given.map((_one, n) => n),
  entries: given.map(({ id, path = OWN, active = true }, number) => {
    return { number, name: `System ${number}`, active, partition: { id, startSector: 2048 }, path };
  }),
});
const firmware = (over: Partial<StartingFirmware> = {}): StartingFirmware => ({
  mode: 'UEFI',
  secureBoot: false,
  entries: entries(),
  beside: [{ name: 'old drive', ids: [OLD], attached: false }],
  ...over,
});
const told = (start: StartFiles, over: Partial<StartingFirmware> = {}) => {
  const { outcome, cause } = willItStart(start, firmware(over));
  return [outcome, cause];
};

describe('what a drive is started by', () => {
  it('are its loaders by their long names, for what they are made and whether they are signed', () => {
    const start = look(
      gptDrive([
        file(FALLBACK),
        file(OWN, loaderHead(0x8664, true)),
        file('\\EFI\\BOOT\\BOOTIA32.EFI', loaderHead(0x14c)),
        file('\\EFI\\BOOT\\notes.efi', new TextEncoder().encode('not a loader')),
        file('\\EFI\\BOOT\\readme.txt'),
        file('\\other.efi'),
      ]),
    );
    expect(start).toMatchObject({ scheme: 'gpt', code: 'none', stage: null, active: [] });
    expect(start.efi).toEqual([
      {
        id: ESP,
        name: 'p1',
        loaders: [
          { path: FALLBACK, machine: 'x64', signed: false },
          { path: '\\EFI\\BOOT\\BOOTIA32.EFI', machine: 'ia32', signed: false },
          { path: '\\EFI\\BOOT\\notes.efi', machine: null, signed: null },
          { path: OWN, machine: 'x64', signed: true },
        ],
      },
    ]);
  });

  it('is its code, where that looks, and what is active', () => {
    const active = { active: true, code: true };
    expect(look(mbrDrive(GENERIC, [active, { active: false, code: true }]))).toMatchObject({
      code: 'active partition',
      active: [{ name: 'p1', code: true }],
    });
    expect(look(mbrDrive(new Uint8Array(), [{ active: true, code: false }]))).toMatchObject({
      code: 'none',
      active: [{ code: false }],
    });
    expect(look(mbrDrive(staged(1), [active]))).toMatchObject({ code: 'next stage', stage: false });
    expect(look(mbrDrive(staged(2048), [active]))).toMatchObject({ code: 'next stage', stage: true });
  });

  it('is unknown where its folders were not read, never missing', () => {
    const image = gptDrive([file(FALLBACK)]);
    const head = {
      size: image.size,
      read: (at: number, length: number) => (at + length > 2049 * 512 ? null : image.read(at, length)),
    };
    const start = readStart(head, readTable(image));
    expect(start.efi[0]?.loaders).toBeNull();
    expect(told(start)).toEqual(['not told', null]);
  });

  it('is followed over the clusters of a long folder, and unknown where one of them is not at hand', () => {
    const many = Array.from({ length: 24 }, (_none, n) => file(`\\EFI\\System\\language file ${n}.mui`));
    const image = gptDrive([...many, file(OWN.replace('Harbour System', 'System'))]);
    const start = look(image);
    expect(start.efi[0]?.loaders?.map(({ path }) => path)).toEqual([OWN.replace('Harbour System', 'System')]);
    // Of every block that is read one after the other goes missing: then it is unknown, or the same, and never nothing.
    const asked = new Set<number>();
    const table = readTable(image);
    readStart({ size: image.size, read: (at, length) => (asked.add(at), image.read(at, length)) }, table);
    for (const hole of asked) {
      const read = (at: number, length: number) => (at === hole ? null : image.read(at, length));
      const loaders = readStart({ size: image.size, read }, table).efi[0]?.loaders ?? null;
      expect(loaders === null ? 1 : loaders.length).toBe(1);
    }
  });

  it('is read from any bytes without an end that is not there', () => {
    const volume = fatVolume([file(FALLBACK), file(OWN)]);
    const base = gptDrive([file(FALLBACK), file(OWN)]);
    const bytes = base.read(0, base.size) ?? new Uint8Array();
    const table = readTable(base);
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.nat(volume.length - 1), fc.nat(255)), { maxLength: 30 }), (changes) => {
        const damaged = bytes.slice();
        // Where folders and tables lie, mostly.
        for (const [at, value] of changes) damaged[2048 * 512 + (at % 40_000)] = value;
        const start = readStart(imageOf(damaged), table);
        expect(start.efi.flatMap(({ loaders }) => loaders ?? []).length).toBeLessThanOrEqual(60);
        willItStart(start, firmware());
      }),
    );
  });
});

describe('whether a finished drive will start', () => {
  const both = look(gptDrive([file(FALLBACK), file(OWN)]));
  const own = look(gptDrive([file(OWN)]));
  const signed = look(gptDrive([file(OWN, loaderHead(0x8664, true))]));
  const empty = look(gptDrive([file('\\EFI\\readme.txt')]));
  const small = look(
    gptDrive([file('\\EFI\\BOOT\\BOOTIA32.EFI', loaderHead(0x14c)), file(FALLBACK, loaderHead(0x14c))]),
  );
  const legacy = look(mbrDrive(GENERIC, [{ active: true, code: true }]));

  it.each<[string, StartFiles, Partial<StartingFirmware>, ReturnType<typeof told>]>([
    ['by its entry', own, { entries: entries({ id: ESP.toLowerCase() }) }, ['starts', null]],
    ['by the fallback file', both, {}, ['starts', null]],
    ['without an entry for its loader', own, {}, ['does not', 'entry lost']],
    ['with an entry at the old drive', own, { entries: entries({ id: OLD }) }, ['does not', 'entry lost']],
    ['with an entry at the old drive and the fallback file', both, { entries: entries({ id: OLD }) }, ['starts', null]],
    [
      'with an entry that is switched off',
      own,
      { entries: entries({ id: ESP, active: false }) },
      ['does not', 'entry lost'],
    ],
    [
      'with an entry for a file that is gone',
      own,
      { entries: entries({ id: ESP, path: '\\EFI\\a.efi' }) },
      ['does not', 'loader not copied'],
    ],
    ['with entries that nobody read', own, { entries: null }, ['not told', null]],
    ['without any loader', empty, {}, ['does not', 'loader not copied']],
    ['with a loader for others', small, {}, ['does not', 'loader not copied']],
    ['with a start code alone, by UEFI', legacy, {}, ['does not', 'scheme against mode']],
    ['unsigned under Secure Boot', both, { secureBoot: true }, ['does not', 'Secure Boot refuses']],
    ['unsigned, Secure Boot not known', both, { secureBoot: null }, ['not told', null]],
    ['signed under Secure Boot', signed, { secureBoot: true, entries: entries({ id: ESP }) }, ['starts', null]],
    ['in a mode that nobody read', both, { mode: null }, ['not told', null]],
    ['in no mode at all', empty, { mode: null }, ['does not', 'loader not copied']],
  ])('%s', (_name, start, over, wanted) => {
    expect(told(start, over)).toEqual(wanted);
  });

  it('starts the old drive where that is attached and has the entry, or the same identifiers', () => {
    const beside = (ids: string[]) => [{ name: 'old drive', ids, attached: true }];
    expect(told(both, { entries: entries({ id: OLD }), beside: beside([OLD]) })).toEqual(['another', 'both attached']);
    expect(told(own, { entries: entries({ id: ESP }), beside: beside([ESP]) })).toEqual(['another', 'both attached']);
  });

  it.each<[string, ReturnType<typeof gptDrive>, ReturnType<typeof told>]>([
    ['by its active partition', mbrDrive(GENERIC, [{ active: true, code: true }]), ['starts', null]],
    ['with none active', mbrDrive(GENERIC, [{ active: false, code: true }]), ['does not', 'not active']],
    [
      'with two active',
      mbrDrive(GENERIC, [
        { active: true, code: true },
        { active: true, code: true },
      ]),
      ['does not', 'not active'],
    ],
    [
      'without code in the active one',
      mbrDrive(GENERIC, [{ active: true, code: false }]),
      ['does not', 'no boot code'],
    ],
    ['without code at all', mbrDrive(new Uint8Array(), [{ active: true, code: true }]), ['does not', 'no boot code']],
    ['by a stage of its own', mbrDrive(staged(2048), [{ active: false, code: true }]), ['starts', null]],
    [
      'whose stage did not come along',
      mbrDrive(staged(1), [{ active: false, code: true }]),
      ['does not', 'loader not copied'],
    ],
    ['of UEFI only', gptDrive([file(FALLBACK)]), ['does not', 'scheme against mode']],
    [
      'of UEFI, with code that looks for an active partition',
      gptDrive([file(FALLBACK)], GENERIC),
      ['does not', 'scheme against mode'],
    ],
  ])('in legacy mode %s', (_name, image, wanted) => {
    expect(told(look(image), { mode: 'legacy' })).toEqual(wanted);
  });

  it('always says why, and never that it starts where a reason speaks against it', () => {
    const drives = [both, own, signed, empty, small, legacy];
    const any = fc.record({
      mode: fc.constantFrom('UEFI' as const, 'legacy' as const, null),
      secureBoot: fc.constantFrom(true, false, null),
      entries: fc.option(
        fc
          .array(fc.record({ id: fc.constantFrom(ESP, OLD, 'X'), path: fc.constantFrom(OWN, FALLBACK, '', '\\no') }), {
            maxLength: 4,
          })
          .map((some) => entries(...some)),
      ),
      beside: fc.boolean().map((attached) => [{ name: 'old drive', ids: [OLD], attached }]),
    });
    fc.assert(
      fc.property(fc.constantFrom(...drives), any, (start, given) => {
        const { outcome, reasons, cause } = willItStart(start, given);
        expect(reasons.length).toBeGreaterThan(0);
        expect(cause === null).toBe(outcome === 'starts' || outcome === 'not told');
        const first = reasons[0]?.outcome;
        if (outcome === 'starts') expect(['pass', 'limit']).toContain(first);
        if (outcome === 'not told') expect(reasons.some((one) => one.outcome === 'unknown')).toBe(true);
        if (outcome === 'does not' || outcome === 'another') expect(first).toBe('fail');
      }),
    );
  });
});
