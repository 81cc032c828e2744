/** What happens at a simulated berth. */
export type ScenarioName = 'healthy' | 'stalls' | 'errors';

export const SCENARIOS: readonly ScenarioName[] = ['healthy', 'stalls', 'errors'];

/** One simulated second of a copy: bytes moved and errors met. */
export interface Second {
  bytes: number;
  errors: number;
}

/** Share of the bytes after which the stalling scenario stands still for good. */
const STALL_AT = 0.4;

/**
 * What the next second brings. `share` is how much of the whole is done, 0 to 1; `random` gives 0 to 1.
 * @param rate usual rate of the run, MB/s
 */
export function nextSecond(
  name: ScenarioName,
  share: number,
  second: number,
  rate: number,
  random: () => number,
): Second {
  if (name === 'stalls' && share >= STALL_AT) return { bytes: 0, errors: 0 };
  const noise = 0.88 + 0.24 * random();
  const wave = 1 + 0.12 * Math.sin(second / 47);
  if (name === 'errors' && second % 90 < 12) {
    return { bytes: Math.round(rate * 1e6 * 0.06 * noise), errors: random() < 0.25 ? 1 : 0 };
  }
  // Tools stop now and then to check what they wrote: short standstills are normal.
  if (second % 400 > 380) return { bytes: 0, errors: 0 };
  return { bytes: Math.round(rate * 1e6 * noise * wave), errors: 0 };
}
