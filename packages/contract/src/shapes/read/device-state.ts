import { PART_KINDS, START_MODES } from '@udrel/core/inventory';
import { byteCount, link } from '../drives';
import { reasons } from '../reasons';
import { boolean, list, nullable, number, object, oneOf, text, whole } from '../shape';
import { partitionTable } from './partition-table';

const entryNumber = whole(0, 0xffff);

const bootEntry = object({
  number: entryNumber,
  name: text(80, 0),
  active: boolean(),
  partition: nullable(object({ id: text(36), startSector: whole(0, Number.MAX_SAFE_INTEGER) })),
  path: text(200, 0),
});

const driveState = object({
  serial: text(60, 0),
  bytes: nullable(byteCount),
  link: nullable(link),
  bridged: boolean(),
  started: boolean(),
  figures: list(object({ name: text(60), value: number(0, Number.MAX_SAFE_INTEGER) }), 32),
  table: nullable(partitionTable),
  problems: reasons,
  ungrown: list(object({ name: text(72), bytes: byteCount }), 128),
});

/** What a device said of itself at one time. */
export const deviceState = object({
  made: text(40, 0),
  startMode: nullable(oneOf(...START_MODES)),
  secureBoot: nullable(boolean()),
  boot: nullable(
    object({ entries: list(bootEntry, 256), current: nullable(entryNumber), order: list(entryNumber, 256) }),
  ),
  parts: nullable(list(object({ kind: oneOf(...PART_KINDS), name: text(120), detail: text(120, 0) }), 400)),
  modules: nullable(
    list(object({ slot: text(40, 0), bytes: byteCount, configured: nullable(whole(0, 1_000_000)) }), 32),
  ),
  drives: list(driveState, 32),
});
