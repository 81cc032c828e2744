import { GIB } from '../capacity';
import type { FileSystem, PartitionKind } from '../layout';
import type { ReadTable, TableEntry } from '../tables';
import type { Volume } from '../volumes';

/** What a partition is, and what says so; `why` is empty where nothing was found out. */
export interface FoundKind {
  kind: PartitionKind;
  why: string;
}

/** File systems that a system lives on; what is encrypted, or LVM, may hold one too. */
const SYSTEM_HOLDERS: readonly FileSystem[] = [
  'NTFS',
  'ext2',
  'ext3',
  'ext4',
  'XFS',
  'btrfs',
  'JFS',
  'ReiserFS',
  'F2FS',
  'LVM',
  'RAID member',
  'dynamic disk',
];
const WINDOWS_HOLDERS: readonly FileSystem[] = ['NTFS', 'dynamic disk'];
/** What holds volumes of its own: none of it is looked into. */
const CLOSED: readonly FileSystem[] = ['LVM', 'RAID member'];

/** Below this a volume holds loaders, not a system (rule of thumb). */
const LEAST_SYSTEM = 2 * GIB;

interface Looked {
  entry: TableEntry;
  volume: Volume | undefined;
  bytes: number;
  found: FoundKind;
  /** Whether nobody has looked into it, and whether it may hold the system for all that is known. */
  unseen: boolean;
  open: boolean;
}

/**
 * What each partition of a table is: by its type where that says it; else by what its root folder holds; else by what
 * is left when the others are known. Which volume holds the system is never guessed from sizes: what cannot be decided
 * is `not known`, and asked.
 */
export function kindsOf({ entries, sectorSize }: ReadTable, volumes: readonly Volume[]): FoundKind[] {
  const looked = entries.map((entry, index): Looked => {
    const volume = volumes[index];
    const bytes = entry.sectors * sectorSize;
    const found =
      entry.kind === 'data' ? byContent(entry, volume) : { kind: entry.kind, why: `type: ${entry.typeName}` };
    const unseen = found === null;
    const open = unseen && mayHoldSystem(volume) && bytes >= GIB;
    return { entry, volume, bytes, found: found ?? { kind: 'data', why: '' }, unseen, open };
  });
  return decided(looked).map(({ found }) => found);
}

function mayHoldSystem(volume: Volume | undefined): boolean {
  return volume !== undefined && (volume.encryption !== 'none' || SYSTEM_HOLDERS.includes(volume.fileSystem));
}

/** What the names in the root folder say; null where it was not read. */
function byContent({ active }: TableEntry, volume: Volume | undefined): FoundKind | null {
  if (volume?.fileSystem === 'swap') return { kind: 'swap', why: 'it is made for swapping' };
  const root = volume?.root ?? null;
  if (root === null) return null;
  const names = new Set(root.map((name) => name.toLowerCase()));
  const has = (...wanted: string[]) => wanted.find((name) => names.has(name));
  const loaders = root.filter((name) => name.startsWith('EFI/')).map((name) => name.slice(4));
  if (names.has('windows') && has('users', 'program files', 'documents and settings'))
    return { kind: 'system', why: 'it holds the folder Windows' };
  if (names.has('etc') && has('usr', 'bin', 'lib')) return { kind: 'system', why: 'it holds the folders etc and usr' };
  if (loaders.length > 0) return { kind: 'loader', why: `its folder EFI holds ${loaders.slice(0, 4).join(', ')}` };
  const loader =
    has('bootmgr', 'ntldr', 'grub', 'grub2', 'loader') ?? root.find((name) => /^(vmlinuz|initrd|initramfs)/.test(name));
  if (loader) return { kind: 'loader', why: `it holds the loader ${loader}` };
  if (active) return { kind: 'loader', why: 'it is marked active: legacy firmware starts from it' };
  const shown = root.filter((name) => name !== 'lost+found' && !name.startsWith('$')).slice(0, 3);
  return {
    kind: 'data',
    why: shown.length > 0 ? `it holds ${shown.join(', ')}, no system` : 'its root folder is empty',
  };
}

function decided(all: readonly Looked[]): Looked[] {
  const small = all.map((one) => (one.unseen && isLoader(one, all) ? { ...one, open: false, found: LOADER } : one));
  const open = small.filter((one) => one.open);
  const known = small.some(({ found }) => found.kind === 'system');
  const starts = small.some(({ entry, found }) => ['EFI system', 'loader'].includes(found.kind) || entry.active);
  if (open.length === 0 || known || !starts) return small;
  const holder = holderAmong(open, small);
  return small.map((one) => {
    if (!one.open) return one;
    if (holder) return one === holder.one ? { ...one, found: { kind: 'system', why: holder.why } } : one;
    const others = open.filter((other) => other !== one).map(({ entry }) => `partition ${entry.number}`);
    return { ...one, found: { kind: 'not known', why: `either it or ${others.join(' or ')} holds the system` } };
  });
}

const LOADER: FoundKind = { kind: 'loader', why: 'small, beside what can hold the system' };

/** A small volume that could not be looked into, where another can hold the system: to be safe it comes along. */
function isLoader({ bytes, volume, entry }: Looked, all: readonly Looked[]): boolean {
  if (bytes >= LEAST_SYSTEM || volume?.encryption !== 'none' || CLOSED.includes(volume.fileSystem)) return false;
  if (entry.active) return true;
  return mayHoldSystem(volume) && all.some((other) => other.open && other.bytes >= LEAST_SYSTEM);
}

/** The one volume that must hold the system, and what says so; null where several can. */
function holderAmong(open: readonly Looked[], all: readonly Looked[]): { one: Looked; why: string } | null {
  const only = (list: readonly Looked[], why: string) => (list.length === 1 && list[0] ? { one: list[0], why } : null);
  const ofWindows = ({ volume }: Looked) =>
    volume?.encryption === 'Windows volume encryption' ||
    (volume !== undefined && volume.encryption === 'none' && WINDOWS_HOLDERS.includes(volume.fileSystem));
  const loaders = all.flatMap(({ volume }) => (volume?.root ?? []).filter((name) => name.startsWith('EFI/')));
  const windows = loaders.some((name) => /^EFI\/MICROS/i.test(name));
  const others = loaders.some((name) => !/^EFI\/(MICROS|BOOT)/i.test(name));
  const bootVolume = all.some(({ found, volume }) => found.kind === 'loader' && volume?.fileSystem.startsWith('ext'));
  const locked = open.filter(
    ({ volume }) => volume && (CLOSED.includes(volume.fileSystem) || volume.encryption.startsWith('LUKS')),
  );
  return (
    only(open, 'the only volume that can hold the system') ??
    only(
      open.filter(({ entry }) => entry.active),
      'marked active: legacy firmware starts from it',
    ) ??
    (windows && !others ? only(open.filter(ofWindows), 'the only one that its loader can start') : null) ??
    (others && !windows
      ? only(
          open.filter((one) => !ofWindows(one)),
          'the only one that its loader can start',
        )
      : null) ??
    (bootVolume ? only(locked, 'LVM, RAID or encrypted, beside a volume that only holds its loader') : null)
  );
}
