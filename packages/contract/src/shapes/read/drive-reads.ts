import { READ_AT } from '@udrel/core/drive-reads';
import { byteCount } from '../drives';
import { list, nullable, number, object, oneOf, text, whole } from '../shape';

const milliseconds = number(0, 3_600_000);

/** What a drive was read at, at a berth or in its device. */
export const driveReads = object({
  serial: text(60, 0),
  bytes: byteCount,
  where: oneOf(...READ_AT),
  link: text(60, 0),
  seconds: number(1, 3600),
  places: list(object({ offset: byteCount, rate: nullable(number(0, 1_000_000)), failed: whole(0, 1_000_000) }), 9, 9),
  small: nullable(
    object({
      count: whole(1, 10_000_000),
      failed: whole(0, 1_000_000),
      rate: number(0, 1_000_000),
      middle: milliseconds,
      slowest20: milliseconds,
      slowest100: milliseconds,
      slowest: milliseconds,
    }),
  ),
});
