export * from './snapshot/types';
export {
  anyFitted,
  copies,
  DRIVE_WISHED,
  excludeEachOther,
  fitsDrive,
  fittedHolds,
  goesIn,
  memoryHolds,
  filesToBring,
  leftToGrow,
  oldSoldered,
  oldStaysAt,
  planHolds,
  refittedHolds,
  replacesDrive,
  sourceIdentified,
  wantedTargets,
  wants,
} from './evidence/evidence';
export {
  copyTrusted,
  lastCopy,
  latestRun,
  prepares,
  lossesOf,
  readBackOf,
  targetIdentified,
  targetTrusted,
  untoldLosses,
  waitingTargets,
} from './evidence/targets';
export { drivesOf, type Becomes, type DeviceDrive, type DriveRole } from './evidence/drives';
export { occupant } from './evidence/occupant';
export { gatePassed } from './gates';
export { procedureOf, runsLeft, type RunsLeft } from './procedure';
export * from './next-hands';
export * from './corrections';
export { copiesAtBerth, decided, fitsFirst, opensFirst, copyTargets } from './evidence/on-route';
export { changesOf, modulesOut, type Change } from './evidence/changes';
export { preparationsOf, stopRuleOf } from './evidence/preparations';
export { deadFunctions, functionChecks, PROVABLE, type DeadFunction } from './rules/function-checks';
export {
  atNoCharge,
  agreedPrice,
  drivePrices,
  memoryPrices,
  partsKnown,
  jobTotal,
  priceHolds,
  priceLines,
  assessmentFee,
  taxOn,
  type PriceLine,
} from './rules/price';
export { OFTEN_SWITCHED, owedBack, type Owed } from './evidence/owed';
export { memoryTestOf, memoryToTest, testedModules } from './evidence/memory-test';
export { firstStartOf } from './evidence/start/first-start';
export { startFactsOf } from './evidence/start/start-facts';
