/** What becomes of a drive that comes out of the device. */
export const DESTINATIONS = [
  'returned in its bag, labelled',
  'kept here as a fallback for 14 days',
  'in an enclosure as a spare, returned',
  'wiped with consent',
] as const;
