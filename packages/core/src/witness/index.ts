export { missingParts, unseenFunctions, type Missing } from './missing';
export { provenOf, witnessOf, type Witness } from './witness';
