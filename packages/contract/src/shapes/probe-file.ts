import { START_MODES } from '@udrel/core/equipment';
import { boolean, list, nullable, object, oneOf, optional, text, whole } from './shape';
import { sectorSize } from './drives';

/** Bytes packed with gzip, in hexadecimal. */
const packed = text(200_000_000, 0, /^([0-9a-f]{2})*$/);
const size = whole(0, Number.MAX_SAFE_INTEGER);

/** What a drive says of itself, and stretches of it by their offset in bytes. */
const probedDrive = object({
  bus: oneOf('sata', 'nvme', 'usb', 'mmc', 'other'),
  serial: text(200, 0),
  model: text(200, 0),
  firmware: text(200, 0),
  /** As the kernel writes it: "6.0 Gbps", "8.0 GT/s PCIe x4". */
  link: text(60, 0),
  bytes: size,
  logicalSector: nullable(sectorSize),
  physicalSector: nullable(size),
  rotating: nullable(boolean()),
  trim: nullable(boolean()),
  /** ATA: IDENTIFY DEVICE, SMART data and thresholds, 512 bytes each. */
  identify: optional(packed),
  smart: optional(packed),
  smartThresholds: optional(packed),
  /** NVMe: Identify Controller and Namespace, 4096 bytes each, and the SMART / Health log. */
  nvmeController: optional(packed),
  nvmeNamespace: optional(packed),
  nvmeHealth: optional(packed),
  pieces: list(object({ offset: size, data: packed }), 4096),
});

/** A probe file, version 1. */
export const probeFile = object({
  format: oneOf('udrel-probe'),
  version: whole(1, 1),
  made: text(40, 0),
  device: object({
    /** The SMBIOS structures, DMTF DSP0134. */
    smbios: optional(packed),
    firmwareMode: nullable(oneOf(...START_MODES)),
  }),
  drives: list(probedDrive, 32),
});
