import { boolean, either, list, nullable, number, object, oneOf, text } from '../shape';
import { byteCount, connector, m2Length, sectorSize } from './drives';

const plug = oneOf('A', 'C');
const usbMode = oneOf('2.0', '5 Gb/s', '10 Gb/s', '20 Gb/s');

/** A socket of a device or of a bench host. */
export const port = either(
  'kind',
  object({ kind: oneOf('usb'), name: text(40), plug, mode: usbMode }),
  object({ kind: oneOf('esata'), name: text(40), generation: oneOf(1, 2, 3) }),
);

const bay = either(
  'form',
  object({ form: oneOf('m2'), lengths: list(m2Length, 5, 1), protocols: list(oneOf('SATA', 'NVMe'), 2, 1) }),
  object({ form: oneOf('msata') }),
  object({
    form: oneOf('box'),
    sizes: list(oneOf('1.8', '2.5', '3.5'), 3, 1),
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
    starts: list(oneOf('UEFI', 'legacy'), 2, 1),
    fileSystems: list(text(20), 20),
    controllers: list(oneOf('AHCI', 'RAID', 'NVMe'), 3),
    plug,
    checked: nullable(text(10, 10, /^\d{4}-\d\d-\d\d$/)),
  }),
  object({ kind: oneOf('bench host'), ports: list(port, 20, 1) }),
);
