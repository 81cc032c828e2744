import type { Firmware } from '../fit';
import type { Reason } from '../reason';
import type { BootStick } from './types';

/** Days after which a stick is to be tried before it is relied on (rule of thumb). */
const STALE = 180;

/**
 * Whether a device can be started from a stick and what the stick will see there: firmware mode, the controller of
 * the old drive, its file systems, and how long ago somebody tried it.
 *
 * @param daysSince days since it was last tried; null when never
 */
export function stickStarts(
  stick: BootStick,
  device: { firmware: Firmware; nvme: boolean; fileSystems: readonly string[] },
  daysSince: number | null,
): { starts: boolean; reasons: Reason[] } {
  const reasons = [mode(stick, device.firmware), controller(stick, device.nvme), ...systems(stick, device.fileSystems)];
  if (daysSince === null) reasons.push({ rule: 'last checked', outcome: 'limit', sentence: 'nobody has tried it yet' });
  else if (daysSince > STALE)
    reasons.push({
      rule: 'last checked',
      outcome: 'limit',
      sentence: `last tried ${daysSince} days ago: try it first`,
    });
  else reasons.push({ rule: 'last checked', outcome: 'pass', sentence: `tried ${daysSince} days ago` });
  return { starts: reasons.every(({ outcome }) => outcome === 'pass' || outcome === 'limit'), reasons };
}

function mode({ starts }: BootStick, { uefi }: Firmware): Reason {
  const rule = 'firmware mode';
  if (uefi === null)
    return starts.length === 2
      ? { rule, outcome: 'pass', sentence: 'starts in either mode' }
      : {
          rule,
          outcome: 'unknown',
          sentence: 'the firmware mode of the device is not noted',
          remedy: 'look it up in setup',
        };
  const wanted = uefi ? 'UEFI' : 'legacy';
  return starts.includes(wanted)
    ? { rule, outcome: 'pass', sentence: `starts in ${wanted} mode` }
    : { rule, outcome: 'fail', sentence: `starts in ${starts.join(', ')} mode only, the device is ${wanted}` };
}

function controller({ controllers }: BootStick, nvme: boolean): Reason {
  const wanted = nvme ? 'NVMe' : 'AHCI';
  return controllers.includes(wanted)
    ? { rule: 'controller', outcome: 'pass', sentence: `sees drives at ${wanted}` }
    : { rule: 'controller', outcome: 'fail', sentence: `does not see drives at ${wanted}` };
}

function systems({ fileSystems }: BootStick, wanted: readonly string[]): Reason[] {
  const missing = [...new Set(wanted)].filter((one) => !fileSystems.includes(one)).sort();
  if (wanted.length === 0) return [];
  return [
    missing.length === 0
      ? { rule: 'file systems', outcome: 'pass', sentence: 'handles every file system of the old drive' }
      : {
          rule: 'file systems',
          outcome: 'limit',
          sentence: `does not handle ${missing.join(', ')}: those copy whole`,
        },
  ];
}
