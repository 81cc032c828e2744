import { parseCapacity } from '../capacity';

/** What came of a typed size: bytes, the rest of the room, or a sentence that says what to type. */
export type TypedSize = { ok: true; bytes: number } | { ok: true; rest: true } | { ok: false; sentence: string };

/**
 * Reads the size of a partition as people type it: "445.9 GiB", "500 GB", "16 MiB", "2048 sectors", "30 %", "rest";
 * a bare number is GiB.
 *
 * @param room bytes that partitions may use on the new drive, of which per cent are taken
 */
export function parseSize(text: string, { room, sectorSize }: { room: number; sectorSize: number }): TypedSize {
  const plain = text.trim().toLowerCase();
  if (plain === 'rest') return { ok: true, rest: true };
  const percent = /^(\d+(?:[.,]\d+)?)\s*(?:%|per ?cent)$/.exec(plain)?.[1];
  if (percent !== undefined) {
    const share = Number(percent.replace(',', '.'));
    if (share > 100) return { ok: false, sentence: 'More than 100 % is more than the drive has.' };
    return { ok: true, bytes: Math.round((share / 100) * room) };
  }
  const sectors = /^(\d[\d,]*)\s*(?:s|sectors?)$/.exec(plain)?.[1];
  if (sectors !== undefined) {
    const bytes = Number(sectors.replaceAll(',', '')) * sectorSize;
    return Number.isSafeInteger(bytes)
      ? { ok: true, bytes }
      : { ok: false, sentence: 'That is larger than any drive.' };
  }
  const parsed = parseCapacity(text, 'GiB');
  if (parsed.ok) return parsed;
  return { ok: false, sentence: 'Type a size such as 445.9 GiB, 500 GB, 2048 sectors, 30 % or rest.' };
}
