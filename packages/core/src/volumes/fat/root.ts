import type { Image } from '../../image';
import { fatFolders, type FatEntry } from './folders';

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
  const folders = fatFolders(image, boot);
  const entries = folders?.root()?.entries;
  if (!folders || !entries) return null;
  const efi = entries.find(({ name, kind }) => kind === 'folder' && name === 'EFI');
  const loaders = (efi && folders.folder(efi)?.entries) ?? [];
  const named = (list: readonly FatEntry[]) => list.flatMap(({ name, kind }) => (kind === 'label' ? [] : [name]));
  return {
    names: [...named(entries), ...named(loaders).map((name) => `EFI/${name}`)],
    label: entries.find(({ kind }) => kind === 'label')?.name ?? '',
  };
}
