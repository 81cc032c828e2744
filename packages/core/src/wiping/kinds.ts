export const WIPE_METHODS = ['overwrite', 'own erase', 'crypto erase'] as const;
export type WipeMethod = (typeof WIPE_METHODS)[number];

/** How the data of a drive is destroyed: written over by a tool, or by a command of the drive, by its name there. */
export const WIPE_WAY_NAMES = [
  'overwritten with zeros',
  'overwritten with random data',
  'SECURITY ERASE UNIT',
  'SECURITY ERASE UNIT, enhanced',
  'SANITIZE, OVERWRITE EXT',
  'SANITIZE, BLOCK ERASE EXT',
  'SANITIZE, CRYPTO SCRAMBLE EXT',
  'Format NVM, user data erase',
  'Format NVM, cryptographic erase',
  'Sanitize, block erase',
  'Sanitize, crypto erase',
  'eMMC SANITIZE',
] as const;
export type WipeWayName = (typeof WIPE_WAY_NAMES)[number];

/** What is known of areas that a drive hides from whoever addresses it (ATA: host protected area, device configuration overlay). */
export const HIDDEN_AREAS = ['none', 'opened before the wipe', 'not looked for'] as const;
export type HiddenAreas = (typeof HIDDEN_AREAS)[number];
