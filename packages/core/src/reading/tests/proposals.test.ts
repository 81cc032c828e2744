import { describe, expect, it } from 'vitest';
import { GIB } from '../../capacity';
import * as samples from '../../fit/tests/samples.test-data';
import { gradeAta, readAtaIdentify, readSmart } from '../../health';
import { ataIdentify, smartData } from '../../health/samples.test-data';
import type { DeviceMemory } from '../../memory';
import { readSmbios } from '../../smbios';
import { PORTABLE } from '../../smbios/samples.test-data';
import { proposalsOf, readBytes, sameDevice, type ReadDrive, type Reading } from '../index';
import { BLANK } from './made-device.test-data';

const memory: DeviceMemory = {
  generation: 'DDR4',
  form: 'SO-DIMM',
  soldered: 0,
  slots: ['A', 'B'],
  slotMaximum: 16 * GIB,
  maximum: 32 * GIB,
  speed: 2666,
  channels: 2,
};
const job = { deviceSerial: 'T15-00217', sites: [samples.slot, { ...samples.bay, sata: 2 as const }], memory };
const reading: Reading = {
  ...BLANK,
  device: readSmbios(PORTABLE),
};

async function drive(over: Partial<ReadDrive> = {}): Promise<ReadDrive> {
  const file = await readBytes(ataIdentify());
  const [one] = file.ok ? file.reading.drives : [];
  if (!one) throw new Error('no drive');
  return { ...one, ...over };
}
const proposed = (one: ReadDrive | null, key: string, wanted = job) =>
  proposalsOf(reading, one, wanted).find((proposal) => proposal.key === key);

describe('what a file offers for a job', () => {
  it('an old drive at the site that takes it, at the link it gets there', async () => {
    expect(proposed(await drive(), 'old drive')?.value).toEqual({
      serial: 'KD5-ID77-0001',
      maker: 'Keel',
      name: 'KD5',
      bytes: 500_107_862_016,
      sectorSize: 512,
      class: 'disk 5400',
      link: { kind: 'sata', generation: 2 },
      siteId: samples.bay.id,
    });
  });

  it('offers no half of it', async () => {
    expect(proposed(await drive({ class: null }), 'old drive')).toMatchObject({
      value: null,
      note: expect.stringContaining('kind') as string,
    });
    expect(proposed(await drive({ bytes: null }), 'old drive')?.value).toBeNull();
    const nameless = readAtaIdentify(ataIdentify());
    const identity = nameless && { ...nameless, serial: '' };
    expect(proposed(await drive({ identity }), 'old drive')?.note).toContain('label');
    expect(
      proposed(await drive(), 'old drive', { ...job, sites: [{ ...samples.slot, sata: null }] })?.value,
    ).toBeNull();
    expect(proposalsOf({ ...reading, device: null }, null, job)).toEqual([]);
  });

  it('memory in the slots of the model, empty ones left out', () => {
    expect(proposed(null, 'memory')).toEqual({
      key: 'memory',
      value: { modules: [{ slot: 'A', bytes: 8 * GIB, speed: 2666, buffering: 'unbuffered' }] },
      note: 'slots by their order',
    });
    const named = { ...job, memory: { ...memory, slots: ['DIMM A', 'DIMM B'] } };
    expect(proposed(null, 'memory', named)).toMatchObject({ note: '', value: { modules: [{ slot: 'DIMM A' }] } });
    expect(proposed(null, 'memory', { ...job, memory: { ...memory, slots: ['A'] } })?.value).toBeNull();
    const older = { ...job, memory: { ...memory, generation: 'DDR3' as const } };
    expect(proposed(null, 'memory', older)?.note).toContain('DDR4');
  });
});

it('says whose file it is', () => {
  expect(sameDevice(reading, 't15-00217')?.outcome).toBe('pass');
  expect(sameDevice(reading, 'T15-99999')).toMatchObject({ outcome: 'fail', measured: 'T15-00217' });
  expect(sameDevice({ ...reading, device: null }, 'X')).toBeNull();
  const silent = { ...reading, device: { ...readSmbios(PORTABLE), serial: '' } };
  expect(sameDevice(silent, 'X')?.outcome).toBe('unknown');
});

it('tells growing interface errors from a drive that wears: the cable or the port', async () => {
  const report = (count: number) =>
    gradeAta({
      attributes: readSmart(smartData({ 9: 800, 199: count }), null) ?? [],
      passed: null,
      data: smartData({}),
      rotating: true,
    });
  const health = async (count: number, before: number) => {
    const known = { grade: 'good' as const, note: '', interfaceErrors: before };
    const list = proposalsOf(reading, await drive({ health: report(count) }), { ...job, health: known });
    return list.find(({ key }) => key === 'health');
  };
  expect((await health(57, 3))?.note).toContain('grew from 3 to 57: the cable or the port');
  expect((await health(57, 57))?.note).not.toContain('grew');
  expect((await health(57, 57))?.value).toMatchObject({ grade: 'good', interfaceErrors: 57 });
});
