import {
  closeSync,
  fstatSync,
  openSync,
  readdirSync,
  readFileSync,
  readlinkSync,
  readSync,
  realpathSync,
} from 'node:fs';
import { join } from 'node:path';

/** The trees of a Linux system that a berth reads; elsewhere in tests. */
export interface SystemTrees {
  sys: string;
  dev: string;
  /** Where the device manager keeps what it knows, for drives whose serial the kernel does not show. */
  udev: string;
}

export const SYSTEM: SystemTrees = { sys: '/sys', dev: '/dev', udev: '/run/udev/data' };

/** The text of a file of the kernel, or an empty one where it is not there or cannot be read. */
export function textOf(path: string): string {
  try {
    return readFileSync(path, 'latin1').trim();
  } catch {
    return '';
  }
}

/** Names in a folder; none where it is not there. */
export function namesIn(path: string): string[] {
  try {
    return readdirSync(path).sort();
  } catch {
    return [];
  }
}

/** Where a path leads once links are followed; itself where that cannot be told. */
export function realPath(path: string): string {
  try {
    return realpathSync(path);
  } catch {
    return path;
  }
}

/** What a link of /dev/disk points to, by its own name; empty where it is none. */
export function linkTarget(path: string): string {
  try {
    return readlinkSync(path).split('/').at(-1) ?? '';
  } catch {
    return '';
  }
}

/** A device or an image that is open for reading only. */
export interface OpenDevice {
  read: (offset: number, length: number) => Uint8Array | null;
  close: () => void;
}

/** Opens a block device read-only. Throws what the system says where it does not let. */
export function openReadOnly({ dev }: SystemTrees, name: string): OpenDevice {
  const handle = openSync(join(dev, name), 'r');
  fstatSync(handle);
  return {
    read(offset, length) {
      const bytes = new Uint8Array(length);
      try {
        for (let at = 0; at < length;) {
          const taken = readSync(handle, bytes, at, length - at, offset + at);
          if (taken === 0) return null;
          at += taken;
        }
        return bytes;
      } catch {
        return null;
      }
    },
    close: () => closeSync(handle),
  };
}
