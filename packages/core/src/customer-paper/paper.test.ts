import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { complete, factsOf, job, keys, run, screws } from '../steps/samples.test-data';
import { GIB } from '../capacity';
import type { JobSnapshot, WishKind } from '../steps';
import { customerPaper, paperKind } from '.';

const WRITING = { day: (date: string) => `<${date}>`, figure: (value: number) => String(Math.round(value * 10) / 10) };
const GUARANTEE = { parts: '2033-05-01', labour: '2032-05-01' };
const paper = (snapshot: JobSnapshot, guarantee: typeof GUARANTEE | null = GUARANTEE) =>
  customerPaper({ snapshot, device: 'Larkfield T15', complaint: 'slow', guarantee }, WRITING);
const wish = (kind: WishKind) => ({ kind, least: kind === 'memory' ? 16 * GIB : 240e9 });
const rowOf = (snapshot: JobSnapshot, name: string) => paper(snapshot).rows.find((row) => row.name === name)?.value;

describe('the paper of a job', () => {
  const done = job({ facts: complete, runs: [run('ended well')] });

  it('says what was fitted, what becomes of the old drive, and how long each is guaranteed', () => {
    expect(paperKind(done)).toBe('done');
    expect(paper(done).title).toBe('What we did on your Larkfield T15');
    expect(rowOf(done, 'The old drive')).toBe('returned');
    const { guarantee } = paper(done);
    expect(guarantee.at(-1)).toEqual({ what: 'our work', until: '<2032-05-01>' });
    expect(guarantee.slice(0, -1).every(({ until }) => until === '<2033-05-01>')).toBe(true);
  });

  it('names no drive that was chosen and not fitted, and guarantees none', () => {
    const { 'new drive fitted': _fitted, ...facts } = complete;
    const before = job({ facts });
    expect(rowOf(done, 'New drive')).toContain('serial');
    expect(rowOf(before, 'New drive')).toBeUndefined();
    expect(paper(before).notes.join()).not.toContain('do not attach');
    expect(paper(before).guarantee.length).toBeLessThan(paper(done).guarantee.length);
  });

  it('of memory alone speaks of no drive that takes over', () => {
    const memory = job({ wishes: [wish('memory')], facts: factsOf(['memory', 'memory choice', 'memory fitted']) });
    expect(paper(memory).rows.map(({ name }) => name)).toEqual(['You told us', 'Memory']);
  });

  it('is of findings after an assessment that came to no work, without guarantee or advice for afterwards', () => {
    for (const kind of ['declined', 'not worth it'] as const) {
      const ended = job({ facts: factsOf(['old drive', 'health', 'before']), end: { kind, reason: '' } as never });
      const { kind: of, title, rows, guarantee, measured } = paper(ended);
      expect([of, title]).toEqual(['findings', 'What we found on your Larkfield T15']);
      expect(rows.map(({ name }) => name)).toEqual(expect.arrayContaining(['Its health', 'Measured', 'How it ended']));
      expect([guarantee, measured]).toEqual([[], []]);
    }
    expect(paperKind(job({ end: { kind: 'withdrawn', reason: '' } as never }))).toBe('given back');
    expect(paperKind(job({ end: { kind: 'not collected', reason: '' } as never }))).toBe('not collected');
  });

  it('names each loss of a copy, and says so in its title', () => {
    const losses = [{ what: 'Readings/April.ods', where: '', bytes: 2048 }];
    const lost = job({ facts: complete, runs: [{ ...run('ended with losses'), losses }] });
    expect(paper(lost).kind).toBe('done with losses');
    expect(rowOf(lost, 'Lost in the copy')).toEqual([expect.stringMatching(/^Readings\/April.ods, 2/)]);
  });

  it('says what was missing when it came', () => {
    const missing = screws(8, 8).map((item) => ({ ...item, missing: 1 }));
    expect(rowOf(job({ facts: complete, disassembly: missing }), 'Missing when it came')).toHaveLength(1);
  });

  it('holds nothing that is not known, whatever is, and never an empty line', () => {
    const ends = fc.constantFrom(null, 'declined', 'not worth it', 'withdrawn', 'not collected');
    const wishes = fc.subarray<WishKind>(['new drive', 'memory', 'added drive'], { minLength: 1 });
    fc.assert(
      fc.property(fc.subarray(keys), wishes, ends, (known, wanted, end) => {
        const snapshot = job({
          facts: factsOf(known),
          wishes: wanted.map(wish),
          ...(end ? { end: { kind: end, reason: '' } as never } : {}),
        });
        const { rows, guarantee, start, signature } = paper(snapshot);
        expect(rows.every(({ value }) => value.length > 0 && !String(value).includes('undefined'))).toBe(true);
        const fitted = known.filter((key) => key.endsWith(' fitted')).length;
        expect(guarantee.length).toBeLessThanOrEqual(fitted + 1);
        if (!known.includes('before') || !known.includes('after')) expect(start).toBeNull();
        expect(signature !== null).toBe(known.includes('signature'));
      }),
    );
  });
});
