import { describe, expect, it } from 'vitest';
import { bytesOfNominal, GIB } from '../../capacity';
import { part } from './part.test-data';
import { defaultIntent, planLayout, type Circumstances, type LayoutIntent, type SourceTable } from '../index';

const AROUND: Circumstances = { uefi: null, oldStays: false, mayWrite: null };
const drive = (nominal = 480) => ({
  id: 'new' as const,
  sectors: bytesOfNominal(nominal) / 512,
  sectorSize: 512 as const,
});
const gpt: SourceTable = {
  scheme: 'gpt',
  sectorSize: 512,
  partitions: [
    part('EFI', 1, 100, { kind: 'EFI system', fileSystem: 'FAT32' }),
    part('System', 101, 90_000, { kind: 'system', used: 40 * GIB }),
    part('Books', 90_101, 60_000, { used: 20 * GIB }),
  ],
};
const mbr: SourceTable = {
  ...gpt,
  scheme: 'mbr',
  partitions: [
    part('Start', 1, 500, { kind: 'loader', used: null }),
    part('System', 501, 90_000, { kind: 'system', used: 40 * GIB }),
    part('Books', 90_501, 60_000, { used: 20 * GIB }),
  ],
};

const plan = (
  table: SourceTable,
  over: Partial<LayoutIntent> = {},
  around: Partial<Circumstances> = {},
  nominal = 480,
) => planLayout(table, [drive(nominal)], { ...defaultIntent(table), ...over }, { ...AROUND, ...around });
const rules = (...given: Parameters<typeof plan>) => plan(...given).problems.map(({ rule }) => rule);

/** What the plan is once the remedy of that name is taken. */
function after(given: Parameters<typeof plan>, label: string) {
  const [table, over = {}, around, nominal] = given;
  const actions = plan(...given).problems.flatMap((one) => one.actions ?? []);
  const action = actions.find((one) => one.label === label);
  if (!action || !('intent' in action)) throw new Error(`no remedy “${label}”`);
  return plan(table, { ...over, ...action.intent }, around, nominal);
}

describe('what the system is started from', () => {
  it.each([
    ['an EFI system partition', gpt, 'EFI'],
    ['an active loader partition of an MBR', mbr, 'Start'],
    [
      'a separate boot volume',
      {
        ...gpt,
        partitions: [part('Boot', 1, 500, { kind: 'loader', fileSystem: 'ext4' }), ...gpt.partitions.slice(1)],
      },
      'Boot',
    ],
  ] satisfies [string, SourceTable, string][])(
    '%s is not left out of a drive that is to start, acknowledged or not',
    (_name, table, id) => {
      const given: Parameters<typeof plan> = [table, { leftOut: [id], acknowledged: [id] }];
      expect(rules(...given)).toEqual(['Loader']);
      expect(after(given, 'Bring it').problems).toEqual([]);
    },
  );

  it('may stay where no system comes along, or where one is made anew', () => {
    const data = { leftOut: ['EFI', 'System'], acknowledged: ['EFI', 'System'] };
    expect(rules(gpt, data)).toEqual([]);
    const efi = {
      id: 'efi-new',
      name: 'EFI',
      kind: 'EFI system',
      fileSystem: 'FAT32',
      bytes: 300 * 2 ** 20,
      on: 'new',
    } as const;
    expect(
      rules(mbr, { scheme: 'gpt', made: [efi], leftOut: ['Start'], acknowledged: ['Start'] }, { uefi: true }),
    ).toEqual([]);
  });
});

describe('which holds the system, where that is not known', () => {
  const open: SourceTable = {
    ...gpt,
    partitions: [
      gpt.partitions[0],
      part('Work', 101, 100_000, { kind: 'not known' }),
      part('Store', 100_101, 300_000, { kind: 'not known' }),
    ].flatMap((one) => one ?? []),
  };

  it('is asked with both named by size before one of them is left behind', () => {
    const [problem] = plan(open, { extent: 'system only', leftOut: ['Store'], acknowledged: ['Store'] }).problems;
    expect(problem?.sentence).toBe('Which holds the system is not known: Work (97.7 GiB) or Store (293 GiB).');
    expect(problem?.actions).toEqual([{ label: 'To Assess', go: 'Assess' }]);
    expect(plan(open, { extent: 'system only' }).partitions.map(({ change }) => change)).not.toContain('left behind');
  });

  it('stops nothing while both come along', () => {
    expect(rules(open)).toEqual([]);
    expect(plan(open).notes.map(({ rule }) => rule)).toContain('System');
  });
});

