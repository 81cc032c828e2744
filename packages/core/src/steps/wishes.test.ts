import type { FactKey, JobFacts } from '../facts';
import type { StepId } from '../stations';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  functionChecks,
  gatePassed,
  nextHands,
  occupant,
  procedureOf,
  waitsForCustomer,
  without,
  type WishKind,
} from './index';
import { complete, factsOf, job, keys, planBy, run, screws } from './samples.test-data';
import { WISH_KINDS } from './snapshot/types';

const of = (...kinds: WishKind[]) => kinds.map((kind) => ({ kind, least: 1 }));
const steps = (wishes: ReturnType<typeof of>) => procedureOf(job({ wishes })).steps.map(({ id }) => id);
const state = (snapshot: Parameters<typeof procedureOf>[0], id: StepId) =>
  procedureOf(snapshot).steps.find((step) => step.id === id)?.state;

describe('a job that is ready', () => {
  const ready = (facts: JobFacts) => job({ wishes: of('memory'), facts, disassembly: screws(4, 4), told: 1_000_000 });
  const all = factsOf(keys);

  it('leaves the hands only when what is open is done with the customer there', () => {
    const rows = (snapshot: ReturnType<typeof ready>) =>
      nextHands([{ tag: 'U-1', promisedAt: null, snapshot }], 0).map(({ step }) => step.id);
    const signing = without(ready(all), ['document given', 'signature']);
    expect([waitsForCustomer(procedureOf(signing)), rows(signing)]).toEqual([true, []]);
    const unchecked = without(signing, ['functions']);
    expect([waitsForCustomer(procedureOf(unchecked)), rows(unchecked)]).toEqual([false, ['test memory']]);
    expect(waitsForCustomer(procedureOf({ ...signing, closed: true, facts: all }))).toBe(false);
  });
});

describe('what the system is started by', () => {
  const EFI = {
    id: 'efi',
    name: 'EFI',
    kind: 'EFI system',
    fileSystem: 'FAT32',
    startSector: 2048,
    sectors: 204_800,
    used: 0,
    encrypted: false,
  } as const;
  const SYSTEM = {
    ...EFI,
    id: 'sys',
    name: 'System',
    kind: 'system',
    fileSystem: 'NTFS',
    startSector: 206_848,
  } as const;
  const placed = ({ id, startSector, sectors }: typeof EFI | typeof SYSTEM) => ({
    id,
    on: 'new' as const,
    startSector,
    sectors,
    bytes: sectors * 512,
    uniqueId: '',
  });
  const copied = (identifiersKept: boolean, partitions: readonly (typeof EFI | typeof SYSTEM)[] = [EFI, SYSTEM]) => {
    const plan = planBy('both at the bench');
    const table = { ...plan.table, partitions: [...partitions] };
    const drives = plan.drives.map((one) => ({ ...one, identifiersKept }));
    return job({ facts: { ...complete, plan: { ...plan, table, drives, partitions: partitions.map(placed) } } });
  };
  const repair = (snapshot: ReturnType<typeof copied>) => state(snapshot, 'repair start');

  it('is repaired where the new drive got other identifiers, not where it kept them or holds no system', () => {
    expect(repair(copied(true))).toBeUndefined();
    expect(repair(copied(false, [EFI]))).toBeUndefined();
    expect(repair(without(copied(false), ['start repaired', 'trial start']))).not.toBe('done');
  });

  it('needs no repair once the device has started', () => {
    expect(repair(without(copied(false), ['start repaired']))).toBe('done');
    expect(repair(without(copied(false), ['trial start']))).toBe('done');
  });
});

