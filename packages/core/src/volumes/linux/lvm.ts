import { spells, u32, u64, type Image } from '../../image';
import type { Reason } from '../../reason';
import { TOGETHER } from '../remedies';
import type { HeldVolume } from '../../layout';
import type { Volume } from '../types';

const SECTOR = 512;
const METADATA = ' LVM2 x[5A%r0N*>';
/** Most bytes of text that describe a volume group. */
const LONGEST_TEXT = 1024 * 1024;
/** Most logical volumes that are told. */
const MOST_VOLUMES = 32;

/**
 * A physical volume of LVM with the logical ones of its group and their sizes, where its description is at hand.
 * @source LVM2 on-disk format: label in one of the first four sectors, metadata area header, text of the group
 */
export function readLvm(image: Image, head: Uint8Array): Partial<Volume> | null {
  const at = [0, 512, 1024, 1536].find((place) => spells(head, place, 'LABELONE'));
  if (at === undefined) return null;
  const header = at + u32(head, at + 20);
  const text = groupText(image, head, header);
  const group = text === null ? null : readGroup(text);
  const problems: Reason[] = group && group.drives > 1 ? [severalDrives(group)] : [];
  return {
    fileSystem: 'LVM',
    label: group?.name ?? '',
    totalBytes: u64(head, header + 32) || null,
    usedBytes: null,
    holds: group?.volumes ?? [],
    problems,
  };
}

const severalDrives = ({ name, drives }: { name: string; drives: number }): Reason => ({
  rule: 'Set',
  outcome: 'limit',
  sentence: `The volume group ${name} lies on ${drives} drives.`,
  remedy: TOGETHER,
});

/** The newest text of a group: behind the lists of data and metadata areas in the header of the physical volume. */
function groupText(image: Image, head: Uint8Array, header: number): string | null {
  let at = header + 40;
  // Two lists of place and size, each closed by zeros: where data lies, then where descriptions lie.
  while (at + 16 <= head.length && u64(head, at) !== 0) at += 16;
  at += 16;
  const [area, size] = [u64(head, at), u64(head, at + 8)];
  const about = area > 0 ? image.read(area, 512) : null;
  if (!about || !spells(about, 4, METADATA)) return null;
  const [offset, length] = [u64(about, 40), u64(about, 48)];
  if (length < 1 || length > LONGEST_TEXT || offset >= size) return null;
  // The area is a ring behind its header: a text may go on at its begin.
  const first = Math.min(length, size - offset);
  const [begin, rest] = [image.read(area + offset, first), image.read(area + 512, length - first)];
  const latin = new TextDecoder('latin1');
  return begin && rest ? latin.decode(begin) + latin.decode(rest) : null;
}

const SECTION = /([\w+.-]+)\s*\{|\}|([\w]+)\s*=\s*("[^"]*"|\[[^\]]*\]|[^\s#]+)/g;

interface Group {
  name: string;
  drives: number;
  volumes: HeldVolume[];
}

/**
 * Name, drives and logical volumes of a group: its text is sections in braces. Volumes that are parts of others
 * (of mirrors, pools, snapshots) are not visible and are passed over.
 */
function readGroup(text: string): Group | null {
  const path: string[] = [];
  const volumes = new Map<string, { extents: number; visible: boolean }>();
  let extent = 0;
  let drives = 0;
  let name = '';
  const plain = text.replace(/#.*$/gm, '');
  for (const [whole, opened, key, value = ''] of plain.matchAll(SECTION)) {
    if (opened !== undefined) {
      path.push(opened);
      if (path.length === 1) name ||= opened;
      if (path.length === 3 && path[1] === 'physical_volumes') drives += 1;
      if (path.length === 3 && path[1] === 'logical_volumes') volumes.set(opened, { extents: 0, visible: false });
    } else if (whole === '}') path.pop();
    else if (path.length === 1 && key === 'extent_size') extent = Number(value);
    else if (path[1] === 'logical_volumes' && path.length >= 3) {
      const volume = volumes.get(path[2] ?? '');
      if (volume && path.length === 3 && key === 'status') volume.visible = value.includes('VISIBLE');
      if (volume && path.length === 4 && key === 'extent_count') volume.extents += Number(value) || 0;
    }
  }
  if (name === '' || !(extent > 0)) return null;
  return {
    name,
    drives,
    volumes: [...volumes]
      .flatMap(([one, { extents, visible }]) => {
        const bytes = extents * extent * SECTOR;
        return visible && bytes > 0 && Number.isSafeInteger(bytes) ? [{ name: one.slice(0, 72), bytes }] : [];
      })
      .slice(0, MOST_VOLUMES),
  };
}
