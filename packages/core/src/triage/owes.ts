import type { CauseId } from './types';

/** Settings of the firmware that a reset of it loses, and that are owed back where they were switched. */
export const FIRMWARE_SETTINGS = {
  startMode: 'Start mode of the firmware',
  controllerMode: 'Controller mode of the firmware',
  bootOrder: 'Boot order',
  secureBoot: 'Secure Boot',
  clock: 'Date and time',
} as const;

/** What the remedy of a cause leaves switched, and is owed back before the device goes home. */
export const OWES: Readonly<Partial<Record<CauseId, string>>> = {
  'scheme against mode': FIRMWARE_SETTINGS.startMode,
  'controller mode': FIRMWARE_SETTINGS.controllerMode,
  'encryption asks': 'Protection of the encrypted volume',
  'Secure Boot refuses': FIRMWARE_SETTINGS.secureBoot,
};
