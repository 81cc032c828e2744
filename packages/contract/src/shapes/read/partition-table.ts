import { CLEARABLE_KINDS, FILE_SYSTEMS, PARTITION_KINDS, SCHEMES } from '@udrel/core/layout';
import { byteCount, sectorSize } from '../drives';
import { remarks } from '../reasons';
import { boolean, list, nullable, object, oneOf, optional, text, whole } from '../shape';

const sectorCount = whole(0, Number.MAX_SAFE_INTEGER);

/** A partition table as read from a drive. */
export const partitionTable = object({
  scheme: oneOf(...SCHEMES),
  sectorSize,
  diskId: optional(text(36)),
  remarks: optional(remarks),
  partitions: list(
    object({
      id: text(40),
      name: text(72),
      kind: oneOf(...PARTITION_KINDS),
      why: optional(text(200)),
      fileSystem: oneOf(...FILE_SYSTEMS),
      startSector: sectorCount,
      sectors: whole(1, Number.MAX_SAFE_INTEGER),
      used: nullable(byteCount),
      encrypted: boolean(),
      clearable: optional(list(object({ what: oneOf(...CLEARABLE_KINDS), bytes: byteCount }), CLEARABLE_KINDS.length)),
      holds: optional(list(object({ name: text(72), bytes: byteCount }), 32)),
      logical: optional(boolean()),
      entry: optional(object({ type: text(36), uniqueId: text(36, 0), attributes: text(16, 0) })),
    }),
    128,
  ),
});
