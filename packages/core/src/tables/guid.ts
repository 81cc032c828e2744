import { crc32 } from './crc32';

/**
 * A GUID that is the same each time for the same text, and another for another one: four check sums over the text
 * with a different beginning each, marked as a custom identifier.
 *
 * @source RFC 9562 5.8 (version 8, vendor-specific)
 */
export function stableGuid(text: string): string {
  const words = [0, 1, 2, 3].map((salt) => crc32(new TextEncoder().encode(`${salt} ${text} ${salt}`)));
  const hex = words
    .map((word) => (word >>> 0).toString(16).padStart(8, '0'))
    .join('')
    .toUpperCase();
  const variant = ((parseInt(hex.charAt(16), 16) & 0x3) | 0x8).toString(16).toUpperCase();
  return [hex.slice(0, 8), hex.slice(8, 12), `8${hex.slice(13, 16)}`, variant + hex.slice(17, 20), hex.slice(20)].join(
    '-',
  );
}