describe('what the readers found wrong', () => {
  const remark = {
    rule: 'Clean',
    outcome: 'limit' as const,
    sentence: 'It was not shut down cleanly.',
    remedy: 'shut down fully',
  };
  const unclean = { ...gpt, remarks: [{ ...remark, about: 'System' }] };

  it('stands against the plan, with what to do; copied as it is, a volume goes whole', () => {
    const [problem] = plan(unclean).problems;
    expect(problem).toMatchObject({ about: 'System', sentence: 'System: It was not shut down cleanly.' });
    expect(problem?.remedy).toBe('shut down fully, and read the drive again; or copy it whole');
    const { problems, partitions, bytesToCopy } = after([unclean], 'Copy it as it is');
    expect(problems).toEqual([]);
    expect(partitions[1]).toMatchObject({ resizable: false, change: 'same' });
    expect(bytesToCopy - plan(gpt).bytesToCopy).toBe((partitions[1]?.sourceBytes ?? 0) - 40 * GIB);
  });

  it('is nothing about a volume that stays behind', () => {
    const books = { ...gpt, remarks: [{ ...remark, about: 'Books' }] };
    expect(rules(books, { leftOut: ['Books'], acknowledged: ['Books'] })).toEqual([]);
  });

  it.each([
    ['Overlap', false],
    ['End', false],
    ['Primary table', true],
    ['Two copies', true],
  ])('of the table: %s can be gone on with: %s', (rule, may) => {
    const table = {
      ...gpt,
      remarks: [{ rule, outcome: 'fail' as const, sentence: 'It is wrong.', remedy: 'mend it' }],
    };
    expect(rules(table)).toEqual([rule]);
    const labels = plan(table).problems[0]?.actions?.map(({ label }) => label);
    expect(labels).toEqual(may ? ['To Assess', 'Go on as it was read'] : ['To Assess']);
    expect(rules(table, { asItIs: ['table'] })).toEqual(may ? [] : [rule]);
  });
});

describe('a plan that no table can hold', () => {
  const five = (logical: number) => ({
    ...mbr,
    partitions: [1, 2, 3, 4, 5].map((n) => part(`p${n}`, n * 2000, 1000, n > 5 - logical ? { logical: true } : {})),
  });
  const volume = { id: 'n', name: 'Archive', kind: 'data', fileSystem: 'exFAT', bytes: GIB, on: 'new' } as const;

  it('is refused: more than four primary partitions of an MBR, logical ones counted as one', () => {
    expect(rules(five(0))).toEqual(['Entries']);
    expect(rules(five(2))).toEqual([]);
    const four: Parameters<typeof plan> = [five(2), { made: [volume] }, { uefi: null }];
    expect(rules(...four)).toEqual(['Entries']);
    expect(after(four, 'Make nothing anew').problems).toEqual([]);
    expect(plan(five(0), {}, { uefi: false }).problems[0]?.actions).toBeUndefined();
  });

  it('is refused: more than 128 entries of a GPT', () => {
    const many = {
      ...gpt,
      partitions: Array.from({ length: 128 }, (_none, n) => part(`p${n}`, 1 + n * 10, 10, { used: null })),
    };
    expect(rules(many)).toEqual([]);
    expect(rules(many, { made: [volume] })).toEqual(['Entries']);
  });
});

describe('an old drive that is not to be written to', () => {
  const locked = {
    ...gpt,
    partitions: gpt.partitions.map((one) => (one.id === 'System' ? { ...one, encrypted: true } : one)),
  };
  const writes = (given: ReturnType<typeof plan>) =>
    [...given.problems, ...given.notes]
      .flatMap(({ actions }) => actions ?? [])
      .filter(({ label }) => label.startsWith('Decrypt'));

  it('is offered no decrypting in place, not even for want of room; what was decided before is refused', () => {
    expect(writes(plan(locked, {}, { mayWrite: true })).length).toBeGreaterThan(0);
    expect(writes(plan(locked, {}, { mayWrite: false }))).toEqual([]);
    expect(writes(plan(locked, {}, { mayWrite: false }, 60))).toEqual([]);
    const given: Parameters<typeof plan> = [locked, { decrypted: ['System'] }, { mayWrite: false }];
    expect(rules(...given)).toEqual(['Decrypting']);
    const whole = after(given, 'Copy it whole');
    expect(whole.problems).toEqual([]);
    expect(whole.notes.map(({ sentence }) => sentence)).toContain(
      'System is encrypted: it is copied whole. Decrypt it on the new drive, not on the old one.',
    );
  });
});
