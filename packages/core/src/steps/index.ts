export * from './snapshot/types';
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
} from './evidence/evidence';
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
} from './evidence/targets';
export { occupant, type Seated } from './evidence/occupant';
export { gatePassed } from './gates';
export { procedureOf } from './procedure';
export * from './next-hands';
export * from './corrections';
export { copiesAtBerth, decided, fitsFirst, opensFirst } from './evidence/on-route';
export { preparationsOf, stopRuleOf } from './evidence/preparations';
export { functionChecks } from './rules/function-checks';
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
} from './rules/price';
