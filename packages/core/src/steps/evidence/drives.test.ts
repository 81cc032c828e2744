import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { TARGET_IDS } from '../../layout';
import { complete, job } from '../samples.test-data';
import { WISH_KINDS, type JobSnapshot, type WishKind } from '../snapshot/types';
import { drivesOf, occupant } from '../index';

const {
  'old drive': old,
  'new drive choice': target,
  'added drive choice': added,
  'old drive moves': moves,
} = complete;
const others = { drives: [{ serial: 'THIRD', name: 'Fernlea D1', bytes: 1, siteId: 'c' }] };
const of = (kinds: WishKind[], facts: JobSnapshot['facts']) =>
  drivesOf(job({ wishes: kinds.map((kind) => ({ kind, least: 1 })), facts })).map(
    ({ role, becomes, siteId }) => `${role} ${becomes} ${siteId ?? 'away'}`,
  );

describe('the drives of a device', () => {
  it.each<[string, WishKind[], JobSnapshot['facts'], string[]]>([
    [
      'one takes over',
      ['new drive'],
      { 'old drive': old, 'new drive choice': target },
      ['new takes over a', 'old leaves away'],
    ],
    [
      'the old one stays beside it',
      ['new drive beside'],
      { 'old drive': old, 'new drive choice': { ...target, siteId: 'b' } },
      ['new takes over b', 'old stays a'],
    ],
    [
      'the old one moves',
      ['new drive'],
      { 'old drive': old, 'new drive choice': target, 'old drive moves': moves },
      ['new takes over a', 'old moves b'],
    ],
    [
      'one joins those that are there',
      ['added drive'],
      { 'old drive': old, 'added drive choice': added, 'other drives': others },
      ['added joins b', 'old stays a', 'other stays c'],
    ],
    ['only memory goes in', ['memory'], { 'old drive': old }, ['old stays a']],
    ['nothing is known', ['new drive', 'added drive'], {}, []],
  ])('%s', (_case, wishes, facts, said) => expect(of(wishes, facts)).toEqual(said));

  it('never puts one where another will sit, whichever are known', () => {
    const kinds = fc.subarray([...WISH_KINDS], { minLength: 1 });
    const facts = fc.record(
      {
        'old drive': fc.constant(old),
        'new drive choice': fc.constant(target),
        'added drive choice': fc.constant(added),
        'old drive moves': fc.constant(moves),
        'other drives': fc.constant(others),
      },
      { requiredKeys: [] },
    );
    fc.assert(
      fc.property(kinds, facts, fc.constantFrom('a', 'b', 'c', 'd'), (wanted, known, site) => {
        const snapshot = job({ wishes: wanted.map((kind) => ({ kind, least: 1 })), facts: known });
        const there = drivesOf(snapshot).filter(({ siteId }) => siteId === site);
        for (const asked of [...TARGET_IDS, 'old' as const])
          expect(occupant(snapshot, site, asked) === null).toBe(there.every(({ role }) => role === asked));
      }),
    );
  });
});
