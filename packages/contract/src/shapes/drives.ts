import { SECTOR_SIZES } from '@udrel/core/capacity';
import {
  BAY_CONNECTORS,
  BLADE_CONTACTS,
  BOX_FORMS,
  BRACKETS,
  CONNECTORS,
  DRIVE_CLASSES,
  M2_KEYS,
  M2_LENGTHS,
  MINI_CARD_SIZES,
  SHELL_CONNECTORS,
  SLOT_KEYS,
  SLOT_SIZES,
  VOLTS,
} from '@udrel/core/fit';
import { TARGET_IDS } from '@udrel/core/layout';
import { LANES, PATA_RATES, PCIE_GENERATIONS, SATA_GENERATIONS, USB_MODES } from '@udrel/core/links';
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
const pataRate = oneOf(...PATA_RATES);
const pata = object({ kind: oneOf('pata'), rate: pataRate });
const pcie = object({ kind: oneOf('pcie'), ...lanes });
const usb = object({ kind: oneOf('usb'), mode: usbMode, oneAtATime: optional(boolean()) });
export const link = either('kind', sata, pata, pcie, usb);

export const m2Length = oneOf(...M2_LENGTHS);
const m2Lengths = list(m2Length, M2_LENGTHS.length);
const millimetres = number(0, 200);
const cardLength = number(1, 400);
const rate = number(0, 100_000);
const base = {
  maker: text(60),
  name: text(80),
  bytes: byteCount,
  sectorSize,
  class: driveClass,
  link,
  ahci: optional(boolean()),
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
export const bayConnector = oneOf(...BAY_CONNECTORS);
const boxDrive = object({
  ...base,
  form: boxForm,
  height: millimetres,
  needs12V: boolean(),
  connector: optional(connector),
  powerDisable: optional(boolean()),
  volts: optional(oneOf(...VOLTS)),
});
const msataSize = oneOf(...MINI_CARD_SIZES);
const msataDrive = object({ ...base, form: oneOf('msata'), size: msataSize });
const slotSize = oneOf(...SLOT_SIZES);
const cardBracket = oneOf(...BRACKETS, 'both');
const cardDrive = object({ ...base, form: oneOf('pcie'), size: slotSize, bracket: cardBracket, length: cardLength });
const contacts = oneOf(...BLADE_CONTACTS);
const bladeDrive = object({ ...base, form: oneOf('blade'), contacts, top: millimetres });

/** A drive as the parts library describes it. */
export const driveSpec = either('form', m2Drive, boxDrive, msataDrive, cardDrive, bladeDrive);

/** An adapter as the parts library describes it. */
export const adapterSpec = either(
  'kind',
  object({ kind: oneOf('bracket'), from: oneOf('2.5'), to: oneOf('3.5'), height: optional(millimetres) }),
  object({ kind: oneOf('extender'), from: m2Length, to: m2Length }),
  object({ kind: oneOf('shell'), height: oneOf(7), connector: optional(oneOf(...SHELL_CONNECTORS)) }),
  object({ kind: oneOf('msata shell'), height: oneOf(7), connector: optional(oneOf(...SHELL_CONNECTORS)) }),
  object({ kind: oneOf('caddy'), height: millimetres, takes: millimetres, connector: optional(oneOf('PATA')) }),
  object({ kind: oneOf('frame'), from: oneOf('1.8'), to: oneOf('2.5'), regulator: optional(boolean()) }),
  object({ kind: oneOf('bridge'), from: bayConnector, to: bayConnector }),
  object({
    kind: oneOf('card'),
    holds: oneOf('m2', 'U.2'),
    length: millimetres,
    size: slotSize,
    bracket: cardBracket,
    drives: oneOf(1, 2, 4),
    ownSwitch: optional(boolean()),
  }),
  object({ kind: oneOf('blade adapter'), contacts, length: m2Length, adds: millimetres }),
  object({ kind: oneOf('U.2 lead'), length: m2Length }),
  object({ kind: oneOf('U.2 shell'), height: millimetres, length: m2Length }),
  object({ kind: oneOf('power lead') }),
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
  sata: optional(nullable(sataGeneration)),
  pcie: optional(nullable(object(lanes))),
  power12V: optional(boolean()),
  roomAbove: nullable(millimetres),
  roomBelow: nullable(millimetres),
  screw: boolean(),
});
const baySite = object({
  ...siteBase,
  form: boxForm,
  height: nullable(millimetres),
  sata: sataGeneration,
  pata: optional(pataRate),
  power12V: boolean(),
  connector: optional(bayConnector),
  power3V3: optional(boolean()),
  volts: optional(oneOf(...VOLTS)),
  fourPin: optional(boolean()),
  pcie: optional(object(lanes)),
});
const msataSite = object({
  ...siteBase,
  form: oneOf('msata'),
  size: msataSize,
  sata: optional(nullable(sataGeneration)),
  screw: boolean(),
});
const opticalSite = object({
  ...siteBase,
  form: oneOf('optical'),
  height: nullable(millimetres),
  sata: sataGeneration,
  pata: optional(pataRate),
});
const pcieSite = object({
  ...siteBase,
  form: oneOf('pcie'),
  size: slotSize,
  pcie: optional(object(lanes)),
  openEnd: optional(boolean()),
  splits: optional(boolean()),
  starts: optional(boolean()),
  bracket: oneOf(...BRACKETS),
  room: nullable(cardLength),
});
const bladeSite = object({
  ...siteBase,
  form: oneOf('blade'),
  contacts,
  sata: optional(nullable(sataGeneration)),
  pcie: optional(nullable(object(lanes))),
  roomAbove: nullable(millimetres),
  screw: boolean(),
});
const solderedSite = object({ ...siteBase, form: oneOf('soldered') });

/** A place in a device model where a drive can sit. */
export const site = either('form', m2Site, baySite, msataSite, opticalSite, pcieSite, bladeSite, solderedSite);
