import { describe, expect, it } from 'vitest';
import type { JobFacts } from '../../../facts';
import { bay } from '../../../fit/tests/samples.test-data';
import { startFactsOf } from '../../index';
import { complete, job, planBy } from '../../samples.test-data';

const plan = planBy('both at the bench');
const table = plan.table;
const of = (facts: JobFacts, sites = [bay]) => startFactsOf(job({ facts }), { sites, startsNvme: null });

describe('what is known of a start', () => {
  it('is not known where nobody looked: no missing fact is a yes or a no', () => {
    const known = startFactsOf(job({ facts: {}, disassembly: [] }), { sites: [], startsNvme: null });
    const { newDrive, wants12V, sectorSizeChanged, stickUsed, ...asked } = known;
    expect([newDrive, wants12V, sectorSizeChanged, stickUsed]).toEqual([true, false, false, false]);
    expect(Object.entries({ ...asked, uefi: null }).filter(([, one]) => one !== null)).toEqual([]);
  });

  it('of hibernation is only what was read', () => {
    const remark = (outcome: 'limit' | 'unknown') => ({ rule: 'Hibernated', outcome, sentence: '' });
    const said = (remarks?: ReturnType<typeof remark>[]) =>
      of({ 'partition table': { ...table, ...(remarks ? { remarks } : {}) } }).hibernated;
    expect([said(), said([]), said([remark('unknown')]), said([remark('limit')])]).toEqual([null, false, null, true]);
  });

  it('follows from plan, drive and how it was tried', () => {
    const facts = { ...complete, plan, 'trial start': { started: false, oldDriveDetached: false, note: 'x' } };
    const known = of(facts, [{ ...bay, id: complete['new drive choice']?.siteId ?? '' }]);
    expect(known).toMatchObject({ scheme: plan.drives[0]?.scheme, sits: 'bay', oldAttached: true });
  });
});
