import { describe, expect, it } from 'vitest';
import { PREPARATION_IDS, type JobFacts, type PreparationId } from '../../facts';
import { FIRMWARE_SETTINGS } from '../../triage';
import { owedBack, procedureOf } from '../index';
import { complete, job, planBy, run } from '../samples.test-data';
import type { JobSnapshot } from '../snapshot/types';
import { OFTEN_SWITCHED } from './owed';
import { SWITCHES } from './switches';

const owed = (facts: JobFacts, over: Partial<JobSnapshot> = {}) => owedBack(job({ facts, ...over }));
const whats = (...given: Parameters<typeof owed>) => owed(...given).map(({ what }) => what);
const stamp = (id: PreparationId, switched?: boolean) => ({
  id,
  by: 'A',
  at: '',
  note: '',
  ...(switched === undefined ? {} : { switched }),
});

describe('what is owed back', () => {
  it('is what was switched for a cause that was found, each once', () => {
    const tries = (...list: ['Secure Boot refuses' | 'boot order' | 'controller mode', 'that was it' | 'not it'][]) =>
      whats({ 'no start': { signs: [], tries: list.map(([cause, outcome]) => ({ cause, outcome, note: '' })) } });
    expect(tries(['Secure Boot refuses', 'not it'], ['boot order', 'that was it'])).toEqual([]);
    expect(tries(['Secure Boot refuses', 'that was it'], ['Secure Boot refuses', 'that was it'])).toEqual([
      'Secure Boot',
    ]);
    expect(tries(['controller mode', 'that was it'])).toEqual(['Controller mode of the firmware']);
  });

  it('is what was switched for the copy, also once its stamp has fallen, with how it stood', () => {
    const items = [{ id: 'boot stick' as const, before: 'own drive first, Secure Boot on' }];
    expect(owed({ switched: { items } })).toMatchObject([
      { what: 'Boot order', why: expect.stringContaining('before: own drive first') as string, known: null },
      { what: 'Secure Boot' },
    ]);
    expect(whats({ prepared: { stamps: [stamp('network off', false)] } })).toEqual([]);
  });

  it('asks where nobody noted whether it was switched, unless the job is closed', () => {
    const prepared = { stamps: [stamp('network off'), stamp('backup')] };
    expect(owed({ prepared })).toMatchObject([{ why: expect.stringContaining('nobody noted') as string }]);
    expect(owed({ prepared }, { closed: true })).toEqual([]);
  });

  it('is the encryption of what was decrypted', () => {
    const base = planBy('both at the bench');
    const partitions = [{ ...SYSTEM, id: 'sys', name: 'System' }];
    const plan = { ...base, intent: { ...base.intent, decrypted: ['sys'] } };
    const facts = { plan, 'partition table': { ...base.table, partitions } };
    const decrypting = { ...run('ended well'), kind: 'decrypt' as const, about: 'sys' };
    expect(whats(facts)).toEqual([]);
    expect(whats(facts, { runs: [decrypting] })).toEqual(['Encryption of System on']);
  });

  it('is all that a reset of the firmware loses, with what was noted of it', () => {
    const prepared = { stamps: [{ ...stamp('start mode', false), note: 'UEFI, AHCI' }] };
    const reset = { 'firmware reset': { reset: true, note: 'coin cell dead' } };
    expect(whats({ prepared, ...reset })).toEqual(Object.values(FIRMWARE_SETTINGS));
    expect(owed({ prepared, ...reset })[0]?.why).toContain('coin cell dead; before: UEFI, AHCI');
    expect(whats({ 'firmware reset': { reset: false, note: 'x' } })).toEqual([]);
  });

  it('is what was noted besides, with what for and how it stood; what nobody looked at is said', () => {
    const items = [
      { what: FIRMWARE_SETTINGS.bootOrder, why: 'memory test from a stick', before: 'own drive first' },
      { what: 'Lead of the card reader', why: 'cable out of the way', before: '' },
    ];
    const network = { items: [{ id: 'network off' as const, before: '' }] };
    expect(owed({ switched: network, 'switched besides': { items } }).map(({ what, why }) => [what, why])).toEqual([
      ['Network and updates on', 'switched off for the copy'],
      ['Boot order', 'memory test from a stick; before: own drive first'],
      ['Lead of the card reader', 'cable out of the way; nobody noted how it stood before'],
    ]);
    expect(OFTEN_SWITCHED).toEqual(expect.arrayContaining(['Boot order', 'Fast start on', 'Secure Boot']));
    expect(new Set(OFTEN_SWITCHED).size).toBe(OFTEN_SWITCHED.length);
  });

  it('holds the gate of the functions, and the way back of a job that ends without work', () => {
    const switched = { items: [{ id: 'network off' as const, before: '' }] };
    const gate = (facts: JobFacts, end: JobSnapshot['end'] = null) =>
      procedureOf(job({ facts, end }))
        .gates.find(({ id }) => id === (end ? 'as it came' : 'functions'))
        ?.missing.join();
    expect(gate({ ...complete, switched })).toContain('Not set back: Network and updates on.');
    expect(gate({ switched }, { kind: 'withdrawn' })).toContain('Not set back: Network and updates on.');
    const items = [{ what: 'Network and updates on', back: true, note: '' }];
    expect(gate({ ...complete, switched, 'owed back': { items } })).toBe('');
    const steps = procedureOf(job({ facts: { switched }, end: { kind: 'withdrawn' } })).steps.map(({ id }) => id);
    expect(steps).toContain('owed back');
  });

  it('knows only preparations that there are', () => {
    for (const id of Object.keys(SWITCHES)) expect(PREPARATION_IDS).toContain(id);
  });
});

const SYSTEM = {
  kind: 'system' as const,
  fileSystem: 'NTFS' as const,
  startSector: 2048,
  sectors: 1_000_000,
  used: null,
  encrypted: true,
};
