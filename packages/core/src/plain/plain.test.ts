import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { JobFacts } from '../facts';
import { ENDS, procedureOf, waitsForCustomer, type JobSnapshot } from '../steps';
import { complete, job, planBy, run, screws } from '../steps/samples.test-data';
import { plainState } from '.';

const day = (date: string) => `the ${date.slice(8)}th`;
const state = (over: Partial<JobSnapshot>) => plainState(job(over), day);

describe('how a job stands, in plain words', () => {
  it('goes with the station of what is next', () => {
    expect(state({})).toEqual({ sentence: 'It waits to be looked at.', question: null, ready: false });
    const ordered = [
      {
        ...{ id: 'o', partId: 'p', name: 'C1', count: 1, serialised: true, supplier: 'S', quoted: [] },
        ...{ expected: '2026-12-07', dueAt: 7 },
      },
    ];
    expect(state({ ordered }).sentence).toBe('We wait for a part, which we expect on the 07th.');
  });

  it('asks what the customer has to say', () => {
    const { 'quote accepted': _accepted, 'go-ahead limit': _limit, ...facts } = complete;
    const rates = { hourly: 3600, taxPercent: 20 };
    const asked = plainState(
      job({
        facts: { ...facts, 'new drive choice': { ...complete['new drive choice'], price: 9000 } },
        rates,
        told: 0,
      }),
      day,
    );
    expect(asked.question).toMatch(/^It comes to .*, tax included: shall we do it\?$/);
    const inside: JobFacts = { ...complete, 'seen inside': { what: ['liquid'], note: 'sticky' } };
    expect(plainState(job({ facts: inside }), day).question).toBe(
      'We found liquid inside: shall we go on all the same?',
    );
  });

  it('says what goes on by itself, what can be fetched, and how it ended', () => {
    const { 'new drive read back': _read, 'new drive fitted': _fitted, ...before } = complete;
    const copying = job({
      facts: { ...before, plan: planBy('both at the bench') },
      runs: [run('running')],
      disassembly: screws(0, 0),
    });
    expect(plainState(copying, day).sentence).toBe('The data is being copied, which goes on by itself.');
    expect(plainState(job({ closed: true }), day).sentence).toBe('It was handed over.');
    expect(state({ end: { kind: 'declined' } })).toMatchObject({
      ready: true,
      sentence: expect.stringContaining('as it came') as string,
    });
    expect(state({ end: { kind: 'not collected' } }).ready).toBe(true);
  });

  it('is one sentence with no word of the trade, whatever is known of a job', () => {
    const keys = Object.keys(complete) as (keyof JobFacts)[];
    fc.assert(
      fc.property(
        fc.subarray(keys),
        fc.option(fc.constantFrom(...ENDS), { nil: null }),
        fc.boolean(),
        (known, end, closed) => {
          const facts = Object.fromEntries(
            known.map((key) => [key, complete[key as keyof typeof complete]]),
          ) as JobFacts;
          const snapshot = job({ facts, end: end && { kind: end }, closed });
          const { sentence, ready, question } = plainState(snapshot, day);
          expect(sentence).toMatch(/^[A-Z].*\.$/);
          expect(`${sentence} ${question ?? ''}`).not.toMatch(/\b(gate|clone|partition|NEW|OLD|serial|berth)\b/);
          if (waitsForCustomer(procedureOf(snapshot)) && !closed) expect(ready).toBe(true);
        },
      ),
    );
  });
});
