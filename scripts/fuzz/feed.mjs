import { FORMATS, mutated, numbersFrom } from '../../packages/core/src/fuzz/formats.test-data';

const INPUTS = Number(process.argv[2] ?? 1_000_000);
const ONLY = process.argv[3]?.toLowerCase();
const SEED = Number(process.env.UDREL_FUZZ_SEED ?? 20_261);
/** A single input above this is a hang, milliseconds of its own time, whatever else the machine does. */
const LONGEST = 2000;
/** Heap that all inputs of a format together may leave behind, MB. */
const LEFT = 32;
let bad = 0;

for (const { name, seeds, read } of FORMATS) {
  if (ONLY && !ONLY.split('+').some((one) => name.toLowerCase().includes(one))) continue;
  const next = numbersFrom(SEED);
  globalThis.gc?.();
  const before = process.memoryUsage().heapUsed;
  const began = performance.now();
  let [worst, thrown, bytes, taken] = [0, 0, 0, 0];
  for (let n = 0; n < INPUTS; n++) {
    const input = mutated(seeds[n % seeds.length], next);
    bytes += input.pieces.reduce((sum, piece) => sum + piece.bytes.length, 0);
    const at = process.cpuUsage().user;
    try {
      const told = read(input);
      if (JSON.stringify(told instanceof Promise ? await told : told)?.length > 64 + 40 * (1024 + bytes / (n + 1)))
        taken += 1;
    } catch (error) {
      if (thrown === 0) console.error(`${name}, input ${n}, seed ${SEED}:`, error);
      thrown += 1;
    }
    worst = Math.max(worst, (process.cpuUsage().user - at) / 1000);
  }
  const seconds = (performance.now() - began) / 1000;
  globalThis.gc?.();
  const left = (process.memoryUsage().heapUsed - before) / 1e6;
  const wrong = thrown > 0 || worst > LONGEST || left > LEFT || taken > 0;
  if (wrong) bad += 1;
  console.log(
    `${wrong ? 'BAD ' : ''}${name}: ${INPUTS} inputs in ${seconds.toFixed(0)} s, ${thrown} thrown, longest ` +
      `${worst.toFixed(1)} ms, ${taken} results beyond their input, ${left.toFixed(1)} MB left`,
  );
}
process.exit(bad > 0 ? 1 : 0);
