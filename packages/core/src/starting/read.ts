import { partOf, spells, u16, u32, u64, type Image } from '../image';
import type { ReadTable, TableEntry } from '../tables';
import { fatFolders, type FatFolder, type FatFolders } from '../volumes';
import { LOADER_HEAD, readLoader } from './loader';
import type { EfiPartition, Loader, StartFiles } from './types';

/** Most EFI system partitions, loaders, and folders below each other that are looked at. */
const [MOST_PARTITIONS, MOST_LOADERS, DEEPEST] = [4, 60, 3];
/** Bytes of code in front of the table of an MBR, and where a code of stages names the sector of its next one. */
const [CODE, NEXT_STAGE] = [440, 0x5c];

/**
 * What a firmware starts a drive by, from as much of it as is at hand: loaders in its EFI system partitions, code in its
 * first sector, what is active.
 *
 * @source UEFI specification 2.10, 3.1.3, 3.5.1 (files and fallback), 5.2.1 (code and status bytes of an MBR), 13.3 (FAT)
 */
export function readStart(image: Image, table: ReadTable): StartFiles {
  const { scheme, sectorSize, entries } = table;
  const first = image.read(0, 512);
  return {
    scheme,
    efi: entries
      .filter(({ kind }) => kind === 'EFI system')
      .slice(0, MOST_PARTITIONS)
      .map((entry) => readEfi(partOf(image, entry.startSector * sectorSize, entry.sectors * sectorSize), entry, table)),
    ...codeOf(image, first, sectorSize),
    active: entries
      .filter(({ active }) => active && scheme === 'mbr')
      .slice(0, 4)
      .map(({ number, startSector }) => ({
        name: `p${number}`,
        code: hasCode(image.read(startSector * sectorSize, 512)),
      })),
  };
}

function readEfi(image: Image, { uniqueId, number, name }: TableEntry, { diskId }: ReadTable): EfiPartition {
  const boot = image.read(0, 512);
  const folders = boot ? fatFolders(image, boot) : null;
  const root = folders?.root() ?? null;
  return {
    id: uniqueId || diskId,
    name: name || `p${number}`,
    loaders: folders && root ? loadersIn(folders, root) : null,
  };
}

/** Loaders below the folder EFI; null where a folder on the way was not read. */
function loadersIn(folders: FatFolders, root: FatFolder): Loader[] | null {
  const found: Loader[] = [];
  let unread = false;
  const walk = ({ entries, whole }: FatFolder, path: string, depth: number) => {
    unread ||= !whole;
    for (const entry of entries) {
      const here = `${path}\\${entry.long}`;
      if (entry.kind === 'file' && /\.efi$/i.test(entry.long) && found.length < MOST_LOADERS) {
        found.push({ path: here.slice(0, 200), ...readLoader(folders.head(entry, LOADER_HEAD)) });
      }
      if (entry.kind !== 'folder' || depth >= DEEPEST) continue;
      const below = folders.folder(entry);
      if (below) walk(below, here, depth + 1);
      else unread = true;
    }
  };
  const efi = root.entries.filter(({ kind, long }) => kind === 'folder' && long.toUpperCase() === 'EFI');
  walk({ entries: efi, whole: root.whole || efi.length > 0 }, '', 0);
  return unread ? null : found;
}

/** What the code in the first sector is for. */
function codeOf(image: Image, first: Uint8Array | null, sectorSize: number): Pick<StartFiles, 'code' | 'stage'> {
  if (!first) return { code: null, stage: null };
  if (u16(first, 510) !== 0xaa55 || first.subarray(0, CODE).every((byte) => byte === 0)) {
    return { code: 'none', stage: null };
  }
  if (!holds(first.subarray(0, CODE), 'GRUB')) return { code: 'active partition', stage: null };
  const next = image.read(u64(first, NEXT_STAGE) * sectorSize, 512);
  return { code: 'next stage', stage: next && next.some((byte) => byte !== 0) };
}

const holds = (bytes: Uint8Array, text: string) => bytes.some((_byte, at) => spells(bytes, at, text));

/** Whether the first sector of a partition starts anything; formatters put a note there that it does not. */
function hasCode(sector: Uint8Array | null): boolean | null {
  if (!sector) return null;
  // What begins with a jump goes on behind the sizes of the volume.
  const begin = u32(sector, 0) % 0x100 === 0xeb ? 2 + (sector[1] ?? 0) : 0;
  const code = sector.subarray(Math.min(begin, 510), 510);
  return u16(sector, 510) === 0xaa55 && code.some((byte) => byte !== 0) && !holds(sector, 'not a bootable disk');
}
