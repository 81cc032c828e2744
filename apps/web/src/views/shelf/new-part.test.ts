import { describe, expect, it } from 'vitest';
import { EMPTY_PART, lineOf, type TypedPart } from './new-part';

const cellsOf = (typed: TypedPart) => {
  const read = lineOf(typed);
  return read.ok ? read.body.lines[0]?.cells : read.problems;
};

describe('a part that is typed by hand', () => {
  it('is the line of a parts file that says the same, without what does not belong to its sort', () => {
    const cells = { partNumber: 'N-1', maker: 'Kestrin', name: 'N6', price: '48.50', bytes: '480 GB', height: '7' };
    expect(cellsOf({ ...EMPTY_PART, cells })).toEqual({
      ...{
        kind: 'drive',
        form: 'm2',
        partNumber: 'N-1',
        maker: 'Kestrin',
        name: 'N6',
        price: '48.50',
        bytes: '480 GB',
      },
    });
    expect(cellsOf({ ...EMPTY_PART, kind: 'small part', sort: '', cells })).toEqual({
      ...{ kind: 'small part', partNumber: 'N-1', maker: 'Kestrin', name: 'N6', price: '48.50' },
    });
  });

  it('says of equipment what was ticked, and refuses sockets that are no count', () => {
    const typed: TypedPart = { ...EMPTY_PART, kind: 'equipment', sort: 'hub', cells: {} };
    const hub = { ...typed, equipment: { ...typed.equipment, socketsA: '2' } };
    expect(JSON.parse((cellsOf(hub) as Record<string, string>)['equipment'] ?? '')).toMatchObject({
      ...{ kind: 'hub', sockets: ['A', 'A'] },
    });
    expect(lineOf({ ...typed, equipment: { ...typed.equipment, socketsA: 'two' } }).ok).toBe(false);
  });
});
