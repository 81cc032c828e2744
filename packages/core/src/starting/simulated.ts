import type { SourceTable } from '../layout';
import type { StartFiles } from './types';

const LOADERS = ['\\EFI\\BOOT\\BOOTX64.EFI', '\\EFI\\System\\loader.efi'];

/**
 * What a drive with that table would be started by if all of it had come along, as a simulated berth tells it; `loaders`: what
 * lies in its EFI system partitions.
 */
export function simulatedStart({ scheme, diskId = '', partitions }: SourceTable, loaders = LOADERS): StartFiles {
  return {
    scheme,
    efi: partitions
      .filter(({ kind }) => kind === 'EFI system')
      .slice(0, 4)
      .map(({ name, entry }) => ({
        id: entry?.uniqueId || diskId,
        name,
        loaders: loaders.map((path) => ({ path, machine: 'x64' as const, signed: true })),
      })),
    code: scheme === 'mbr' ? 'active partition' : 'none',
    stage: null,
    active: partitions
      .filter(({ entry }) => scheme === 'mbr' && entry?.attributes === '80')
      .slice(0, 4)
      .map(({ name }) => ({ name, code: true })),
  };
}
