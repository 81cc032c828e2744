export * from './types';
export { bytesOfFiles, couldCome, filesFrom } from './brought';
export { lockedUse, type LockedUse } from './locked';
export { layoutAnywhere, planLayout } from './plan';
export { clearedOf, tellCleared } from './clearing';
export {
  broughtAlong,
  broughtTo,
  defaultIntent,
  goesOnto,
  growsLater,
  isLocked,
  reordered,
  sameName,
  sentOnto,
} from './intent';
export { BIOS_BOOT, biosBootOf, schemeChoices, type SchemeChoice } from './scheme';
export { parseSize } from './size-text';
export { isResizable } from './volume-facts';
