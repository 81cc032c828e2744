import { describe, expect, it } from 'vitest';
import { csvOf, readLines } from './parts-lines';

const bytes = (text: string) => new TextEncoder().encode(text);
const sentence = (text: string | Uint8Array) => {
  const read = readLines(typeof text === 'string' ? bytes(text) : text);
  return read.ok ? '' : read.sentence;
};

describe('a parts file', () => {
  it('is read with commas, semicolons or tabs, and quoted cells', () => {
    for (const by of [',', ';', '\t']) {
      const text = ['partNumber', 'kind', 'name'].join(by) + '\n' + ['X-1', 'drive', '"a, b; c"'].join(by) + '\n\n';
      expect(readLines(bytes(text))).toEqual({
        ok: true,
        lines: [{ line: 2, cells: { partNumber: 'X-1', kind: 'drive', name: 'a, b; c' } }],
      });
    }
  });

  it('is read as it was written', () => {
    const lines = [{ partNumber: 'X-1', kind: 'drive', maker: 'Kestrin', name: 'D "7", gen 2', price: '39.00' }];
    expect(readLines(bytes(csvOf(lines)))).toEqual({ ok: true, lines: [{ line: 2, cells: lines[0] }] });
    expect(readLines(bytes(JSON.stringify(lines)))).toEqual({ ok: true, lines: [{ line: 1, cells: lines[0] }] });
  });

  it('is read in UTF-16 with its mark', () => {
    const text = 'partNumber,name\nX-1,Büro';
    const wide = Uint8Array.from([
      0xff,
      0xfe,
      ...[...text].flatMap((letter) => [letter.charCodeAt(0) & 255, letter.charCodeAt(0) >> 8]),
    ]);
    expect(readLines(wide)).toMatchObject({ ok: true, lines: [{ cells: { name: 'Büro' } }] });
  });

  it.each<[string, string | Uint8Array, string]>([
    ['another encoding', Uint8Array.from([0x70, 0xfc, 0x72]), 'not in UTF-8'],
    ['no column names', 'X-1,drive\nX-2,drive', '“partNumber” is missing'],
    ['a line too short', 'partNumber,kind\nX-1,drive\nX-2', 'Line 3 has another number of columns'],
    ['a quote left open', 'partNumber,kind\nX-1,"drive', 'Line 2: '],
    ['a column twice', 'partNumber,kind,kind\nX-1,drive,drive', 'stands twice'],
    ['no lines', 'partNumber,kind\n', 'no line in the file'],
    ['too many lines', `partNumber\n${'X\n'.repeat(2001)}`, '2001 lines'],
    ['damaged JSON', '[{"partNumber":', 'breaks off'],
    ['no list', '{"partNumber":"X"}', 'is a list'],
    ['an entry that is none', '[1]', 'Entry 1'],
  ])('%s is said, with its line', (_name, text, words) => {
    expect(sentence(text)).toContain(words);
  });
});

describe('a cell that begins a formula', () => {
  it('stands behind an apostrophe in the file, and comes back as it was', () => {
    const names = ['=HYPERLINK("http://x","y")', '+1', '-2', '@SUM(A1)', 'plain', "'quoted"];
    const text = csvOf(names.map((name) => ({ partNumber: 'P', name })));
    for (const name of names.slice(0, 4)) expect(text).toContain(`'${name.replaceAll('"', '""')}`);
    const read = readLines(new TextEncoder().encode(text));
    expect(read.ok && read.lines.map(({ cells }) => cells['name'])).toEqual(names);
  });
});
