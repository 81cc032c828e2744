import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { advance, advanceAll, beginProgress, progressOf, resumeProgress, thinned, type Sample } from './index';

const feed = (samples: Sample[]) => samples.reduce(advance, beginProgress());
const steady = (seconds: number, rate: number, from = 0): Sample[] =>
  Array.from({ length: seconds + 1 }, (_none, n) => ({
    t: from + n,
    read: n * rate * 1e6,
    written: n * rate * 1e6,
    errors: 0,
  }));
const at = (t: number, written: number, errors = 0): Sample => ({ t, read: written, written, errors });

describe('progress of a run', () => {
  it('comes to the same one by one and all at once, and leaves what it was given alone', () => {
    const step = fc.record({ gap: fc.nat(400), bytes: fc.nat(2e9), errors: fc.nat(2), back: fc.boolean() });
    fc.assert(
      fc.property(fc.array(step, { maxLength: 400 }), fc.nat(400), (steps, cut) => {
        let [t, written, errors] = [0, 0, 0];
        const samples = steps.map(({ gap, bytes, errors: more, back }): Sample => {
          t += gap;
          written = back ? bytes : written + bytes;
          errors += more;
          return { t, read: written, written, errors };
        });
        const begun = beginProgress();
        const whole = advanceAll(begun, samples);
        expect(feed(samples)).toEqual(whole);
        expect(advanceAll(advanceAll(begun, samples.slice(0, cut)), samples.slice(cut))).toEqual(whole);
        expect(begun).toEqual(beginProgress());
      }),
      { numRuns: 50 },
    );
  });

  it('tells rate, bytes and time left of a steady run', () => {
    const progress = progressOf(feed(steady(100, 100)), 40e9);
    expect(progress).toMatchObject({ done: 10e9, rate: 100, condition: 'moving', left: { low: 297, high: 402 } });
  });

  it('is not upset by a burst of errors after a long steady run', () => {
    const slowEnd = Array.from({ length: 40 }, (_none, n) => at(1001 + n, 100e9 + (n + 1) * 1e6));
    const { left } = progressOf(feed([...steady(1000, 100), ...slowEnd]), 200e9);
    expect(left?.low).toBeGreaterThan(900);
    expect(left?.high).toBeLessThan(2000);
  });

  it('calls a short standstill quiet and a long one stalled', () => {
    const moving = steady(10, 100);
    expect(progressOf(feed([...moving, at(40, 1e9)]), 40e9).condition).toBe('quiet');
    expect(progressOf(feed([...moving, at(200, 1e9)]), 40e9).condition).toBe('stalled');
  });

  it('shows errors for a minute after the last one', () => {
    const burst = [at(0, 0), at(1, 1e6, 3)];
    expect(progressOf(feed(burst), 40e9)).toMatchObject({ condition: 'errors', errors: 3 });
    expect(progressOf(feed([...burst, at(70, 9e9, 3)]), 40e9).condition).toBe('moving');
  });

  it('goes on when the counters start again', () => {
    const progress = progressOf(feed([at(0, 0), at(1, 5e8), at(2, 1e8), at(3, 2e8)]), 40e9);
    expect(progress.done).toBe(7e8);
  });

  it('goes on when the watcher itself starts again, with its clock at zero', () => {
    const before = feed([at(1000, 0), at(1001, 5e8)]);
    const after = [at(0, 0), at(1, 2e8)].reduce(advance, resumeProgress(before));
    expect(after.done).toBe(7e8);
    expect(progressOf(after, 40e9).elapsed).toBe(2);
  });

  it('tells how long writing took once all is written, whatever comes after', () => {
    expect(progressOf(feed(steady(49, 100)), 5e9).wrote).toBeNull();
    const over = [...steady(50, 100), at(900, 5e9)];
    expect(progressOf(feed(over), 5e9).wrote).toEqual({ seconds: 50, rate: 100 });
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 200 }), fc.integer({ min: 1, max: 300 }), fc.nat(5000), (s, rate, idle) => {
        const samples = [...steady(s, rate), at(s + 10 + idle, s * rate * 1e6)];
        const { wrote } = progressOf(feed(samples), s * rate * 1e6);
        expect(wrote?.seconds).toBe(s);
        expect(wrote?.rate).toBeCloseTo(rate, 6);
      }),
    );
  });

  it('is drawn with few points too, of the same height and over the same time', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 500 }), { maxLength: 160 }), fc.nat(80), (rates, most) => {
        const curve = { width: 5, rates, open: null };
        const { rates: few, width } = thinned(curve, most);
        expect(few.length).toBeLessThanOrEqual(Math.max(1, most));
        expect(Math.max(0, ...few)).toBeLessThanOrEqual(Math.max(0, ...rates));
        expect(few.length * width).toBeLessThanOrEqual(rates.length * 5);
        if (rates.length <= most) expect(few).toEqual(rates);
      }),
    );
    expect(thinned({ width: 5, rates: [10, 20, 30, 50], open: null }, 2)).toMatchObject({ width: 10, rates: [15, 40] });
  });

  it('knows when all is written, and says nothing of time before it has figures', () => {
    expect(progressOf(feed([...steady(50, 100), at(62, 5e9)]), 5e9).condition).toBe('all written');
    expect(progressOf(beginProgress(), 5e9)).toMatchObject({ condition: 'not started', left: null });
  });

  it('goes on moving while more than planned is written: it has ended only when writing has', () => {
    const more = progressOf(feed(steady(80, 100)), 5e9);
    expect(more).toMatchObject({ condition: 'moving', left: null, wrote: null });
    expect(progressOf(feed([...steady(80, 100), at(95, 8e9)]), 5e9)).toMatchObject({
      condition: 'all written',
      wrote: { seconds: 80, rate: 100 },
    });
  });

  it('does not stand still while it reads, and has stopped short where most of it is written', () => {
    const reading = (from: number, seconds: number, written: number) =>
      Array.from({ length: seconds }, (_none, n) => ({ ...at(from + n + 1, written), read: written + (n + 1) * 1e8 }));
    const begun = steady(10, 100);
    expect(progressOf(feed([...begun, ...reading(10, 300, 1e9)]), 40e9).condition).toBe('reading');
    expect(progressOf(feed([...begun, ...reading(10, 300, 1e9)]), 1e9).condition).toBe('reading back');
    expect(progressOf(feed([...steady(90, 100), at(300, 9e9)]), 10e9).condition).toBe('stopped short');
    expect(progressOf(feed([...steady(70, 100), at(300, 7e9)]), 10e9).condition).toBe('stalled');
  });

  it('keeps counting exactly, takes repeats once and keeps the curve small', () => {
    const steps = fc.array(fc.record({ dt: fc.nat(400), bytes: fc.nat(1e9), again: fc.boolean() }), { maxLength: 600 });
    fc.assert(
      fc.property(steps, (list) => {
        let [t, written] = [0, 0];
        const samples: Sample[] = [at(0, 0)];
        for (const { dt, bytes, again } of list) {
          t += dt + 1;
          written += bytes;
          samples.push(at(t, written));
          if (again) samples.push(at(t, written));
        }
        const state = feed(samples);
        expect(state.done).toBe(written);
        expect(state.curve.rates.length).toBeLessThanOrEqual(160);
        expect(state.recent.length).toBeLessThanOrEqual(30);
        const { left } = progressOf(state, written + 1e9);
        if (left) expect(left.low).toBeLessThanOrEqual(left.high);
      }),
    );
  });
});