describe('what a job asks for', () => {
  it('is no copy when a drive is only added: no plan, no run, no old drive to account for', () => {
    const added = steps(of('added drive'));
    expect(added).toEqual(
      expect.arrayContaining(['read drive', 'reserve added drive', 'fit added drive', 'trial start']),
    );
    for (const id of ['reserve new drive', 'accept plan', 'begin copy', 'fit new drive', 'place old drive'])
      expect(added).not.toContain(id);
  });

  it('is an installation instead of a copy, after fitting and before the trial start', () => {
    const installing = steps(of('fresh installation'));
    expect(installing).not.toContain('begin copy');
    expect(installing.indexOf('install')).toBeGreaterThan(installing.indexOf('fit new drive'));
    expect(installing.indexOf('install')).toBeLessThan(installing.indexOf('trial start'));
    expect(installing).toContain('place old drive');
    const snapshot = job({ wishes: of('fresh installation') });
    const { preparations, steps: all } = procedureOf(snapshot);
    expect(preparations.map(({ id }) => id)).toEqual(
      expect.arrayContaining(['backup', 'files agreed', 'licences', 'install medium', 'drivers at hand']),
    );
    expect(all.find(({ id }) => id === 'prepare')?.title).toBe('Prepare the installation');
    // What was put on before these were asked for has no use for them any more.
    const installed = { system: 'a desktop system', files: 'not wanted', note: '' } as const;
    const done = procedureOf({ ...snapshot, facts: { ...snapshot.facts, installed } });
    expect(done.steps.find(({ id }) => id === 'prepare')?.state).toBe('done');
  });

  it('is one opening for a drive to the system, one to the data, and memory', () => {
    const all = steps(of('new drive', 'added drive', 'memory'));
    expect(all.filter((id) => id === 'strip down')).toHaveLength(1);
    expect(all).toEqual(
      expect.arrayContaining([
        'reserve new drive',
        'reserve added drive',
        'reserve memory',
        'fit new drive',
        'fit added drive',
        'fit memory',
      ]),
    );
    const fitted = job({
      wishes: of('new drive', 'added drive', 'memory'),
      facts: factsOf(['new drive choice', 'new drive fitted']),
      disassembly: screws(4, 0),
    });
    expect(state(fitted, 'trial start')).toBe('waiting');
  });

  it('opens nothing before every part is reserved', () => {
    const ready = job({ wishes: of('added drive', 'memory'), facts: complete });
    expect(state(ready, 'strip down')).not.toBe('waiting');
    for (const key of ['added drive choice', 'memory choice'] satisfies FactKey[]) {
      const lacking = { ...without(ready, [key, 'new drive fitted', 'added drive fitted', 'memory fitted']) };
      expect(state(lacking, 'strip down'), key).toBe('waiting');
      expect(gatePassed(procedureOf(lacking).gates, 'reserved')).toBe(false);
    }
  });

  it('has its own checks at the end', () => {
    expect(functionChecks({ wishes: of('added drive'), facts: {} }, ['Sound'])).toEqual([
      'Added drive shown at full capacity',
      'Starts from the same drive as before',
      'Sound',
      'Clean, every screw tight',
    ]);
    expect(functionChecks({ wishes: of('fresh installation'), facts: {} }, [])).toContain('Files as agreed');
  });

  it('is a copy whose old drive stays off until the device has started without it, then goes on for data', () => {
    const beside = {
      wishes: of('new drive beside'),
      facts: factsOf(keys),
      runs: [run('ended well')],
      disassembly: screws(4, 0),
    };
    const before = job({ ...beside, facts: { ...without(job(beside), ['trial start', 'old drive refitted']).facts } });
    expect(steps(of('new drive beside'))).toEqual(expect.arrayContaining(['begin copy', 'fit new drive', 'refit old']));
    expect([state(before, 'trial start'), state(before, 'refit old')]).toEqual(['ready', 'waiting']);
    const started = without(job(beside), ['old drive refitted']);
    expect([state(started, 'refit old'), state(started, 'close up')]).toEqual(['ready', 'waiting']);
    const closing = (refitted: NonNullable<JobFacts['old drive refitted']>) => {
      const { gates } = procedureOf(job({ ...beside, facts: { ...beside.facts, 'old drive refitted': refitted } }));
      return gates.find(({ id }) => id === 'old drive placed')?.missing;
    };
    expect(closing({ serial: 'OLD', startsFromNew: false, note: 'starts the old system' })).toEqual([
      'With the old drive attached it does not start from the new one: starts the old system.',
    ]);
    expect(closing({ serial: 'old', startsFromNew: true, note: '' })).toEqual([]);
  });

  it('never has the old drive moved in before the trial start, and asks for no such step where it comes out', () => {
    const titles = (facts: JobFacts) => procedureOf(job({ wishes: of('new drive'), facts })).steps;
    const moved = titles(factsOf(['old drive', 'old drive moves']));
    expect(moved.find(({ id }) => id === 'fit new drive')?.title).toBe('Fit the new drive');
    expect(moved.findIndex(({ id }) => id === 'refit old')).toBeGreaterThan(
      moved.findIndex(({ id }) => id === 'trial start'),
    );
    expect(titles(factsOf(['old drive'])).some(({ id }) => id === 'refit old')).toBe(false);
  });

  it('keeps the site of an old drive that stays for it', () => {
    const facts = factsOf(['old drive']);
    const asked = (kind: WishKind) => occupant(job({ wishes: of(kind), facts }), 'a', 'new');
    expect([asked('new drive beside'), asked('new drive')]).toEqual(['the old drive, which stays', null]);
  });

  it('leads to a closed job whatever the wishes, once everything is known', () => {
    const wishes = fc.subarray([...WISH_KINDS], { minLength: 1 }).map((kinds) => of(...kinds));
    fc.assert(
      fc.property(wishes, (wanted) => {
        const done = job({
          wishes: wanted,
          facts: factsOf(keys),
          runs: [run('ended well')],
          disassembly: screws(4, 4),
        });
        expect(state(done, 'close job')).toBe('ready');
      }),
    );
  });
});
