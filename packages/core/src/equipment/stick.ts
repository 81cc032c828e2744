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
  const { firmware } = device;
  const reasons = [
    mode(stick, firmware),
    ...controller(stick, device),
    ...secured(stick, firmware),
    ...systems(stick, device.fileSystems),
  ];
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

/** In RAID mode the firmware's controller stands before the drives, NVMe ones too: a stick without its driver sees none. */
function controller({ controllers }: BootStick, { firmware, nvme }: { firmware: Firmware; nvme: boolean }): Reason[] {
  const rule = 'controller';
  const own = nvme ? 'NVMe' : 'AHCI';
  const wanted = firmware.controller === 'RAID' ? 'RAID' : own;
  if (!controllers.includes(wanted)) {
    const remedy =
      wanted === 'RAID' ? 'a stick with its driver; never switch the mode under a system that is to start' : undefined;
    const sentence = `does not see drives ${wanted === 'RAID' ? 'in RAID mode' : `at ${wanted}`}`;
    return [{ rule, outcome: 'fail', sentence, ...(remedy ? { remedy } : {}) }];
  }
  if (firmware.controller === undefined && !controllers.includes('RAID')) {
    const sentence = `sees drives at ${wanted}; whether the firmware runs them in RAID mode is not noted: then it sees none`;
    return [{ rule, outcome: 'limit', sentence, remedy: 'look at the controller mode in setup' }];
  }
  return [{ rule, outcome: 'pass', sentence: `sees drives at ${wanted}` }];
}

/** Secure Boot lets nothing start that is not signed for it. */
function secured({ signed }: BootStick, { uefi, secureBoot }: Firmware): Reason[] {
  const rule = 'Secure Boot';
  if (uefi === false || !secureBoot || signed === true) return [];
  return signed === false
    ? [
        {
          rule,
          outcome: 'fail',
          sentence: 'is not signed, and Secure Boot is on',
          remedy: 'a signed stick; switching it off can ask for the recovery key',
        },
      ]
    : [
        {
          rule,
          outcome: 'limit',
          sentence: 'Secure Boot is on; whether this stick is signed is not noted',
          remedy: 'try it',
        },
      ];
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
