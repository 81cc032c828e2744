import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { seededRandom } from '../chance';
import { estimateWipe } from '../estimate';
import { DRIVE_CLASSES } from '../fit';
import { complete, job, run } from '../steps/samples.test-data';
import {
  judgeWipe,
  missChance,
  notReached,
  SAMPLE_BYTES,
  sampleDrive,
  sampleKind,
  sampleOffsets,
  simulatedWiped,
  wipeCertificate,
  wipeConditions,
  wipeTakes,
  wipeWaysFor,
  WIPE_SAMPLES,
  WIPE_WAYS,
  type ToWipe,
  type WipeRecord,
  type WipeSeen,
  type WipeWayName,
} from '.';

const TEXT = new TextEncoder().encode('what a customer wrote ');
const block = (byte: (at: number) => number) => Uint8Array.from({ length: SAMPLE_BYTES }, (_none, at) => byte(at));
const seen = (over: Partial<Omit<WipeSeen, 'contentAt'>> & { contentAt?: readonly number[] }): WipeSeen => ({
  ...{ bytes: 500e9, samples: 100, zeros: 100, oneValue: 0, noise: 0, content: 0, unreadable: 0, contentAt: [] },
  ...over,
  contentAt: [...(over.contentAt ?? [])],
});

describe('a sample', () => {
  const random = seededRandom(7);
  it.each([
    ['zeros', block(() => 0)],
    ['oneValue', block(() => 0xff)],
    ['noise', block(() => Math.floor(random() * 256))],
    ['content', block((at) => TEXT[at % TEXT.length] ?? 0)],
    // A table of partitions among zeros.
    ['content', block((at) => (at < 8 ? (TEXT[at] ?? 0) : 0))],
    // What a tool writes in turns.
    ['content', block((at) => at % 2)],
  ])('is taken for %s', (kind, bytes) => {
    expect(sampleKind(bytes)).toBe(kind);
  });
});

describe('samples of a drive', () => {
  it('are spread: one in each of equal stretches, and both ends, each within the drive and once', () => {
    fc.assert(
      fc.property(fc.integer({ min: 70, max: 3_000_000 }), fc.nat(), (blocks, seed) => {
        const bytes = blocks * SAMPLE_BYTES + (seed % SAMPLE_BYTES);
        const at = sampleOffsets(bytes, seededRandom(seed), 500);
        expect(at.every((offset, n) => offset % SAMPLE_BYTES === 0 && (n === 0 || offset > (at[n - 1] ?? 0)))).toBe(
          true,
        );
        expect(at[0]).toBe(0);
        expect(at.at(-1)).toBe((blocks - 1) * SAMPLE_BYTES);
        const gaps = at.map((offset, n) => offset - (at[n - 1] ?? 0));
        expect(Math.max(...gaps)).toBeLessThanOrEqual(2 * Math.ceil(blocks / Math.min(500, blocks)) * SAMPLE_BYTES);
      }),
      { numRuns: 60 },
    );
    expect(() => sampleOffsets(1000, Math.random)).toThrow(RangeError);
  });

  it('find a tenth that was not reached, wherever the rest is empty, and tell where', async () => {
    const drive = { bytes: 40e9, ...simulatedWiped(40e9, 'zeros', true, seededRandom(3)) };
    const found = await sampleDrive(drive);
    expect(found.samples).toBeGreaterThan(WIPE_SAMPLES - 40);
    expect(found.content / found.samples).toBeCloseTo(0.1, 1);
    expect(found.contentAt[0]).toBeGreaterThanOrEqual(36e9);
    expect(judgeWipe('overwritten with zeros', found).verdict).toBe('not wiped');
    const whole = await sampleDrive({ bytes: 40e9, ...simulatedWiped(40e9, 'zeros', false, seededRandom(3)) });
    expect(whole).toMatchObject({ zeros: whole.samples, content: 0, contentAt: [] });
  });

  it('miss what was left no more often than is told', () => {
    // Drives of which a small share was left, in one piece somewhere.
    const share = 0.004;
    const [drives, stretches, bytes] = [1500, 200, 2e9];
    const random = seededRandom(11);
    let missed = 0;
    for (let n = 0; n < drives; n += 1) {
      const from = random() * (1 - share) * bytes;
      const offsets = sampleOffsets(bytes, random, stretches);
      if (!offsets.some((at) => at >= from && at < from + share * bytes)) missed += 1;
    }
    expect(missed / drives).toBeLessThanOrEqual(missChance(share, stretches) + 0.03);
    expect(missChance(0, 100)).toBe(1);
    expect(missChance(1, 1)).toBe(0);
  });
});

