import { describe, expect, it } from 'vitest';
import { MIB } from '../capacity';
import { imageOf, type Image } from '../image';
import { readTable } from './index';

const ascii = (text: string) => new TextEncoder().encode(text);

/** A drive with tables of another kind, or nothing. */
function bare(...fields: [at: number, bytes: Uint8Array | number[]][]): Image {
  const bytes = new Uint8Array(MIB);
  for (const [at, field] of fields) bytes.set(field, at);
  return imageOf(bytes);
}

const BSD_LABEL = [0x57, 0x45, 0x56, 0x82];

describe('drives without a table that is read', () => {
  it.each([
    [bare([0, ascii('ER')], [2, [2, 0]], [512, ascii('PM')], [516, [0, 0, 0, 4]]), 'an Apple partition map of 4'],
    [bare([0, ascii('ER')], [2, [8, 0]], [2048, ascii('PM')], [2052, [0, 0, 0, 2]]), 'an Apple partition map of 2'],
    [bare([512, BSD_LABEL], [644, BSD_LABEL]), 'a BSD disk label'],
    [bare([0, [0x4b, 0]], [508, [0xda, 0xbe, 0x91, 0xbe]]), 'a Sun label'],
  ])('%# tables of other kinds are named and refused', (image, named) => {
    const { scheme, entries, problems } = readTable(image);
    expect({ scheme, entries: entries.length }).toEqual({ scheme: 'none', entries: 0 });
    expect(problems).toMatchObject([{ rule: 'Table', outcome: 'fail' }]);
    expect(problems[0]?.sentence).toContain(named);
  });

  it('no label of the Sun kind whose sum is wrong, and nothing said of a drive with nothing', () => {
    expect(readTable(bare([508, [0xda, 0xbe, 1, 1]])).problems).toEqual([]);
    expect(readTable(bare())).toMatchObject({ scheme: 'none', problems: [] });
  });
});
