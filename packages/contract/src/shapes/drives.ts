import { SECTOR_SIZES } from '@udrel/core/capacity';
import { BOX_FORMS, CONNECTORS, DRIVE_CLASSES, M2_KEYS, M2_LENGTHS, MINI_CARD_SIZES, SLOT_KEYS } from '@udrel/core/fit';
import { TARGET_IDS } from '@udrel/core/layout';
import { LANES, PCIE_GENERATIONS, SATA_GENERATIONS, USB_MODES } from '@udrel/core/links';
import { boolean, either, list, nullable, number, object, oneOf, optional, text, whole } from './shape';

const MAX_BYTES = Number.MAX_SAFE_INTEGER;
export const byteCount = whole(0, MAX_BYTES);
export const sectorSize = oneOf(...SECTOR_SIZES);
/** Which of the drives that go in. */
export const target = oneOf(...TARGET_IDS);
export const serial = text(60, 3, /^[\w .:/#+-]+$/);
export const driveClass = oneOf(...DRIVE_CLASSES);

export const sataGeneration = oneOf(...SATA_GENERATIONS);
export const usbMode = oneOf(...USB_MODES);
const lanes = { generation: oneOf(...PCIE_GENERATIONS), lanes: oneOf(...LANES) };
const sata = object({ kind: oneOf('sata'), generation: sataGeneration });
const pcie = object({ kind: oneOf('pcie'), ...lanes });
const usb = object({ kind: oneOf('usb'), mode: usbMode, oneAtATime: optional(boolean()) });
export const link = either('kind', sata, pcie, usb);

export const m2Length = oneOf(...M2_LENGTHS);
const m2Lengths = list(m2Length, M2_LENGTHS.length);
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
  keys: list(oneOf(...M2_KEYS), M2_KEYS.length),
  top: millimetres,
  bottom: millimetres,
  heatsink: millimetres,
  heatsinkOff: optional(boolean()),
});
export const boxForm = oneOf(...BOX_FORMS);
export const connector = oneOf(...CONNECTORS);
const boxDrive = object({
  ...base,
  form: boxForm,
  height: millimetres,
  needs12V: boolean(),
  connector: optional(connector),
  powerDisable: optional(boolean()),
});
const msataSize = oneOf(...MINI_CARD_SIZES);
const msataDrive = object({ ...base, form: oneOf('msata'), size: msataSize });

/** A drive as the parts library describes it. */
export const driveSpec = either('form', m2Drive, boxDrive, msataDrive);

/** An adapter as the parts library describes it. */
export const adapterSpec = either(
  'kind',
  object({ kind: oneOf('bracket'), from: oneOf('2.5'), to: oneOf('3.5'), height: optional(millimetres) }),
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
  posts: optional(m2Lengths),
  height: optional(millimetres),
  roomAbove: optional(millimetres),
  roomBelow: optional(millimetres),
});
const siteBase = {
  id: text(20),
  name: text(40),
  needs: optional(text(60, 0)),
  disables: optional(text(60, 0)),
  alteration: optional(alteration),
  unconfirmed: optional(boolean()),
};
const m2Site = object({
  ...siteBase,
  form: oneOf('m2'),
  key: oneOf(...SLOT_KEYS),
  posts: m2Lengths,
  sata: nullable(sataGeneration),
  pcie: nullable(object(lanes)),
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
  pcie: optional(object(lanes)),
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
