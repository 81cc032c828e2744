import { describe, expect, it } from 'vitest';
import { FORMATS, mutated, numbersFrom } from './formats.test-data';

// A portion of what the fuzz command does at length: the same faults every time.
const INPUTS = 500;

describe('no content makes a reader throw', () => {
  it.each(FORMATS.map((format) => [format.name, format] as const))('%s', async (_name, { seeds, read }) => {
    const next = numbersFrom(0x5eed);
    const results = new Set<string>();
    for (let n = 0; n < INPUTS; n++) {
      const seed = seeds[n % seeds.length];
      if (seed) results.add(JSON.stringify(await read(mutated(seed, next))).slice(0, 400));
    }
    // The faults reach the readers: they see many different things.
    expect(results.size).toBeGreaterThan(seeds.length);
  });
});
