import { bytesOfNominal, GIB, MIB } from '../capacity';
import type { JobFacts, OldDrive } from '../facts';
import type { SourceTable } from '../layout';

/** What tests of every part of the application work on; nothing that ships asks for it. */
export * from '../steps/samples.test-data';

/** A disk of 500 GB as its label reads. */
export const OLD_DRIVE: OldDrive = {
  serial: 'KD7-55Q0-2218',
  maker: 'Kestrin',
  name: 'D7',
  bytes: bytesOfNominal(500),
  sectorSize: 512,
  class: 'disk 5400',
  link: { kind: 'sata', generation: 3 },
  siteId: 'a',
};

/** Its partitions: what it starts from, and one system of so many GiB of which so many bytes are used. */
export const tableOf = (gib = 400, used = 2 * GIB): SourceTable => ({
  scheme: 'gpt',
  sectorSize: 512,
  partitions: [
    {
      id: 'p1',
      name: 'EFI system',
      kind: 'EFI system',
      fileSystem: 'FAT32',
      startSector: 2048,
      sectors: (100 * MIB) / 512,
      used: 30 * MIB,
      encrypted: false,
    },
    {
      id: 'p2',
      name: 'System',
      kind: 'system',
      fileSystem: 'NTFS',
      startSector: 206_848,
      sectors: (gib * GIB) / 512,
      used,
      encrypted: false,
    },
  ],
});

/** What was measured of it. */
export const MEASURED: NonNullable<JobFacts['before']> = {
  set: {
    sequentialRead: 90,
    sequentialWrite: 85,
    randomRead: 0.5,
    randomWrite: 0.9,
    startUps: [96, 101, 98],
    method: '1 MiB QD8',
    attached: 'inside',
  },
  whyNot: '',
};
