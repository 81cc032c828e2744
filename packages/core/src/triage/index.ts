export { CAUSE_OF, type Cause } from './causes';
export { guideOf } from './guide';
export * from './types';
