import { BATTERY_LEADS, DEVICE_KINDS } from '@udrel/core/device';
import { DISASSEMBLY_KINDS, HIDDEN_UNDER, HOLDS, LATCHES, SCREW_BITS, SCREW_HEADS } from '@udrel/core/disassembly';
import type { Infer } from './shape';
import { boolean, list, nullable, number, object, oneOf, optional, text, whole } from './shape';
import { byteCount, site } from './drives';
import { port } from './equipment';
import { buffering, channels, dataRate, generation, moduleForm } from './memory';

export const deviceKind = oneOf(...DEVICE_KINDS);

const share = number(0, 1);
/** Places on the outline of a device, as shares of its width and height. */
export const places = list(object({ x: share, y: share }), 60);

const disassemblyDetails = object({
  length: optional(number(0.5, 100)),
  head: optional(oneOf(...SCREW_HEADS)),
  bit: optional(oneOf(...SCREW_BITS)),
  holds: optional(oneOf(...HOLDS)),
  hidden: optional(oneOf(...HIDDEN_UNDER)),
  latch: optional(oneOf(...LATCHES)),
  moves: optional(boolean()),
  places: optional(places),
});

/** What a device model is: the open format in which models are stored and exchanged. */
export const modelSpec = object({
  maker: text(60),
  name: text(80),
  code: text(40),
  kind: deviceKind,
  sites: list(site, 12),
  memory: object({
    generation,
    form: moduleForm,
    soldered: byteCount,
    slots: list(text(20), 16),
    slotMaximum: byteCount,
    maximum: byteCount,
    maximumFrom: optional(oneOf('firmware')),
    speed: dataRate,
    speedFull: optional(dataRate),
    channels,
    buffering: optional(buffering),
    slotChannels: optional(list(whole(0, 7), 16)),
    fillFirst: optional(list(text(20), 16)),
    ranksPerChannel: optional(whole(1, 16)),
  }),
  firmware: object({
    uefi: nullable(boolean()),
    startsNvme: nullable(boolean()),
    controller: optional(oneOf('AHCI', 'RAID')),
    secureBoot: optional(boolean()),
    /** Keys of its set-up, and of the menu from which it starts once. */
    setUpKey: optional(text(30)),
    startMenuKey: optional(text(30)),
    /** Whether it starts from a drive outside, on USB. */
    startsOutside: optional(boolean()),
  }),
  ports: optional(list(port, 20)),
  functions: list(text(40), 40),
  disassembly: list(
    object({
      stage: whole(1, 20),
      kind: oneOf(...DISASSEMBLY_KINDS),
      name: text(80),
      count: whole(1, 60),
      details: optional(disassemblyDetails),
    }),
    60,
  ),
  /** Minutes it takes to open and strip down, by whoever knows it; the rule of thumb where nobody does. */
  opening: optional(whole(1, 600)),
  /** Whether the battery must be unplugged inside before anything is touched. */
  battery: optional(oneOf(...BATTERY_LEADS)),
  note: text(500, 0),
});

export type ModelSpec = Infer<typeof modelSpec>;
