import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { kindsTwice, labelScale, LABEL_KINDS, LEAST_LABEL, PLAIN_LABEL, printerOf, type LabelPrinter } from '.';

const small: LabelPrinter = { name: 'bench', width: 50, height: 25, kinds: ['drives', 'parts'] };
const plain: LabelPrinter = { name: 'counter', ...PLAIN_LABEL, kinds: ['tags of devices'] };

describe('labels', () => {
  it('go to the printer that is named for them, and to none where none is', () => {
    expect(printerOf([plain, small], 'parts')).toBe(small);
    expect(printerOf([plain, small], 'what lies here')).toBeNull();
  });

  it('are told of where two printers would print them', () => {
    expect(kindsTwice([plain, small])).toEqual([]);
    expect(kindsTwice([plain, small, { ...plain, kinds: ['parts', 'tags of devices'] }])).toEqual([
      'tags of devices',
      'parts',
    ]);
    expect(LABEL_KINDS.filter((kind) => printerOf([], kind) !== null)).toEqual([]);
  });

  it('stay within any size both ways', () => {
    const size = fc.record({
      width: fc.integer({ min: LEAST_LABEL.width, max: 210 }),
      height: fc.integer({ min: LEAST_LABEL.height, max: 297 }),
    });
    fc.assert(
      fc.property(size, (label) => {
        const scale = labelScale(label);
        expect(PLAIN_LABEL.width * scale).toBeLessThanOrEqual(label.width + 1e-9);
        expect(PLAIN_LABEL.height * scale).toBeLessThanOrEqual(label.height + 1e-9);
      }),
    );
    expect(labelScale(PLAIN_LABEL)).toBe(1);
  });
});
