import { CONTROLLER_MODES, LEADS, PLUGS, PROTOCOLS } from '@udrel/core/equipment';
import { PIECE_KINDS } from '@udrel/core/pieces';
import { START_MODES } from '@udrel/core/inventory';
import { M2_LENGTHS } from '@udrel/core/fit';
import { boolean, day, either, list, nullable, number, object, oneOf, optional, text } from './shape';
import { boxForm, byteCount, connector, m2Length, sataGeneration, sectorSize, usbMode } from './drives';

const plug = oneOf(...PLUGS);

/** A socket of a device or of a bench host. */
export const port = either(
  'kind',
  object({ kind: oneOf('usb'), name: text(40), plug, mode: usbMode, shares: optional(text(60)) }),
  object({ kind: oneOf('esata'), name: text(40), generation: sataGeneration }),
);

const bay = either(
  'form',
  object({
    form: oneOf('m2'),
    lengths: list(m2Length, M2_LENGTHS.length, 1),
    protocols: list(oneOf(...PROTOCOLS), 2, 1),
  }),
  object({ form: oneOf('msata') }),
  object({
    form: oneOf('box'),
    sizes: list(boxForm, 3, 1),
    connector,
    height: nullable(number(0, 200)),
  }),
);

const holder = <K extends 'enclosure' | 'dock' | 'cable'>(kind: K) =>
  object({
    kind: oneOf(kind),
    bays: list(bay, 8, 1),
    mode: usbMode,
    plug,
    lead: optional(oneOf(...LEADS)),
    esata: optional(sataGeneration),
    ownPower: boolean(),
    queued: boolean(),
    largest: nullable(byteCount),
    sectors: nullable(sectorSize),
    duplicates: boolean(),
  });

/** What drives are copied with, as the parts library describes it. */
export const equipmentSpec = either(
  'kind',
  holder('enclosure'),
  holder('dock'),
  holder('cable'),
  object({
    kind: oneOf('boot stick'),
    starts: list(oneOf(...START_MODES), 2, 1),
    fileSystems: list(text(20), 20),
    controllers: list(oneOf(...CONTROLLER_MODES), 3),
    plug,
    signed: optional(boolean()),
    checked: nullable(day()),
  }),
  object({ kind: oneOf('bench host'), ports: list(port, 20, 1), berths: optional(list(bay, 40)) }),
  object({ kind: oneOf('hub'), plug, mode: usbMode, sockets: list(plug, 16, 1), ownPower: boolean() }),
);

/** What data passes on its way, by the name that the shop gave it. */
export const piece = object({ kind: oneOf(...PIECE_KINDS), name: text(80) });
/** Pieces that a run is noted to go through at most. */
export const MOST_PIECES = 10;
