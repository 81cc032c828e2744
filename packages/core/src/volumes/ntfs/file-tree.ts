import { CLEARABLE_KINDS, type Clearable, type ClearableKind } from '../../layout';
import { ROOT } from './ntfs';

/** Folders above one that are looked at. */
const DEEPEST = 64;

const ROOT_FILES: Readonly<Record<string, ClearableKind>> = {
  'hiberfil.sys': 'hibernation file',
  'pagefile.sys': 'page files',
  'swapfile.sys': 'page files',
};

/** Folders by their path from the root, in lower case; a star stands for one name. */
const FOLDERS: readonly (readonly [string, ClearableKind])[] = [
  ['windows.old', 'old installations'],
  ['windows.old.*', 'old installations'],
  ['$windows.~bt', 'old installations'],
  ['$windows.~ws', 'old installations'],
  ['$getcurrent', 'old installations'],
  ['$recycle.bin', 'recycle folder'],
  ['recycler', 'recycle folder'],
  ['windows/temp', 'temporary folders'],
  ['users/*/appdata/local/temp', 'temporary folders'],
  ['documents and settings/*/local settings/temp', 'temporary folders'],
];
const LONGEST_PATH = 5;

const patterns = FOLDERS.map(([path, kind]) => {
  const escaped = path.replace(/[.$^~]/g, '\\$&').replaceAll('*', '[^/]*');
  return { matches: new RegExp(`^${escaped}$`), kind };
});

interface Folder {
  /** Path from the root in lower case; null where it is too deep to matter, or leads nowhere. */
  path: string | null;
  kind: ClearableKind | null;
}

/**
 * The files and folders of a volume, as far as their sizes matter: which lies in which, and how much each takes. Names
 * are kept of folders and of what lies in the root.
 */
export class FileTree {
  private readonly parents = new Map<number, number>();
  private readonly sizes = new Map<number, number>();
  private readonly names = new Map<number, string>();
  private readonly folders = new Map<number, Folder>();

  /** A file or folder by its record; bytes that it takes on the drive. */
  add(record: number, parent: number, bytes: number, name: string | null): void {
    this.parents.set(record, parent);
    this.grow(record, bytes);
    if (name !== null) this.names.set(record, name);
  }

  /** More bytes of a file that is told of elsewhere. */
  grow(record: number, bytes: number): void {
    if (bytes > 0) this.sizes.set(record, (this.sizes.get(record) ?? 0) + bytes);
  }

  /** How much lies in what can go, each kind that there is once. */
  clearable(): Clearable[] {
    const sums = new Map<ClearableKind, number>();
    for (const [record, bytes] of this.sizes) {
      const parent = this.parents.get(record);
      if (parent === undefined) continue;
      const kind = this.folderOf(record).kind ?? (parent === ROOT ? ROOT_FILES[this.nameOf(record)] : null);
      if (kind) sums.set(kind, (sums.get(kind) ?? 0) + bytes);
    }
    return CLEARABLE_KINDS.flatMap((what) => {
      const bytes = sums.get(what) ?? 0;
      return bytes > 0 && Number.isSafeInteger(bytes) ? [{ what, bytes }] : [];
    });
  }

  private nameOf(record: number): string {
    return this.names.get(record)?.toLowerCase() ?? '';
  }

  /** From the root down, each folder once: what lies in one that can go goes with it. */
  private folderOf(record: number): Folder {
    const way: number[] = [];
    let at = record;
    while (at !== ROOT && !this.folders.has(at) && way.length < DEEPEST) {
      way.push(at);
      at = this.parents.get(at) ?? ROOT;
    }
    let above: Folder = at === ROOT ? { path: '', kind: null } : (this.folders.get(at) ?? { path: null, kind: null });
    for (const one of way.reverse()) {
      above = this.below(above, one);
      this.folders.set(one, above);
    }
    return above;
  }

  private below({ path, kind }: Folder, record: number): Folder {
    if (kind) return { path: null, kind };
    const name = this.nameOf(record);
    if (path === null || name === '') return { path: null, kind: null };
    const own = path === '' ? name : `${path}/${name}`;
    if (own.split('/').length > LONGEST_PATH) return { path: null, kind: null };
    return { path: own, kind: patterns.find(({ matches }) => matches.test(own))?.kind ?? null };
  }
}
