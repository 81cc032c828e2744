export * from './types';
export {
  addedHolds,
  copyTrusted,
  fitsDrive,
  fittedHolds,
  identified,
  latestRun,
  planHolds,
  readBackOf,
  replacesDrive,
  wants,
} from './evidence';
export { occupant, type Seated } from './occupant';
export { gatePassed } from './gates';
export { procedureOf } from './procedure';
export * from './next-hands';
export * from './corrections';
export { decided, fitsFirst, opensFirst } from './on-route';
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
