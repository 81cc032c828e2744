export { missingParts, type Missing } from './missing';
export { witnessOf, type Witness } from './witness';
