import { boolean, either, list, nullable, number, object, oneOf, optional, text, whole } from '../shape';

const MAX_BYTES = Number.MAX_SAFE_INTEGER;
export const byteCount = whole(0, MAX_BYTES);
export const sectorSize = oneOf(512, 4096);
export const serial = text(60, 3, /^[\w .:/#+-]+$/);
export const driveClass = oneOf('disk 5400', 'disk 7200', 'SATA SSD', 'NVMe gen 3', 'NVMe gen 4', 'NVMe gen 5', 'eMMC');

const sata = object({ kind: oneOf('sata'), generation: oneOf(1, 2, 3) });
const pcie = object({ kind: oneOf('pcie'), generation: oneOf(1, 2, 3, 4, 5), lanes: oneOf(1, 2, 4) });
const usb = object({ kind: oneOf('usb'), mode: oneOf('2.0', '5 Gb/s', '10 Gb/s', '20 Gb/s') });
export const link = either('kind', sata, pcie, usb);

export const m2Length = oneOf(30, 42, 60, 80, 110);
const millimetres = number(0, 200);
const rate = number(0, 100_000);
const base = {
  maker: text(60),
  name: text(80),
  bytes: byteCount,
  sectorSize,
  class: driveClass,
  link,
  read: rate,
  write: rate,
};

const m2Drive = object({
  ...base,
  form: oneOf('m2'),
  length: m2Length,
  keys: list(oneOf('B', 'M'), 2),
  top: millimetres,
  bottom: millimetres,
  heatsink: millimetres,
});
const boxForm = oneOf('2.5', '3.5', '1.8');
export const connector = oneOf('SATA', 'micro SATA', 'PATA 40', 'PATA 44', 'ZIF', 'U.2');
const boxDrive = object({
  ...base,
  form: boxForm,
  height: millimetres,
  needs12V: boolean(),
  connector: optional(connector),
  powerDisable: optional(boolean()),
});
const msataSize = oneOf('full', 'half');
const msataDrive = object({ ...base, form: oneOf('msata'), size: msataSize });

/** A drive as the parts library describes it. */
export const driveSpec = either('form', m2Drive, boxDrive, msataDrive);

/** An adapter as the parts library describes it. */
export const adapterSpec = either(
  'kind',
  object({ kind: oneOf('bracket'), from: oneOf('2.5'), to: oneOf('3.5') }),
  object({ kind: oneOf('extender'), from: m2Length, to: m2Length }),
  object({ kind: oneOf('shell'), height: oneOf(7) }),
  object({ kind: oneOf('msata shell'), height: oneOf(7) }),
  object({ kind: oneOf('caddy'), height: millimetres, takes: millimetres }),
  object({ kind: oneOf('frame'), from: oneOf('1.8'), to: oneOf('2.5') }),
  object({ kind: oneOf('bridge'), from: connector, to: connector }),
);

/** What can be done to a site that cannot be undone, and what it then takes. */
const alteration = object({
  what: text(120),
  posts: optional(list(m2Length, 5)),
  height: optional(millimetres),
  roomAbove: optional(millimetres),
  roomBelow: optional(millimetres),
});
const sataGeneration = oneOf(1, 2, 3);
const lanes = object({ generation: oneOf(1, 2, 3, 4, 5), lanes: oneOf(1, 2, 4) });
const siteBase = {
  id: text(20),
  name: text(40),
  needs: text(60, 0),
  disables: text(60, 0),
  alteration: optional(alteration),
  unconfirmed: optional(boolean()),
};
const m2Site = object({
  ...siteBase,
  form: oneOf('m2'),
  key: oneOf('B', 'M', 'A', 'E'),
  posts: list(m2Length, 5),
  sata: nullable(sataGeneration),
  pcie: nullable(lanes),
  roomAbove: nullable(millimetres),
  roomBelow: nullable(millimetres),
  screw: boolean(),
});
const baySite = object({
  ...siteBase,
  form: boxForm,
  height: nullable(millimetres),
  sata: sataGeneration,
  power12V: boolean(),
  connector: optional(connector),
  power3V3: optional(boolean()),
  pcie: optional(lanes),
});
const msataSite = object({
  ...siteBase,
  form: oneOf('msata'),
  size: msataSize,
  sata: nullable(sataGeneration),
  screw: boolean(),
});
const opticalSite = object({
  ...siteBase,
  form: oneOf('optical'),
  height: nullable(millimetres),
  sata: sataGeneration,
});

/** A place in a device model where a drive can sit. */
export const site = either('form', m2Site, baySite, msataSite, opticalSite);
