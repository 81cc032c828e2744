import type { FactKey } from '../facts';
import { STATIONS } from '../stations';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  canRetract,
  consequencesOf,
  endedAs,
  procedureOf,
  stampsFrom,
  stampsOf,
  without,
  type JobSnapshot,
} from './index';
import { complete, factsOf, job, keys, run, screws } from './samples.test-data';
import { type ENDS } from './snapshot/types';

const done = job({ facts: complete, runs: [run('ended well')], disassembly: screws(4, 4) });
const sentences = (before: JobSnapshot, after: JobSnapshot) =>
  consequencesOf(before, after).map(({ about, sentence }) => `${about}: ${sentence}`);
const state = (snapshot: JobSnapshot, id: string) => procedureOf(snapshot).steps.find((step) => step.id === id)?.state;

describe('taking back a stamp', () => {
  it('takes what rests on it along, and nothing else', () => {
    expect(stampsOf(done, 'measure after').sort()).toEqual(['after', 'document given', 'signature']);
    expect(stampsOf(done, 'read drive')).toEqual(
      expect.arrayContaining(['old drive', 'partition table', 'health', 'other drives']),
    );
    expect(stampsOf(job({}), 'measure after')).toEqual([]);
  });

  it('is offered only where there is a stamp, and for a copy only once it has ended', () => {
    expect(canRetract(done, 'fit new drive')).toBe(true);
    expect(canRetract(job({}), 'fit new drive')).toBe(false);
    expect(canRetract(done, 'strip down')).toBe(false);
    expect(canRetract(done, 'end copy')).toBe(true);
    expect(canRetract(job({ runs: [run('running')] }), 'end copy')).toBe(false);
  });

  it('says what it means for reservation, quote, plan, gates and steps', () => {
    const planned = job({ facts: factsOf(keys.slice(0, keys.indexOf('new drive fitted'))) });
    const said = sentences(planned, without(planned, stampsOf(planned, 'reserve new drive')));
    expect(said).toEqual(
      expect.arrayContaining([
        expect.stringContaining('NEW, goes back to the shelf'),
        'quote: It costs 0.02 instead of 0.03.',
        expect.stringContaining('plan: The accepted plan no longer holds'),
        expect.stringContaining('gate: “Parts reserved” opens again. The new drive is not reserved.'),
        expect.stringMatching(/steps: To do again: .*Choose and reserve the drive; .*Plan the copy/),
      ]),
    );
  });

  it('does not promise a drive to the shelf that a copy has written to', () => {
    const said = sentences(done, without(done, ['new drive choice']));
    expect(said[0]).toContain('stays with this job');
    expect(said).toContain('plan: The copy no longer counts: it must be made again.');
  });

  it('says nothing where nothing changes', () => {
    expect(consequencesOf(done, done)).toEqual([]);
    expect(consequencesOf(job({}), without(job({}), ['new drive fitted']))).toEqual([]);
  });
});

describe('going back a station', () => {
  it('opens that station and those after it, and leaves the ones before alone', () => {
    const back = without(done, stampsFrom(done, 'Prove'));
    expect(state(back, 'trial start')).toBe('ready');
    expect(state(back, 'fit new drive')).toBe('done');
    expect(state(back, 'sign')).toBe('waiting');
  });

  it('keeps what was measured before the swap', () => {
    expect(stampsFrom(done, 'Assess')).not.toContain('before');
    expect(stampsFrom(job({ facts: factsOf(['before']) }), 'Assess')).toEqual(['before']);
  });

  it('never takes back a fact of an earlier station, and going further back takes at least as much', () => {
    fc.assert(
      fc.property(fc.subarray(keys), fc.integer({ min: 1, max: 7 }), (facts, n) => {
        const snapshot = job({ facts: factsOf(facts) });
        const [earlier, later] = [STATIONS[n - 1], STATIONS[n]];
        if (!earlier || !later) return;
        const taken = stampsFrom(snapshot, later);
        expect(stampsFrom(snapshot, earlier)).toEqual(expect.arrayContaining(taken));
        for (const key of taken) expect(facts).toContain(key);
      }),
    );
  });
});

describe('an end without work', () => {
  const ended = (over: Partial<JobSnapshot>, kind: (typeof ENDS)[number] = 'declined') => endedAs(job(over), { kind });
  const ids = (snapshot: JobSnapshot) => procedureOf(snapshot).steps.map((step) => step.id);

  it('is short for a device that was never opened', () => {
    expect(ids(ended({}))).toEqual(['book in', 'give back', 'close job']);
    expect(ids(ended({}, 'not collected'))).toEqual(['book in', 'keep', 'close job']);
  });

  it('leads back to an assembled device that somebody has seen start', () => {
    const open = ended({ facts: factsOf(['old drive', 'new drive fitted']), disassembly: screws(4, 0) });
    expect(ids(open)).toEqual(['book in', 'put back', 'close up', 'see as it came', 'give back', 'close job']);
    expect(state(open, 'close up')).toBe('waiting');
    const back = { ...open, facts: { ...open.facts, 'put back': { serial: 'old' } } };
    expect(state(back, 'close up')).toBe('ready');
    expect(state({ ...back, facts: { ...back.facts, 'put back': { serial: 'NEW' } } }, 'put back')).toBe('ready');
  });

  it('waits for a running copy to be stopped', () => {
    expect(state(ended({ runs: [run('running')] }), 'close job')).toBe('waiting');
  });

  it('leaves what was fitted in a device that nobody fetched', () => {
    const finished = ended({ facts: complete, disassembly: screws(4, 4) }, 'not collected');
    expect(ids(finished)).not.toContain('put back');
    expect(finished.facts['new drive choice']).toBeDefined();
    expect(state(finished, 'close job')).toBe('ready');
  });

  it('closes only when everything is together, seen and signed', () => {
    const ready = ended({ facts: complete, disassembly: screws(4, 4) });
    expect(state(ready, 'close job')).toBe('ready');
    expect(state({ ...ready, disassembly: screws(4, 3) }, 'close job')).toBe('waiting');
    for (const key of ['as it came', 'signature', 'put back'] satisfies FactKey[]) {
      expect(state(without(ready, [key]), 'close job'), key).toBe('waiting');
    }
  });

  it('marks the stations that are not needed any more, and says what goes back', () => {
    const before = job({ facts: factsOf(['new drive choice', 'memory choice']) });
    const after = endedAs(before, { kind: 'withdrawn' });
    expect(procedureOf(after).stations.find((one) => one.station === 'Plan')?.state).toBe('left');
    expect(sentences(before, after)[0]).toContain('goes back to the shelf');
  });
});

describe('a model that is only a name, and a limit', () => {
  it('keeps the drive unread until the device is described', () => {
    expect(state(job({ modelKnown: false }), 'read drive')).toBe('waiting');
    expect(state(job({ modelKnown: false }), 'describe device')).toBe('ready');
    expect(state(job({}), 'describe device')).toBeUndefined();
  });

  it('holds the plan back while it costs more than the customer agreed to', () => {
    const limit = (amount: number) => {
      const known = factsOf(keys.slice(0, keys.indexOf('plan')));
      const facts = { ...without(job({ facts: known }), ['quote accepted']).facts, 'go-ahead limit': { amount } };
      return state(job({ facts }), 'accept plan');
    };
    expect(limit(3)).toBe('ready');
    expect(limit(2)).toBe('waiting');
  });
});
