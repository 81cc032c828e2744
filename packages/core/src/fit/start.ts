import { TIB } from '../capacity';
import { fail, limit, pass, unknown, type Reason } from '../reason';
import type { Presented } from './adapt';
import type { Setting } from './setting';
import type { InstalledSystem, Site } from './types';

/** Whether the device can start from the drive: what its firmware starts, and what the system that is copied knows. */
export function starting(site: Site, drive: Presented, setting: Setting): Reason[] {
  const rule = 'Starts from it';
  const { firmware, use } = setting;
  if (use === 'data') return [];
  if (drive.link.kind !== 'pcie')
    return [pass(rule, `firmware starts ${drive.link.kind === 'pata' ? 'PATA' : 'SATA'}`)];
  if (drive.ahci) return [pass(rule, 'speaks AHCI over PCIe, which firmware starts without NVMe')];
  return [...startsNvme(rule, firmware.startsNvme), ...fromSlot(rule, site), ...knownTo(setting)];
}

function startsNvme(rule: string, starts: boolean | null): Reason[] {
  if (starts === null) {
    const sentence = 'not known whether this firmware starts NVMe: look in its boot list';
    return [unknown(rule, sentence, 'look for an NVMe item in the firmware boot list')];
  }
  if (starts) return [pass(rule, 'firmware starts NVMe')];
  const sentence = 'firmware does not start NVMe: good as a data drive only';
  return [{ ...fail(rule, sentence, 'a firmware update, or a SATA drive'), measured: 'NVMe' }];
}

/** Some firmware starts from M.2 slots and not from a card in a slot beside them. */
function fromSlot(rule: string, site: Site): Reason[] {
  if (site.form !== 'pcie' || site.starts) return [];
  return site.starts === false
    ? [fail(rule, 'firmware does not start from this slot: good as a data drive only', 'another site')]
    : [limit(rule, 'nobody tried whether firmware starts from a card in this slot: try it before the copy')];
}

/** Systems without a driver of their own for NVMe: it is added before the copy, or they stop in their start. */
const WITHOUT_NVME: readonly InstalledSystem[] = ['Windows 8 or older', 'macOS 10.12 or older'];

/**
 * Whether the system that is copied can run from NVMe. Windows has a driver from 8.1 on, macOS from 10.13 on (rule of
 * thumb); one that runs from NVMe or with its driver today has what it needs.
 */
function knownTo({ firmware, copied }: Setting): Reason[] {
  if (!copied) return [];
  const rule = 'System';
  const hidden =
    firmware.controller === 'RAID'
      ? [
          limit(
            rule,
            'RAID mode hides NVMe from sticks and from systems without its driver: leave the mode as it is, and try',
          ),
        ]
      : [];
  if (copied.fromPcie) return hidden;
  const { system } = copied;
  if (system === undefined) {
    const remedy = 'note the system at the old drive, in Assess';
    return [
      ...hidden,
      limit(rule, 'it is not noted which system is copied: Windows 8 and older want an NVMe driver first', remedy),
    ];
  }
  if (!WITHOUT_NVME.includes(system)) return [...hidden, pass(rule, `${system} runs from NVMe`)];
  const sentence = `${system} has no driver for NVMe: it would stop in its start`;
  const remedy = system.startsWith('Windows')
    ? 'add the driver before the copy and note it, or a SATA drive'
    : 'a SATA drive';
  return [...hidden, fail(rule, sentence, remedy)];
}

/** 4096-byte sectors do not start in legacy mode; there an MBR also ends at 2 TiB (UEFI specification 5.2). */
export function sectors(drive: Presented, { firmware, use }: Setting): Reason[] {
  if (use === 'data' || firmware.uefi === true) return [];
  const found: Reason[] = [];
  if (drive.sectorSize === 4096) {
    const legacy = firmware.uefi === false;
    found.push({
      rule: 'Sector size',
      outcome: legacy ? 'fail' : 'unknown',
      measured: '4096 bytes',
      limit: '512 bytes in legacy mode',
      sentence: legacy
        ? 'sectors of 4096 bytes do not start in legacy mode'
        : 'sectors of 4096 bytes start in UEFI mode only, and the mode is not known',
      remedy: legacy ? 'a drive with 512-byte sectors' : 'look up the firmware mode',
    });
  }
  if (firmware.uefi === false && drive.bytes > 2 * TIB) {
    found.push({ rule: 'Size', outcome: 'limit', sentence: 'legacy mode uses the first 2 TiB only' });
  }
  return found;
}