describe('what is said of a wipe', () => {
  it.each([
    ['overwritten with zeros', {}, 'nothing left'],
    ['overwritten with zeros', { zeros: 99, oneValue: 1 }, 'not wiped'],
    ['overwritten with zeros', { zeros: 99, noise: 1 }, 'not wiped'],
    ['Format NVM, user data erase', { zeros: 50, oneValue: 50 }, 'nothing left'],
    ['Format NVM, user data erase', { zeros: 99, noise: 1 }, 'not wiped'],
    ['Sanitize, crypto erase', { zeros: 40, noise: 60 }, 'noise, as that way leaves'],
    ['Sanitize, crypto erase', { zeros: 99, content: 1, contentAt: [4096] }, 'not wiped'],
    ['overwritten with zeros', { zeros: 90, unreadable: 10 }, 'nothing left'],
    ['overwritten with zeros', { zeros: 0, unreadable: 100 }, 'not wiped'],
  ] as const)('%s: %j is %s', (way, over, verdict) => {
    const said = judgeWipe(way, seen(over));
    expect(said.verdict).toBe(verdict);
    if ('unreadable' in over) expect(said.sentence).toMatch(/could not be read|Nothing of it could be read/);
  });

  it('is never that nothing is left where any sample held content', () => {
    const counts = fc.record({ zeros: fc.nat(50), oneValue: fc.nat(50), noise: fc.nat(50), unreadable: fc.nat(50) });
    fc.assert(
      fc.property(
        counts,
        fc.integer({ min: 1, max: 50 }),
        fc.constantFrom(...Object.keys(WIPE_WAYS)),
        (all, content, way) => {
          const samples = all.zeros + all.oneValue + all.noise + all.unreadable + content;
          const said = judgeWipe(way as WipeWayName, seen({ ...all, content, samples, contentAt: [4096] }));
          expect(said.verdict).toBe('not wiped');
        },
      ),
    );
  });

  it.each([
    ['overwritten with zeros', 'disk 5400', 'none', 0, 0],
    ['overwritten with zeros', 'disk 5400', 'none', null, 1],
    ['overwritten with zeros', 'disk 5400', 'not looked for', 3, 2],
    ['overwritten with zeros', 'SATA SSD', 'none', 0, 1],
    ['SANITIZE, BLOCK ERASE EXT', 'SATA SSD', 'none', null, 0],
  ] as const)(
    '%s of a %s, hidden areas %s, %s replaced sectors: %i things named',
    (way, kind, hidden, reallocated, named) => {
      expect(notReached({ way, class: kind, hidden, reallocated })).toHaveLength(named);
    },
  );

  it('takes as long as writing it over, but for commands that write nothing', () => {
    const overwrite = estimateWipe({ class: 'SATA SSD', bytes: 500e9, link: { kind: 'sata', generation: 3 } }, []);
    const takes = (way: WipeWayName, kind: 'disk 5400' | 'SATA SSD') => wipeTakes(way, kind, overwrite).middle;
    expect(takes('overwritten with zeros', 'SATA SSD')).toBe(overwrite.middle);
    expect(takes('SECURITY ERASE UNIT', 'disk 5400')).toBe(overwrite.middle);
    expect(takes('SANITIZE, BLOCK ERASE EXT', 'SATA SSD')).toBe(60);
    expect(takes('SANITIZE, CRYPTO SCRAMBLE EXT', 'disk 5400')).toBe(60);
  });

  it('has ways for every class, an overwrite among them', () => {
    for (const kind of DRIVE_CLASSES)
      expect(wipeWaysFor(kind).map((way) => WIPE_WAYS[way].method)).toEqual(
        expect.arrayContaining(['own erase', 'overwrite']),
      );
  });
});

