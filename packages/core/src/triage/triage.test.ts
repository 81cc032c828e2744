import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  CAUSE_OF,
  CAUSES,
  guideOf,
  SIGNS,
  TRY_OUTCOMES,
  type CauseId,
  type ResolvedCase,
  type StartFacts,
  OWES,
} from './index';
import { priorsOf } from './guide';
import { expectedMinutes, faultyDevices } from './simulate.test-data';

const nothing: StartFacts = {
  newDrive: true,
  scheme: null,
  uefi: null,
  speaks: null,
  sits: null,
  startsNvme: null,
  shares: null,
  wants12V: false,
  encrypted: null,
  oldAttached: null,
  identifiersKept: null,
  expected: null,
  loaderCopied: null,
  copyDoubted: null,
  hibernated: null,
  sectorSizeChanged: false,
  stickUsed: false,
  leadsTouched: true,
};
const first = (signs: Parameters<typeof guideOf>[0], facts: Partial<StartFacts> = {}, count = 3) =>
  guideOf(signs, { ...nothing, ...facts }, [])
    .ranked.slice(0, count)
    .map(({ id }) => id);

const ANY_FACTS = fc.record<StartFacts>({
  newDrive: fc.boolean(),
  scheme: fc.constantFrom('gpt', 'mbr', null),
  uefi: fc.constantFrom(true, false, null),
  speaks: fc.constantFrom('NVMe', 'SATA', null),
  sits: fc.constantFrom('slot', 'bay', null),
  startsNvme: fc.constantFrom(true, false, null),
  shares: fc.constantFrom(true, false, null),
  wants12V: fc.boolean(),
  encrypted: fc.constantFrom(true, false, null),
  oldAttached: fc.constantFrom(true, false, null),
  identifiersKept: fc.constantFrom(true, false, null),
  expected: fc.constantFrom(...CAUSES, 'it starts' as const, null),
  loaderCopied: fc.constantFrom(true, false, null),
  copyDoubted: fc.constantFrom(true, false, null),
  hibernated: fc.constantFrom(true, false, null),
  sectorSizeChanged: fc.boolean(),
  stickUsed: fc.boolean(),
  leadsTouched: fc.constantFrom(true, false, null),
});
const ANY_SIGNS = fc.uniqueArray(fc.constantFrom(...SIGNS), { maxLength: 5 });
const ANY_TRIES = fc.array(
  fc.record({ cause: fc.constantFrom(...CAUSES), outcome: fc.constantFrom(...TRY_OUTCOMES) }),
  { maxLength: 6 },
);

