import { join } from 'node:path';
import type { SeenDrive } from '@udrel/contract/types';
import { linkTarget, namesIn, realPath, textOf, type SystemTrees } from './system';

/** A drive of the bench machine, with the name under which the kernel lists it now; names change, serials do not. */
export interface FoundDrive extends SeenDrive {
  name: string;
  /** The socket it hangs on, as /dev/disk/by-path names it; empty where there is none. */
  path: string;
  /** Where it is plugged in, whatever drive is: a port of a hub or controller, as the kernel lists it; empty where that cannot be told. */
  place: string;
}

/** Block devices that are no drives: memory, loops, mapped and optical ones. */
const NO_DRIVES = /^(loop|ram|zram|dm-|md|sr|fd|nbd)/;

/** The kernel counts sectors of this size in `size` and `stat`, whatever the drive has. */
export const COUNTED_SECTOR = 512;

/** Every drive of the machine that has a medium. Reads under /sys and /dev/disk only. */
export function discover(trees: SystemTrees): FoundDrive[] {
  const paths = pathsOf(trees);
  return namesIn(join(trees.sys, 'block'))
    .filter((name) => !NO_DRIVES.test(name))
    .flatMap((name): FoundDrive[] => {
      const at = join(trees.sys, 'block', name);
      const bytes = Number(textOf(join(at, 'size'))) * COUNTED_SECTOR;
      if (!(bytes > 0)) return [];
      return [
        {
          name,
          path: paths.get(name) ?? '',
          place: placeOf(realPath(join(at, 'device'))),
          serial: serialOf(trees, name).slice(0, 60),
          model: textOf(join(at, 'device/model')).replace(/\s+/g, ' ').slice(0, 80),
          bytes,
          sectorSize: textOf(join(at, 'queue/logical_block_size')) === '4096' ? 4096 : 512,
          link: linkOf(at),
        },
      ];
    });
}

/** The port in the path of a device: of a USB hub, of an ATA controller, or the PCI address of a card. */
function placeOf(device: string): string {
  return (
    /^.*\/\d+-[\d.]+(?=\/)/.exec(device)?.[0] ??
    /^.*\/ata\d+(?=\/)/.exec(device)?.[0] ??
    /^.*\/[\da-f]{4}:[\da-f]{2}:[\da-f]{2}\.\d(?=\/nvme\/)/.exec(device)?.[0] ??
    ''
  );
}

/** By the name of a device, the socket it hangs on. */
function pathsOf({ dev }: SystemTrees): Map<string, string> {
  const folder = join(dev, 'disk/by-path');
  return new Map(
    namesIn(folder)
      .filter((name) => !/-part\d+$/.test(name))
      .map((path) => [linkTarget(join(folder, path)), path]),
  );
}

/**
 * The drive's own serial: NVMe shows it, SCSI and ATA drives give it in vital product data page 80h (SPC), others are
 * known to the device manager only.
 */
function serialOf({ sys, udev }: SystemTrees, name: string): string {
  const at = join(sys, 'block', name);
  const shown = textOf(join(at, 'device/serial')) || textOf(join(at, 'serial'));
  if (shown) return shown;
  const page = textOf(join(at, 'device/vpd_pg80'));
  if (page.length > 4) return page.slice(4).replaceAll('\0', '').trim();
  const known = textOf(join(udev, `b${textOf(join(at, 'dev'))}`));
  const told = /^E:ID_SERIAL_SHORT=(.*)$/m.exec(known)?.[1]?.trim();
  // A small system has no device manager: then it is what the bridge says of itself.
  return told ?? textOf(join(placeOf(realPath(join(at, 'device'))), 'serial'));
}

/** The link in words, as far as the kernel tells it: found on the way from the drive up to its controller. */
function linkOf(at: string): string {
  const device = realPath(join(at, 'device'));
  const nvme = [device, join(device, 'device')].find((folder) => textOf(join(folder, 'current_link_speed')) !== '');
  if (nvme) {
    const width = textOf(join(nvme, 'current_link_width'));
    return `x${width} at ${textOf(join(nvme, 'current_link_speed')).replace(/ PCIe$/, '')}`;
  }
  const parts = device.split('/');
  for (let depth = parts.length; depth > 2; depth--) {
    const folder = parts.slice(0, depth).join('/');
    const spoken = sataOf(folder) || usbOf(folder);
    if (spoken) return spoken;
  }
  return '';
}

function sataOf(folder: string): string {
  for (const link of namesIn(folder).filter((name) => /^link\d/.test(name))) {
    const speed = textOf(join(folder, link, 'ata_link', link, 'sata_spd'));
    if (speed && speed !== '<unknown>') return `SATA ${speed}`;
  }
  return '';
}

function usbOf(folder: string): string {
  if (!/\/\d+-[\d.]+$/.test(folder)) return '';
  const speed = Number(textOf(join(folder, 'speed')));
  if (!(speed > 0)) return '';
  return speed >= 1000 ? `USB ${speed / 1000} Gb/s` : `USB ${speed} Mb/s`;
}