describe('the conditions of a wipe', () => {
  const here: ToWipe = { stay: 'to be wiped', consent: true, gone: null, missing: false, closed: true };
  const done = job({ facts: complete, closed: true });
  const missing = (over: Partial<ToWipe>, of = done) =>
    wipeConditions({ ...here, ...over }, of).flatMap(({ id, holds }) => (holds ? [] : [id]));
  const proven = job({
    runs: [run('ended well')],
    facts: {
      ...complete,
      'new drive read back': { ...complete['new drive read back'], asPlanned: true, proven: true },
    },
    closed: true,
  });

  it('hold once it stays here for that, the customer agreed, the copy is proven and the job handed over', () => {
    expect(missing({}, proven)).toEqual([]);
    expect(missing({ stay: 'kept as a fallback' }, proven)).toEqual(['custody']);
    expect(missing({ gone: 'returned' }, proven)).toEqual(['custody']);
    expect(missing({ missing: true }, proven)).toEqual(['custody']);
    expect(missing({ consent: false }, proven)).toEqual(['consent']);
    expect(missing({ closed: false }, proven)).toEqual(['handed over']);
  });

  it('take a copy for safe once it was read back, and compared or started from', () => {
    const read = (over: object, also: object = {}) => ({
      ...proven,
      facts: {
        ...proven.facts,
        'new drive read back': { ...complete['new drive read back'], asPlanned: true, proven: true, ...over },
        ...also,
      },
    });
    const told = (of: typeof proven) => wipeConditions(here, of).find(({ id }) => id === 'proof');
    expect(told(proven)?.sentence).toContain('samples of it equal the old drive');
    expect(told(read({ proven: false }))).toMatchObject({ holds: true });
    expect(told(read({ proven: false }))?.sentence).toContain('not compared with the old drive');
    expect(
      missing({}, read({ proven: false }, { 'trial start': { started: false, oldDriveDetached: true, note: '' } })),
    ).toEqual(['proof']);
    expect(missing({}, read({ proven: false, asPlanned: false }))).toEqual(['proof']);
    expect(missing({}, read({ attempt: 7 }))).toEqual(['proof']);
    expect(missing({}, { ...proven, runs: [] })).toEqual(['proof']);
    expect(missing({}, { ...proven, end: { kind: 'declined', reason: '' } as NonNullable<typeof proven.end> })).toEqual(
      ['proof'],
    );
  });

  it('of an installation afresh need no copy, but files copied by hand prove nothing', () => {
    const installed = (files: 'not wanted' | 'copied from the old drive') =>
      job({
        wishes: [{ kind: 'fresh installation', least: 500e9 }],
        facts: { ...complete, installed: { system: 'x', files, note: '' } },
      });
    expect(missing({}, installed('not wanted'))).toEqual([]);
    expect(missing({}, installed('copied from the old drive'))).toEqual(['proof']);
  });
});

describe('the certificate', () => {
  const record: WipeRecord = {
    ...{
      way: 'overwritten with zeros',
      class: 'disk 5400',
      hidden: 'none',
      reallocated: 2,
      tool: 'tool 4',
      attempt: 2,
    },
    drive: { maker: 'Kestrin', name: 'D7', serial: 'KD7-1', bytes: 500_107_862_016 },
    survivors: [{ name: 'Dunlin S2', serial: 'DU-1' }],
    ...{ beganAt: '2031-05-01T09:00:00Z', endedAt: '2031-05-01T11:00:00Z', by: 'Odo', note: '' },
    berth: { number: 2, simulated: false },
    proof: 'read back as planned',
    read: {
      seen: seen({ samples: 4160, zeros: 4160 }),
      at: '2031-05-01T11:05:00Z',
      berth: { number: 3, simulated: true },
    },
    notRead: '',
  };
  const writing = { moment: (at: string) => `<${at}>`, figure: String, percent: (share: number) => share.toFixed(3) };
  const text = (over: Partial<WipeRecord>) => JSON.stringify(wipeCertificate({ ...record, ...over }, writing).rows);

  it('names drive, method, samples, who and when, and what was not reached', () => {
    const told = text({});
    for (const part of ['KD7-1', 'overwritten with zeros (Clear', '<2031-05-01T09:00:00Z>', 'Odo', 'DU-1', 'Attempt'])
      expect(told).toContain(part);
    expect(told).toContain('4160 samples over all of its');
    expect(told).toContain('at berth 3 (simulated)');
    expect(told).toContain('watched at berth 2"');
    expect(told).toContain('2 replaced sectors were not reached.');
    expect(told).toContain(`at most with ${missChance(0.001, WIPE_SAMPLES).toFixed(3)}`);
  });

  it('says that nothing was read where nothing was', () => {
    expect(text({ read: null, notRead: 'no berth here', berth: null })).toContain('Not read: no berth here');
  });
});
