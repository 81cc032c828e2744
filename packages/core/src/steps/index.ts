export * from './types';
export { copyTrusted, fittedHolds, identified, latestRun, partsPrice, planHolds, wants } from './evidence';
export { gatePassed } from './gates';
export { procedureOf } from './procedure';
export * from './next-hands';
export * from './corrections';
export { estimateOnRoute, ROUTES } from './route-links';
export { functionChecks } from './function-checks';
export { amount } from './money';
