import { spells, u8, type Image } from '../../image';
import type { Reason } from '../../reason';
import { SHUT_DOWN } from '../remedies';
import { ATTRIBUTE, findAttribute, recordAt, stretchesOf, type NtfsShape } from './ntfs';
import type { RootEntry } from './root';

/** A system that waits, or that was in the middle of going on. */
const SLEEPS = ['hibr', 'HIBR', 'rstr', 'RSTR'];

/**
 * Whether Windows sleeps in its hibernation file, by the mark at that file's head; where the file is there and its
 * head was not read, that is said.
 * @source commonly documented head of `hiberfil.sys`: `hibr` valid, `wake` used up, zeros after a full start
 */
export function sleepOf(image: Image, shape: NtfsShape, root: readonly RootEntry[]): Reason[] {
  const entry = root.find(({ name }) => name.toLowerCase() === 'hiberfil.sys');
  if (!entry) return [];
  const head = headOf(image, shape, entry.record);
  if (!head) return [{ rule: 'Hibernated', outcome: 'unknown', sentence: NOT_READ }];
  if (!SLEEPS.some((mark) => spells(head, 0, mark))) return [];
  return [{ rule: 'Hibernated', outcome: 'limit', sentence: ASLEEP, remedy: `${SHUT_DOWN}, with fast start off` }];
}

const NOT_READ = 'Whether Windows sleeps in its hibernation file was not read.';
const ASLEEP = 'Windows is hibernated in it and would go on where it stopped: its files are half-written.';

function headOf(image: Image, shape: NtfsShape, number: number): Uint8Array | null {
  const record = recordAt(image, shape, number);
  if (!record || record === 'damaged') return null;
  const at = findAttribute(record, ATTRIBUTE.data);
  if (at === null || u8(record, at + 8) !== 1) return null;
  const [first] = stretchesOf(record, at, shape.cluster);
  return first ? image.read(first.offset, 4) : null;
}