describe('where to look for why a device does not start', () => {
  it('names the cause that its sign is of', () => {
    expect(first(['asks for a recovery key'], {}, 1)).toEqual(['encryption asks']);
    expect(first(['the loader is rejected as not signed'], {}, 1)).toEqual(['Secure Boot refuses']);
    expect(
      first(['the new drive is not listed in firmware', 'it is silent and stays cold'], { sits: 'bay' }),
    ).toContain('no power');
    expect(first(['stop code about the boot device', 'the new drive is listed in firmware'])).toContain(
      'controller mode',
    );
    expect(first(['starts the old system'], { oldAttached: true }, 1)).toEqual(['both attached']);
    expect(first(['fans run, no picture', 'beeps or blinks'], {}, 1)).toEqual(['ribbon or memory loose']);
  });

  it('weighs what is known: other identifiers, a loader that stayed behind, the wrong table', () => {
    const listed = ['the new drive is listed in firmware', 'no system found'] as const;
    expect(first(listed, { identifiersKept: false, uefi: true })).toContain('entry lost');
    expect(first(listed, { loaderCopied: false }, 2)).toContain('loader not copied');
    expect(first(listed, { scheme: 'mbr', uefi: true }, 2)).toContain('scheme against mode');
    const guide = guideOf(listed, { ...nothing, scheme: 'mbr', uefi: true }, []);
    expect(guide.ranked.find(({ id }) => id === 'scheme against mode')?.because).toContain(
      'an MBR on firmware that starts by UEFI',
    );
  });

  it('counts what a look at the finished drive had expected, for it and against it', () => {
    const seen = ['the new drive is listed in firmware', 'no system found'] as const;
    const shareOf = (expected: StartFacts['expected']) =>
      guideOf(seen, { ...nothing, expected }, []).ranked.find(({ id }) => id === 'entry lost')?.share ?? 0;
    expect(first(seen, { expected: 'entry lost' }, 1)).toEqual(['entry lost']);
    expect(shareOf('entry lost')).toBeGreaterThan(shareOf(null));
    expect(shareOf('it starts')).toBeLessThan(shareOf(null));
  });

  it('leaves out what cannot be, and says why', () => {
    const { ranked, excluded } = guideOf([], { ...nothing, sits: 'slot', speaks: 'SATA', oldAttached: false }, []);
    expect(excluded.map(({ id }) => id)).toEqual(['cable loose', 'no power', 'both attached', 'firmware without NVMe']);
    expect(excluded.every(({ why }) => why !== '')).toBe(true);
    expect(ranked.map(({ id }) => id)).not.toContain('cable loose');
  });

  it('leaves out what hangs on a new drive where none went in', () => {
    const { ranked, excluded } = guideOf([], { ...nothing, newDrive: false }, []);
    expect([...ranked].sort((a, b) => b.share - a.share)[0]?.id).toBe('ribbon or memory loose');
    expect(excluded.find(({ id }) => id === 'copy incomplete')?.why).toBe('no drive took over');
  });

  it('goes on after each try, and to what is left once one was mended', () => {
    const signs = ['the new drive is not listed in firmware'] as const;
    const [top] = first(signs);
    const after = guideOf(signs, nothing, [{ cause: top as CauseId, outcome: 'not it' }]);
    expect(after.ranked[0]?.id).not.toBe(top);
    expect(after.ranked.find(({ id }) => id === top)?.because).toContain('looked for: not it');
    const mended = guideOf(signs, nothing, [{ cause: top as CauseId, outcome: 'mended, still does not start' }]);
    expect(mended.excluded).toContainEqual({ id: top, why: 'it was one, and is mended' });
    expect(guideOf(signs, nothing, [{ cause: 'boot order', outcome: 'that was it' }]).found).toBe('boot order');
  });

  it('learns from what the shop resolved: little from one case, much from many, most at the same model', () => {
    const cases = (count: number, model: string): ResolvedCase[] =>
      Array.from({ length: count }, () => ({ cause: 'source hibernated', model }));
    const share = (resolved: ResolvedCase[]) => priorsOf(resolved, 'T15')['source hibernated'];
    expect(share(cases(1, 'other')) / share([])).toBeLessThan(2.2);
    expect(share(cases(20, 'T15'))).toBeGreaterThan(share(cases(20, 'other')));
    expect(share(cases(30, 'T15'))).toBeGreaterThan(0.5);
    const guide = guideOf(['stops at the logo'], nothing, [], cases(9, 'T15'), 'T15');
    expect(guide.ranked.find(({ id }) => id === 'source hibernated')?.because).toContain(
      'it was this 9 of 9 times at this model',
    );
  });

  it('says before what a remedy loses, and what is owed back after it', () => {
    const lost = CAUSES.filter((id) => /copy again|discard/i.test(CAUSE_OF[id].remedy));
    expect(lost).toEqual(['sector size', 'copy incomplete', 'source hibernated', 'drive defective']);
    expect(lost.every((id) => CAUSE_OF[id].warns)).toBe(true);
    expect(OWES['Secure Boot refuses']).toBe('Secure Boot');
    expect(
      CAUSES.every((id) => !/old drive/i.test(CAUSE_OF[id].remedy) || /^Leave it out/.test(CAUSE_OF[id].remedy)),
    ).toBe(true);
  });

  it('keeps shares that sum to one, names each cause once, whatever is seen, known and tried', () => {
    fc.assert(
      fc.property(ANY_SIGNS, ANY_FACTS, ANY_TRIES, (signs, facts, tries) => {
        const { ranked, excluded } = guideOf(signs, facts, tries);
        expect(ranked.reduce((sum, { share }) => sum + share, 0)).toBeCloseTo(1, 6);
        expect([...ranked, ...excluded].map(({ id }) => id).sort()).toEqual([...CAUSES].sort());
        expect(guideOf([...signs].reverse(), facts, tries).ranked.map(({ id }) => id)).toEqual(
          ranked.map(({ id }) => id),
        );
      }),
      { numRuns: 300 },
    );
  });

  it('a try that found nothing never makes its cause likelier', () => {
    fc.assert(
      fc.property(ANY_SIGNS, ANY_FACTS, ANY_TRIES, fc.constantFrom(...CAUSES), (signs, facts, tries, cause) => {
        const shareOf = (list: typeof tries) =>
          guideOf(signs, facts, list).ranked.find(({ id }) => id === cause)?.share ?? 0;
        expect(shareOf([...tries, { cause, outcome: 'not it' }])).toBeLessThanOrEqual(shareOf(tries) + 1e-12);
      }),
      { numRuns: 300 },
    );
  });

  it('finds one cause or two in at most half the minutes of going through the list by effort', () => {
    const { guided, byEffort } = expectedMinutes(faultyDevices(800, 11), 12);
    expect(guided).toBeLessThan(byEffort / 2);
  });
});
