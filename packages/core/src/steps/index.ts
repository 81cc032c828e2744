export * from './types';
export {
  addedHolds,
  copies,
  fitsDrive,
  fittedHolds,
  identified,
  oldStaysAt,
  planHolds,
  refittedHolds,
  replacesDrive,
  TAKES_OVER,
  wants,
} from './evidence';
export {
  copyTargets,
  copyTrusted,
  lastCopy,
  latestRun,
  lossesOf,
  readBackOf,
  TARGET_FACTS,
  TARGET_NAMES,
  targetTrusted,
  untoldLosses,
  waitingTargets,
} from './targets';
export { occupant, type Seated } from './occupant';
export { gatePassed } from './gates';
export { procedureOf } from './procedure';
export * from './next-hands';
export * from './corrections';
export { copiesAtBerth, decided, fitsFirst, opensFirst } from './on-route';
export { preparationsOf, stopRuleOf } from './preparations';
export { functionChecks } from './function-checks';
export { amount } from './money';
export {
  agreedPrice,
  drivePrices,
  memoryPrices,
  partsKnown,
  jobTotal,
  priceHolds,
  priceLines,
  taxOn,
  type PriceLine,
} from './price';
