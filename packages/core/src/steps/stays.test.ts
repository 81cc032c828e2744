import { describe, expect, it } from 'vitest';
import { GIB } from '../capacity';
import type { JobFacts } from '../facts';
import type { StepId } from '../stations';
import {
  filesToBring,
  gatePassed,
  jobTotal,
  leftToGrow,
  oldSoldered,
  oldStaysAt,
  preparationsOf,
  procedureOf,
  without,
} from './index';
import { complete, job, planBy } from './samples.test-data';

const old = complete['old drive'];
const stepOf = (snapshot: ReturnType<typeof job>, id: StepId) =>
  procedureOf(snapshot).steps.find((step) => step.id === id);

describe('an old drive on the board', () => {
  const trial = { started: true, oldDriveDetached: false, note: '' };
  const { 'old drive moves': _moves, ...rest } = complete;
  const facts: JobFacts = { ...rest, 'trial start': trial };
  const soldered = job({
    facts,
    device: { uefi: true, battery: true, soldered: [old?.siteId ?? ''], startsOutside: null },
  });
  const loose = job({ facts });

  it('stays where it is and need not be detached for the trial start', () => {
    expect(oldSoldered(soldered)).toBe(true);
    expect(oldStaysAt(soldered)).toBe(old?.siteId);
    expect(stepOf(soldered, 'trial start')?.state).toBe('done');
    expect(gatePassed(procedureOf(soldered).gates, 'started')).toBe(true);
    expect(stepOf(loose, 'trial start')?.state).not.toBe('done');
    expect(gatePassed(procedureOf(loose).gates, 'started')).toBe(false);
  });

  it('is asked about once more: which of the two it starts from', () => {
    const open = without(soldered, ['old drive refitted']);
    expect(stepOf(open, 'refit old')?.title).toContain('soldered');
    expect(gatePassed(procedureOf(open).gates, 'old drive placed')).toBe(false);
    expect(stepOf(loose, 'refit old')?.title ?? '').not.toContain('soldered');
  });
});

describe('a volume that was copied encrypted', () => {
  const plan = planBy('both at the bench');
  const volume = {
    id: 'sys',
    name: 'System',
    kind: 'system' as const,
    fileSystem: 'NTFS' as const,
    startSector: 2048,
    sectors: 409_600,
    used: null,
    encrypted: true,
  };
  const grows = (leftFree: number, decrypted: string[] = []) =>
    job({
      facts: {
        ...complete,
        plan: {
          ...plan,
          table: { ...plan.table, partitions: [volume] },
          drives: plan.drives.map((one) => ({ ...one, leftFree })),
          partitions: [
            { id: 'sys', on: 'new', startSector: 2048, sectors: 409_600, bytes: 409_600 * 512, uniqueId: '' },
          ],
          intent: { ...plan.intent, decrypted, spare: { to: 'partition', id: 'sys' } },
        },
      },
    });

  it('grows in a step of its own where there is room behind it, and that is told', () => {
    expect(leftToGrow(grows(20 * GIB))?.name).toBe('System');
    expect(leftToGrow(grows(GIB / 2))).toBeNull();
    expect(leftToGrow(grows(20 * GIB, ['sys']))).toBeNull();
    expect(stepOf(grows(20 * GIB), 'grow volume')).toMatchObject({
      state: 'done',
      title: 'Decrypt System on the new drive, and let it grow',
    });
    expect(stepOf(without(grows(20 * GIB), ['volume grown']), 'grow volume')?.state).toBe('ready');
    expect(stepOf(without(grows(20 * GIB), ['volume grown']), 'check functions')?.state).not.toBe('ready');
    expect(stepOf(grows(0), 'grow volume')).toBeUndefined();
  });
});

