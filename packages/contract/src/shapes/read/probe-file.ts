import { START_MODES } from '@udrel/core/inventory';
import { MOST_DRIVES, MOST_PIECES, MOST_TABLES, MOST_VARIABLES, PROBE_VERSION } from '@udrel/core/reading';
import { boolean, list, nullable, object, oneOf, optional, text, whole } from '../shape';
import { sectorSize } from '../drives';

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
  /** Page 07h of the Device Statistics log. */
  smartStatistics: optional(packed),
  /** NVMe: Identify Controller and Namespace, 4096 bytes each, and the SMART / Health log. */
  nvmeController: optional(packed),
  nvmeNamespace: optional(packed),
  nvmeHealth: optional(packed),
  /** ATA: sectors of 512 bytes that the drive has, where it may show less (protected area). */
  nativeSectors: optional(size),
  /** The live system was started from it, or the probe lies on it. */
  started: optional(boolean()),
  /** Why it could not be opened, as the live system says it. */
  unread: optional(text(200)),
  pieces: list(object({ offset: size, data: packed }), MOST_PIECES),
  /**
   * File tables of NTFS volumes by where these begin: lines of record, folder, bytes, and the name of folders and of
   * what lies in the root.
   */
  files: optional(list(object({ offset: size, data: packed }), MOST_TABLES)),
});

/**
 * A probe file, version 2; version 1 has neither `files` nor `started`, `unread` and `nativeSectors`, nor parts and variables.
 */
export const probeFile = object({
  format: oneOf('udrel-probe'),
  version: whole(1, PROBE_VERSION),
  made: text(40, 0),
  device: object({
    /** The SMBIOS structures, DMTF DSP0134. */
    smbios: optional(packed),
    /** What the device has, a line each: a word, a name and what tells it apart, with tabs between them. */
    parts: optional(packed),
    /** Start entries with their order and Secure Boot, by name, without their attributes (UEFI 3.3). */
    variables: optional(list(object({ name: text(40), data: packed }), MOST_VARIABLES)),
    firmwareMode: nullable(oneOf(...START_MODES)),
  }),
  drives: list(probedDrive, MOST_DRIVES),
});
