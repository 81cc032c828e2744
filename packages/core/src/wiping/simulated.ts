import type { SampledDrive } from './samples';
import type { WipeLeaves } from './ways';

/** Share of a drive from which on a wipe that stopped too early left what was there. */
const STOPPED_AT = 0.9;

/**
 * A drive that behaves as if it had been wiped in a way that leaves that; `stopped`: its last tenth was not reached.
 *
 * @param random from 0 to less than 1; the same sequence gives the same drive
 */
export function simulatedWiped(
  bytes: number,
  leaves: WipeLeaves,
  stopped: boolean,
  random: () => number,
): Pick<SampledDrive, 'read' | 'random'> {
  const noise = (length: number) => Uint8Array.from({ length }, () => Math.floor(random() * 256));
  const text = new TextEncoder().encode('what a customer wrote ');
  return {
    random,
    read: (offset, length) => {
      if (stopped && offset >= STOPPED_AT * bytes)
        return Uint8Array.from({ length }, (_none, at) => text[(offset + at) % text.length] ?? 0);
      return leaves === 'noise' ? noise(length) : new Uint8Array(length).fill(leaves === 'zeros' ? 0 : 0xff);
    },
  };
}