describe('files that go onto a drive that stays', () => {
  const plan = planBy('both at the bench');
  const films = {
    id: 'films',
    name: 'Films',
    kind: 'data' as const,
    fileSystem: 'NTFS' as const,
    startSector: 2048,
    sectors: 409_600,
    used: 0,
    encrypted: false,
  };
  const asked = (serial: string, stamps: NonNullable<JobFacts['prepared']>['stamps'] = []) =>
    preparationsOf(
      job({
        facts: {
          ...complete,
          'partition table': { ...plan.table, partitions: [films] },
          'other drives': { drives: [{ serial: 'KD-1', name: 'Kestrin D7', bytes: 1e12, siteId: 'b' }] },
          plan: { ...plan, intent: { ...plan.intent, filesTo: { films: serial } } },
          prepared: { stamps },
        },
      }),
    ).find(({ id }) => id === 'files moved');

  it('are brought there before the copy, which is stamped for that drive', () => {
    const title = 'Bring the files of Films onto Kestrin D7 (KD-1)';
    expect(asked('KD-1')).toMatchObject({ title, done: false });
    expect(asked('KD-2')).toBeUndefined();
    const stamp = { id: 'files moved' as const, of: title, by: 'Ilse', at: '', note: '212 files' };
    expect(asked('KD-1', [stamp])?.done).toBe(true);
    expect(asked('KD-1', [{ ...stamp, of: 'another' }])?.done).toBe(false);
  });
});

describe('files of another drive that come onto the new one', () => {
  const plan = planBy('both at the bench');
  const made = [
    { id: 'from-1', name: 'Films', kind: 'data' as const, fileSystem: 'NTFS' as const, bytes: GIB, on: 'new' as const },
  ].map((one) => ({ ...one, from: 'KD-1' }));
  const onto = { about: 'from-1', onto: 'new' as const, estimate: { ...plan.estimate, kind: 'bring files' as const } };
  const brings = (brought: JobFacts['files brought']) => {
    const { 'files brought': _told, ...rest } = complete;
    return job({
      facts: {
        ...rest,
        'other drives': { drives: [{ serial: 'KD-1', name: 'Kestrin D7', bytes: 1e12, siteId: 'b' }] },
        plan: { ...plan, made, intent: { ...plan.intent, made }, work: [...plan.work, onto] },
        ...(brought ? { 'files brought': brought } : {}),
      },
    });
  };
  const told = { serial: 'KD-1', brought: false, note: 'they want them there', where: 'stays in the device' };

  it('are a step before every function is checked, done once it is said what became of them', () => {
    const open = brings(undefined);
    expect(stepOf(open, 'bring files')?.title).toContain('Kestrin D7');
    expect(stepOf(open, 'bring files')?.state).toBe('ready');
    expect(stepOf(brings({ drives: [told] }), 'bring files')?.state).toBe('done');
    const [before, after] = [open, brings({ drives: [told] })].map((one) => procedureOf(one).unattendedLeft);
    expect((before ?? 0) - (after ?? 0)).toBeCloseTo(onto.estimate.middle / 60, 6);
    expect(filesToBring(open)).toMatchObject([{ name: 'Kestrin D7', known: null }]);
    expect(stepOf(brings({ drives: [{ ...told, serial: 'KD-2' }] }), 'bring files')?.state).toBe('ready');
    expect(stepOf(job({ facts: complete }), 'bring files')).toBeUndefined();
  });

  it('stand in the price as soon as that is decided; what only the accepted plan brings does not', () => {
    const hourly = { hourly: 6000, taxPercent: 0 };
    const told = brings(undefined);
    const { plan: accepted, ...others } = told.facts;
    const draft = { intent: { ...plan.intent, made }, route: null, startedFrom: null };
    const decidedOnly = { ...told, rates: hourly, facts: { ...others, 'plan draft': draft } };
    const [without, decidedFirst] = [plan.intent, draft.intent].map((intent) =>
      jobTotal({ ...decidedOnly, facts: { ...decidedOnly.facts, 'plan draft': { ...draft, intent } } }),
    );
    expect(decidedFirst).toBeGreaterThan(without ?? Infinity);
    const anew = { ...plan, drives: plan.drives.map((one) => ({ ...one, identifiersKept: false })) };
    const total = (kept: typeof plan) => jobTotal(job({ rates: hourly, facts: { ...complete, plan: kept } }));
    expect(total(anew)).toBe(total(plan));
    expect(accepted).toBeDefined();
  });

  it('need the drive to be noted: a plan that rests on one that is gone does not hold', () => {
    const holds = brings(undefined);
    const gone = { ...holds, facts: { ...holds.facts, 'other drives': { drives: [] } } };
    const planned = (snapshot: typeof holds) => stepOf(snapshot, 'accept plan')?.state;
    expect(planned({ ...holds, facts: { ...holds.facts, 'partition table': plan.table } })).toBe('done');
    expect(planned({ ...gone, facts: { ...gone.facts, 'partition table': plan.table } })).not.toBe('done');
  });
});
