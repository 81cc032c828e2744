import { bytesOfNominal } from '../../capacity';
import type { BaySite, BoxDrive, M2Drive, M2Site } from '../types';

/** A slot, a bay and a drive for each, from which the tests of this folder make their cases. */
export const slot: M2Site = {
  id: 'a',
  name: 'Site A',
  form: 'm2',
  key: 'M',
  posts: [80],
  sata: null,
  pcie: { generation: 3, lanes: 4 },
  roomAbove: 2.4,
  roomBelow: 0,
  screw: true,
};
export const bay: BaySite = { id: 'b', name: 'Site B', form: '2.5', height: 9.5, sata: 3, power12V: false };
export const nvme: M2Drive = {
  maker: 'Kestrin',
  name: 'N6',
  bytes: bytesOfNominal(1000),
  sectorSize: 512,
  class: 'NVMe gen 3',
  link: { kind: 'pcie', generation: 3, lanes: 4 },
  read: 3400,
  write: 3000,
  form: 'm2',
  length: 80,
  keys: ['M'],
  top: 1.5,
  bottom: 0,
  heatsink: 0,
};

export const box: BoxDrive = {
  maker: 'Palewood',
  name: 'C1',
  bytes: bytesOfNominal(1000),
  sectorSize: 512,
  class: 'SATA SSD',
  link: { kind: 'sata', generation: 3 },
  read: 560,
  write: 510,
  form: '2.5',
  height: 7,
  needs12V: false,
};
