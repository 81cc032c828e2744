/** What happens at a simulated berth. */
export const SCENARIOS = [
  'healthy',
  'errors',
  'slow inner tracks',
  'USB 2 fallback',
  'shared dock',
  'thermal throttle',
  'cache exhaustion',
  'quiet phases',
  'stalls',
  'unplugged',
  'verify pass',
  'wrong capacity',
  'source written',
  'drive swapped',
  'partition lost',
] as const;
export type ScenarioName = (typeof SCENARIOS)[number];

/** A moment of a simulated copy. */
export interface Moment {
  /** Share of the bytes that is done, 0 to 1. */
  share: number;
  /** Seconds since it began. */
  second: number;
  /** Usual rate of the run, MB/s. */
  rate: number;
  /** Gives 0 to 1. */
  random: () => number;
}

/** One simulated second of a copy: bytes moved, errors met, bytes written to the source, and what is seen of the target. */
export interface Second {
  bytes: number;
  errors: number;
  sourceWritten: number;
  target: 'there' | 'gone' | 'another' | 'smaller';
}

/** Share of the bytes after which the stalling scenario stands still for good, and a drive is pulled or swapped. */
const STALL_AT = 0.4;
const PULLED = { from: 0.3, seconds: 40 } as const;

/** What the next second brings. */
export function nextSecond(name: ScenarioName, moment: Moment): Second {
  const { share, second, rate, random } = moment;
  const noise = 0.88 + 0.24 * random();
  const wave = 1 + 0.12 * Math.sin(second / 47);
  const usual = rate * 1e6 * noise * wave;
  const moving = (factor: number): Second => ({
    bytes: Math.round(usual * factor),
    errors: 0,
    sourceWritten: 0,
    target: 'there',
  });
  switch (name) {
    case 'healthy':
    case 'verify pass':
    case 'partition lost':
      // Tools stop now and then to check what they wrote: short standstills are normal.
      return moving(second % 400 > 380 ? 0 : 1);
    case 'errors':
      return second % 90 < 12 ? { ...moving(0.06), errors: random() < 0.25 ? 1 : 0 } : moving(1);
    case 'slow inner tracks':
      return moving(1.25 - 0.65 * share);
    case 'USB 2 fallback':
      return moving(Math.min(1, 36 / rate));
    case 'shared dock':
      return moving(0.5);
    case 'thermal throttle':
      return moving(second % 120 > 70 ? 0.3 : 1.15);
    case 'cache exhaustion':
      return moving(share < 0.25 ? 1.6 : 0.35);
    case 'quiet phases':
      return moving(second % 200 > 150 ? 0 : 1.1);
    case 'stalls':
      return moving(share >= STALL_AT ? 0 : 1);
    case 'unplugged':
      return share >= PULLED.from && second % 150 < PULLED.seconds ? { ...moving(0), target: 'gone' } : moving(1);
    case 'wrong capacity':
      return { ...moving(1), target: 'smaller' };
    case 'source written':
      return { ...moving(1), sourceWritten: share > 0.2 && second % 30 === 0 ? 1_048_576 : 0 };
    case 'drive swapped':
      return { ...moving(1), target: share >= PULLED.from ? 'another' : 'there' };
  }
}
