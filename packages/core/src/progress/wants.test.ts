import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Condition } from './progress';
import { wantsOf, type Watching } from './wants';

const quiet: Watching = {
  condition: 'moving',
  alarmed: false,
  failingSource: false,
  watched: true,
  gone: 10,
  within: 60,
};
const conditions: Condition[] = ['not started', 'moving', 'quiet', 'stalled', 'errors', 'all written', 'reading back'];

describe('what wants hands', () => {
  it.each<[string, Partial<Watching>, ReturnType<typeof wantsOf>]>([
    ['it moves', {}, null],
    ['it takes longer than thought, and moves', { gone: 9000 }, null],
    ['it is quiet', { condition: 'quiet' }, null],
    ['it stands still', { condition: 'stalled' }, 'stalled'],
    ['all is written', { condition: 'all written' }, 'all written'],
    ['reads fail', { condition: 'errors' }, 'errors'],
    ['reads fail as they were expected to', { condition: 'errors', failingSource: true }, null],
    ['another drive lies there', { condition: 'all written', alarmed: true }, 'alarm'],
    ['timed by hand, within its time', { watched: false, gone: 60 }, null],
    ['timed by hand, over its time', { watched: false, gone: 61 }, 'overdue'],
  ])('%s', (_name, over, wanted) => {
    expect(wantsOf({ ...quiet, ...over })).toBe(wanted);
  });

  it('is never less for having waited longer or having been alarmed', () => {
    const any = fc.record({
      condition: fc.constantFrom(...conditions),
      failingSource: fc.boolean(),
      watched: fc.boolean(),
      gone: fc.nat(10_000),
      within: fc.nat(10_000),
    });
    fc.assert(
      fc.property(any, fc.nat(1000), (run, more) => {
        expect(wantsOf({ ...run, alarmed: true })).toBe('alarm');
        const before = wantsOf({ ...run, alarmed: false });
        if (before) expect(wantsOf({ ...run, alarmed: false, gone: run.gone + more })).toBe(before);
      }),
    );
  });
});
