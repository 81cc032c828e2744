/** What an empty shop is led through, in its order. */
export const SET_UP_STEPS = [
  'name',
  'seller',
  'logo',
  'formats',
  'rates',
  'hours',
  'people',
  'bench',
  'places',
  'labels',
  'papers',
  'consents',
  'messages',
  'checklists',
  'suppliers',
  'library',
  'backups',
] as const;
export type SetUpStep = (typeof SET_UP_STEPS)[number];
