import { latin, u16, u32, u8, type Image } from '../../image';
import { fatShape } from './fat';

/** Clusters of a folder that are followed. */
const MOST = 16;
const [LONG_NAME, LABEL, FOLDER] = [0x0f, 0x08, 0x10];
const UNUSED = 0xe5;

interface Entry {
  name: string;
  kind: 'file' | 'folder' | 'label';
  cluster: number;
}

/** What the root folder of a FAT says: the names in it, and the label of the volume; empty where it has none. */
export interface FatRoot {
  names: string[];
  label: string;
}

/**
 * Names in the root folder of a FAT, and of its folder EFI as `EFI/…`: there the loaders of an EFI system partition
 * lie. As far as they are at hand; null where none of them is. Short names, as firmware sees them, in capitals.
 * @source UEFI specification 13.3 and 13.3.1.3 (\EFI), ECMA-107
 */
export function fatRoot(image: Image, boot: Uint8Array): FatRoot | null {
  const shape = fatShape(boot);
  if (!shape) return null;
  const { width, table, cluster, data, rootSize } = shape;
  const offsetOf = (number: number) => data + (number - 2) * cluster;
  const nextOf = (number: number): number => {
    if (width !== 32) return 0;
    const entry = image.read(table + number * 4, 4);
    const next = entry ? u32(entry, 0) % 0x1000_0000 : 0;
    return next >= 2 && next < 0x0fff_fff7 ? next : 0;
  };
  const folderAt = (first: number): Uint8Array[] => {
    const parts: Uint8Array[] = [];
    for (let number = first; number >= 2 && parts.length < MOST; number = nextOf(number)) {
      const bytes = image.read(offsetOf(number), cluster);
      if (!bytes) break;
      parts.push(bytes);
    }
    return parts;
  };
  const fixed = width === 32 ? null : image.read(data - rootSize, rootSize);
  const root = width === 32 ? folderAt(u32(boot, 44)) : fixed ? [fixed] : [];
  if (root.length === 0) return null;
  const entries = root.flatMap(entriesOf);
  const efi = entries.find(({ name, kind }) => kind === 'folder' && name === 'EFI');
  const loaders = efi ? folderAt(efi.cluster).flatMap(entriesOf) : [];
  const named = (list: readonly Entry[]) => list.flatMap(({ name, kind }) => (kind === 'label' ? [] : [name]));
  return {
    names: [...named(entries), ...named(loaders).map((name) => `EFI/${name}`)],
    label: entries.find(({ kind }) => kind === 'label')?.name ?? '',
  };
}

function entriesOf(bytes: Uint8Array): Entry[] {
  const entries: Entry[] = [];
  for (let at = 0; at + 32 <= bytes.length && u8(bytes, at) !== 0; at += 32) {
    const attributes = u8(bytes, at + 11);
    if (u8(bytes, at) === UNUSED || attributes === LONG_NAME) continue;
    const kind = (attributes & LABEL) !== 0 ? 'label' : (attributes & FOLDER) !== 0 ? 'folder' : 'file';
    if (kind === 'label') entries.push({ name: latin(bytes, at, 11), kind, cluster: 0 });
    if (kind === 'label') continue;
    const [base, ending] = [latin(bytes, at, 8), latin(bytes, at + 8, 3)];
    if (base === '.' || base === '..') continue;
    entries.push({
      name: ending ? `${base}.${ending}` : base,
      kind,
      cluster: u16(bytes, at + 20) * 0x1_0000 + u16(bytes, at + 26),
    });
  }
  return entries;
}
