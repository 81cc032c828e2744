import type { FactKey } from './index';
import { describe, expect, it } from 'vitest';
import { bytesOfNominal, GIB } from '../capacity';
import { tellFact as tell } from './index';

const tellFact = (key: FactKey, value: unknown) => tell(key, value, (date) => `the day ${date}`);

const set = {
  sequentialRead: 92,
  sequentialWrite: null,
  randomRead: null,
  randomWrite: null,
  startUps: [96, 101],
  method: '',
  attached: 'inside',
};
const drive = {
  maker: 'Palewood',
  name: 'C1',
  bytes: bytesOfNominal(480),
  sectorSize: 512,
  serial: 'PW-1',
  link: { kind: 'sata', generation: 3 },
};

describe('a fact in a line', () => {
  it.each<[FactKey, unknown, string]>([
    ['backup', { state: 'has no backup', irreplaceable: 'field notes' }, 'has no backup; irreplaceable: field notes'],
    ['backup', { state: 'has a backup', irreplaceable: '' }, 'has a backup'],
    ['consents', { given: [] }, 'none given'],
    ['go-ahead limit', { amount: 12_050 }, 'up to 120.50 without asking'],
    ['condition marks', { marks: [{ kind: 'dent', view: 'top', x: 0, y: 0, note: '' }] }, 'dent, top'],
    [
      'own drive',
      { serial: 'OWN-1', mayBeOverwritten: false, drive },
      'Palewood C1, 480 GB, OWN-1, must not be overwritten',
    ],
    ['old drive', drive, 'Palewood C1, 480 GB, PW-1'],
    ['new drive choice', drive, 'Palewood C1, 480 GB, PW-1, SATA 3'],
    ['old drive measured', { length: 80, height: 2.2 }, '80 mm long, 2.2 mm high'],
    ['old drive measured', { length: null, height: null }, 'nothing measured'],
    ['other drives', { drives: [] }, 'none'],
    [
      'partition table',
      { scheme: 'gpt', partitions: [{ name: 'System', encrypted: true }] },
      'GPT, 1 partitions; encrypted: System',
    ],
    ['health', { grade: 'watch', note: '' }, 'watch'],
    ['memory', { modules: [{ slot: 'A1', bytes: 8 * GIB, speed: 2400 }] }, 'A1 8 GiB'],
    ['before', { set, whyNot: '' }, 'read 92 MB/s; start-up 96, 101 s'],
    ['after', { set: null, whyNot: 'not needed' }, 'not measured: not needed'],
    ['trial start', { started: true, oldDriveDetached: false, note: '' }, 'started, old drive attached'],
    ['trial start', { started: false, oldDriveDetached: true, note: 'dark' }, 'did not start: dark'],
    ['functions', { results: [{ name: 'Camera', works: false }], note: '' }, 'not working: Camera'],
    ['functions', { results: [{ name: 'Camera', works: true }], note: '' }, '1 work'],
    ['seen inside', { what: [], note: '' }, 'nothing out of the ordinary'],
    ['seen inside', { what: ['dust', 'liquid'], note: 'cleaned' }, 'dust, liquid; cleaned'],
    ['as it came', { starts: true, note: '' }, 'starts as it came'],
    ['put back', { serial: '' }, 'as it was'],
    ['document given', { given: true }, 'given'],
  ])('%s', (key, value, words) => expect(tellFact(key, value)).toBe(words));

  it('names the day until which something is kept, without a time', () => {
    expect(tellFact('kept until', { place: 'rack B2', until: '2031-03-01' })).toBe('rack B2, until the day 2031-03-01');
  });

  it('is nothing for what is not known and for what is shown elsewhere', () => {
    expect(tellFact('health', undefined)).toBe('');
    expect(tellFact('signature', { name: 'A', path: '' })).toBe('');
  });
});
