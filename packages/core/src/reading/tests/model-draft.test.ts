import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { GIB } from '../../capacity';
import { fitDrive } from '../../fit';
import { box } from '../../fit/tests/samples.test-data';
import { readSmbios } from '../../smbios';
import { PORTABLE } from '../../smbios/samples.test-data';
import { draftModel, readProbeFile, type Reading } from '../index';
import { BLANK } from './made-device.test-data';

const reading: Reading = {
  ...BLANK,
  device: readSmbios(PORTABLE),
};
const modelOf = (from: Reading) => {
  const drafted = draftModel(from);
  if (!drafted.ok) throw new Error(drafted.sentence);
  return drafted.model;
};

describe('a model from what a device says of itself', () => {
  it('has its names, memory and slots, nothing measured and nothing confirmed', () => {
    const model = modelOf(reading);
    expect(model).toMatchObject({
      maker: 'Halyard',
      name: 'T15-4820',
      kind: 'laptop',
      firmware: { uefi: true, startsNvme: null },
    });
    expect(model.memory).toMatchObject({
      generation: 'DDR4',
      soldered: 0,
      slots: ['DIMM A', 'DIMM B'],
      maximum: 32 * GIB,
      maximumFrom: 'firmware',
      slotMaximum: 16 * GIB,
      speed: 2400,
    });
    expect(model.sites).toMatchObject([{ form: 'm2', key: 'M', roomAbove: null, unconfirmed: true }]);
    // Which lines are wired to it, the firmware does not say.
    expect(model.sites[0]).not.toHaveProperty('pcie');
    expect(model.sites[0]).not.toHaveProperty('sata');
  });

  it('has a site for each drive that is inside, none for the stick it was made from', async () => {
    const file = new URL('../../../../../demo/files/T15-4820-66.probe.json', import.meta.url);
    const read = await readProbeFile(readFileSync(file, 'utf8'));
    const model = modelOf(read.ok ? read.reading : reading);
    expect(model.sites.map(({ form }) => form)).toEqual(['m2', '2.5']);
    expect(model).toMatchObject({ code: 'T15-4820', memory: { soldered: 4 * GIB, slots: ['slot 1'] } });
  });

  it('has the free slots of a case, none that a portable only calls so', () => {
    const slots = [
      { name: 'slot 1', kind: 'PCIe 4', lanes: 16, used: null },
      { name: 'slot 2', kind: 'PCIe 3', lanes: 1, used: null },
      { name: 'slot 3', kind: 'PCIe 6', lanes: null, used: null },
    ];
    const board = { ...readSmbios(PORTABLE), slots, chassis: 'desktop' as const };
    expect(modelOf({ ...reading, device: board }).sites).toMatchObject([
      { form: 'pcie', size: 16, pcie: { generation: 4, lanes: 4 }, unconfirmed: true },
      { form: 'pcie', size: 1, pcie: { generation: 3, lanes: 1 } },
      { form: 'pcie', size: 16 },
    ]);
    expect(modelOf({ ...reading, device: { ...board, chassis: 'laptop' } }).sites).toEqual([]);
  });

  it('gives no yes before somebody looked', () => {
    const setting = { firmware: { uefi: true, startsNvme: true }, use: 'system' as const };
    const seen = { id: 'a', name: 'Site A', form: '2.5' as const, height: 7, sata: 3 as const, power12V: false };
    expect(fitDrive(seen, box, setting).verdict).toBe('fits');
    const told = fitDrive({ ...seen, unconfirmed: true }, box, setting);
    expect(told.verdict).toBe('cannot tell');
    expect(told.reasons.at(-1)).toMatchObject({ rule: 'Confirmed', remedy: 'look inside and record the site' });
    expect(fitDrive({ ...seen, unconfirmed: true }, { ...box, height: 15 }, setting).verdict).toBe('no');
  });

  it('is not made where the device is not named', () => {
    expect(draftModel({ ...reading, device: null }).ok).toBe(false);
    expect(draftModel({ ...reading, device: { ...readSmbios(PORTABLE), product: '' } }).ok).toBe(false);
  });
});
