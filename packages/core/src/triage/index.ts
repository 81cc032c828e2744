export { CAUSE_OF, type Cause } from './causes';
export { guideOf } from './guide';
export { FIRMWARE_SETTINGS, OWES } from './owes';
export * from './types';
