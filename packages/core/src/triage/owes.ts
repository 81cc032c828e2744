/** Settings of the firmware that a reset of it loses, and that are owed back where they were switched. */
export const FIRMWARE_SETTINGS = {
  startMode: 'Start mode of the firmware',
  controllerMode: 'Controller mode of the firmware',
  bootOrder: 'Boot order',
  secureBoot: 'Secure Boot',
  clock: 'Date and time',
} as const;
